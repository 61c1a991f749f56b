import { hypot } from '../geometry';
import { choice, list, number, record, share, type Field } from '../fields';
import type { Plane } from '../raster';
import { hash, unit } from '../wear';

/** A stroke of a brush over a picture. Lengths are px of the untouched picture. */
export interface Stroke {
  /** `less` does the opposite of `paint`, where there is one; `rub` takes both away. */
  does: 'paint' | 'less' | 'rub';
  /** x, y and the pen's pressure (0–1) of each point in turn. */
  points: number[];
  /** Across, at full pressure. */
  size: number;
  /** 0–1: how much of its radius is full before it falls off. */
  hardness: number;
  /** 0–1: how much it does at full pressure. */
  flow: number;
  /** Across one of the hard specks that it is made of, px; 0 for a brush without specks. */
  specks: number;
}

export const MOST_STROKES = 1000;
/** Points of a stroke, three numbers each. */
export const MOST_STROKE_POINTS = 4000;
export const STROKE_SIZE = { least: 1, most: 8000 } as const;

const whole = number({ min: -100_000, max: 100_000 });
export const STROKES: Field<Stroke[]> = list(
  record<Stroke>(
    {
      does: choice(['paint', 'less', 'rub'], 'paint'),
      points: list(whole, {
        most: 3 * MOST_STROKE_POINTS,
        least: { n: 3, says: 'must have at least one point' },
      }),
      size: number({ min: STROKE_SIZE.least, max: STROKE_SIZE.most }),
      hardness: share(0.5),
      flow: share(1),
      specks: number({ min: 0, max: 400, fallback: 0 }),
    },
    { name: 'brushStroke' },
  ),
  { most: MOST_STROKES, optional: true },
);

const { floor, max, min, sqrt } = Math;

/** Adds how much a stroke covers each pixel, the most of all along it, to a plane that is 0 there; tells where. */
function coverBy(
  stroke: Stroke,
  scale: number,
  { width, height, data }: Plane,
): [number, number, number, number] {
  const { points, hardness } = stroke;
  const radius = max(0.5, (stroke.size * scale) / 2);
  const n = floor(points.length / 3);
  const reached: [number, number, number, number] = [width, height, 0, 0];
  for (let k = 0; k < max(1, n - 1); k++) {
    const a = 3 * k;
    const b = n > 1 ? a + 3 : a;
    const x0 = points[a] * scale;
    const y0 = points[a + 1] * scale;
    const dx = points[b] * scale - x0;
    const dy = points[b + 1] * scale - y0;
    const length2 = dx * dx + dy * dy;
    const r0 = max(0.5, radius * points[a + 2]);
    const r1 = max(0.5, radius * points[b + 2]);
    const r = max(r0, r1) + 1;
    const left = max(0, floor(min(x0, x0 + dx) - r));
    const right = min(width - 1, floor(max(x0, x0 + dx) + r));
    const top = max(0, floor(min(y0, y0 + dy) - r));
    const bottom = min(height - 1, floor(max(y0, y0 + dy) + r));
    reached[0] = min(reached[0], left);
    reached[1] = min(reached[1], top);
    reached[2] = max(reached[2], right);
    reached[3] = max(reached[3], bottom);
    for (let y = top; y <= bottom; y++)
      for (let x = left; x <= right; x++) {
        const px = x + 0.5 - x0;
        const py = y + 0.5 - y0;
        const t = length2 > 0 ? max(0, min(1, (px * dx + py * dy) / length2)) : 0;
        const ex = px - t * dx;
        const ey = py - t * dy;
        const here = r0 + (r1 - r0) * t;
        const d = sqrt(ex * ex + ey * ey);
        if (d >= here + 0.5) continue;
        // A rim of a pixel at least, so that a hard brush has no steps.
        const core = min(here - 0.5, here * hardness);
        const f = d <= core ? 1 : (here + 0.5 - d) / (here + 0.5 - core);
        const soft = f * f * (3 - 2 * f);
        const i = y * width + x;
        if (soft > data[i]) data[i] = soft;
      }
  }
  return reached;
}

/** What strokes cover of a picture, 0–1: what is painted, and what the opposite. */
export interface Covered {
  paint: Plane;
  less: Plane;
}

/**
 * What strokes cover of a copy of the picture with `scale` px for one of its own, in the order in which they were made.
 * Specks lie where they lie on the untouched picture, the same from the same stroke.
 */
export function coveredBy(strokes: readonly Stroke[], width: number, height: number, scale: number): Covered {
  const plane = (): Plane => ({ width, height, data: new Float32Array(width * height) });
  const [paint, less, one] = [plane(), plane(), plane()];
  strokes.forEach((stroke, number) => {
    const [left, top, right, bottom] = coverBy(stroke, scale, one);
    const { flow, does, specks } = stroke;
    for (let y = top; y <= bottom; y++)
      for (let x = left; x <= right; x++) {
        const i = y * width + x;
        if (one.data[i] === 0) continue;
        let by = one.data[i] * flow;
        one.data[i] = 0;
        if (specks > 0) by = speckAt((x + 0.5) / scale, (y + 0.5) / scale, specks, number) < by ? 1 : 0;
        if (does === 'paint') paint.data[i] += (1 - paint.data[i]) * by;
        else if (does === 'less') less.data[i] += (1 - less.data[i]) * by;
        if (does !== 'paint') paint.data[i] *= 1 - by;
        if (does !== 'less') less.data[i] *= 1 - by;
      }
  });
  return { paint, less };
}

/** From how much flow on a speck shows here: round specks, one in each cell, of which each has its own place and turn. */
function speckAt(x: number, y: number, size: number, seed: number): number {
  const u = x / size;
  const v = y / size;
  let least = 2;
  for (let j = -1; j <= 1; j++)
    for (let i = -1; i <= 1; i++) {
      const cx = floor(u) + i;
      const cy = floor(v) + j;
      const h = hash(cx, cy, 7919 + seed);
      const dx = cx + (h & 0xff) / 256 - u;
      const dy = cy + ((h >>> 8) & 0xff) / 256 - v;
      if (hypot(dx, dy) < 0.5) least = min(least, unit(hash(cx, cy, 104729 + seed)));
    }
  return least;
}
