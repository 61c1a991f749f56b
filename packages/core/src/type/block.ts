import {
  hypot,
  applyMatrix,
  bendPath,
  EMPTY_BOX,
  pathBounds,
  transformPath,
  unite,
  type Box,
  type Matrix,
  type PathData,
  type PlaneMap,
  type Polyline,
} from '../geometry';
import { envelopeMap } from './envelope';
import { setToMeasure } from './measure';
import type { Align, Baseline, BlockSettings, LineSettings } from './settings';
import { inkOf, shapeLine, type FindFace, type Letter, type ShapedLine } from './shape-line';
import type { Typeface } from './typeface';
import { ringLine, trackOf, type TrackLine } from './track';

/** A letter where it stands in the block. */
export interface SetLetter extends Letter {
  line: number;
  /** From the letter's own px (pen position on the baseline) to the block's, before the envelope. */
  frame: Matrix;
  /** The final outline, block px. */
  set: PathData;
}

/** Something that does not work out as asked. */
export type BlockFault =
  | { kind: 'no-letter'; face: string; characters: string[] }
  | { kind: 'ring-small'; line: number; needs: number };

/** A block of lettering after setting. */
export interface SetBlock {
  letters: SetLetter[];
  /** Tight box of the ink; EMPTY_BOX when nothing prints. */
  box: Box;
  /** The envelope, for what must go along with the letters; null without one. */
  bend: PlaneMap | null;
  faults: BlockFault[];
  /** For each line, where its empty places are: the frame of its beginning, for a caret. */
  starts: { frame: Matrix; size: number; ascent: number; descent: number }[];
}

/** What `setBlock` needs from outside. */
export interface BlockSources {
  face: FindFace;
  /** What an `along` baseline runs on, block px. */
  outline?: Polyline | null;
  /** Furthest that a bent outline may stray from its true curve, block px. */
  tolerance?: number;
}

const originOf = (align: Align, width: number): number =>
  align === 'left' ? 0 : align === 'centre' ? -width / 2 : -width;

/** How far each line's baseline lies below the first one's, px. */
function depths(
  lines: readonly ShapedLine[],
  given: readonly LineSettings[],
  settings: BlockSettings,
): number[] {
  const { measure, baseline } = settings;
  const halves = baseline.kind === 'ring' && baseline.halves;
  const below: number[] = [];
  lines.forEach((line, i) => {
    const above = halves ? i - 2 : i - 1;
    if (above < 0) return below.push(0);
    if (!measure || halves) return below.push(below[above] + given[i].leading * given[i].size);
    const [over, own] = [inkOf(lines[above].letters), inkOf(line.letters)];
    const known = Number.isFinite(over.bottom) && Number.isFinite(own.top);
    // A line without ink keeps its place by its leading.
    return below.push(
      below[above] + (known ? over.bottom + measure.gap - own.top : given[i].leading * given[i].size),
    );
  });
  return below;
}

const frameAt = (x: number, y: number, angle: number, back: number): Matrix => {
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  return [cos, sin, -sin, cos, x - cos * back, y - sin * back];
};

const capOf = (line: ShapedLine, given: LineSettings) =>
  line.letters.reduce((most, l) => Math.max(most, l.capHeight), 0) || given.size * 0.7;

/** Stars or the like between the halves of a ring, on both sides. */
function separators(
  baseline: Extract<Baseline, { kind: 'ring' }>,
  settings: BlockSettings,
  spans: Map<number, { from: number; to: number }>,
  cap: number,
  find: FindFace,
): SetLetter[] {
  const [top, bottom] = [spans.get(0), spans.get(1)];
  if (!baseline.halves || !baseline.separator || !top) return [];
  const line = { ...settings.lines[0], text: baseline.separator, spans: [], tracking: 0 };
  const shaped = shapeLine(line, find);
  const radius = ringLine(baseline, { index: 0, below: 0, cap }).radius;
  const under = bottom ?? { from: Math.PI * 1.5, to: Math.PI * 1.5 };
  // The middles of what is left free on the right and on the left.
  const right = (top.to + under.from) / 2;
  const left = (under.to + top.from + 2 * Math.PI) / 2;
  return [right, left].flatMap((angle) =>
    shaped.letters.map((letter): SetLetter => {
      const a = angle + (letter.x + letter.advance / 2 - shaped.width / 2) / (radius + cap / 2);
      const frame = frameAt(radius * Math.sin(a), -radius * Math.cos(a), a, letter.advance / 2);
      return { ...letter, from: -1, to: -1, line: 0, frame, set: transformPath(letter.path, frame) };
    }),
  );
}

const shapedLines = new WeakMap<LineSettings, { faces: (Typeface | undefined)[]; shaped: ShapedLine }>();

/** A line is shaped once: settings never change, so while one line is typed in the others stay. */
function shapedOnce(line: LineSettings, find: FindFace): ShapedLine {
  const faces = [line.face, ...line.spans.flatMap((s) => s.face ?? [])].map(find);
  const known = shapedLines.get(line);
  if (known && known.faces.every((f, i) => f === faces[i])) return known.shaped;
  const shaped = shapeLine(line, find);
  shapedLines.set(line, { faces, shaped });
  return shaped;
}

/**
 * Sets a block of lettering: shapes its lines, fits them to the measure, lays them on the baseline, and
 * bends them in the envelope. The origin is the first line's baseline at the block's left edge, centre or
 * right edge, as `align` says; of a ring, its centre. Lengths are px, y points down.
 */
export function setBlock(settings: BlockSettings, sources: BlockSources): SetBlock {
  const { face, tolerance = 0.25 } = sources;
  const { align, measure, baseline, upright } = settings;
  const shaped = settings.lines.map((line) => {
    const made = shapedOnce(line, face);
    return measure ? setToMeasure(made, measure) : made;
  });
  const below = depths(shaped, settings.lines, settings);
  const widths = shaped.map((line) => (measure && line.letters.length ? measure.width : line.width));
  const widest = Math.max(0, ...widths);
  const faults: BlockFault[] = shaped.flatMap((l) =>
    l.missing.map((m) => ({ kind: 'no-letter' as const, ...m })),
  );
  const letters: SetLetter[] = [];
  const starts: SetBlock['starts'] = [];
  const arcs = new Map<number, { from: number; to: number }>();
  let topCap = 0;
  shaped.forEach((line, i) => {
    const cap = capOf(line, settings.lines[i]);
    if (i === 0) topCap = cap;
    const about: TrackLine = { index: i, below: below[i], cap, widest, align };
    const track = trackOf(baseline, about, sources.outline ?? null);
    const origin = originOf(align, widths[i]);
    const put = (x: number, half: number): Matrix => {
      const at = track(origin + x + half);
      return frameAt(at.x, at.y, upright ? 0 : at.angle, half);
    };
    if (baseline.kind === 'ring') {
      const { clockwise, radius, start } = ringLine(baseline, about);
      const round = Math.max(1, clockwise ? radius + cap / 2 : radius - cap / 2);
      const angles = [origin, origin + widths[i]].map((x) =>
        clockwise ? start + x / round : start - x / round,
      );
      arcs.set(i, { from: Math.min(...angles), to: Math.max(...angles) });
      const room = (baseline.halves ? 1 : 2) * Math.PI * round;
      if (widths[i] > room * 1.001)
        faults.push({
          kind: 'ring-small',
          line: i,
          needs: Math.ceil(baseline.radius + (widths[i] - room) / ((baseline.halves ? 1 : 2) * Math.PI)),
        });
    }
    const size = settings.lines[i].size;
    const found = face(settings.lines[i].face);
    const em = found ? size / found.unitsPerEm : 0;
    starts.push({
      frame: put(0, 0),
      size,
      ascent: found ? found.ascender * em : size * 0.8,
      descent: found ? -found.descender * em : size * 0.2,
    });
    for (const letter of line.letters) {
      const frame = put(letter.x, letter.advance / 2);
      letters.push({ ...letter, line: i, frame, set: transformPath(letter.path, frame) });
    }
  });
  if (baseline.kind === 'ring') letters.push(...separators(baseline, settings, arcs, topCap, face));
  const flat = boxOfLetters(letters);
  const bend = settings.envelope && flat.right >= flat.left ? envelopeMap(settings.envelope, flat) : null;
  if (!bend) return { letters, box: flat, bend, faults, starts };
  const bent = letters.map((l) => ({ ...l, set: bendPath(l.set, bend, tolerance) }));
  return { letters: bent, box: boxOfLetters(bent), bend, faults, starts };
}

/** The box around set letters; empty without any. */
export const boxOfLetters = (letters: readonly SetLetter[]): Box =>
  letters.reduce((box, l) => (l.set.length ? unite(box, pathBounds(l.set)) : box), EMPTY_BOX);

/** A caret as a line from its foot to its head, block px. */
export type CaretLine = readonly [number, number, number, number];

const bentPoint = (bend: PlaneMap | null, p: [number, number]) => (bend ? bend(p[0], p[1]) : p);

/**
 * Where the caret stands before the character `index` (UTF-16) of a line. Inside a ligature it stands at
 * an even share of its width.
 */
export function caretAt(block: SetBlock, line: number, index: number): CaretLine | null {
  const start = block.starts[line];
  if (!start) return null;
  const own = block.letters.filter((l) => l.line === line && l.from >= 0);
  const inside = own.find((l) => l.from <= index && index < l.to);
  const before = own.find((l) => l.to === index);
  const letter = inside ?? before ?? own.at(-1);
  if (!letter) return lineAt(block, start.frame, 0, start.ascent, start.descent);
  const share = Math.max(0, Math.min(1, (index - letter.from) / Math.max(1, letter.to - letter.from)));
  const x = letter.advance * (letter.backwards ? 1 - share : share);
  return lineAt(block, letter.frame, x, letter.ascent, letter.descent);
}

function lineAt(block: SetBlock, frame: Matrix, x: number, ascent: number, descent: number): CaretLine {
  const foot = bentPoint(block.bend, applyMatrix(frame, x, descent));
  const head = bentPoint(block.bend, applyMatrix(frame, x, -ascent));
  return [foot[0], foot[1], head[0], head[1]];
}

/** The place in the text that is nearest to a point of the block, px. */
export function placeAt(
  block: SetBlock,
  texts: readonly string[],
  x: number,
  y: number,
): { line: number; index: number } {
  let best = { line: 0, index: 0 };
  let least = Infinity;
  texts.forEach((text, line) => {
    let at = 0;
    for (const c of [...text, '']) {
      const caret = caretAt(block, line, at);
      if (caret) {
        const [fx, fy, hx, hy] = caret;
        const length2 = (hx - fx) ** 2 + (hy - fy) ** 2;
        const t = length2
          ? Math.max(0, Math.min(1, ((x - fx) * (hx - fx) + (y - fy) * (hy - fy)) / length2))
          : 0;
        const d = hypot(fx + t * (hx - fx) - x, fy + t * (hy - fy) - y);
        if (d < least) {
          least = d;
          best = { line, index: at };
        }
      }
      at += c.length;
    }
  });
  return best;
}

/** One line of plain words as an outline on the baseline y = 0, its left end at x = 0, and its width; px. */
export function plainWords(
  text: string,
  face: Typeface,
  size: number,
  tracking = 0,
): { path: PathData; width: number } {
  const line: LineSettings = {
    ...{ text, face: face.id, size, tracking, wordSpace: 0, leading: 1, case: 'typed', ink: '' },
    ...{ features: [], axes: {}, shift: 0, spans: [] },
  };
  const { letters, width } = shapeLine(line, () => face);
  return { path: letters.flatMap((l) => transformPath(l.path, [1, 0, 0, 1, l.x, 0])), width };
}
