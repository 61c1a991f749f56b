import { memoByKey, type Materials, type OutlineItem } from '../drawing';
import {
  axisScales,
  invert,
  multiply,
  transformPath,
  withoutHoles,
  type Matrix,
  type Join,
  type PathData,
} from '../geometry';
import { kindOf, type Part, type Shape } from '../parts';

const results = new WeakMap<object, Map<string, PathData>>();

/** What was worked out before from this object under this key, or is now. */
function from(object: object, key: string, make: () => PathData): PathData {
  let known = results.get(object);
  if (!known) results.set(object, (known = new Map()));
  let path = known.get(key);
  if (!path) {
    // A slider passes many values: the oldest is forgotten.
    if (known.size >= 40) known.delete(known.keys().next().value!);
    known.set(key, (path = make()));
  }
  return path;
}

const identities = memoByKey<object>(400);
/** The same object for parts of the same outlines, wherever they stand. */
export function identityOf(part: Part, shape: Shape): object {
  if (shape.same) return shape.same;
  const same = kindOf(part).outlined?.same;
  if (same) return same(part, shape);
  const { place: _place, keylines: _keylines, shade: _shade, relief: _relief, ...own } = part;
  return identities(JSON.stringify(own), () => ({}));
}

/**
 * The edge of a part as filled outlines, in edge space: board px, but not yet turned and moved, so that
 * what is worked out from it lasts while the part is dragged about.
 */
export class Edge {
  /** From edge space to the board. */
  readonly matrix: Matrix;
  /** Something was left out for want of time. */
  late = false;
  private readonly scale: readonly [number, number];
  private readonly identity: object;
  private readonly key: string;

  constructor(
    part: Part,
    partMatrix: Matrix,
    private readonly shape: Shape,
    private readonly own: readonly OutlineItem[],
    private readonly materials: Materials,
    /** Works with no outline: there are too many points. */
    private readonly plain = false,
  ) {
    const [sx, sy] = axisScales(partMatrix);
    this.scale = [sx, sy];
    this.key = `${sx} ${sy}`;
    this.matrix = multiply(partMatrix, [1 / sx, 0, 0, 1 / sy, 0, 0]);
    this.identity = identityOf(part, shape);
  }

  /** False for parts with drawn lines or even-odd holes: their edge is no simple filled outline. */
  get filled(): boolean {
    return (
      this.shape.pieces !== undefined ||
      this.own.every((i) => !i.stroke && i.rule === 'nonzero' && !i.clips?.length)
    );
  }

  /** All of the edge as one path, filled non-zero. */
  bare(): PathData {
    return from(this.identity, `bare ${this.key}`, () => {
      const [sx, sy] = this.scale;
      if (this.shape.pieces)
        return this.shape.pieces.flatMap((p) => transformPath(p.path, [sx, 0, 0, sy, 0, 0]));
      const back = invert(this.matrix);
      return this.own.flatMap((i) => transformPath(i.path, multiply(back, i.matrix)));
    });
  }

  /** `work` with the outline operations, unless they are not there or there is no time for them. */
  private worked(key: string, work: (ops: NonNullable<Materials['ops']>) => PathData): PathData | null {
    const { ops, hurry } = this.materials;
    if (this.plain) return null;
    if (results.get(this.identity)?.has(key)) return from(this.identity, key, () => []);
    if (!ops || hurry?.()) {
      this.late = true;
      return null;
    }
    return from(this.identity, key, () => work(ops));
  }

  /** The edge grown by `by` board px, holes narrower than `holes` filled; null when that takes too long. */
  grown(by: number, join: Join, holes = 0): PathData | null {
    const [sx, sy] = this.scale;
    const { pieces } = this.shape;
    const key = `grown ${this.key} ${by} ${join} ${holes}`;
    const even = Math.abs(sx - sy) < 1e-9 * sx;
    if (by === 0 && holes === 0) return this.bare();
    if (this.plain) return null;
    if (!pieces || !even || pieces.some((p) => !p.own))
      return this.worked(key, (ops) => filled(ops.offset(this.bare(), by, join), holes));
    if (results.get(this.identity)?.has(key)) return from(this.identity, key, () => []);
    // Letter by letter: a letter that has been seen before costs nothing.
    const out: number[] = [];
    for (const { own } of pieces) {
      const pieceKey = `${by / sx} ${join} ${holes / sx}`;
      const { ops, hurry } = this.materials;
      const known = results.get(own!.path)?.has(pieceKey);
      if (!known && (!ops || hurry?.())) {
        this.late = true;
        return null;
      }
      const path = from(own!.path, pieceKey, () => filled(ops!.offset(own!.path, by / sx, join), holes / sx));
      for (const n of transformPath(path, multiply([sx, 0, 0, sy, 0, 0], own!.frame))) out.push(n);
    }
    return from(this.identity, key, () => out);
  }

  /** All within `by` board px of the edge as outlines that cross themselves nowhere; null when that takes too long. */
  whole(by: number, join: Join): PathData | null {
    const all = this.grown(by, join);
    return all && this.worked(`whole ${this.key} ${by} ${join}`, (ops) => ops.weld(all));
  }

  /** What lies between two distances from the edge, outside; null when that takes too long. */
  band(inner: number, outer: number, join: Join, holes = 0): PathData | null {
    const all = this.grown(outer, join, holes);
    const within = this.grown(inner, join);
    if (!all || !within) return null;
    return this.worked(`band ${this.key} ${inner} ${outer} ${join} ${holes}`, (ops) =>
      ops.subtract(ops.weld(all), ops.weld(within)),
    );
  }

  /** What lies between two distances from the edge, inside; null when that takes too long. */
  inset(near: number, far: number, join: Join): PathData | null {
    return this.worked(`inset ${this.key} ${near} ${far} ${join}`, (ops) => {
      const whole = ops.weld(this.bare());
      const outer = near > 0 ? ops.offset(whole, -near, join) : whole;
      return ops.subtract(outer, ops.offset(whole, -far, join));
    });
  }

  /** Something worked out from a path of this edge without outline operations. */
  derived(path: PathData, key: string, make: () => PathData): PathData {
    return from(path, key, make);
  }
}

const filled = (path: PathData, holes: number): PathData => (holes > 0 ? withoutHoles(path, holes) : path);
