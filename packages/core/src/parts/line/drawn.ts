import {
  hypot,
  applyMatrix,
  CLOSE,
  CUBIC,
  fitCurve,
  flatten,
  isInside,
  MOVE,
  type Matrix,
  type PathData,
} from '../../geometry';
import type { LineNode, LinePart } from './types';

/** A place that the hand passed, with its pressure 0–1. */
export type LineSample = readonly [x: number, y: number, pressure: number];

/** A node moved with its handles. */
export const movedNode = (n: LineNode, dx: number, dy: number): LineNode => ({
  x: n.x + dx,
  y: n.y + dy,
  inX: n.inX + dx,
  inY: n.inY + dy,
  outX: n.outX + dx,
  outY: n.outY + dy,
  pressure: n.pressure,
});

/** A node taken through a map, its handles with it. */
export const mappedNode = (n: LineNode, m: Matrix): LineNode => {
  const [x, y] = applyMatrix(m, n.x, n.y);
  const [inX, inY] = applyMatrix(m, n.inX, n.inY);
  const [outX, outY] = applyMatrix(m, n.outX, n.outY);
  return { x, y, inX, inY, outX, outY, pressure: n.pressure };
};

/** Samples without those that lie on top of the one before, in the samples' units. */
function distinct(samples: readonly LineSample[]): LineSample[] {
  const out: LineSample[] = [];
  for (const s of samples) {
    const last = out[out.length - 1];
    if (!last || hypot(s[0] - last[0], s[1] - last[1]) > 1e-3) out.push(s);
  }
  return out;
}

/** A hand shakes by less than its tool is wide: each sample becomes the mean of itself and its neighbours. */
const steadied = (samples: readonly LineSample[]): LineSample[] =>
  samples.map((s, i) => {
    const [a, b] = [samples[i - 1], samples[i + 1]];
    if (!a || !b) return s;
    return [0, 1, 2].map((k) => (a[k] + 2 * s[k] + b[k]) / 4) as unknown as LineSample;
  });

/**
 * Few nodes for a drawn line that pass within `tolerance` of its samples (steadied a little), and the
 * largest distance that is left. Null for samples that are no line: all in one place.
 */
export function nodesOf(
  samples: readonly LineSample[],
  tolerance: number,
): { nodes: LineNode[]; error: number } | null {
  const points = distinct(steadied(distinct(samples)));
  if (points.length < 2) return null;
  const { segments, error } = fitCurve(
    points.map(([x, y]) => [x, y] as const),
    tolerance,
  );
  const [x, y, pressure] = points[0];
  const nodes: LineNode[] = [{ x, y, inX: x, inY: y, outX: x, outY: y, pressure }];
  for (const { c1, c2, end, at } of segments) {
    const last = nodes[nodes.length - 1];
    [last.outX, last.outY] = c1;
    nodes.push({
      x: end[0],
      y: end[1],
      inX: c2[0],
      inY: c2[1],
      outX: end[0],
      outY: end[1],
      pressure: points[at][2],
    });
  }
  return { nodes, error };
}

/** The curve through nodes. */
export function nodesPath(nodes: readonly LineNode[], closed: boolean): PathData {
  if (nodes.length === 0) return [];
  const path = [MOVE, nodes[0].x, nodes[0].y];
  const to = (a: LineNode, b: LineNode) => path.push(CUBIC, a.outX, a.outY, b.inX, b.inY, b.x, b.y);
  nodes.slice(1).forEach((n, i) => to(nodes[i], n));
  if (closed) {
    to(nodes[nodes.length - 1], nodes[0]);
    path.push(CLOSE);
  }
  return path;
}

/** The line as samples again, no farther than `tolerance` from its curve, with the pressure between nodes. */
export function samplesOf(
  { nodes, closed }: Pick<LinePart, 'nodes' | 'closed'>,
  tolerance: number,
): LineSample[] {
  const round = closed ? [...nodes, nodes[0]] : nodes;
  const out: LineSample[] = [[nodes[0].x, nodes[0].y, nodes[0].pressure]];
  for (let i = 0; i + 1 < round.length; i++) {
    const [a, b] = [round[i], round[i + 1]];
    const piece = flatten(nodesPath([a, b], false), tolerance)[0];
    const n = (piece?.points.length ?? 2) / 2 - 1;
    for (let k = 1; k <= n; k++) {
      const t = k / n;
      out.push([piece.points[2 * k], piece.points[2 * k + 1], a.pressure + (b.pressure - a.pressure) * t]);
    }
  }
  return out;
}

/** The same line with fewer points: it may stray by `tolerance` from what it was. */
export function simplified(part: LinePart, tolerance: number): { nodes: LineNode[]; error: number } | null {
  const samples = samplesOf(part, Math.min(0.1, tolerance / 8));
  // Fitting wants samples along the whole way, not only where the line bends.
  const dense: LineSample[] = [samples[0]];
  for (const s of samples.slice(1)) {
    const last = dense[dense.length - 1];
    const length = hypot(s[0] - last[0], s[1] - last[1]);
    const cuts = Math.max(1, Math.min(40, Math.ceil(length / Math.max(1, 4 * tolerance))));
    for (let k = 1; k <= cuts; k++)
      dense.push([0, 1, 2].map((i) => last[i] + ((s[i] - last[i]) * k) / cuts) as unknown as LineSample);
  }
  const found = nodesOf(dense, tolerance);
  if (!found || !part.closed) return found;
  // The last point lies on the first: its curve in belongs to that.
  const end = found.nodes.pop()!;
  if (found.nodes.length < 2) return null;
  found.nodes[0] = { ...found.nodes[0], inX: end.inX, inY: end.inY };
  return found;
}

/** The line without one of its nodes; null when too few would be left. */
export function withoutNode(part: LinePart, index: number): LineNode[] | null {
  if (part.nodes.length <= 2) return null;
  return part.nodes.filter((_, i) => i !== index);
}

/** The line's nodes with one of them moved, its handles with it. */
export const withNodeAt = (part: LinePart, index: number, x: number, y: number): LineNode[] =>
  part.nodes.map((n, i) => (i === index ? movedNode(n, x - n.x, y - n.y) : n));

/** What rubs out, in the units of what it rubs: a disc of radius `r` along a way, or all within an outline. */
export type Rubber =
  | { along: readonly (readonly [number, number])[]; r: number }
  | { within: readonly (readonly [number, number])[] };

/** Whether what rubs out takes a place of a line's middle. */
function taking(rubber: Rubber, width: number): (x: number, y: number) => boolean {
  if ('within' in rubber) {
    const outline = [rubber.within.flat()];
    return (x, y) => isInside(outline, x, y);
  }
  const reach = rubber.r + width / 2;
  return (x, y) => rubber.along.some(([px, py]) => hypot(x - px, y - py) <= reach);
}

/** How far what is rubbed out goes past or stops short of where it should, own units, for an outline. */
const EXACT = 2;

/**
 * What is left of a line when it has been rubbed out, all in the part's own units. One run of samples a piece that is left;
 * the line itself, as one run, when it was missed.
 */
export function rubbedOut(part: LinePart, rubber: Rubber): { pieces: LineSample[][]; hit: boolean } {
  const step = 'within' in rubber ? EXACT : rubber.r / 4;
  const fine = samplesOf(part, 0.1).flatMap((s, i, all): LineSample[] => {
    const next = all[i + 1];
    if (!next) return [s];
    const cuts = Math.max(1, Math.min(200, Math.ceil(hypot(next[0] - s[0], next[1] - s[1]) / step)));
    return Array.from(
      { length: cuts },
      (_, k) => [0, 1, 2].map((c) => s[c] + ((next[c] - s[c]) * k) / cuts) as unknown as LineSample,
    );
  });
  const takes = taking(rubber, part.width);
  const gone = ([x, y]: LineSample) => takes(x, y);
  const pieces: LineSample[][] = [[]];
  let hit = false;
  for (const s of fine)
    if (gone(s)) {
      hit = true;
      if (pieces[pieces.length - 1].length) pieces.push([]);
    } else pieces[pieces.length - 1].push(s);
  // A closed line that is cut goes on over its first point.
  if (hit && part.closed && pieces.length > 1 && !gone(fine[0]) && !gone(fine[fine.length - 1])) {
    const last = pieces.pop()!;
    pieces[0] = [...last, ...pieces[0]];
  }
  return { pieces: pieces.filter((p) => p.length > 1), hit };
}

/** One line out of two, joined where their ends are nearest; both given on the same plane. */
export function joinedNodes(a: readonly LineNode[], b: readonly LineNode[]): LineNode[] {
  const turned = (nodes: readonly LineNode[]) =>
    [...nodes].reverse().map((n) => ({ ...n, inX: n.outX, inY: n.outY, outX: n.inX, outY: n.inY }));
  const ways: [readonly LineNode[], readonly LineNode[]][] = [
    [a, b],
    [a, turned(b)],
    [turned(a), b],
    [turned(a), turned(b)],
  ];
  const gap = ([first, second]: (typeof ways)[number]) => {
    const [p, q] = [first[first.length - 1], second[0]];
    return hypot(p.x - q.x, p.y - q.y);
  };
  const [first, second] = ways.reduce((best, way) => (gap(way) < gap(best) ? way : best));
  const p = first[first.length - 1];
  const q = second[0];
  // Ends that touch become one point; others are joined by a straight piece.
  if (gap([first, second]) < 1e-6)
    return [...first.slice(0, -1), { ...p, outX: q.outX, outY: q.outY }, ...second.slice(1)];
  return [
    ...first.slice(0, -1),
    { ...p, outX: p.x + (q.x - p.x) / 3, outY: p.y + (q.y - p.y) / 3 },
    { ...q, inX: q.x + (p.x - q.x) / 3, inY: q.y + (p.y - q.y) / 3 },
    ...second.slice(1),
  ];
}
