import type { Materials } from '../drawing';
import type { Design } from '../design';
import { boxCentre, boxHeight, boxWidth, isEmptyBox, type Box } from '../geometry';
import { splitPhrase } from '../idea';
import type { LetteringLine, LetteringPart, Part } from '../parts';
import type { LayoutPlace, WordsFit } from './types';

/** What parts are measured by. */
export interface Measuring {
  materials: Pick<Materials, 'face'>;
  /** A part's ink in its own units. */
  boxOf(part: Part, design: Design): Box;
}

export type WordsPlace = Extract<LayoutPlace, { kind: 'words' }>;

/** How words were made to fit: what is left out stayed as the layout has it. */
export interface Gave {
  part: string;
  /** Thousandths of an em that letters were closed up by. */
  closer?: number;
  /** The place on the width axis. */
  narrow?: number;
  lines?: number;
  /** Size of the letters over the layout's. */
  size: number;
}

export interface FittedWords {
  part: LetteringPart;
  gave: Gave;
  /** Height that the words take on the board, in the layout and now, px. */
  height: { before: number; after: number };
  /** Ink of the layout's words, on the board, as far as a part that is not turned has it. */
  size: number;
}

/** Height of a capital over the size, about; lines are compared by it, so that a y below them moves nothing. */
const CAP = 0.72;
/** One more line is taken for letters that much larger. */
const WORTH_A_LINE = 1.08;
/** Halvings of a place on the width axis: to a hundredth of the way. */
const HALVINGS = 7;

const isUpper = (words: string): boolean => words === words.toUpperCase() && words !== words.toLowerCase();

/** Words in capitals where the layout's own are, or where it is asked for. */
export function inCase(words: string, like: string, how: WordsPlace['case']): string {
  return how === 'upper' || (how === 'layout' && isUpper(like)) ? words.toUpperCase() : words;
}

/** A line's looks with other words; what single letters looked like belongs to the words that were there. */
const saying = (line: LetteringLine, text: string): LetteringLine =>
  line.text === text ? line : { ...line, text, spans: [] };

/** A part with other lines, dressed as its own are, further ones as the last. */
const withLines = (part: LetteringPart, lines: readonly string[]): LetteringPart => ({
  ...part,
  lines: lines.map((text, i) => saying(part.lines[Math.min(i, part.lines.length - 1)], text)),
});

const straight = (part: LetteringPart): LetteringPart =>
  part.baseline.kind === 'straight' ? part : { ...part, baseline: { kind: 'straight' }, envelope: null };

/** Letters closed up by a share `u` of the way to the least tracking, and narrowed by `v` of the way on the width axis. */
function closed(
  part: LetteringPart,
  fit: WordsFit,
  u: number,
  v: number,
  usual: Narrowing | null,
): LetteringPart {
  if (u === 0 && v === 0) return part;
  return {
    ...part,
    lines: part.lines.map((line) => {
      const least = Math.min(line.tracking, fit.tracking ?? line.tracking);
      const tracking = line.tracking + (least - line.tracking) * u;
      if (v === 0 || !usual) return { ...line, tracking };
      const from = line.axes.wdth ?? usual.from;
      return {
        ...line,
        tracking,
        axes: { ...line.axes, wdth: from + (Math.min(from, usual.to) - from) * v },
      };
    }),
  };
}

interface Narrowing {
  from: number;
  to: number;
}

/** From where to where letters can be narrowed: null where the typeface has no width, or may not give. */
function narrowingOf(part: LetteringPart, fit: WordsFit, { materials }: Measuring): Narrowing | null {
  if (fit.narrow === null) return null;
  const axis = materials.face(part.lines[0].face)?.axes.find((a) => a.tag === 'wdth');
  if (!axis) return null;
  const from = part.lines[0].axes.wdth ?? axis.usual;
  const to = Math.max(axis.least, fit.narrow);
  return to < from ? { from, to } : null;
}

/** Height of lines by their sizes and leading, own units: from the first one's capitals to the last baseline. */
const heightOfLines = ({ lines }: LetteringPart): number =>
  lines.reduce((sum, line, i) => sum + (i === 0 ? line.size * CAP : line.size * line.leading), 0);

/** Letters of a squared block are as high as its height shares out. */
const letterOf = ({ lines, measure }: LetteringPart, height: number): number =>
  (height - (measure?.gap ?? 0) * (lines.length - 1)) / lines.length;

/** One way to set words: how large they are then, and how they got there. */
interface Way {
  part: LetteringPart;
  /** Scale that it still needs. */
  k: number;
  /** Letters' size over the layout's. */
  size: number;
  closer: number;
  narrow: number | null;
}

/**
 * Words in a place of the layout: closed up, narrowed, broken and made smaller, in this order and as far as the place
 * allows it, until they are no wider and no higher than there is room.
 *
 * @param words may have line breaks, which then are kept
 * @param cap the size that they have at the most, over the layout's: see sizeOfSeries
 */
export function fitWords(
  part: LetteringPart,
  place: Pick<WordsPlace, 'line' | 'case' | 'fit'>,
  words: string,
  design: Design,
  measuring: Measuring,
  cap = Infinity,
): FittedWords {
  if (place.line !== null && place.line < part.lines.length && part.lines.length > 1)
    return fitLine(part, place.line, place, words, design, measuring, cap);
  const like = part.lines.map((l) => l.text).join(' ');
  const text = inCase(words, like, place.case);
  const { fit } = place;
  const curved = part.baseline.kind !== 'straight';
  const scaleY = Math.abs(part.place.scaleY);
  const boxOf = (p: LetteringPart) => measuring.boxOf(straight(p), design);
  const own = boxOf(part);
  const widthOf = (p: LetteringPart) => boxWidth(boxOf(p));
  const highOf = (p: LetteringPart) => (p.measure ? boxHeight(boxOf(p)) : heightOfLines(p));
  const before = highOf(part);
  const room = boxWidth(own) * fit.across;
  const heightRoom = fit.push && !curved ? Infinity : before;
  const empty = isEmptyBox(own) || !(room > 0);
  const narrowing = narrowingOf(part, fit, measuring);

  const set = (lines: readonly string[]): Way => {
    const said = withLines(part, lines);
    if (empty) return { part: said, k: 1, size: 1, closer: 0, narrow: null };
    let [u, v, width] = [0, 0, widthOf(said)];
    // A squared block is as wide as its measure whatever it says.
    if (!said.measure && width > room) {
      if (fit.tracking !== null) {
        const least = widthOf(closed(said, fit, 1, 0, null));
        u = least <= room ? (width - room) / Math.max(1e-9, width - least) : 1;
        width = least <= room ? room : least;
      }
      if (width > room && narrowing) {
        const at = (share: number) => widthOf(closed(said, fit, u, share, narrowing));
        let [wide, slim] = [0, 1];
        if (at(1) <= room)
          for (let i = 0; i < HALVINGS; i++) {
            const mid = (wide + slim) / 2;
            if (at(mid) <= room) slim = mid;
            else wide = mid;
          }
        v = slim;
        width = at(v);
      }
    }
    const set = closed(said, fit, u, v, narrowing);
    const high = highOf(set);
    const most = Math.min(fit.grow, cap);
    const k = Math.min(
      most,
      said.measure ? Infinity : room / Math.max(1e-9, width),
      heightRoom / Math.max(1e-9, high),
    );
    const size = said.measure ? (letterOf(set, high) * k) / letterOf(part, before) : k;
    const line = set.lines[0];
    return {
      ...{ part: set, k, size, closer: part.lines[0].tracking - line.tracking },
      narrow: v > 0 ? (line.axes.wdth ?? null) : null,
    };
  };

  const given = text.split('\n');
  let best: Way;
  if (given.length > 1) best = set(given);
  else {
    best = set([text]);
    const count = text.split(/\s+/).filter(Boolean).length;
    for (let n = 2; n <= Math.min(fit.lines, count); n++) {
      // More lines are worth it only for words that would have to be smaller.
      if (!part.measure && best.size >= Math.min(1, cap)) break;
      const more = set(splitPhrase(text, new Array<number>(n).fill(1)));
      if (more.size > best.size * WORTH_A_LINE) best = more;
    }
  }
  const made = curved
    ? onCurve(part, best, widthOf, boxWidth(own))
    : inPlace(part, best, boxOf, own, before, highOf(best.part));
  const gave: Gave = { part: part.id, size: best.size };
  if (best.closer > 0.5) gave.closer = Math.round(best.closer);
  if (best.narrow !== null) gave.narrow = Math.round(best.narrow * 10) / 10;
  if (best.part.lines.length !== part.lines.length) gave.lines = best.part.lines.length;
  const after = highOf(best.part) * best.k;
  return {
    part: made,
    gave,
    size: best.size,
    height: { before: before * scaleY, after: curved ? before * scaleY : after * scaleY },
  };

  /** Scaled about its middle, or about the edge that it is aligned to, so that lines keep their level. */
  function inPlace(
    layout: LetteringPart,
    way: Way,
    inkOf: (p: LetteringPart) => Box,
    old: Box,
    oldHigh: number,
    newHigh: number,
  ): LetteringPart {
    const { k } = way;
    const box = inkOf(way.part);
    if (isEmptyBox(box) || isEmptyBox(old)) return way.part;
    const edge = (b: Box) =>
      layout.align === 'left' ? b.left : layout.align === 'right' ? b.right : boxCentre(b)[0];
    const level = (b: Box, high: number, p: LetteringPart) =>
      p.measure ? boxCentre(b)[1] : high / 2 - p.lines[0].size * CAP;
    const dx = (edge(old) - edge(box) * k) * layout.place.scaleX;
    const dy = (level(old, oldHigh, layout) - level(box, newHigh, way.part) * k) * layout.place.scaleY;
    const r = (layout.place.turn * Math.PI) / 180;
    return {
      ...way.part,
      place: {
        ...layout.place,
        x: layout.place.x + dx * Math.cos(r) - dy * Math.sin(r),
        y: layout.place.y + dx * Math.sin(r) + dy * Math.cos(r),
        scaleX: layout.place.scaleX * k,
        scaleY: layout.place.scaleY * k,
      },
    };
  }

  /** Smaller letters where it lies; an arch that keeps its angle goes with their length. */
  function onCurve(
    layout: LetteringPart,
    way: Way,
    wide: (p: LetteringPart) => number,
    oldWidth: number,
  ): LetteringPart {
    const said = { ...way.part, lines: way.part.lines.map((l) => ({ ...l, size: l.size * way.k })) };
    if (layout.baseline.kind !== 'arch' || !fit.radius) return said;
    const times = wide(said) / Math.max(1e-9, oldWidth);
    if (!(times > 0)) return said;
    return { ...said, baseline: { ...layout.baseline, value: layout.baseline.value * times } };
  }
}

/** One line of a block that is not squared: by its own size, the others stay. */
function fitLine(
  part: LetteringPart,
  index: number,
  place: Pick<WordsPlace, 'case' | 'fit'>,
  words: string,
  design: Design,
  measuring: Measuring,
  cap: number,
): FittedWords {
  const line = part.lines[index];
  const flat = words.replace(/\s*\n\s*/g, ' ');
  const alone: LetteringPart = {
    ...part,
    lines: [line],
    measure: null,
    baseline: { kind: 'straight' },
    envelope: null,
  };
  const height = { before: 0, after: 0 };
  if (part.measure) {
    // The measure itself makes it fit.
    const text = inCase(flat, line.text, place.case);
    const lines = part.lines.map((l, i) => (i === index ? saying(l, text) : l));
    const widthOf = (t: string) => boxWidth(measuring.boxOf({ ...alone, lines: [saying(line, t)] }, design));
    const size = widthOf(line.text) / Math.max(1e-9, widthOf(text));
    return { part: { ...part, lines }, gave: { part: part.id, size }, size, height };
  }
  const fit = { ...place.fit, lines: 1, push: false };
  const set = fitWords(alone, { line: null, case: place.case, fit }, flat, design, measuring, cap);
  const k = set.part.place.scaleX / part.place.scaleX;
  const lines = part.lines.map((l, i) =>
    i === index ? { ...set.part.lines[0], size: set.part.lines[0].size * k } : l,
  );
  return { part: { ...part, lines }, gave: set.gave, size: set.size, height };
}
