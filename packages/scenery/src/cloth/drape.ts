import { vertexNormals } from '../render/mesh';

/** Cloth that moves: vertices, and distances that are kept between them. */
export interface Cloth {
  at: Float32Array;
  /** Pairs of vertices and the distance that each keeps. */
  links: Uint32Array;
  rest: Float32Array;
  /** From here on links only bend: they are kept with less force. */
  bendsFrom: number;
  /** Pairs of vertices along open edges. */
  rim: Uint32Array;
}

/** Cloth from triangles: its edges keep their length, and what lies across an edge its distance. */
export function clothOf(at: Float32Array, triangles: Uint32Array): Cloth {
  const across = new Map<number, number[]>();
  const n = at.length / 3;
  for (let t = 0; t < triangles.length; t += 3)
    for (let k = 0; k < 3; k++) {
      const [a, b, c] = [triangles[t + k], triangles[t + ((k + 1) % 3)], triangles[t + ((k + 2) % 3)]];
      const key = Math.min(a, b) * n + Math.max(a, b);
      const known = across.get(key);
      if (known) known.push(c);
      else across.set(key, [c]);
    }
  const links: number[] = [];
  for (const key of across.keys()) links.push(Math.floor(key / n), key % n);
  const bendsFrom = links.length / 2;
  const rim: number[] = [];
  for (const [key, opposite] of across)
    if (opposite.length === 2) links.push(...opposite);
    else if (opposite.length === 1) rim.push(Math.floor(key / n), key % n);
  const rest = new Float32Array(links.length / 2);
  for (let i = 0; i < rest.length; i++) {
    const [a, b] = [3 * links[2 * i], 3 * links[2 * i + 1]];
    rest[i] = Math.hypot(at[a] - at[b], at[a + 1] - at[b + 1], at[a + 2] - at[b + 2]);
  }
  return {
    at: Float32Array.from(at),
    links: Uint32Array.from(links),
    rest,
    bendsFrom,
    rim: Uint32Array.from(rim),
  };
}

/**
 * More cloth than there is room for, so that it lies in folds: `of` says for a place of the pattern how much longer
 * links are across a fold (a share), and which way the fold runs (degrees clockwise from the right).
 */
export function ease(
  cloth: Cloth,
  pattern: Float32Array,
  of: (x: number, y: number) => readonly [share: number, direction: number],
): void {
  const { links, rest } = cloth;
  for (let i = 0; i < rest.length; i++) {
    const [a, b] = [2 * links[2 * i], 2 * links[2 * i + 1]];
    const [dx, dy] = [pattern[b] - pattern[a], pattern[b + 1] - pattern[a + 1]];
    const [share, direction] = of((pattern[a] + pattern[b]) / 2, (pattern[a + 1] + pattern[b + 1]) / 2);
    const across = Math.sin(Math.atan2(dy, dx) - (direction * Math.PI) / 180);
    rest[i] *= 1 + share * across * across;
  }
}

/** Takes the creases of the computation out of cloth: each vertex goes some way to the middle of its neighbours, and a little back (Taubin 1995). */
export function soften(
  { at, links, bendsFrom, rim }: Cloth,
  rounds: number,
  seams: Uint32Array = new Uint32Array(),
): void {
  const n = at.length / 3;
  const onRim = new Uint8Array(n);
  const lines = [rim, seams];
  for (const line of lines) for (const i of line) onRim[i] = 1;
  const sum = new Float32Array(n * 3);
  const count = new Float32Array(n);
  const add = (a: number, b: number) => {
    count[a]++;
    for (let k = 0; k < 3; k++) sum[3 * a + k] += at[3 * b + k];
  };
  for (let round = 0; round < 2 * rounds; round++) {
    const share = round % 2 ? -0.34 : 0.45;
    sum.fill(0);
    count.fill(0);
    for (let c = 0; c < bendsFrom; c++) {
      const [a, b] = [links[2 * c], links[2 * c + 1]];
      if (!onRim[a]) add(a, b);
      if (!onRim[b]) add(b, a);
    }
    // Edges and seams keep their line: their vertices look along it alone.
    for (const line of lines)
      for (let c = 0; c < line.length; c += 2) {
        add(line[c], line[c + 1]);
        add(line[c + 1], line[c]);
      }
    for (let i = 0; i < n; i++)
      if (count[i] > 1)
        for (let k = 0; k < 3; k++) at[3 * i + k] += share * (sum[3 * i + k] / count[i] - at[3 * i + k]);
  }
}

export interface Forces {
  /** Inches a second squared. */
  gravity: readonly [number, number, number];
  steps: number;
  /** Rounds of keeping distances in each step. */
  rounds?: number;
  /** How much a bend resists, 0–1. */
  stiffness?: number;
  /** Share of its movement that cloth loses in a step. */
  drag?: number;
  /**
   * Moves a vertex out of what it may not be in: gives the depth that it is in it, and the way out as a unit vector
   * into `out`; nothing where 0.
   */
  collide?: (x: number, y: number, z: number, out: Float32Array, step: number) => number;
  /** Share of its sliding that a vertex loses where it touches. */
  friction?: number;
  /** Vertices that stay. */
  held?: (index: number) => boolean;
  /** Air within: pushes along the normals of these triangles, inches a second squared at full strength. */
  air?: { triangles: Uint32Array; push: number };
  /** Pairs of vertices of which the first stays before (z) the second by a gap. */
  before?: { pairs: Uint32Array; gap: number };
}

const { sqrt, min } = Math;

/** Lets cloth fall to rest: position based dynamics (Müller, Heidelberger, Hennix and Ratcliff 2007). Changes `cloth.at`. */
export function drape(cloth: Cloth, forces: Forces): void {
  const { at, links, rest, bendsFrom } = cloth;
  const {
    gravity,
    steps,
    rounds = 12,
    stiffness = 0.15,
    drag = 0.02,
    collide,
    friction = 0.3,
    held,
    before,
    air,
  } = forces;
  const n = at.length / 3;
  const last = Float32Array.from(at);
  const free = Float32Array.from({ length: n }, (_, i) => (held?.(i) ? 0 : 1));
  const out = new Float32Array(3);
  const dt = 1 / 60;
  for (let step = 0; step < steps; step++) {
    if (air) {
      const normals = vertexNormals({ at, triangles: air.triangles });
      const k = air.push * min(1, (2 * step) / steps) * dt * dt;
      for (let o = 0; o < at.length; o++) at[o] += normals[o] * k;
    }
    for (let i = 0; i < n; i++) {
      if (!free[i]) continue;
      for (let k = 0; k < 3; k++) {
        const o = 3 * i + k;
        const v = (at[o] - last[o]) * (1 - drag);
        last[o] = at[o];
        at[o] += v + gravity[k] * dt * dt;
      }
    }
    for (let round = 0; round < rounds; round++) {
      for (let c = 0; c < rest.length; c++) {
        const a = links[2 * c];
        const b = links[2 * c + 1];
        const w = free[a] + free[b];
        if (!w) continue;
        const i = 3 * a;
        const j = 3 * b;
        const dx = at[j] - at[i];
        const dy = at[j + 1] - at[i + 1];
        const dz = at[j + 2] - at[i + 2];
        const l = sqrt(dx * dx + dy * dy + dz * dz) || 1e-9;
        const k = ((c < bendsFrom ? 0.9 : stiffness) * (l - rest[c])) / (l * w);
        const p = k * free[a];
        const q = k * free[b];
        at[i] += dx * p;
        at[i + 1] += dy * p;
        at[i + 2] += dz * p;
        at[j] -= dx * q;
        at[j + 1] -= dy * q;
        at[j + 2] -= dz * q;
      }
      if (before) {
        const { pairs, gap } = before;
        for (let c = 0; c < pairs.length; c += 2) {
          const i = 3 * pairs[c] + 2;
          const j = 3 * pairs[c + 1] + 2;
          const short = gap - (at[i] - at[j]);
          if (short > 0) {
            at[i] += short / 2;
            at[j] -= short / 2;
          }
        }
      }
      if (collide && (round % 3 === 2 || round === rounds - 1))
        for (let i = 0; i < n; i++) {
          if (!free[i]) continue;
          const o = 3 * i;
          const depth = collide(at[o], at[o + 1], at[o + 2], out, step);
          if (depth <= 0) continue;
          at[o] += out[0] * depth;
          at[o + 1] += out[1] * depth;
          at[o + 2] += out[2] * depth;
          // What touches slides less.
          const mx = at[o] - last[o];
          const my = at[o + 1] - last[o + 1];
          const mz = at[o + 2] - last[o + 2];
          const along = mx * out[0] + my * out[1] + mz * out[2];
          at[o] -= (mx - along * out[0]) * friction;
          at[o + 1] -= (my - along * out[1]) * friction;
          at[o + 2] -= (mz - along * out[2]) * friction;
        }
    }
  }
}
