import { hypot, CLOSE, CUBIC, fitClosed, MOVE, type PathData, type Point } from '../geometry';
import type { CutLoop, Loop } from './contour';
import type { Spot } from './peel';
import { encloses, piecesOf } from './pieces';

const { abs, max } = Math;

/** How far from the true line a fitted one may lie, mm. */
const TOLERANCE_MM = 0.022;
/** Over how long a stretch the direction of a line is taken, mm. */
const REACH_MM = 0.2;

/** A closed line fitted with curves, moved to where its raster's corner lies, and how far it is off, px. */
export function fitted(loop: Loop, pxPerMm: number, corner: Spot): { path: PathData; error: number } {
  const { points } = loop;
  const samples: Point[] = [];
  for (let i = 0; i < points.length; i += 2) {
    const before = samples.at(-1);
    // Neighbours on either side of a pixel's centre may fall together.
    if (before && hypot(points[i] - before[0], points[i + 1] - before[1]) < 0.3) continue;
    samples.push([points[i], points[i + 1]]);
  }
  if (samples.length < 8) return { path: [], error: 0 };
  const { start, segments, error } = fitClosed(samples, TOLERANCE_MM * pxPerMm, REACH_MM * pxPerMm);
  const path: number[] = [MOVE, start[0] + corner.x, start[1] + corner.y];
  for (const { c1, c2, end } of segments) {
    path.push(CUBIC);
    for (const [x, y] of [c1, c2, end]) path.push(x + corner.x, y + corner.y);
  }
  path.push(CLOSE);
  return { path, error };
}

/** What comes off by itself: its outer line and those of its holes. */
export interface CutPiece {
  path: PathData;
  /** It lies in a hole of another piece, such as the inside of an O. */
  enclosed: boolean;
}

/** Lines fitted one by one, outer ones first, then by size; the pieces that they enclose; and the largest that one is off, mm. */
export function fittedLoops(
  loops: readonly Loop[],
  pxPerMm: number,
  corner: Spot,
): { loops: CutLoop[]; pieces: CutPiece[]; deviation: number } {
  let deviation = 0;
  const of = new Map<Loop, CutLoop>();
  const found = [...loops]
    .sort((a, b) => Number(b.area > 0) - Number(a.area > 0) || abs(b.area) - abs(a.area))
    .map((loop): CutLoop => {
      const { path, error } = fitted(loop, pxPerMm, corner);
      deviation = max(deviation, error / pxPerMm);
      const made = { path, area: loop.area };
      of.set(loop, made);
      return made;
    })
    .filter((l) => l.path.length > 0);
  const all = piecesOf(loops);
  const pieces = all.map(({ outer, holes }): CutPiece => {
    const [x, y] = outer.points;
    return {
      path: [outer, ...holes].flatMap((l) => of.get(l)!.path),
      enclosed: all.some((p) => p.outer !== outer && p.holes.some((h) => encloses(h, x, y))),
    };
  });
  return { loops: found, pieces: pieces.filter((p) => p.path.length > 0), deviation };
}
