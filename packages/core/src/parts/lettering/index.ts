import { catalogueFace } from '../../type';
import { partBase, type Place } from '../base';
import type { PartKindOf } from '../kind';
import { LETTERING_FIELDS } from './fields';
import { smallestLetters } from './heights';
import { facesOf, letteringShape } from './outlines';
import type { LetteringLine, LetteringPart } from './types';

export { decorated } from './decorate';
export { facesOf, letteringBlock } from './outlines';
export * from './types';

export const letteringLine = (text: string, face: string, size: number, ink: string): LetteringLine => ({
  text,
  face,
  size,
  tracking: 0,
  wordSpace: 0,
  leading: 1.1,
  case: 'typed',
  ink,
  features: [],
  axes: {},
  shift: 0,
  spans: [],
});

export const lettering = (id: string, name: string, at: Place, lines: LetteringLine[]): LetteringPart => ({
  ...partBase(id, name, at, true),
  kind: 'lettering',
  align: 'centre',
  lines,
  measure: null,
  baseline: { kind: 'straight' },
  upright: false,
  envelope: null,
  decorations: [],
  gradient: null,
});

/** The same lettering with so many of its first letters. */
function firstLetters(part: LetteringPart, most: number): LetteringPart {
  let left = most;
  const lines = part.lines.flatMap((line) => {
    if (left <= 0) return [];
    const text = line.text.slice(0, left);
    left -= text.length;
    const spans = line.spans
      .filter((s) => s.from < text.length)
      .map((s) => ({ ...s, to: Math.min(s.to, text.length) }));
    return [{ ...line, text, spans }];
  });
  return {
    ...part,
    lines: lines.length ? lines : part.lines.slice(0, 1).map((l) => ({ ...l, text: '', spans: [] })),
  };
}

export const LETTERING: PartKindOf<LetteringPart> = {
  kind: 'lettering',
  label: 'Lettering',
  mustRead: true,
  fields: LETTERING_FIELDS,
  title: (part) =>
    part.lines
      .map((l) => l.text.trim())
      .filter(Boolean)
      .join(' ') || 'Lettering',
  words: (part) => part.lines.map((l) => l.text),
  faces: facesOf,
  about(part, { materials, typeface }) {
    let height: number | null | undefined;
    return {
      ownFaces: facesOf(part)
        .filter((id) => !catalogueFace(id))
        .map((id) => ({
          ...{ id, name: '', licence: { id: 'unknown' }, ...typeface(id) },
          restricted: materials.face(id)?.embedding === 'restricted',
        })),
      words: part.lines.map((l) => l.text),
      letterHeight: () => (height ??= smallestLetters(part, materials)),
    };
  },
  outlined: {
    shape: (part, materials, faults, outline) => letteringShape(part, materials, outline, faults),
    outside: (part, materials, outline) => [
      ...facesOf(part).map((id) => materials.face(id)),
      ...(part.baseline.kind === 'along' ? [outline(part.baseline.part)] : []),
    ],
    same: (_part, shape) => shape,
    letters: { count: (part) => part.lines.reduce((n, l) => n + l.text.length, 0), first: firstLetters },
  },
};
