import { flag, list, number, nullable, record, ref, tuple } from '../../fields';
import { hexToRgb } from '../../colour';
import { fillPolygons, squaredDistance, type Plane } from '../../raster';
import type { StepBase, StepKindOf } from '../kind';

/** A closed outline drawn by hand around what is kept, or around what is taken out of it. */
export interface HandLoop {
  points: [number, number][];
  /** A curve through its points instead of straight edges. */
  curved: boolean;
  takes: boolean;
}

/** The picture is cut along outlines that were drawn by hand. */
export interface OutlineStep extends StepBase {
  kind: 'outline';
  loops: HandLoop[];
  /** A rim of paper around the cut, as wide all around, in an ink; for the look of something cut out by scissors. */
  rim: { width: number; ink: string } | null;
}

const at = number({ min: -100_000, max: 100_000 });

/** Points along the curve through `points` (centripetal would loop less; uniform Catmull–Rom keeps to hand-set points). */
export function alongCurve(points: readonly (readonly [number, number])[]): [number, number][] {
  const n = points.length;
  if (n < 3) return points.map(([x, y]) => [x, y]);
  const at = (i: number) => points[((i % n) + n) % n];
  return points.flatMap((_, i) => {
    const [p, q, r, s] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
    const parts = Math.max(2, Math.min(24, Math.ceil(Math.hypot(r[0] - q[0], r[1] - q[1]) / 4)));
    return Array.from({ length: parts }, (_, k): [number, number] => {
      const t = k / parts;
      const one = (c: 0 | 1) =>
        0.5 *
        (2 * q[c] +
          (r[c] - p[c]) * t +
          (2 * p[c] - 5 * q[c] + 4 * r[c] - s[c]) * t * t +
          (3 * q[c] - p[c] - 3 * r[c] + s[c]) * t * t * t);
      return [one(0), one(1)];
    });
  });
}

/** What the loops keep, 0–1, one after the other. */
function keptBy(loops: readonly HandLoop[], width: number, height: number, scale: number): Plane {
  const kept = new Float32Array(width * height);
  // Without one that keeps, the first takes out of all.
  if (loops.length === 0 || loops[0].takes) kept.fill(1);
  for (const { points, curved, takes } of loops) {
    const sized = points.map(([x, y]): [number, number] => [x * scale, y * scale]);
    const { data } = fillPolygons([curved ? alongCurve(sized) : sized], width, height);
    for (let i = 0; i < kept.length; i++)
      kept[i] = takes ? kept[i] * (1 - data[i]) : kept[i] + (1 - kept[i]) * data[i];
  }
  return { width, height, data: kept };
}

export const OUTLINE: StepKindOf<OutlineStep> = {
  kind: 'outline',
  label: 'Cut by hand',
  does: 'along outlines that you draw, with a rim of paper if you like',
  group: 'cut',
  fields: {
    loops: list(
      record<HandLoop>({
        points: list(tuple<[number, number]>([at, at], 'must be x and y'), {
          most: 4000,
          least: { n: 3, says: 'must have at least three points' },
        }),
        curved: flag(),
        takes: flag(),
      }),
      { most: 200, optional: true },
    ),
    rim: nullable(
      record<{ width: number; ink: string }>({ width: number({ min: 0.5, max: 2000 }), ink: ref('ink') }),
    ),
  },
  start: () => ({ loops: [], rim: null }),
  partly: false,
  apply(image, { loops, rim }, { scale }) {
    const { width, height } = image;
    const data = new Uint8ClampedArray(image.data);
    const kept = keptBy(loops, width, height, scale).data;
    for (let i = 0; i < kept.length; i++) data[4 * i + 3] *= kept[i];
    if (!rim) return { width, height, data };
    const inside = Uint8Array.from(kept, (v, i) => (v >= 0.5 && image.data[4 * i + 3] >= 128 ? 1 : 0));
    const far = squaredDistance({ width, height, data: inside }, 1);
    const paper = hexToRgb(rim.ink);
    const reach = rim.width * scale + 0.5;
    for (let i = 0; i < far.length; i++) {
      const cover = Math.max(0, Math.min(1, reach - Math.sqrt(far[i])));
      const own = data[4 * i + 3] / 255;
      const all = own + (1 - own) * cover;
      if (all <= own) continue;
      for (let c = 0; c < 3; c++) data[4 * i + c] = (data[4 * i + c] * own + paper[c] * (all - own)) / all;
      data[4 * i + 3] = 255 * all;
    }
    return { width, height, data };
  },
};
