import { choice, given, number } from '../../fields';
import { blendColour, type PixelBlend } from '../../raster';
import { cells, cloud, grains, GREY_FIELD, lightOf, noise, type Cells, type WearGrey } from '../../wear';
import type { StepBase, StepKindOf } from '../kind';

/** A surface is laid over the picture, never beyond what it covers. */
export interface SurfaceStep extends StepBase {
  kind: 'surface';
  surface: keyof typeof SURFACES | 'own';
  /** Of the surface `own`: a picture in greys, as wide as `size`; it does nothing until there is one. */
  own?: WearGrey;
  blend: PixelBlend;
  /** Of its coarsest feature, px. */
  size: number;
  turn: number;
  seed: number;
}

type Surface = (u: number, v: number, seed: number) => number;
const room: Cells = { first: 0, second: 0, cell: 0 };
const clamp = (v: number) => Math.max(0, Math.min(1, v));

/** Light and dark of shipped surfaces, 0–1 about a half, over a plane in units of their size. All made by seed. */
const SURFACES = {
  paper: (u, v, s) =>
    clamp(0.5 + 0.28 * cloud(u * 1.3, v * 1.3, s, 4) + 0.22 * grains(u * 22, v * 22, s + 3)),
  canvas: (u, v, s) => {
    const weave = Math.sin(u * 18 + noise(u * 2, v * 2, s)) * Math.sin(v * 18 + noise(v * 2, u * 2, s + 1));
    return clamp(0.5 + 0.26 * weave + 0.14 * grains(u * 30, v * 30, s + 2));
  },
  plastic: (u, v, s) => {
    // Folds of a thin sheet: ridges of noise, lit from one side.
    const ridge = (x: number, y: number) => 1 - Math.abs(cloud(x, y, s, 3)) * 2.4;
    return clamp(
      0.46 + 3 * (ridge(u + 0.02, v) - ridge(u - 0.02, v)) + 0.3 * Math.max(0, ridge(u, v) - 0.85) * 4,
    );
  },
  scratches: (u, v, s) => {
    let light = 0;
    for (let k = 0; k < 3; k++) {
      const a = 0.35 * noise(k * 3.7, 1.3, s) + k * 2.1;
      const [x, y] = [u * Math.cos(a) - v * Math.sin(a), u * Math.sin(a) + v * Math.cos(a)];
      const line = 1 - Math.abs(noise(x * 0.7, y * 16, s + 11 * k)) * 26;
      const there = noise(x * 0.9, y * 4, s + 7 * k) > 0.25 ? 1 : 0;
      light = Math.max(light, line * there);
    }
    return clamp(0.5 + 0.5 * Math.max(0, light));
  },
  smoke: (u, v, s) => {
    const [x, y] = [u + 0.7 * cloud(u, v, s + 5, 3), v + 0.7 * cloud(u + 5, v, s + 6, 3)];
    return clamp(0.5 + 0.75 * cloud(x, y, s, 5));
  },
  foil: (u, v, s) => {
    cells(u * 2.2 + 0.3 * noise(u * 3, v * 3, s), v * 2.2, s, room);
    const facet = (room.cell & 0xff) / 255;
    const crease = Math.max(0, 1 - (room.second - room.first) * 9);
    return clamp(0.25 + 0.5 * facet + 0.2 * noise(u * 3, v * 3, s + 2) + 0.35 * crease);
  },
  brushed: (u, v, s) =>
    clamp(
      0.5 +
        0.24 * noise(u * 0.6, v * 34, s) +
        0.16 * noise(u * 1.7, v * 80, s + 1) +
        0.14 * Math.sin(v * 1.7 + u * 0.2),
    ),
} satisfies Record<string, Surface>;

export const SURFACE_KINDS: readonly SurfaceStep['surface'][] = [
  ...(Object.keys(SURFACES) as (keyof typeof SURFACES)[]),
  'own',
];

/** What surfaces are called. */
export const SURFACE_NAMES: Readonly<Record<SurfaceStep['surface'], string>> = {
  ...{ paper: 'Paper', canvas: 'Canvas', plastic: 'Plastic sheet', scratches: 'Scratches' },
  ...{ smoke: 'Smoke', foil: 'Crumpled foil', brushed: 'Brushed metal', own: 'A picture of your own' },
};

export const SURFACE_BLENDS: readonly PixelBlend[] = [
  ...(['multiply', 'screen', 'overlay', 'soft-light', 'hard-light'] as const),
  ...(['lighten', 'darken', 'color', 'luminosity', 'normal'] as const),
];

export const SURFACE: StepKindOf<SurfaceStep> = {
  kind: 'surface',
  label: 'Surface',
  does: 'paper, canvas, scratches, smoke, foil, metal',
  group: 'surface',
  fields: {
    surface: choice(SURFACE_KINDS as SurfaceStep['surface'][]),
    own: given(GREY_FIELD),
    blend: choice(SURFACE_BLENDS as PixelBlend[], 'overlay'),
    size: number({ min: 4, max: 10_000 }),
    turn: number({ min: -360, max: 360, fallback: 0 }),
    seed: number({ min: 0, max: 999_999, whole: true, fallback: 1 }),
  },
  start: () => ({ surface: 'paper', blend: 'overlay', size: 120, turn: 0, seed: 1 }),
  partly: true,
  apply(image, { surface, own, blend, size, turn, seed }, { scale }) {
    if (surface === 'own' && !own) return image;
    const { width, height } = image;
    const data = new Uint8ClampedArray(image.data);
    const at: Surface = surface === 'own' ? lightOf(own!) : SURFACES[surface];
    const step = size * scale;
    const [c, s] = [Math.cos((turn * Math.PI) / 180) / step, Math.sin((turn * Math.PI) / 180) / step];
    const [below, over, out] = [new Float64Array(3), new Float64Array(3), new Float64Array(3)];
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const p = 4 * (y * width + x);
        if (data[p + 3] === 0) continue;
        over.fill(at(c * (x + 0.5) + s * (y + 0.5), c * (y + 0.5) - s * (x + 0.5), seed));
        for (let k = 0; k < 3; k++) below[k] = image.data[p + k] / 255;
        blendColour(blend, below, over, out);
        for (let k = 0; k < 3; k++) data[p + k] = 255 * out[k];
      }
    return { width, height, data };
  },
};
