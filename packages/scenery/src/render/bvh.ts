/** Boxes around boxes around triangles: finds what a ray meets without trying them all. */
export interface Bvh {
  /** Six bounds of each node. */
  bounds: Float32Array;
  /** Of a leaf: its first triangle in `order`; else its second child (the first stands next to it). */
  next: Int32Array;
  /** Triangles of a leaf; 0 for an inner node. */
  count: Uint8Array;
  /** First corner and two edges of each triangle, in the order of leaves. */
  corners: Float32Array;
  /** Which triangle stands at each place. */
  order: Uint32Array;
}

const BINS = 12;
const LEAF = 4;

/** Built by the surface area heuristic over bins (Wald 2007). `at` are places, `triangles` three of them each. */
export function buildBvh(at: Float32Array, triangles: Uint32Array): Bvh {
  const n = triangles.length / 3;
  const middle = new Float32Array(n * 3);
  const low = new Float32Array(n * 3);
  const high = new Float32Array(n * 3);
  for (let t = 0; t < n; t++)
    for (let k = 0; k < 3; k++) {
      const [a, b, c] = [0, 1, 2].map((i) => at[3 * triangles[3 * t + i] + k]);
      low[3 * t + k] = Math.min(a, b, c);
      high[3 * t + k] = Math.max(a, b, c);
      middle[3 * t + k] = (low[3 * t + k] + high[3 * t + k]) / 2;
    }
  const order = Uint32Array.from({ length: n }, (_, i) => i);
  const bounds: number[] = [];
  const next: number[] = [];
  const count: number[] = [];

  const measure = (from: number, to: number, of: 'box' | 'middle'): number[] => {
    const box = [Infinity, Infinity, Infinity, -Infinity, -Infinity, -Infinity];
    for (let i = from; i < to; i++)
      for (let k = 0; k < 3; k++) {
        const j = 3 * order[i] + k;
        box[k] = Math.min(box[k], of === 'box' ? low[j] : middle[j]);
        box[3 + k] = Math.max(box[3 + k], of === 'box' ? high[j] : middle[j]);
      }
    return box;
  };
  const area = (b: number[]) => {
    const [x, y, z] = [b[3] - b[0], b[4] - b[1], b[5] - b[2]];
    return x < 0 ? 0 : x * y + y * z + z * x;
  };
  const grow = (b: number[], t: number) => {
    for (let k = 0; k < 3; k++) {
      b[k] = Math.min(b[k], low[3 * t + k]);
      b[3 + k] = Math.max(b[3 + k], high[3 * t + k]);
    }
  };
  const empty = () => [Infinity, Infinity, Infinity, -Infinity, -Infinity, -Infinity];

  /** Where the triangles from..to are parted best; null where a leaf is as good. */
  const part = (from: number, to: number): number | null => {
    const m = measure(from, to, 'middle');
    let best: { cost: number; axis: number; bin: number } | null = null;
    for (let axis = 0; axis < 3; axis++) {
      const wide = m[3 + axis] - m[axis];
      if (wide < 1e-9) continue;
      const counts = new Array<number>(BINS).fill(0);
      const boxes = Array.from({ length: BINS }, empty);
      for (let i = from; i < to; i++) {
        const t = order[i];
        const b = Math.min(BINS - 1, Math.floor(((middle[3 * t + axis] - m[axis]) / wide) * BINS));
        counts[b]++;
        grow(boxes[b], t);
      }
      for (let s = 1; s < BINS; s++) {
        const sides = [boxes.slice(0, s), boxes.slice(s)].map((bs, side) => {
          const whole = empty();
          for (const b of bs)
            for (let k = 0; k < 3; k++) {
              whole[k] = Math.min(whole[k], b[k]);
              whole[3 + k] = Math.max(whole[3 + k], b[3 + k]);
            }
          const of = (side ? counts.slice(s) : counts.slice(0, s)).reduce((a, b) => a + b, 0);
          return { of, cost: of * area(whole) };
        });
        if (!sides[0].of || !sides[1].of) continue;
        const cost = sides[0].cost + sides[1].cost;
        if (!best || cost < best.cost) best = { cost, axis, bin: s };
      }
    }
    if (!best) return null;
    const { axis, bin } = best;
    const wide = m[3 + axis] - m[axis];
    let i = from;
    for (let j = from; j < to; j++) {
      const t = order[j];
      if (Math.min(BINS - 1, Math.floor(((middle[3 * t + axis] - m[axis]) / wide) * BINS)) < bin) {
        order[j] = order[i];
        order[i++] = t;
      }
    }
    return i;
  };

  const build = (from: number, to: number): void => {
    const at = next.length;
    bounds.push(...measure(from, to, 'box'));
    next.push(from);
    count.push(0);
    const cut = to - from > LEAF ? part(from, to) : null;
    if (cut === null && to - from <= 255) {
      count[at] = to - from;
      return;
    }
    const where = cut ?? (from + to) >> 1;
    build(from, where);
    next[at] = next.length;
    build(where, to);
  };
  if (n) build(0, n);
  const corners = new Float32Array(n * 9);
  for (let i = 0; i < n; i++) {
    const [a, b, c] = [0, 1, 2].map((k) => 3 * triangles[3 * order[i] + k]);
    for (let k = 0; k < 3; k++) {
      corners[9 * i + k] = at[a + k];
      corners[9 * i + 3 + k] = at[b + k] - at[a + k];
      corners[9 * i + 6 + k] = at[c + k] - at[a + k];
    }
  }
  return {
    bounds: Float32Array.from(bounds),
    next: Int32Array.from(next),
    count: Uint8Array.from(count),
    corners,
    order,
  };
}

/** What a ray met last: the triangle, how far away, and the shares of its second and third corner. */
export interface Hit {
  triangle: number;
  distance: number;
  b: number;
  c: number;
}

const stack = new Int32Array(128);
const { abs } = Math;

/**
 * The first triangle that a ray from (ox, oy, oz) along (dx, dy, dz) meets nearer than `most`, into `hit`; whether
 * there is one. With `any` the first that is found ends the search. Triangles by Möller and Trumbore (1997).
 */
export function meet(
  bvh: Bvh,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
  most: number,
  hit: Hit,
  any = false,
): boolean {
  const { bounds, next, count, corners, order } = bvh;
  if (!next.length) return false;
  const [ix, iy, iz] = [1 / (dx || 1e-12), 1 / (dy || 1e-12), 1 / (dz || 1e-12)];
  let found = false;
  let depth = 0;
  stack[depth++] = 0;
  while (depth) {
    const node = stack[--depth];
    const o = 6 * node;
    let t0 = (bounds[o] - ox) * ix;
    let t1 = (bounds[o + 3] - ox) * ix;
    let near = t0 < t1 ? t0 : t1;
    let far = t0 < t1 ? t1 : t0;
    t0 = (bounds[o + 1] - oy) * iy;
    t1 = (bounds[o + 4] - oy) * iy;
    if (t0 < t1) {
      if (t0 > near) near = t0;
      if (t1 < far) far = t1;
    } else {
      if (t1 > near) near = t1;
      if (t0 < far) far = t0;
    }
    t0 = (bounds[o + 2] - oz) * iz;
    t1 = (bounds[o + 5] - oz) * iz;
    if (t0 < t1) {
      if (t0 > near) near = t0;
      if (t1 < far) far = t1;
    } else {
      if (t1 > near) near = t1;
      if (t0 < far) far = t0;
    }
    if (near > far || far < 0 || near > most) continue;
    const leaf = count[node];
    if (!leaf) {
      const first = node + 1;
      const second = next[node];
      // The nearer child first, by the middle of their boxes along the ray.
      const a = 6 * first;
      const b = 6 * second;
      const d =
        (bounds[a] + bounds[a + 3] - bounds[b] - bounds[b + 3]) * dx +
        (bounds[a + 1] + bounds[a + 4] - bounds[b + 1] - bounds[b + 4]) * dy +
        (bounds[a + 2] + bounds[a + 5] - bounds[b + 2] - bounds[b + 5]) * dz;
      if (d < 0) {
        stack[depth++] = second;
        stack[depth++] = first;
      } else {
        stack[depth++] = first;
        stack[depth++] = second;
      }
      continue;
    }
    for (let i = next[node], end = i + leaf; i < end; i++) {
      const k = 9 * i;
      const ex = corners[k + 3];
      const ey = corners[k + 4];
      const ez = corners[k + 5];
      const fx = corners[k + 6];
      const fy = corners[k + 7];
      const fz = corners[k + 8];
      const px = dy * fz - dz * fy;
      const py = dz * fx - dx * fz;
      const pz = dx * fy - dy * fx;
      const det = ex * px + ey * py + ez * pz;
      if (abs(det) < 1e-12) continue;
      const inverse = 1 / det;
      const tx = ox - corners[k];
      const ty = oy - corners[k + 1];
      const tz = oz - corners[k + 2];
      const b = (tx * px + ty * py + tz * pz) * inverse;
      if (b < 0 || b > 1) continue;
      const qx = ty * ez - tz * ey;
      const qy = tz * ex - tx * ez;
      const qz = tx * ey - ty * ex;
      const c = (dx * qx + dy * qy + dz * qz) * inverse;
      if (c < 0 || b + c > 1) continue;
      const distance = (fx * qx + fy * qy + fz * qz) * inverse;
      if (distance <= 1e-5 || distance >= most) continue;
      most = distance;
      found = true;
      hit.triangle = order[i];
      hit.distance = distance;
      hit.b = b;
      hit.c = c;
      if (any) return true;
    }
  }
  return found;
}
