import type { Span, SpanLook } from '../type';
import type { Edit } from './edits';
import { allParts } from './sides';
import type { Design } from './types';
import type { LetteringLine, LetteringPart } from '../parts';

/** Edits of the words of lettering, and of the look of single letters. Indices are UTF-16. */

const same = (a: SpanLook, b: SpanLook) => JSON.stringify(lookOf(a)) === JSON.stringify(lookOf(b));

/** The look of a span without its place, keys in one order, so that equal looks are equal text. */
function lookOf(span: SpanLook & { from?: number; to?: number }): SpanLook {
  const { face, scale, tracking, ink, shift, turn, features, axes } = span;
  const look = { face, scale, tracking, ink, shift, turn, features, axes };
  return Object.fromEntries(
    Object.entries(look).filter(
      ([, v]) => v !== undefined && !(Array.isArray(v) && v.length === 0) && !isEmpty(v),
    ),
  );
}
const isEmpty = (v: unknown) =>
  typeof v === 'object' && v !== null && !Array.isArray(v) && Object.keys(v).length === 0;

/** Spans sorted and merged where neighbours look the same; those that change nothing are left out. */
function tidied(spans: readonly Span[]): Span[] {
  const out: Span[] = [];
  for (const span of [...spans].sort((a, b) => a.from - b.from)) {
    if (span.to <= span.from || isEmpty(lookOf(span))) continue;
    const last = out.at(-1);
    if (last && last.to === span.from && same(last, span)) last.to = span.to;
    else out.push({ from: span.from, to: span.to, ...lookOf(span) });
  }
  return out;
}

/**
 * The line with some of its letters changed: what `look` says is put over the look that they have;
 * `undefined` in it takes that part of the look away.
 */
export function styleLetters(
  line: LetteringLine,
  from: number,
  to: number,
  look: { [K in keyof SpanLook]?: SpanLook[K] | undefined },
): LetteringLine {
  const [a, b] = [Math.max(0, from), Math.min(line.text.length, to)];
  if (b <= a) return line;
  const spans: Span[] = [];
  let at = a;
  for (const span of line.spans) {
    if (span.from < a) spans.push({ ...span, to: Math.min(span.to, a) });
    if (span.to > b) spans.push({ ...span, from: Math.max(span.from, b) });
    const [x, y] = [Math.max(span.from, a), Math.min(span.to, b)];
    if (y <= x) continue;
    if (x > at) spans.push({ from: at, to: x, ...look });
    spans.push({ ...span, from: x, to: y, ...look });
    at = y;
  }
  if (at < b) spans.push({ from: at, to: b, ...look });
  return { ...line, spans: tidied(spans) };
}

/** The look of the letter at `index`; empty when it is as its line. */
export function lookAt(line: LetteringLine, index: number): SpanLook {
  const span = line.spans.find((s) => s.from <= index && index < s.to);
  return span ? lookOf(span) : {};
}

/** Letters that print nothing are passed over when inks are dealt. */
const PRINTS = /\S/u;

/** The letters of lettering in turn get these inks, beginning again at the end of the list; across lines. */
export function dealInks(lines: readonly LetteringLine[], inks: readonly string[]): LetteringLine[] {
  let n = 0;
  return lines.map((line) => {
    let dealt = line;
    let at = 0;
    for (const c of line.text) {
      if (PRINTS.test(c) && inks.length) {
        const ink = inks[n++ % inks.length];
        dealt = styleLetters(dealt, at, at + c.length, { ink: ink === line.ink ? undefined : ink });
      }
      at += c.length;
    }
    return dealt;
  });
}

/** Spans after the characters from `at` to `at + removed` were replaced by `added` ones. */
function movedSpans(spans: readonly Span[], at: number, removed: number, added: number): Span[] {
  const end = at + removed;
  return tidied(
    spans.map((s): Span => {
      // What is put in takes the look of what it replaces, or of the letter before it.
      const from =
        s.from < at ? s.from : s.from >= end && (removed > 0 || s.from > at) ? s.from + added - removed : at;
      const begins = removed === 0 && s.from === at ? at + added : from;
      const reaches = removed === 0 ? s.to >= at : s.to > at;
      const to = s.to >= end && reaches ? s.to + added - removed : Math.min(s.to, at);
      // A span that ended within what was replaced ends before it.
      return { ...s, from: begins, to: Math.max(begins, to) };
    }),
  );
}

/** The line with its text changed by typing; letters keep their looks. */
function retyped(line: LetteringLine, text: string): LetteringLine {
  if (text === line.text) return line;
  let head = 0;
  const most = Math.min(text.length, line.text.length);
  while (head < most && text[head] === line.text[head]) head++;
  let tail = 0;
  while (tail < most - head && text[text.length - 1 - tail] === line.text[line.text.length - 1 - tail])
    tail++;
  const removed = line.text.length - head - tail;
  const added = text.length - head - tail;
  const spans = movedSpans(line.spans, head, removed, added)
    .map((s) => ({ ...s, from: Math.max(0, s.from), to: Math.min(s.to, text.length) }))
    .filter((s) => s.to > s.from);
  return { ...line, text, spans };
}

/** The part of a line between two indices, with its looks. */
const sliced = (line: LetteringLine, from: number, to: number): LetteringLine => ({
  ...line,
  text: line.text.slice(from, to),
  spans: tidied(
    line.spans.map((s) => ({ ...s, from: Math.max(s.from, from) - from, to: Math.min(s.to, to) - from })),
  ),
});

const joined = (a: LetteringLine, b: LetteringLine): LetteringLine => ({
  ...a,
  text: a.text + b.text,
  spans: tidied([
    ...a.spans,
    ...b.spans.map((s) => ({ ...s, from: s.from + a.text.length, to: s.to + a.text.length })),
  ]),
});

/** The words of lettering as one text, a line feed between lines. */
export const textOf = (lines: readonly LetteringLine[]): string => lines.map((l) => l.text).join('\n');

/**
 * Lines after their text (`textOf`) was changed to `text` in one place: typed, pasted over, cut. Lines
 * and letters keep their looks; new lines look like the one that they came out of.
 */
export function typeOver(lines: readonly LetteringLine[], text: string): LetteringLine[] {
  const given = textOf(lines);
  const wanted = text.replace(/\r\n?|\u2028|\u2029/g, '\n');
  if (wanted === given || lines.length === 0) return [...lines];
  let head = 0;
  const most = Math.min(given.length, wanted.length);
  while (head < most && given[head] === wanted[head]) head++;
  let tail = 0;
  while (tail < most - head && given[given.length - 1 - tail] === wanted[wanted.length - 1 - tail]) tail++;
  // Where the change begins and ends, as line and place in it.
  const placeOf = (at: number) => {
    let left = at;
    for (let i = 0; i < lines.length; i++) {
      if (left <= lines[i].text.length) return { line: i, at: left };
      left -= lines[i].text.length + 1;
    }
    return { line: lines.length - 1, at: lines.at(-1)!.text.length };
  };
  const [from, to] = [placeOf(head), placeOf(given.length - tail)];
  const first = lines[from.line];
  const rest = sliced(lines[to.line], to.at, lines[to.line].text.length);
  const added = wanted.slice(head, wanted.length - tail).split('\n');
  const before = sliced(first, 0, from.at);
  // The look of the letter before goes on into what is typed.
  const grown = retyped(before, before.text + added[0]);
  const made: LetteringLine[] = [grown];
  for (const words of added.slice(1)) made.push({ ...first, text: words, spans: [] });
  const last = made.pop()!;
  // A line that stood by itself keeps its own settings when only the line feed before it was typed anew.
  made.push(joined(last, rest));
  return [...lines.slice(0, from.line), ...made, ...lines.slice(to.line + 1)];
}

export interface FindOptions {
  matchCase: boolean;
  wholeWords: boolean;
}

function pattern(find: string, { matchCase, wholeWords }: FindOptions): RegExp {
  const plain = find.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
  // An apostrophe with a letter on its other side is within a word.
  const text = wholeWords ? `(?<![\\p{L}\\p{N}]|\\p{L}['’])${plain}(?![\\p{L}\\p{N}]|['’]\\p{L})` : plain;
  return new RegExp(text, matchCase ? 'gu' : 'giu');
}

/** How often `find` stands in the lettering of a design, on all of its sides. */
export function countFound(design: Design, find: string, options: FindOptions): number {
  if (find === '') return 0;
  const wanted = pattern(find, options);
  return allParts(design)
    .filter((p) => p.kind === 'lettering' && !p.locked)
    .flatMap((p) => (p as LetteringPart).lines)
    .reduce((n, l) => n + [...l.text.matchAll(wanted)].length, 0);
}

/** A line with `by` wherever `find` stands in it; letters keep their looks. The same line when it does not. */
export function replaceInLine(
  line: LetteringLine,
  find: string,
  by: string,
  options: FindOptions,
): LetteringLine {
  let changed = line;
  // From the end, so that the places of those before stay right.
  for (const { index, 0: found } of [...line.text.matchAll(pattern(find, options))].reverse()) {
    const text = changed.text.slice(0, index) + by + changed.text.slice(index + found.length);
    changed = { ...changed, text, spans: movedSpans(changed.spans, index, found.length, by.length) };
  }
  return changed;
}

/** Edits that put `by` wherever `find` stands in the lettering of a design; locked parts are left alone. */
export function replaceEdits(design: Design, find: string, by: string, options: FindOptions): Edit[] {
  if (find === '') return [];
  return allParts(design).flatMap((part): Edit[] => {
    if (part.kind !== 'lettering' || part.locked) return [];
    const lines = part.lines.map((line) => replaceInLine(line, find, by, options));
    return lines.some((l, i) => l !== part.lines[i])
      ? [{ op: 'updatePart', part: part.id, change: { lines } }]
      : [];
  });
}
