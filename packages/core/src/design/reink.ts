import { CUT_LINE_FIELD } from '../cutline';
import { mapField, type Visit } from '../fields';
import { mapPart, type Part } from '../parts';
import { inksOfPart, usedInks } from './colours';
import type { Edit } from './edits';
import { OVERRIDE_FIELD } from './fields';
import { allParts, sidesOf } from './sides';
import type { Design, Ink } from './types';

type To = (ink: string) => string;

const visiting = (to: To): Visit => ({ ref: (kind, id) => (kind === 'ink' ? to(id) : id) });

/** A part that uses other inks. */
export const reinked = (part: Part, to: To): Part => mapPart(part, visiting(to));

/** Inks that no part uses, in no colourway, and no border. */
export function unusedInks(design: Design): Ink[] {
  const used = usedInks(design);
  return design.inks.filter((i) => !used.has(i.id));
}

/** Edits that put other inks wherever inks are used, in every colourway. */
function reinkEdits(design: Design, to: (ink: string) => string): Edit[] {
  const parts = allParts(design).filter((p) => inksOfPart(p).some((ink) => to(ink) !== ink));
  return [
    ...parts.map((part): Edit => ({ op: 'updatePart', part: part.id, change: reinked(part, to) })),
    ...sidesOf(design).flatMap(({ id, cutLine }): Edit[] => {
      const reinkedCut = cutLine && mapField(CUT_LINE_FIELD, cutLine, visiting(to));
      return reinkedCut === cutLine ? [] : [{ op: 'setCutLine', side: id, cutLine: reinkedCut }];
    }),
    ...design.colourways.flatMap((c): Edit[] =>
      Object.entries(c.parts ?? {}).map(([part, o]) => ({
        op: 'overridePart',
        colourway: c.id,
        part,
        change: mapField(OVERRIDE_FIELD, o, visiting(to)),
      })),
    ),
  ];
}

/** Edits that put `into` wherever `from` is used, and take `from` away. */
export function mergeInks(design: Design, from: string, into: string): Edit[] {
  return [
    ...reinkEdits(design, (ink) => (ink === from ? into : ink)),
    ...design.colourways.map((c): Edit => ({ op: 'resetInk', colourway: c.id, ink: from })),
    { op: 'removeInk', ink: from },
  ];
}

/** Edits that put each of two inks wherever the other is used; their values stay. */
export const swapInks = (design: Design, a: string, b: string): Edit[] =>
  reinkEdits(design, (ink) => (ink === a ? b : ink === b ? a : ink));
