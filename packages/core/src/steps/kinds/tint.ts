import { hypot } from '../../geometry';
import { colour, flag, list, number, record, ref, share } from '../../fields';
import { hexToRgb } from '../../colour';
import { fromOklab, toOklab } from '../../raster';
import type { StepBase, StepKindOf } from '../kind';
import { greyOf } from './greys';

/** A tone and the ink that it becomes. */
export interface TintStop {
  /** 0 (black) to 1 (white). */
  at: number;
  ink: string;
}

/** Greys become inks of the design, with what lies between them in OKLab. */
export interface TintStep extends StepBase {
  kind: 'tint';
  stops: TintStop[];
}

export const TINT: StepKindOf<TintStep> = {
  kind: 'tint',
  label: 'Tint in inks',
  does: 'greys become two, three or more inks',
  group: 'tint',
  fields: {
    stops: list(record<TintStop>({ at: share(), ink: ref('ink') }), {
      most: 8,
      least: { n: 1, says: 'must have at least one' },
    }),
  },
  start: ({ ink, light }) => ({
    stops: [
      { at: 0, ink },
      { at: 1, ink: light },
    ],
  }),
  partly: true,
  apply(image, { stops }) {
    const sorted = [...stops].sort((p, q) => p.at - q.at);
    const labs = sorted.map(({ ink }) => {
      const lab = new Float64Array(3);
      toOklab(...hexToRgb(ink), lab);
      return lab;
    });
    const table = new Uint8ClampedArray(256 * 3);
    for (let g = 0; g < 256; g++) {
      const v = g / 255;
      let i = 0;
      while (i < sorted.length - 1 && v > sorted[i + 1].at) i++;
      const j = Math.min(sorted.length - 1, i + 1);
      const width = sorted[j].at - sorted[i].at;
      const t = width > 0 ? Math.max(0, Math.min(1, (v - sorted[i].at) / width)) : v >= sorted[j].at ? 1 : 0;
      const [L, a, b] = [0, 1, 2].map((c) => labs[i][c] + t * (labs[j][c] - labs[i][c]));
      fromOklab(L, a, b, table, 3 * g);
    }
    const data = new Uint8ClampedArray(image.data);
    for (let p = 0; p < data.length; p += 4) {
      const g = 3 * Math.round(greyOf(image.data, p));
      data[p] = table[g];
      data[p + 1] = table[g + 1];
      data[p + 2] = table[g + 2];
    }
    return { ...image, data };
  },
};

/** Dark prints in one ink, light not at all. */
export interface StencilStep extends StepBase {
  kind: 'stencil';
  ink: string;
  /** Tones, 0–1: as dark as this is full, as light as that is clear. */
  full: number;
  clear: number;
  invert: boolean;
}

export const STENCIL: StepKindOf<StencilStep> = {
  kind: 'stencil',
  label: 'One-ink stencil',
  does: 'dark becomes ink, light the garment',
  group: 'tint',
  fields: { ink: ref('ink'), full: share(0), clear: share(1), invert: flag() },
  start: ({ ink }) => ({ ink, full: 0.15, clear: 0.85, invert: false }),
  partly: false,
  apply(image, { ink, full, clear, invert }) {
    const data = new Uint8ClampedArray(image.data);
    const [r, g, b] = hexToRgb(ink);
    for (let p = 0; p < data.length; p += 4) {
      const grey = greyOf(image.data, p) / 255;
      const tone = invert ? 1 - grey : grey;
      const cover = clear === full ? (tone <= full ? 1 : 0) : (clear - tone) / (clear - full);
      data[p] = r;
      data[p + 1] = g;
      data[p + 2] = b;
      data[p + 3] = image.data[p + 3] * Math.max(0, Math.min(1, cover));
    }
    return { ...image, data };
  },
};

/** Where a colour leans in shadows, mid-tones and lights: OKLab's a (green to red) and b (blue to yellow), −1 to 1. */
export interface BalanceStep extends StepBase {
  kind: 'balance';
  shadows: Lean;
  middle: Lean;
  lights: Lean;
  /** Times as colourful. */
  saturation: number;
}
interface Lean {
  a: number;
  b: number;
}

const lean = record<Lean>(
  { a: number({ min: -1, max: 1, fallback: 0 }), b: number({ min: -1, max: 1, fallback: 0 }) },
  { whenMissing: { a: 0, b: 0 } },
);
/** OKLab's a or b of the strongest lean. */
const STRONGEST = 0.15;

export const BALANCE: StepKindOf<BalanceStep> = {
  kind: 'balance',
  label: 'Colour balance',
  does: 'of shadows, mid-tones and lights',
  group: 'tint',
  fields: {
    ...{ shadows: lean, middle: lean, lights: lean },
    saturation: number({ min: 0, max: 4, fallback: 1 }),
  },
  start: () => ({
    ...{ shadows: { a: 0, b: -0.2 }, middle: { a: 0, b: 0 }, lights: { a: 0, b: 0.2 } },
    saturation: 1,
  }),
  partly: true,
  apply(image, { shadows, middle, lights, saturation }) {
    const data = new Uint8ClampedArray(image.data);
    const lab = new Float64Array(3);
    const [sa, sb] = [STRONGEST * shadows.a, STRONGEST * shadows.b];
    const [ma, mb] = [STRONGEST * middle.a, STRONGEST * middle.b];
    const [la, lb] = [STRONGEST * lights.a, STRONGEST * lights.b];
    for (let p = 0; p < data.length; p += 4) {
      if (data[p + 3] === 0) continue;
      toOklab(data[p], data[p + 1], data[p + 2], lab);
      // Three weights that add up to 1: the squares of a line and its rest, and what is between.
      const L = lab[0] < 0 ? 0 : lab[0] > 1 ? 1 : lab[0];
      const s = (1 - L) * (1 - L);
      const l = L * L;
      const m = 1 - s - l;
      const a = saturation * lab[1] + s * sa + m * ma + l * la;
      const b = saturation * lab[2] + s * sb + m * mb + l * lb;
      fromOklab(L, a, b, data, p);
    }
    return { ...image, data };
  },
};

/** Colours about one become as much about another, lighter and darker ones with them. */
export interface ShiftStep extends StepBase {
  kind: 'shift';
  from: string;
  /** An ink of the design. */
  to: string;
  /** OKLab distance × 100, of hue and colourfulness, within which all of it turns, and over which the turn fades. */
  within: number;
  fall: number;
}

export const SHIFT: StepKindOf<ShiftStep> = {
  kind: 'shift',
  label: 'Turn a colour into an ink',
  does: 'one range of colour into another',
  group: 'tint',
  fields: {
    from: colour(),
    to: ref('ink'),
    within: number({ min: 0, max: 100, fallback: 6 }),
    fall: number({ min: 0, max: 100, fallback: 6 }),
  },
  start: ({ ink }) => ({ from: '#c03a2b', to: ink, within: 6, fall: 6 }),
  partly: true,
  apply(image, { from, to, within, fall }) {
    const data = new Uint8ClampedArray(image.data);
    const [f, t, lab] = [new Float64Array(3), new Float64Array(3), new Float64Array(3)];
    toOklab(...hexToRgb(from), f);
    toOklab(...hexToRgb(to), t);
    for (let p = 0; p < data.length; p += 4) {
      if (data[p + 3] === 0) continue;
      toOklab(data[p], data[p + 1], data[p + 2], lab);
      const d = 100 * hypot(lab[1] - f[1], lab[2] - f[2]) - within;
      if (d >= fall && d > 0) continue;
      const k = d <= 0 ? 1 : 1 - d / fall;
      fromOklab(lab[0] + k * (t[0] - f[0]), lab[1] + k * (t[1] - f[1]), lab[2] + k * (t[2] - f[2]), data, p);
    }
    return { ...image, data };
  },
};
