import {
  itemOutline,
  movedNode,
  oneOutline,
  type Clip,
  type DrawingItem,
  type DrawingNode,
  type Materials,
  type OutlineItem,
} from '../drawing';
import {
  hypot,
  EVERYWHERE,
  multiply,
  type Box,
  type Matrix,
  type OutlineOps,
  type PathData,
} from '../geometry';
import type { Part, Shape } from '../parts';
import { grown, reachAround } from './dressing';
import { Edge } from './edge';
import { middleOf, repeatMatrices } from './repeat';

/**
 * What a part covers, for cutting others with it: its outline, whatever shows of it. As outlines that cross themselves
 * nowhere, one for each live copy, where there are such; else as what is drawn.
 */
export type Cover = { kind: 'outlines'; clips: readonly Clip[] } | { kind: 'nodes'; nodes: DrawingNode[] };

/** Numbers of path data beyond which an outline is not joined into one: it cuts as it is drawn. */
export const MOST_NUMBERS = 60_000;
/** Copies of a picture around it that stand for its growing: they lie within 0.4 % of the true distance. */
const AROUND = 36;

/** A picture grown by `by` board px on each side. */
const grownPicture = (item: DrawingItem, by: number): DrawingNode[] => [
  item,
  ...Array.from({ length: AROUND }, (_, i) => {
    const angle = (2 * Math.PI * i) / AROUND;
    return movedNode(item, [1, 0, 0, 1, by * Math.cos(angle), by * Math.sin(angle)], 1);
  }),
];

/** Solid, whatever the ink: a cut goes all the way through. */
const solid = ({ gradient: _gradient, blur: _blur, ...item }: OutlineItem): OutlineItem => ({
  ...item,
  opacity: 1,
});

/** A window is what its lines enclose, a cutter goes with its keylines; `ink` is what its own ink covers. */
export type CoverAs = 'window' | 'cutter' | 'ink';

interface Given {
  part: Part;
  matrix: Matrix;
  /** What the part draws in its own inks, before anything is cut from it. */
  own: readonly DrawingItem[];
  /** The box of that in the part's own units. */
  box: Box;
  /** Null for a picture. */
  shape: Shape | null;
  materials: Materials;
}

const covers = new WeakMap<readonly DrawingItem[], Map<string, { ops: unknown; cover: Cover }>>();

/** A window is all that its lines enclose. */
const enclosed = (items: readonly DrawingItem[]): DrawingItem[] =>
  items.map((item) => (item.kind === 'outline' && item.stroke ? { ...item, stroke: null } : item));

/**
 * What a part covers: as a window its ink, and what its lines enclose; as a cutter its ink and the keylines around it,
 * grown by `gap` board px. Where the outline operations are not there, or there is no time for them, it is `late`, and
 * drawn shapes stand for it.
 */
export function coverOf(from: Given, as: CoverAs, gap = 0): { cover: Cover; late: boolean } {
  const { part, own, materials } = from;
  const keylines = as === 'cutter';
  const given = as === 'window' ? { ...from, own: enclosed(own) } : from;
  const by = keylines ? gap + reachAround(part) : part.spread;
  let known = covers.get(own);
  if (!known) covers.set(own, (known = new Map()));
  const key = `${as} ${by}`;
  const before = known.get(key);
  if (before && before.ops === materials.ops) return { cover: before.cover, late: false };
  let made = outlinesOf(given, keylines, by);
  if (as === 'ink' && made.path === null && !made.late) made = strokedOf(given, by);
  const cover: Cover =
    made.path === null
      ? { kind: 'nodes', nodes: nodesOf(given, by) }
      : { kind: 'outlines', clips: clipsOf(given, made.path, made.matrix) };
  if (!made.late) known.set(key, { ops: materials.ops, cover });
  return { cover, late: made.late };
}

/** From a part on the board to each of its live copies. */
const copiesOf = ({ part, box, matrix }: Given): Matrix[] =>
  repeatMatrices(part.repeat, middleOf(part, box, matrix));

function outlinesOf({ part, matrix, own, shape, materials }: Given, keylines: boolean, by: number) {
  const none = { path: null, matrix, late: false };
  const outlines = own.filter((i): i is OutlineItem => i.kind === 'outline');
  if (!shape || outlines.length < own.length || outlines.length === 0) return none;
  if (outlines.reduce((n, i) => n + i.path.length, 0) > MOST_NUMBERS) return none;
  const edge = new Edge(part, matrix, shape, outlines, materials);
  if (!edge.filled) return none;
  const join = (keylines && part.keylines.findLast((k) => k.side !== 'inside')?.join) || 'round';
  return { path: edge.whole(by, join), matrix: edge.matrix, late: edge.late };
}

/** The ink of a part whose outlines are lines, or have holes by the even-odd rule: as one outline on the board. */
function strokedOf({ matrix, own, materials }: Given, by: number) {
  const { ops, hurry } = materials;
  const outlines = own.filter((i): i is OutlineItem => i.kind === 'outline');
  if (outlines.length < own.length || outlines.length === 0) return { path: null, matrix, late: false };
  if (!ops || hurry?.()) return { path: null, matrix, late: true };
  return { path: inkOutline(outlines, by, ops), matrix: UNMOVED, late: false };
}

/** What outlines cover on the board, lines and even-odd holes too, grown by `by` board px: as one outline. */
export const inkOutline = (outlines: readonly OutlineItem[], by: number, ops: OutlineOps): PathData =>
  oneOutline(
    outlines.flatMap((item) => grown(item, by)).map((item) => itemOutline(item, ops)),
    ops,
  );
const UNMOVED: Matrix = [1, 0, 0, 1, 0, 0];

const clipsOf = (given: Given, path: PathData, matrix: Matrix): Clip[] =>
  copiesOf(given).map((copy) => ({ path, rule: 'nonzero', matrix: multiply(copy, matrix) }));

function nodesOf(given: Given, by: number): DrawingNode[] {
  const items = given.own.flatMap((item): DrawingNode[] =>
    item.kind === 'image' ? (by > 0 ? grownPicture(item, by) : [item]) : grown(solid(item), by),
  );
  return copiesOf(given).flatMap((copy) =>
    items.map((item) => movedNode(item, copy, hypot(copy[0], copy[1]))),
  );
}

const outsides = new WeakMap<PathData, PathData>();

/** A clip to all but what an outline that crosses itself nowhere covers. */
export function outsideOf({ path, matrix }: Clip): Clip {
  let outside = outsides.get(path);
  if (!outside) outsides.set(path, (outside = [...EVERYWHERE, ...path]));
  return { path: outside, rule: 'evenodd', matrix };
}
