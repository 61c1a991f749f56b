import { freshId, partIds, type Design, type Edit, type Material } from '@brelm/core/design';
import { motif, type PicturePart } from '@brelm/core/parts';
import { partMatrix } from '@brelm/core/resolve';
import { applyMatrix } from '@brelm/core/geometry';
import { inkOutlines } from '@brelm/core/svg';
import type { Traced, TracedOutline } from '@brelm/core/trace';
import { ofCopy } from './of-copy';
import { say } from '../../../words/picture';

/** Points that a motif may have; more are no drawing any more. */
export const MOST_POINTS = 60_000;

/**
 * Edits that lay a traced picture over its picture, as large and as it lies, its colours as inks, and hide the picture,
 * which is kept.
 */
export function tracedEdits(
  design: Design,
  part: PicturePart,
  material: Material,
  traced: Pick<Traced, 'width' | 'height'>,
  art: TracedOutline[],
): { edits: Edit[]; id: string } {
  const id = freshId('motif', partIds(design));
  const { outlines, added } = inkOutlines({ outlines: art }, design.inks, 4);
  const { k, middle } = ofCopy(part, material, traced.width);
  const [x, y] = applyMatrix(partMatrix(part), ...middle);
  const { scaleX, scaleY, turn } = part.place;
  const name = say('traced', { name: part.name || material.name });
  const { width, height } = traced;
  const made = motif(
    id,
    name,
    { x, y, turn, scaleX: scaleX * k, scaleY: scaleY * k },
    { width, height, outlines },
    material.licence,
  );
  const at = design.parts.indexOf(part);
  return {
    id,
    edits: [
      ...added.map((ink): Edit => ({ op: 'addInk', ink })),
      { op: 'addPart', part: { ...made, bundle: part.bundle, mustRead: part.mustRead }, at },
      { op: 'updatePart', part: part.id, change: { hidden: true } },
    ],
  };
}
