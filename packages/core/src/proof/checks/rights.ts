import { groupBounds, type PartGroup } from '../../drawing';
import { isUnshown, termsOf } from '../../rights';
import { catalogueFace } from '../../type';
import { regionOf } from '../measure';
import type { Finding, Judged } from '../types';

/** Rights that are unknown, or that do not let goods be sold; attribution that a listing owes. */
export function rightsFindings(input: Judged): Finding[] {
  const { drawing } = input;
  const findings: Finding[] = [];
  const fromLibrary: PartGroup[] = [];
  for (const group of drawing.groups) {
    const { title, licence, faces, restrictedFaces } = group.about;
    const found = (severity: Finding['severity'], message: string): void => {
      findings.push({
        check: 'rights',
        severity,
        part: group.part,
        message,
        figure: 1,
        threshold: 0,
        unit: 'parts',
        region: regionOf(groupBounds(group)),
        mends: [],
      });
    };
    // Of a typeface that was brought in only its owner knows what was bought with it.
    if (restrictedFaces.length)
      found(
        'watch',
        `“${title}” is set in a typeface that its maker lets nobody embed: ask for a licence that allows goods`,
      );
    else if (faces.some((id) => !catalogueFace(id)))
      found('note', `“${title}” is set in a typeface of your own: its licence must allow goods for sale`);
    if (!licence) continue;
    const terms = termsOf(licence);
    if (!terms) {
      found(
        'watch',
        licence.id === 'unknown'
          ? `Nobody has said whether “${title}” may be sold: its licence is unknown`
          : `The terms of “${title}” (${licence.id}) are not known here: read them before you sell it`,
      );
      continue;
    }
    if (licence.id !== 'own' && licence.id !== 'redrawn') fromLibrary.push(group);
    const from = licence.source ? `, ${licence.source}` : '';
    if (!terms.sale) found('stop', `“${title}” may not be sold on goods: its licence is ${terms.name}`);
    else if (isUnshown(licence))
      found('watch', `“${title}” is drawn after another’s picture: say whose, and what shows that you may`);
    else if (!terms.change) found('watch', `“${title}” may not be changed: its licence is ${terms.name}`);
    else if (terms.shareAlike)
      found('watch', `What is made with “${title}” must be given on under ${terms.name}${from}`);
    else if (terms.attribution)
      found('note', `The listing must name the maker of “${title}”: ${terms.name}${from}`);
  }
  if (fromLibrary.length === 1 && drawing.groups.length === 1) {
    const [group] = fromLibrary;
    findings.push({
      check: 'alone',
      severity: 'watch',
      part: group.part,
      message: `“${group.about.title}” comes from a library and stands alone: marketplaces want something of your own added`,
      figure: 1,
      threshold: 0,
      unit: 'parts',
      region: regionOf(groupBounds(group)),
      mends: [],
    });
  }
  return findings;
}
