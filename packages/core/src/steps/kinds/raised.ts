import { nullable, number, share } from '../../fields';
import { blurPlane, maskOfAlpha, squaredDistance } from '../../raster';
import type { StepBase, StepKindOf } from '../kind';

/** The picture's edge is raised, and lit from one side: a rim light and its shade. */
export interface RaisedStep extends StepBase {
  kind: 'raised';
  /** How far in from the edge it rises, px. */
  width: number;
  /** How steep it rises, 0–1. */
  height: number;
  /** How round its foot and its shoulder are, px. */
  softness: number;
  lights: number;
  shades: number;
  /** Where the light comes from, degrees clockwise from the top; the design's own light where null. */
  from: number | null;
}

export const RAISED: StepKindOf<RaisedStep> = {
  kind: 'raised',
  label: 'Raised edge',
  does: 'a rim of light and shade from one side',
  group: 'light',
  fields: {
    width: number({ min: 0.5, max: 2000 }),
    height: share(0.6),
    softness: number({ min: 0, max: 500, fallback: 0 }),
    lights: share(0.7),
    shades: share(0.6),
    from: nullable(number({ min: -360, max: 360 })),
  },
  start: () => ({ width: 14, height: 0.6, softness: 3, lights: 0.7, shades: 0.6, from: null }),
  partly: true,
  apply(image, { width: wide, height: steep, softness, lights, shades, from }, { scale, light }) {
    const { width, height } = image;
    const reach = Math.max(0.5, wide * scale);
    const d2 = squaredDistance(maskOfAlpha(image, 128), 0);
    // A quarter of a circle: steep at the edge, level where it has risen.
    const rise = new Float32Array(d2.length).fill(reach);
    for (let i = 0; i < rise.length; i++) {
      if (d2[i] >= reach * reach) continue;
      const t = 1 - Math.sqrt(d2[i]) / reach;
      rise[i] = reach * Math.sqrt(1 - t * t);
    }
    const h = blurPlane({ width, height, data: rise }, Math.max(0.7, softness * scale)).data;
    const angle = ((from ?? light) * Math.PI) / 180;
    const [lx, ly] = [Math.sin(angle), -Math.cos(angle)];
    const data = new Uint8ClampedArray(image.data);
    const k = 0.2 + 2.2 * steep;
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const i = y * width + x;
        if (image.data[4 * i + 3] === 0) continue;
        const dx = (h[x < width - 1 ? i + 1 : i] - h[x > 0 ? i - 1 : i]) / 2;
        // Where it is level nothing is lit.
        const dy = (h[y < height - 1 ? i + width : i] - h[y > 0 ? i - width : i]) / 2;
        if (dx === 0 && dy === 0) continue;
        // The surface's normal against the light, over what a level place would have.
        const lit = (-k * (dx * lx + dy * ly)) / Math.sqrt(1 + k * k * (dx * dx + dy * dy));
        const by = lit > 0 ? lit * lights : lit * shades;
        for (let c = 0; c < 3; c++) {
          const v = image.data[4 * i + c];
          data[4 * i + c] = by > 0 ? v + by * (255 - v) : v * (1 + by);
        }
      }
    return { width, height, data };
  },
};
