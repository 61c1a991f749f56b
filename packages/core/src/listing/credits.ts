import { allParts, sidesOf, type Design, type Material } from '../design';
import { facesOfPart, type MotifPart } from '../parts';
import { termsOf, type Licence } from '../rights';
import { catalogueFace } from '../type';

export type MaterialKind = 'typeface' | 'figure' | 'picture';

/** A material that a design uses, and what may be done with it. */
export interface UsedMaterial {
  kind: MaterialKind;
  /** What it is called in the design. */
  title: string;
  /** By which it is the same thing in other designs: a typeface's id, a picture's content address, a figure's name and source. */
  key: string;
  licence: Licence;
}

/** By which a picture is the same in other designs, and a figure. */
export const pictureKey = ({ sha256, id }: Material): string => `picture ${sha256 ?? id}`;
export const figureKey = ({ name, licence }: MotifPart): string =>
  `figure ${name || 'a figure'} ${licence.source ?? licence.id}`;

/** What a typeface of the seller's own is called while its name is not known. */
export const UNNAMED_FACE = 'of your own';
export const typefaceKey = (id: string): string => `typeface ${id}`;

/** All that a design uses and that somebody has a right to, each once; pictures that no part shows are left out. */
export function usedMaterials(design: Design): UsedMaterial[] {
  const all = new Map<string, UsedMaterial>();
  const add = (kind: MaterialKind, title: string, key: string, licence: Licence) => {
    if (!all.has(key)) all.set(key, { kind, title, key, licence });
  };
  for (const material of design.materials)
    add('picture', material.name, pictureKey(material), material.licence);
  // What was drawn over a picture rests on it, though it is in no file.
  for (const { aids } of sidesOf(design))
    if (aids.reference?.under) {
      const { sha256, name, licence = { id: 'unknown' } } = aids.reference;
      add('picture', `${name}, drawn over`, `picture ${sha256}`, licence);
    }
  for (const part of allParts(design)) {
    if (part.kind === 'motif') add('figure', part.name || 'a figure', figureKey(part), part.licence);
    for (const id of facesOfPart(part)) {
      const face = catalogueFace(id);
      const said = design.typefaces.find((t) => t.id === id);
      const licence = face ? { id: face.licence } : (said?.licence ?? { id: 'unknown' });
      add('typeface', face?.name ?? (said?.name || UNNAMED_FACE), typefaceKey(id), licence);
    }
  }
  return [...all.values()];
}

/** The line that names the maker of a material, where its licence asks for one; null where it does not. */
export function creditOf({ title, licence }: Pick<UsedMaterial, 'title' | 'licence'>): string | null {
  const terms = termsOf(licence);
  if (!terms?.attribution) return null;
  return `${title}, ${terms.name}${licence.source ? `, ${licence.source}` : ''}`;
}

/** The lines that a description owes, each once. */
export const creditsOf = (materials: readonly UsedMaterial[]): string[] => [
  ...new Set(materials.flatMap((m) => creditOf(m) ?? [])),
];

/** Those of the lines that a description lacks. */
export const creditsMissing = (description: string, credits: readonly string[]): string[] =>
  credits.filter((c) => !description.includes(c));
