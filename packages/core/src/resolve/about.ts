import type { Hex } from '../colour';
import type { Design } from '../design';
import type { About, Materials } from '../drawing';
import { kindOf, partTitle, type Part } from '../parts';

/** What a judge needs to know of a part beside what it draws. */
export function aboutPart(
  part: Part,
  design: Design,
  inks: ReadonlyMap<string, Hex>,
  materials: Materials,
): About {
  return {
    kind: part.kind,
    title: partTitle(part),
    mustRead: part.mustRead,
    licence: null,
    ownFaces: [],
    words: [],
    letterHeight: () => null,
    ...kindOf(part).about?.(part, {
      colour: (ink) => inks.get(ink) ?? '#000000',
      materials,
      typeface: (id) => design.typefaces.find((t) => t.id === id),
      picture: (id) => design.materials.find((m) => m.id === id),
    }),
  };
}
