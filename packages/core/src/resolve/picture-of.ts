import type { Hex } from '../colour';
import { allParts, inkValues, type Design } from '../design';
import type { ImageItem, Materials } from '../drawing';
import { kindOf, type Part } from '../parts';
import { treatmentKey, type Treatment } from '../steps';
import { maskCover } from './mask-of';
import { partMatrix } from './own';

/** What a part that shows a picture draws of it. */
export function pictureOf(
  part: Part,
  design: Design,
  inks: ReadonlyMap<string, Hex>,
  materials: Materials,
): ImageItem {
  const { material, image } = kindOf(part).pictured!;
  const found = design.materials.find((m) => m.id === material(part))!;
  const colour = (ink: string) => inks.get(ink) ?? '#000000';
  const coverOf = (id: string) => maskCover(id, part, found, design, materials, colour);
  return { ...image(part, found, { colour, light: design.light, coverOf }), matrix: partMatrix(part) };
}

/** Each picture of a design (of all sides, or of some parts) with what is done to it in all colourways; the same ones once. */
export function picturesIn(
  design: Design,
  materials: Materials,
  parts: readonly Part[] = allParts(design),
): { material: string; treatment: Treatment | null }[] {
  const found = new Map<string, { material: string; treatment: Treatment | null }>();
  for (const { id } of design.colourways) {
    const inks = inkValues(design, id);
    for (const part of parts) {
      if (!kindOf(part).pictured) continue;
      const { material, treatment } = pictureOf(part, design, inks, materials);
      found.set(`${material} ${treatmentKey(treatment)}`, { material, treatment });
    }
  }
  return [...found.values()];
}
