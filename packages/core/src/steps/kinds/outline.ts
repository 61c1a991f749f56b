import { list, number, nullable, record, ref } from '../../fields';
import { hexToRgb } from '../../colour';
import { fillPolygons, squaredDistance, type Plane } from '../../raster';
import { alongRing, LOOP, type HandLoop } from '../hand-loop';
import type { StepBase, StepKindOf } from '../kind';

/** The picture is cut along outlines that were drawn by hand. */
export interface OutlineStep extends StepBase {
  kind: 'outline';
  loops: HandLoop[];
  /** A rim of paper around the cut, as wide all around, in an ink; for the look of something cut out by scissors. */
  rim: { width: number; ink: string } | null;
}

/** What the loops keep, 0–1, one after the other. */
function keptBy(loops: readonly HandLoop[], width: number, height: number, scale: number): Plane {
  const kept = new Float32Array(width * height);
  // Without one that keeps, the first takes out of all.
  if (loops.length === 0 || loops[0].takes) kept.fill(1);
  for (const loop of loops) {
    const { data } = fillPolygons([alongRing(loop, scale)], width, height);
    const { takes } = loop;
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
    loops: list(LOOP, { most: 200, optional: true }),
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
