import { contrastRatio, nearestReading, groundsOf, type Hex } from '../../colour';
import { freshId, inkValues } from '../../design';
import type { CodePart, Part } from '../../parts';
import { groupBounds } from '../../drawing';
import { boxCentre } from '../../geometry';
import { titled } from '../../sentences';
import { LEAST_CODE_RATIO, LEAST_MODULE_MM } from '../checks/code';
import type { Finding, Mend, MendInput } from '../types';
import { moveAll } from './move';

/** Enlarges a code until phones see its modules. */
export function codeSizeMends({ figure: mm }: Finding, part: Part, input: MendInput): Mend[] {
  const k = (LEAST_MODULE_MM / mm) * 1.001;
  const [cx, cy] = boxCentre(groupBounds(input.drawing.groups.find((g) => g.part === part.id)!));
  const edits = moveAll(input.design, [part], k, cx, cy, cx, cy);
  return edits ? [{ id: 'code-size', ...titled('mend.code-size', { mm: LEAST_MODULE_MM }), edits }] : [];
}

/** The nearest ink that can be read, or a ground under a code that has none. */
export function codeContrastMends(finding: Finding, given: Part, input: MendInput): Mend[] {
  const part = given as CodePart;
  const values = inkValues(input.design, input.colourway);
  const garment = input.garments.find((g) => g.id === finding.garment);
  const ground: readonly Hex[] = part.ground ? [values.get(part.ground)!] : garment ? groundsOf(garment) : [];
  const own = values.get(part.ink)!;
  const mends: Mend[] = [];
  const nearest = nearestReading(own, ground, LEAST_CODE_RATIO);
  const ink = input.design.inks.find((i) => i.id === part.ink)!;
  if (nearest)
    mends.push({
      id: 'code-ink',
      ...titled('mend.code-ink', { ink: ink.name, value: nearest }),
      edits: [{ op: 'setInk', ink: ink.id, value: nearest, colourway: input.colourway }],
    });
  if (part.ground === null) {
    const value = contrastRatio(own, '#ffffff') >= LEAST_CODE_RATIO ? '#ffffff' : '#101010';
    const id = freshId(
      'ground',
      input.design.inks.map((i) => i.id),
    );
    mends.push({
      id: 'code-ground',
      ...titled('mend.code-ground', { value }),
      edits: [
        { op: 'addInk', ink: { id, name: 'Code ground', value } },
        { op: 'updatePart', part: part.id, change: { ground: id } },
      ],
    });
  }
  return mends;
}
