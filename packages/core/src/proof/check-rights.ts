import { partTitle, type Edit } from '../design';
import { groupBounds } from '../drawing';
import { regionOf } from './region';
import type { CheckInput, Finding } from './types';

/** Pictures and figures of which nobody has said whether they may be sold on goods. */
export function rightsFindings(input: CheckInput): Finding[] {
  const { design, drawing } = input;
  return drawing.groups.flatMap((group): Finding[] => {
    const part = design.parts.find((p) => p.id === group.part)!;
    if (part.kind === 'lettering') return [];
    const licence =
      part.kind === 'motif' ? part.licence : design.materials.find((m) => m.id === part.material)!.licence;
    if (licence.id !== 'unknown') return [];
    const own = { id: 'own' };
    const edit: Edit =
      part.kind === 'motif'
        ? { op: 'updatePart', part: part.id, change: { licence: own } }
        : { op: 'updateMaterial', material: part.material, change: { licence: own } };
    return [
      {
        check: 'rights',
        severity: 'watch',
        part: part.id,
        message: `Nobody has said whether “${partTitle(part)}” may be sold: its licence is unknown`,
        figure: 1,
        threshold: 0,
        unit: 'parts',
        region: regionOf(groupBounds(group)),
        mends: [{ id: 'own-work', title: 'It is my own work', edits: [edit] }],
      },
    ];
  });
}
