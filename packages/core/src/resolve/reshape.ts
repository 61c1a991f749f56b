import type { Materials } from '../drawing';
import { axisScales, transformPath, type Matrix, type OutlineOps, type PathData } from '../geometry';
import type { Part, Shape } from '../parts';
import { identityOf } from './edge';

interface Paths {
  ops: OutlineOps;
  items: PathData[];
  pieces: PathData[];
  same: object;
}
const known = new WeakMap<object, Map<string, Paths>>();
/** A slider passes many values: so many are kept for one outline. */
const MOST_KNOWN = 12;

/** Whether a part's outlines are another than its own. */
export const isReshaped = (part: Part): boolean => part.thin > 0 || part.smooth > 0;

/**
 * The outline with its corners rounded to a radius (closed, then opened by a disc, so that what is narrower than twice
 * that goes) and then moved inwards; path units.
 */
function reshapedPath(path: PathData, ops: OutlineOps, smooth: number, thin: number): PathData {
  let out = path;
  if (smooth > 0) {
    const closed = ops.offset(ops.offset(out, smooth, 'round'), -2 * smooth, 'round');
    out = ops.offset(closed, smooth, 'round');
  }
  return thin > 0 ? ops.offset(out, -thin, 'round') : out;
}

/**
 * A part's shape made thinner and smoother by what it says, board px whatever its scale; lines get thinner, their
 * corners stay. `late` where there are no outline operations, or no time for them: then it is as it was.
 */
export function reshaped(
  part: Part,
  shape: Shape,
  partMatrix: Matrix,
  materials: Materials,
): { shape: Shape; late: boolean } {
  if (!isReshaped(part)) return { shape, late: false };
  const { thin, smooth } = part;
  const [sx, sy] = axisScales(partMatrix);
  const identity = identityOf(part, shape);
  let of = known.get(identity);
  if (!of) known.set(identity, (of = new Map()));
  const key = `${thin} ${smooth} ${sx} ${sy}`;
  let paths = of.get(key);
  if (!paths || paths.ops !== materials.ops) {
    const { ops, hurry } = materials;
    if (!ops || hurry?.()) return { shape, late: true };
    const made = (path: PathData): PathData => {
      const scaled = transformPath(path, [sx, 0, 0, sy, 0, 0]);
      return transformPath(reshapedPath(scaled, ops, smooth, thin), [1 / sx, 0, 0, 1 / sy, 0, 0]);
    };
    paths = {
      ops,
      items: shape.items.map((item) =>
        item.stroke
          ? item.path
          : made(item.rule === 'evenodd' ? ops.evenOdd(item.path) : ops.weld(item.path)),
      ),
      pieces: (shape.pieces ?? []).map((piece) => made(ops.weld(piece.path))),
      same: {},
    };
    if (of.size >= MOST_KNOWN) of.delete(of.keys().next().value!);
    of.set(key, paths);
  }
  const { items, pieces, same } = paths;
  const thinned = shape.items.flatMap((item, i): Shape['items'] => {
    if (!item.stroke) return items[i].length ? [{ ...item, path: items[i], rule: 'nonzero' }] : [];
    const { side, space, width } = item.stroke;
    const left = width - (side ? 1 : 2) * (thin / (space === 'own' ? Math.max(sx, sy) : 1));
    return left > 0 ? [{ ...item, stroke: { ...item.stroke, width: left } }] : [];
  });
  return {
    shape: {
      ...{ items: thinned, box: shape.box, same },
      ...(shape.pieces ? { pieces: pieces.filter((p) => p.length).map((path) => ({ path })) } : {}),
    },
    late: false,
  };
}
