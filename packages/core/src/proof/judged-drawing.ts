import { asJudged, cutOutRoughly } from '../cutline';
import type { Drawing } from '../drawing';
import { resolve } from '../resolve';
import type { ProofInput } from './types';

/** What is judged of a design on its board: its drawing, of a sticker on its border. */
export function judgedDrawing({
  design,
  colourway,
  materials,
  spec,
  pictures,
  surfaces,
}: Pick<ProofInput, 'design' | 'colourway' | 'materials' | 'spec' | 'pictures' | 'surfaces'>): Drawing {
  const flat = resolve(design, colourway, materials);
  return spec.sticker && design.cutLine && design.board.spec === spec.id
    ? cutOutRoughly(flat, asJudged(design.cutLine), pictures, surfaces)
    : flat;
}
