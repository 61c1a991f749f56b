import { allParts, type Design } from '../design';
import { facesOfPart } from '../parts';
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

/** All that a design uses and that somebody has a right to, each once; pictures that no part shows are left out. */
export function usedMaterials(design: Design): UsedMaterial[] {
  const all = new Map<string, UsedMaterial>();
  const add = (kind: MaterialKind, title: string, own: string, licence: Licence) => {
    const key = `${kind} ${own}`;
    if (!all.has(key)) all.set(key, { kind, title, key, licence });
  };
  for (const { name, sha256, id, licence } of design.materials) add('picture', name, sha256 ?? id, licence);
  for (const part of allParts(design)) {
    if (part.kind === 'motif') {
      const title = part.name || 'a figure';
      add('figure', title, `${title} ${part.licence.source ?? part.licence.id}`, part.licence);
    }
    for (const id of facesOfPart(part)) {
      const face = catalogueFace(id);
      add('typeface', face?.name ?? 'of your own', id, face ? { id: face.licence } : { id: 'unknown' });
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
