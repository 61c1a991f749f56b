import { transformPath, type PathData } from '../geometry';
import type { Cut } from './cut-line';
import type { Spot } from './peel';

/** A cut in px that are `k` times as many to the mm; what is measured of it in mm stays as it is. */
export function scaledCut(cut: Cut, k: number): Cut {
  const to = (path: PathData): PathData => transformPath(path, [k, 0, 0, k, 0, 0]);
  const spot = <S extends Spot>(s: S | null): S | null => s && { ...s, x: s.x * k, y: s.y * k };
  const point = ([x, y]: readonly [number, number]): [number, number] => [x * k, y * k];
  const { peel, box } = cut;
  const boxed = <B extends Cut['box']>(b: B): B => ({
    ...b,
    left: b.left * k,
    top: b.top * k,
    right: b.right * k,
    bottom: b.bottom * k,
  });
  return {
    ...cut,
    loops: cut.loops.map((l) => ({ path: to(l.path), area: l.area * k * k })),
    pieces: cut.pieces.map((p) => ({ ...p, path: to(p.path) })),
    borders: cut.borders.map(to),
    spread: cut.spread.map((s) => ({ ...s, path: to(s.path) })),
    backing: cut.backing && to(cut.backing),
    bridges: cut.bridges.map(({ from, to: end }) => ({ from: point(from), to: point(end) })),
    holes: cut.holes.map((h) => ({ ...h, path: to(h.path) })),
    box: boxed(box),
    peel: {
      ...peel,
      neck: spot(peel.neck),
      tongue: spot(peel.tongue),
      outerCorner: spot(peel.outerCorner),
      innerCorner: spot(peel.innerCorner),
      smallestHole: spot(peel.smallestHole),
      border: spot(peel.border),
      box: boxed(peel.box),
    },
  };
}
