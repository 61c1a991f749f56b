import { groupBounds, type PartGroup, type SetFace } from '../../drawing';
import { isUnshown, termsOf, type Licence } from '../../rights';
import { regionOf } from '../measure';
import type { Finding, Judged } from '../types';

type Told = Pick<Finding, 'severity' | 'message'>;

/** What is to be told of a material under a licence, by the name that it has in the design; null where nothing is. */
function toldOf(name: string, licence: Licence): Told | null {
  const terms = termsOf(licence);
  const told = (severity: Told['severity'], message: string): Told => ({ severity, message });
  if (!terms)
    return licence.id === 'unknown'
      ? told('watch', `Nobody has said whether ${name} may be sold: its licence is unknown`)
      : told(
          'watch',
          `The terms of ${name} (${licence.id}) are not known here: read them before you sell it`,
        );
  const from = licence.source ? `, ${licence.source}` : '';
  if (!terms.sale) return told('stop', `${name} may not be sold on goods: its licence is ${terms.name}`);
  if (isUnshown(licence))
    return told('watch', `${name} is drawn after another’s picture: say whose, and what shows that you may`);
  if (!terms.change) return told('watch', `${name} may not be changed: its licence is ${terms.name}`);
  if (terms.shareAlike)
    return told('watch', `What is made with ${name} must be given on under ${terms.name}${from}`);
  if (terms.attribution)
    return told('note', `The listing must name the maker of ${name}: ${terms.name}${from}`);
  return null;
}

/** What is to be told of a typeface of the seller's own: only they know what was bought with it. */
function toldOfFace(title: string, { name, licence, restricted }: SetFace): Told | null {
  if (licence.id !== 'unknown')
    return toldOf(name ? `the typeface “${name}”` : `the typeface of “${title}”`, licence);
  const face = name ? `“${name}”, a typeface` : 'a typeface';
  return {
    severity: 'watch',
    message: restricted
      ? `“${title}” is set in ${face} that its maker lets nobody embed: ask for a licence that allows goods, and say so`
      : `“${title}” is set in ${face} of your own: nobody has said whether its licence allows goods for sale`,
  };
}

const capital = ({ severity, message }: Told): Told => ({
  severity,
  message: message[0].toUpperCase() + message.slice(1),
});

/** Rights that are unknown, or that do not let goods be sold; attribution that a listing owes. */
export function rightsFindings(input: Judged): Finding[] {
  const { drawing } = input;
  const finding = (check: 'rights' | 'alone', group: PartGroup, told: Told): Finding => ({
    check,
    part: group.part,
    ...capital(told),
    figure: 1,
    threshold: 0,
    unit: 'parts',
    region: regionOf(groupBounds(group)),
    mends: [],
  });
  const findings: Finding[] = [];
  const fromLibrary: PartGroup[] = [];
  for (const group of drawing.groups) {
    const { title, licence, ownFaces } = group.about;
    const told = ownFaces.flatMap((face) => toldOfFace(title, face) ?? []);
    if (licence) {
      told.push(...[toldOf(`“${title}”`, licence) ?? []].flat());
      if (termsOf(licence) && licence.id !== 'own' && licence.id !== 'redrawn') fromLibrary.push(group);
    }
    findings.push(...told.map((t) => finding('rights', group, t)));
  }
  if (fromLibrary.length === 1 && drawing.groups.length === 1) {
    const [group] = fromLibrary;
    const message = `“${group.about.title}” comes from a library and stands alone: marketplaces want something of your own added`;
    findings.push(finding('alone', group, { severity: 'watch', message }));
  }
  return findings;
}
