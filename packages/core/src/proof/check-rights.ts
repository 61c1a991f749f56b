import { partTitle, termsOf, type Edit, type Licence, type Part } from '../design';
import { facesOf, groupBounds, type Group } from '../drawing';
import { catalogueFace } from '../type';
import { regionOf } from './region';
import type { CheckInput, Finding } from './types';

/** The licence of what a part shows; null for what the seller has typed or set here. */
function licenceOf(part: Part, input: CheckInput): Licence | null {
  if (part.kind === 'motif') return part.licence;
  if (part.kind === 'picture') return input.design.materials.find((m) => m.id === part.material)!.licence;
  return null;
}

/** Marks what a part shows as the seller's own work. */
const ownWork = (part: Part): Edit =>
  part.kind === 'picture'
    ? { op: 'updateMaterial', material: part.material, change: { licence: { id: 'own' } } }
    : { op: 'updatePart', part: part.id, change: { licence: { id: 'own' } } };

/** Rights that are unknown, or that do not let goods be sold; attribution that a listing owes. */
export function rightsFindings(input: CheckInput): Finding[] {
  const { drawing } = input;
  const findings: Finding[] = [];
  const libraryParts: { part: Part; group: Group }[] = [];
  for (const group of drawing.groups) {
    const part = input.design.parts.find((p) => p.id === group.part)!;
    const title = partTitle(part);
    const found = (severity: Finding['severity'], message: string, mends: Finding['mends'] = []): void => {
      findings.push({
        check: 'rights',
        severity,
        part: part.id,
        message,
        figure: 1,
        threshold: 0,
        unit: 'parts',
        region: regionOf(groupBounds(group)),
        mends,
      });
    };
    // Of a typeface that was brought in only its owner knows what was bought with it.
    if (part.kind === 'lettering' && facesOf(part).some((id) => !catalogueFace(id)))
      found('note', `“${title}” is set in a typeface of your own: its licence must allow goods for sale`);
    const licence = licenceOf(part, input);
    if (!licence) continue;
    const mine = { id: 'own-work', title: 'It is my own work', edits: [ownWork(part)] };
    const terms = termsOf(licence);
    if (!terms) {
      found(
        'watch',
        licence.id === 'unknown'
          ? `Nobody has said whether “${title}” may be sold: its licence is unknown`
          : `The terms of “${title}” (${licence.id}) are not known here: read them before you sell it`,
        [mine],
      );
      continue;
    }
    if (licence.id !== 'own') libraryParts.push({ part, group });
    const from = licence.source ? `, ${licence.source}` : '';
    if (!terms.sale)
      found('stop', `“${title}” may not be sold on goods: its licence is ${terms.name}`, [
        { id: 'remove-part', title: `Remove “${title}”`, edits: [{ op: 'removeParts', parts: [part.id] }] },
      ]);
    else if (!terms.change) found('watch', `“${title}” may not be changed: its licence is ${terms.name}`);
    else if (terms.shareAlike)
      found('watch', `What is made with “${title}” must be given on under ${terms.name}${from}`);
    else if (terms.attribution)
      found('note', `The listing must name the maker of “${title}”: ${terms.name}${from}`);
  }
  if (libraryParts.length === 1 && drawing.groups.length === 1) {
    const { part, group } = libraryParts[0];
    findings.push({
      check: 'alone',
      severity: 'watch',
      part: part.id,
      message: `“${partTitle(part)}” comes from a library and stands alone: marketplaces want something of your own added`,
      figure: 1,
      threshold: 0,
      unit: 'parts',
      region: regionOf(groupBounds(group)),
      mends: [],
    });
  }
  return findings;
}
