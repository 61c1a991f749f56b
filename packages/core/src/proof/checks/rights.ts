import { groupBounds, type PartGroup, type SetFace } from '../../drawing';
import { isUnshown, termsOf, type Licence } from '../../rights';
import { told, type SentenceKey, type SentenceValues } from '../../sentences';
import { regionOf } from '../measure';
import type { Finding, Judged } from '../types';

type Told = Pick<Finding, 'severity' | 'message' | 'said'>;
const say = (severity: Finding['severity'], key: SentenceKey, values: SentenceValues): Told => ({
  severity,
  ...told(key, values),
});

/** What a licence is of: a part, a typeface by its name, or the typeface of a part. */
interface Licensed {
  of: 'part' | 'typeface' | 'face-of';
  name: string;
}

/** What is to be told of a material under a licence; null where nothing is. */
function toldOf(what: Licensed, licence: Licence): Told | null {
  const terms = termsOf(licence);
  const of = { ...what, licence: terms?.name ?? licence.id };
  if (!terms) return say('watch', licence.id === 'unknown' ? 'rights.unknown' : 'rights.unread', of);
  const from = { ...of, sourced: licence.source ? 'yes' : 'no', source: licence.source ?? '' };
  if (!terms.sale) return say('stop', 'rights.no-sale', of);
  if (isUnshown(licence)) return say('watch', 'rights.unshown', of);
  if (!terms.change) return say('watch', 'rights.no-change', of);
  if (terms.shareAlike) return say('watch', 'rights.share-alike', from);
  return terms.attribution ? say('note', 'rights.attribution', from) : null;
}

/** What is to be told of a typeface of the seller's own: only they know what was bought with it. */
function toldOfFace(title: string, { name, licence, restricted }: SetFace): Told | null {
  if (licence.id !== 'unknown')
    return toldOf(name ? { of: 'typeface', name } : { of: 'face-of', name: title }, licence);
  return say('watch', restricted ? 'rights.restricted-face' : 'rights.own-face', {
    ...{ title, named: name ? 'yes' : 'no', face: name ?? '' },
  });
}

/** Rights that are unknown, or that do not let goods be sold; attribution that a listing owes. */
export function rightsFindings(input: Judged): Finding[] {
  const { drawing } = input;
  const finding = (check: 'rights' | 'alone', group: PartGroup, say: Told): Finding => ({
    check,
    part: group.part,
    ...say,
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
    const own = ownFaces.flatMap((face) => toldOfFace(title, face) ?? []);
    if (licence) {
      own.push(...[toldOf({ of: 'part', name: title }, licence) ?? []].flat());
      if (termsOf(licence) && licence.id !== 'own' && licence.id !== 'redrawn') fromLibrary.push(group);
    }
    findings.push(...own.map((t) => finding('rights', group, t)));
  }
  if (fromLibrary.length === 1 && drawing.groups.length === 1) {
    const [group] = fromLibrary;
    findings.push(finding('alone', group, say('watch', 'rights.alone', { title: group.about.title })));
  }
  return findings;
}
