import bidiFactory from 'bidi-js';
import { EMPTY_BOX, pathBounds, transformPath, type Box, type PathData } from '../geometry';
import type { LetterCase, LineSettings, Span } from './settings';
import type { Typeface } from './typeface';

const bidi = bidiFactory();

/** One letter (what the caret passes in one step, or a ligature) of a line that is not bent yet. */
export interface Letter {
  /** The characters that it stands for: UTF-16 indices into the line's text. −1 for a separator. */
  from: number;
  to: number;
  /** Outline, px, y down, from the letter's pen position on the baseline; shifted and turned. */
  path: PathData;
  box: Box;
  /** Pen position and advance, px; the advance has no tracking. */
  x: number;
  advance: number;
  /** Runs from right to left. */
  backwards: boolean;
  ink: string;
  /** Em size of this letter, px, and heights that belong to it. */
  size: number;
  capHeight: number;
  ascent: number;
  descent: number;
}

/** A line's letters in visual order from x = 0, and what its typefaces lack. */
export interface ShapedLine {
  letters: Letter[];
  /** Advance width, px, without tracking after the last letter. */
  width: number;
  missing: { face: string; characters: string[] }[];
}

export type FindFace = (id: string) => Typeface | undefined;

/** Characters that are laid out as nothing: controls would print as boxes. */
// eslint-disable-next-line no-control-regex
const CONTROL = /[\u0000-\u001f\u007f-\u009f\u200b\ufeff]/;

const RIGHT_TO_LEFT = /[\u0590-\u08ff\ufb1d-\ufdff\ufe70-\ufefc]|[\ud802-\ud803\ud83a-\ud83b]/;

/** Scripts that HarfBuzz must shape apart from Latin, since a run has one script. */
const SCRIPTS = [
  /\p{Script=Latin}/u,
  /\p{Script=Arabic}/u,
  /\p{Script=Hebrew}/u,
  /\p{Script=Cyrillic}/u,
  /\p{Script=Greek}/u,
  /\p{Script=Devanagari}/u,
  /\p{Script=Thai}/u,
  /\p{Script=Hangul}/u,
  /\p{Script=Han}|\p{Script=Hiragana}|\p{Script=Katakana}/u,
];
const scriptOf = (c: string) => SCRIPTS.findIndex((s) => s.test(c));

/** Size of small capitals made from capitals, where the typeface has none. */
const SMALL_CAPS = 0.78;

/** A character to be laid out, with where it comes from. */
interface Cell {
  text: string;
  at: number;
  span: Span | undefined;
  small: boolean;
}

/** The text's characters in the case that is asked for; some become two (ß). */
function cellsOf(line: LineSettings): Cell[] {
  const cells: Cell[] = [];
  let [at, s] = [0, 0];
  for (const given of line.text) {
    // No typeface has a tab: it is a space, as wherever words are not set in columns.
    const c = given === '\t' ? ' ' : given;
    while (s < line.spans.length && line.spans[s].to <= at) s++;
    const span = line.spans[s]?.from <= at ? line.spans[s] : undefined;
    if (!CONTROL.test(c)) cells.push({ ...cased(c, line.case), at, span });
    at += c.length;
  }
  return cells;
}

function cased(c: string, to: LetterCase): { text: string; small: boolean } {
  if (to === 'upper') return { text: c.toUpperCase(), small: false };
  if (to === 'lower') return { text: c.toLowerCase(), small: false };
  return { text: c, small: to === 'small' && c !== c.toUpperCase() };
}

/** A stretch of cells that HarfBuzz shapes at once. */
interface Run {
  cells: Cell[];
  face: Typeface;
  /** Size over the line's. */
  scale: number;
  level: number;
  features: string[];
  script: number;
}

const sameAxes = (a: unknown, b: unknown) => JSON.stringify(a ?? {}) === JSON.stringify(b ?? {});

function runsOf(line: LineSettings, cells: Cell[], find: FindFace): Run[] {
  const whole = cells.map((c) => c.text).join('');
  const levels = RIGHT_TO_LEFT.test(whole) ? bidi.getEmbeddingLevels(whole).levels : null;
  const runs: Run[] = [];
  let offset = 0;
  let last: Cell | undefined;
  for (const cell of cells) {
    const axes = { ...line.axes, ...cell.span?.axes };
    const found = find(cell.span?.face ?? line.face) ?? find(line.face);
    const level = levels?.[offset] ?? 0;
    offset += cell.text.length;
    if (!found) continue;
    const face = found.at(axes);
    const made = cell.small && !face.substitutions.includes('smcp');
    const scale = (cell.span?.scale ?? 1) * (made ? SMALL_CAPS : 1);
    const text = made ? cell.text.toUpperCase() : cell.text;
    const features = cell.small && !made ? ['smcp', ...line.features] : line.features;
    const script = scriptOf(cell.text);
    const run = runs.at(-1);
    const together =
      run &&
      run.face === face &&
      run.scale === scale &&
      run.level === level &&
      run.features.length === features.length &&
      (script < 0 || run.script < 0 || run.script === script) &&
      sameAxes(last?.span?.axes, cell.span?.axes);
    const set = { ...cell, text };
    if (together) {
      run.cells.push(set);
      if (run.script < 0) run.script = script;
    } else runs.push({ cells: [set], face, scale, level, features, script });
    last = cell;
  }
  return runs;
}

/** Runs in the order in which they stand from left to right (Unicode UAX #9, rule L2). */
function visualOrder(runs: Run[]): Run[] {
  const out = [...runs];
  const highest = Math.max(0, ...runs.map((r) => r.level));
  for (let level = highest; level >= 1; level--)
    for (let i = 0; i < out.length; i++) {
      if (out[i].level < level) continue;
      let end = i;
      while (end < out.length && out[end].level >= level) end++;
      out.splice(i, end - i, ...out.slice(i, end).reverse());
      i = end;
    }
  return out;
}

/** A feature for some characters only, as HarfBuzz writes it: `salt=2` from 3 to 4 is `salt[3:4]=2`. */
function ranged(feature: string, from: number, to: number): string {
  const [, sign, tag, value] = /^([+-]?)([A-Za-z0-9]{4})(?:=(\d+))?$/.exec(feature) ?? [];
  return tag ? `${tag}[${from}:${to}]=${value ?? (sign === '-' ? '0' : '1')}` : feature;
}

function shapeRun(run: Run, line: LineSettings): Omit<Letter, 'x'>[] {
  const { face, cells } = run;
  const starts: number[] = [];
  let text = '';
  const features = [...run.features];
  for (const cell of cells) {
    starts.push(text.length);
    const from = text.length;
    text += cell.text;
    for (const f of cell.span?.features ?? []) features.push(ranged(f, from, text.length));
  }
  // The cell that a cluster index lies in.
  const cellAt: number[] = [];
  cells.forEach((cell, i) => {
    for (let k = 0; k < cell.text.length; k++) cellAt.push(i);
  });
  const backwards = run.level % 2 === 1;
  const glyphs = face.shape(text, features, backwards ? 'rtl' : 'ltr');
  const clusters = [...new Set(glyphs.map((g) => g.cluster))].sort((a, b) => a - b);
  const after = new Map(clusters.map((c, i) => [c, clusters[i + 1]]));
  const size = line.size * run.scale;
  const scale = size / face.unitsPerEm;
  const letters: Omit<Letter, 'x'>[] = [];
  for (let i = 0; i < glyphs.length;) {
    const { cluster } = glyphs[i];
    const path: number[] = [];
    let pen = 0;
    for (; i < glyphs.length && glyphs[i].cluster === cluster; i++) {
      const g = glyphs[i];
      const outline = face.outline(g.id);
      if (outline.length)
        for (const n of transformPath(outline, [scale, 0, 0, -scale, pen + g.dx * scale, -g.dy * scale]))
          path.push(n);
      pen += g.advance * scale;
    }
    const first = cells[cellAt[cluster]];
    const next = after.get(cluster);
    const lastCell = cells[next === undefined ? cells.length - 1 : cellAt[next] - 1] ?? first;
    const to = Math.max(first.at, lastCell.at) + characterLength(line.text, Math.max(first.at, lastCell.at));
    letters.push(looked(path, pen, first, to, run, line, size));
  }
  return letters;
}

const characterLength = (text: string, at: number) => (text.codePointAt(at)! > 0xffff ? 2 : 1);

const keptPaths = new WeakMap<Typeface, Map<string, PathData>>();
const keptBounds = new WeakMap<PathData, Box>();

/**
 * The same outline of a typeface as the very same object, so that what is worked out from it (offsets
 * above all) is found again when the line is shaped anew.
 */
function kept(face: Typeface, path: PathData): PathData {
  if (path.length === 0) return path;
  let paths = keptPaths.get(face);
  if (!paths) keptPaths.set(face, (paths = new Map()));
  const key = `${path.length} ${path.slice(0, 14).join(' ')} ${path.slice(-6).join(' ')}`;
  const known = paths.get(key);
  if (known && known.every((n, i) => n === path[i])) return known;
  if (paths.size > 2000) paths.clear();
  paths.set(key, path);
  return path;
}

function boundsOf(path: PathData): Box {
  if (path.length === 0) return EMPTY_BOX;
  let box = keptBounds.get(path);
  if (!box) keptBounds.set(path, (box = pathBounds(path)));
  return box;
}

function looked(
  path: number[],
  pen: number,
  cell: Cell,
  to: number,
  run: Run,
  line: LineSettings,
  size: number,
): Omit<Letter, 'x'> {
  const { face } = run;
  const { span } = cell;
  const scale = size / face.unitsPerEm;
  const raised = ((line.shift + (span?.shift ?? 0)) / 1000) * line.size;
  const capHeight = face.capHeight * scale;
  let out: PathData = kept(face, path);
  if (span?.turn || raised) {
    const r = ((span?.turn ?? 0) * Math.PI) / 180;
    const [cos, sin] = [Math.cos(r), Math.sin(r)];
    const [cx, cy] = [pen / 2, -capHeight / 2];
    out = transformPath(path, [
      cos,
      sin,
      -sin,
      cos,
      cx - cos * cx + sin * cy,
      cy - sin * cx - cos * cy - raised,
    ]);
  }
  const isSpace = /^\s$/u.test(cell.text);
  return {
    from: cell.at,
    to,
    path: out,
    box: boundsOf(out),
    advance: Math.max(0, pen + (isSpace ? (line.wordSpace / 1000) * line.size : 0)),
    backwards: run.level % 2 === 1,
    ink: span?.ink ?? line.ink,
    size,
    capHeight,
    ascent: face.ascender * scale,
    descent: -face.descender * scale,
  };
}

/** Shapes one line of lettering from x = 0 on a straight baseline. A typeface not found leaves letters out. */
export function shapeLine(line: LineSettings, find: FindFace): ShapedLine {
  const cells = cellsOf(line);
  const letters: Letter[] = [];
  let [x, extra] = [0, 0];
  for (const run of visualOrder(runsOf(line, cells, find)))
    for (const letter of shapeRun(run, line)) {
      const span = line.spans.find((s) => s.from <= letter.from && letter.from < s.to);
      letters.push({ ...letter, x });
      // Combining marks by themselves advance nothing, and are not tracked.
      extra = letter.advance > 0 ? ((span?.tracking ?? line.tracking) / 1000) * letter.size : 0;
      x += letter.advance + extra;
    }
  return { letters, width: letters.length ? x - extra : 0, missing: missingOf(line, cells, find) };
}

function missingOf(line: LineSettings, cells: Cell[], find: FindFace): ShapedLine['missing'] {
  const lacks = new Map<string, Set<string>>();
  for (const cell of cells)
    for (const c of cell.text) {
      const face = find(cell.span?.face ?? line.face) ?? find(line.face);
      if (face && c.trim() !== '' && !/\p{Default_Ignorable_Code_Point}/u.test(c) && !face.has(c))
        lacks.set(face.id, (lacks.get(face.id) ?? new Set()).add(c));
    }
  return [...lacks].map(([face, characters]) => ({ face, characters: [...characters] }));
}

/** The box of a line's ink, px. */
export function inkOf(letters: readonly Letter[]): Box {
  let { left, top, right, bottom } = EMPTY_BOX;
  for (const { x, box } of letters) {
    if (box.right < box.left) continue;
    left = Math.min(left, x + box.left);
    right = Math.max(right, x + box.right);
    top = Math.min(top, box.top);
    bottom = Math.max(bottom, box.bottom);
  }
  return { left, top, right, bottom };
}
