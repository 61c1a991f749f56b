import { allParts, sidesOf, type Design, type Edit, type OwnTypeface } from '../design';
import { isUnshown, termsOf, type Licence } from '../rights';
import { ownFace } from '../type';
import { creditOf, figureKey, pictureKey, UNNAMED_FACE, type UsedMaterial } from './credits';

/** What may be done with a material of a design, and why. */
export interface RightsRow extends UsedMaterial {
  /** `no`: it may not be sold; `unknown`: nobody has said; `ask`: its terms are not known here, or bind what is made. */
  goods: 'yes' | 'no' | 'unknown' | 'ask';
  /** In words. */
  why: string;
  /** The line that a listing owes; null where it owes none. */
  credit: string | null;
}

function rowOf(used: UsedMaterial): RightsRow {
  const { licence } = used;
  const terms = termsOf(licence);
  const credit = creditOf(used);
  const row = (goods: RightsRow['goods'], why: string): RightsRow => ({ ...used, goods, why, credit });
  if (licence.id === 'unknown') return row('unknown', 'Nobody has said whether it may be sold on goods');
  if (!terms) return row('ask', `The terms of ${licence.id} are not known here: read them`);
  if (!terms.sale) return row('no', `${terms.name} does not let goods be sold`);
  if (isUnshown(licence))
    return row('ask', 'Drawn after another’s picture: say whose, and what shows that you may');
  if (terms.shareAlike)
    return row('ask', `${terms.name}: what is made with it must be given on under the same terms`);
  if (!terms.change) return row('ask', `${terms.name}: it may not be changed`);
  return row('yes', terms.name);
}

/** What a design uses and why it may. */
export const rightsOf = (used: readonly UsedMaterial[]): RightsRow[] => used.map(rowOf);

/** What shows that a material may be used, in words; empty where nothing is said. */
export const proofOf = ({ proof, bill }: Licence): string => [proof, bill?.name].filter(Boolean).join(', ');

/** The header and the cells of a statement of rights, as a table. */
export const RIGHTS_HEADER = [
  'kind',
  'material',
  'licence',
  'from',
  'may be sold on goods',
  'why',
  'proof',
  'since',
  'credit',
];
export const rightsCells = (rows: readonly RightsRow[]): string[][] =>
  rows.map((r) => [
    ...[r.kind, r.title, r.licence.id, r.licence.source ?? '', r.goods, r.why],
    ...[proofOf(r.licence), r.licence.date ?? '', r.credit ?? ''],
  ]);

/** Whether a seller can say whose it is: of typefaces that ship it is known. */
export const canSay = ({ kind, key }: Pick<UsedMaterial, 'kind' | 'key'>): boolean =>
  kind !== 'typeface' || ownFaceIn(key) !== null;

/** The id of the typeface of the seller's own that a key is of; null for any other material. */
export function ownFaceIn(key: string): string | null {
  const id = key.startsWith('typeface ') ? key.slice('typeface '.length) : '';
  return ownFace(id) && id;
}

const sayFace = (typeface: OwnTypeface): Edit => ({ op: 'sayTypeface', typeface });

/** Edits that say under which licence a material of a design is, wherever it is used in it; none for a typeface that ships. */
export function licenceEdits(design: Design, { key, title }: UsedMaterial, licence: Licence): Edit[] {
  const face = ownFaceIn(key);
  return [
    ...(face ? [sayFace({ id: face, name: title === UNNAMED_FACE ? '' : title, licence })] : []),
    ...design.materials
      .filter((m) => pictureKey(m) === key)
      .map((m): Edit => ({ op: 'updateMaterial', material: m.id, change: { licence } })),
    ...sidesOf(design).flatMap(({ aids: { reference } }): Edit[] =>
      reference?.under && key === `picture ${reference.sha256}`
        ? [{ op: 'sayReference', sha256: reference.sha256, licence }]
        : [],
    ),
    ...allParts(design)
      .filter((p) => p.kind === 'motif')
      .filter((p) => figureKey(p) === key)
      .map((p): Edit => ({ op: 'updatePart', part: p.id, change: { licence } })),
  ];
}
