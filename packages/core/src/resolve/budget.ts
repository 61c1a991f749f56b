import { allItemsOf, type DrawingNode } from '../drawing';
import { CLOSE, CUBIC, eachCommand, LINE, MOVE, QUAD, type PathData } from '../geometry';
import { kindOf, type Part, type Shape } from '../parts';

/**
 * What one design may ask of a machine. It is counted, not timed, so that a design is drawn the same way
 * everywhere: what asks for more is drawn plainly, and the proof says so.
 */

/** Work with outlines for one part, and for a design: about 20 µs each on a machine of 2024. */
const MOST_PART_WORK = 200_000;
const MOST_WORK = 500_000;
/** Numbers of path data beyond which work with an outline that may cross itself grows with their square. */
const CROSSING = 300;
/** Letters of a design that are set. */
const MOST_LETTERS = 20_000;
/** Outlines, and numbers of path data, that live copies may add to a design. */
const MOST_COPIED_ITEMS = 20_000;
const MOST_COPIED_NUMBERS = 4_000_000;

/** What is left of a design's budget; used up part by part, from the back to the front. */
export interface Budget {
  work: number;
  letters: number;
  items: number;
  numbers: number;
}

export const newBudget = (): Budget => ({
  work: MOST_WORK,
  letters: MOST_LETTERS,
  items: MOST_COPIED_ITEMS,
  numbers: MOST_COPIED_NUMBERS,
});

const lengthOf = (items: readonly { path: PathData }[]): number =>
  items.reduce((n, i) => n + i.path.length, 0);

/** Outline operations that the keylines and the shade of a part ask for. */
export function operationsOf(part: Part): number {
  const isWords = kindOf(part).outlined?.letters !== undefined;
  let gap = part.hollow;
  let n = (part.shade ? 1 : 0) + (part.thin > 0 ? 1 : 0) + (part.smooth > 0 ? 3 : 0);
  if (part.relief.length && !part.hollow) n += 1;
  for (const { side = 'outside', distance = 0, counters = 'kept' } of part.keylines) {
    if (side === 'inside') n += 3;
    else {
      gap ||= distance > 0;
      if (gap) n += 3;
      else if (isWords || counters !== 'kept') n += 1;
    }
  }
  return n;
}

/** Pairs of segments that are looked at to tell how often an outline crosses itself. */
const MOST_PAIRS = 400_000;

const crossed = new WeakMap<object, number>();

/** About how often an outline crosses itself: its curves as chords, and of many segments some. */
function crossingsOf(path: PathData): number {
  const known = crossed.get(path);
  if (known !== undefined) return known;
  const ends: number[] = [];
  let [x, y, startX, startY] = [0, 0, 0, 0];
  eachCommand(path, (verb, at) => {
    if (verb === MOVE) [x, y, startX, startY] = [path[at], path[at + 1], path[at], path[at + 1]];
    else {
      const last = at + (verb === CUBIC ? 4 : verb === QUAD ? 2 : 0);
      const [tx, ty] = verb === CLOSE ? [startX, startY] : [path[last], path[last + 1]];
      ends.push(x, y, tx, ty);
      [x, y] = [tx, ty];
    }
  });
  const n = ends.length / 4;
  const step = Math.max(1, Math.ceil((n * n) / 2 / MOST_PAIRS));
  const side = (i: number, j: number, k: number) =>
    (ends[i + 2] - ends[i]) * (ends[k] - ends[i + 1]) - (ends[i + 3] - ends[i + 1]) * (ends[j] - ends[i]);
  let count = 0;
  for (let i = 0; i < n; i += step)
    for (let j = i + 2; j < n; j++) {
      const [a, b] = [4 * i, 4 * j];
      if (side(a, b, b + 1) * side(a, b + 2, b + 3) >= 0) continue;
      if (side(b, a, a + 1) * side(b, a + 2, a + 3) < 0) count += step;
    }
  crossed.set(path, count);
  return count;
}

/** How often an outline may cross itself: what paints it looks at each crossing. */
const MOST_CROSSINGS = 1_000_000;
/** Numbers of path data under which no outline can cross itself so often that it matters. */
const FEW = 6000;

const thin = new WeakMap<object, PathData>();

/**
 * An outline that crosses itself more often than can be painted, with so many of its points left out that it does
 * not; any other as it is. The same for the same outline.
 */
export function paintable(path: PathData): PathData {
  if (path.length < FEW) return path;
  let made = thin.get(path);
  if (made) return made;
  const crossings = crossingsOf(path);
  made = path;
  if (crossings > MOST_CROSSINGS) {
    // Crossings grow with the square of the points.
    const every = Math.ceil(Math.sqrt(crossings / MOST_CROSSINGS));
    const out: number[] = [];
    let n = 0;
    eachCommand(path, (verb, at) => {
      if (verb === MOVE || verb === CLOSE) {
        n = 0;
        out.push(verb, ...path.slice(at, at + (verb === MOVE ? 2 : 0)));
      } else if (++n % every === 0) {
        const last = at + (verb === CUBIC ? 4 : verb === QUAD ? 2 : 0);
        out.push(LINE, path[last], path[last + 1]);
      }
    });
    made = out;
  }
  thin.set(path, made);
  return made;
}

/** What the dressing of a part costs, by the numbers of its outlines and how often they are worked over. */
export function workOf(part: Part, shape: Shape): number {
  const operations = operationsOf(part);
  if (operations === 0) return 0;
  // Letters lie beside each other; the outlines of a figure cross.
  if (shape.pieces) return operations * lengthOf(shape.pieces);
  const n = lengthOf(shape.items);
  const crossings = shape.items.reduce((sum, i) => sum + crossingsOf(i.path), 0);
  return operations * (n * Math.max(1, n / CROSSING) + crossings ** 2 / 2);
}

/** Whether so much work is done; it is taken off the budget then. */
export function takesWork(budget: Budget, work: number): boolean {
  const done = work <= MOST_PART_WORK && work <= budget.work;
  if (done) budget.work -= work;
  return done;
}

/** How many of a part's copies, the original among them, are drawn; taken off the budget. */
export function takesCopies(budget: Budget, count: number, nodes: readonly DrawingNode[]): number {
  if (count <= 1) return count;
  const items = nodes.flatMap((node) => [...allItemsOf(node)]);
  const numbers = items.reduce((n, i) => n + (i.kind === 'outline' ? i.path.length : 4), 0);
  const most =
    1 + Math.floor(Math.min(budget.items / Math.max(1, items.length), budget.numbers / Math.max(1, numbers)));
  const drawn = Math.max(1, Math.min(count, most));
  budget.items -= (drawn - 1) * items.length;
  budget.numbers -= (drawn - 1) * numbers;
  return drawn;
}

const cuts = new WeakMap<Part, Map<number, Part>>();

/** A part of words with at most so many letters; the same for the same part and number. */
function cutAt<P extends Part>(part: P, most: number): P {
  let known = cuts.get(part);
  if (!known) cuts.set(part, (known = new Map()));
  let cut = known.get(most);
  if (!cut) known.set(most, (cut = kindOf(part).outlined?.letters?.first(part, most) ?? part));
  return cut as P;
}

/** A part as far as its letters are set; they are taken off the budget. What has no letters stays as it is. */
export function takesLetters(budget: Budget, part: Part): { part: Part; drawn: number; asked: number } {
  const asked = kindOf(part).outlined?.letters?.count(part) ?? 0;
  const set = asked <= budget.letters ? part : cutAt(part, budget.letters);
  const drawn = Math.min(asked, budget.letters);
  budget.letters -= drawn;
  return { part: set, drawn, asked };
}
