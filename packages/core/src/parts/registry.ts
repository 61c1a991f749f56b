import { type Field, type FieldsOf, kinds, mapField, record, visitField, type Visit } from '../fields';
import { baseFields, type PartBase } from './base';
import { CODE, type CodePart } from './code';
import type { PartKindOf } from './kind';
import { LETTERING, type LetteringPart } from './lettering';
import { DRAWN_LINE, type LinePart } from './line';
import { MOTIF, type MotifPart } from './motif';
import { PICTURE, type PicturePart } from './picture';
import { SHAPE, type ShapePart } from './shape';

/** Every kind of part, in the order in which they are offered. A new kind is a folder and a line here. */
const KINDS = {
  lettering: LETTERING,
  motif: MOTIF,
  shape: SHAPE,
  line: DRAWN_LINE,
  picture: PICTURE,
  code: CODE,
};

export type Part = LetteringPart | MotifPart | ShapePart | LinePart | PicturePart | CodePart;
export type PartKind = Part['kind'];
export const PART_KINDS = Object.keys(KINDS) as readonly PartKind[];

type AnyKind = PartKindOf<PartBase & { kind: string }>;

/** All that is known about a part's kind. */
export const kindOf = <P extends Part>(part: P): PartKindOf<P> =>
  KINDS[part.kind] as unknown as PartKindOf<P>;

const all = Object.values(KINDS) as unknown as AnyKind[];

/** Every kind of part, with the fields that all have. */
export const PART_FIELD: Field<Part> = kinds(
  Object.fromEntries(all.map((k) => [k.kind, { ...baseFields(k.mustRead), ...k.fields }])) as never,
  {
    name: 'part',
    rules: Object.fromEntries(
      all.map(({ kind, rule, also }) => [kind, { ...(rule ? { rule } : {}), ...(also ? { also } : {}) }]),
    ),
  },
);

const OWN: Readonly<Record<string, Field>> = Object.fromEntries(
  all.map((k) => [k.kind, record(k.fields as FieldsOf<object>) as Field]),
);

/** A part with its references and its lengths in board px changed; the very same where none changes. */
export const mapPart = (part: Part, visit: Visit): Part => mapField(PART_FIELD, part, visit);

function refsIn(field: Field, value: unknown, to: string): string[] {
  const found = new Set<string>();
  visitField(field, value, (kind, id) => {
    if (kind === to) found.add(id);
  });
  return [...found];
}

/** The inks of the part itself, without keylines and shade, in order of first use. */
export const ownInks = (part: Part): string[] => refsIn(OWN[part.kind], part, 'ink');

/** Ids of the materials that a part shows. */
export const materialsOfPart = (part: Part): string[] => refsIn(OWN[part.kind], part, 'material');

/** How the seller would point at a part: its name, or its words. */
export function partTitle(part: Part): string {
  const { title, label } = kindOf(part);
  return part.name || (title?.(part) ?? label);
}

/** Lines of words on a part. */
export const wordsOfPart = (part: Part): string[] => kindOf(part).words?.(part) ?? [];

/** Ids of the typefaces that a part is set in. */
export const facesOfPart = (part: Part): string[] => kindOf(part).faces?.(part) ?? [];

/** Whether keylines, a shade and a spread can go around a part. */
export const isDressed = (part: Part): boolean => kindOf(part).outlined !== undefined;

/** Whether it is known what of the board a part covers: by its outlines, or by a picture's alpha. */
export const isCover = (part: Part): boolean => isDressed(part) || kindOf(part).pictured !== undefined;

/** Whether a part gives lettering an outline to run along. */
export const givesOutline = (part: Part): boolean => kindOf(part).outlined?.way !== undefined;
