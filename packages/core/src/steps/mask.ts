import { colour, flag, kinds, link, number, type Field } from '../fields';
import { blurPlane, fillPolygons, squaredDistance, toOklab, type Plane, type RasterImage } from '../raster';
import { hexToRgb } from '../colour';
import { hypot3, hypot, applyMatrix, invert, type Matrix } from '../geometry';
import { alongRing, RING_FIELDS, type HandRing } from './hand-loop';
import { coveredBy, STROKES, type Stroke } from './strokes';

/** Where a step acts; measured on the untouched picture, so that the order of steps does not change it. */
export type StepMask = {
  /** The other way round. */
  invert: boolean;
  /** How far its rim is softened, and moved outwards (inwards where less than 0), px of the untouched picture. */
  soften: number;
  grow: number;
} & (
  | { kind: 'brush'; strokes: Stroke[] }
  | ({ kind: 'outline'; curved?: boolean } & Omit<HandRing, 'curved'>)
  /** Lightness from `from` to `to` (OKLab's, 0–1), falling off over `fall` beyond. */
  | { kind: 'tones'; from: number; to: number; fall: number }
  /** Colours no farther than `within` from one (OKLab distance × 100), falling off over `fall` beyond. */
  | { kind: 'colour'; colour: string; within: number; fall: number }
  /** What another part covers of the picture, as both lie on the board, its alpha where it is a picture; nothing where it is not there. */
  | { kind: 'part'; part: string }
);

/** What an outlined part covers: closed lines of points x, y, x, y, …, px of the untouched picture, filled by the even-odd rule. */
export type OutlineCover = readonly (readonly number[])[];

/** What a part that is a picture covers: as much as that picture does with its own steps made. */
export interface PictureCover<T = object> {
  material: string;
  /** Of the material's bytes, where it is known. */
  sha256: string | null;
  /** What is done to it; none of its own masks is a picture. */
  treatment: T | null;
  /** Its size, px, and what a crop leaves of that. */
  width: number;
  height: number;
  crop: { left: number; top: number; right: number; bottom: number };
  /** From its px to those of the untouched picture whose step is masked. */
  matrix: Matrix;
}

/** What the parts that masks name cover of the picture, by their ids. */
export type Covers<T = object> = Readonly<Record<string, OutlineCover | PictureCover<T>>>;

/** How much of each of its px a picture covers, 0–255; of a copy of it, as small as it may be. */
export interface AlphaPlane {
  width: number;
  height: number;
  data: Uint8Array;
}

/** The alpha of pictures by which steps are masked, by their parts' ids. */
export type CoverAlphas = Readonly<Record<string, AlphaPlane>>;

export const isPictureCover = <T>(cover: OutlineCover | PictureCover<T>): cover is PictureCover<T> =>
  'material' in cover;

/** How much of each px a picture covers. */
export function alphaPlaneOf({ width, height, data }: RasterImage): AlphaPlane {
  const alpha = new Uint8Array(width * height);
  for (let i = 0; i < alpha.length; i++) alpha[i] = data[4 * i + 3];
  return { width, height, data: alpha };
}

export const MASK_FIELD: Field<StepMask> = kinds<
  StepMask,
  'kind',
  Pick<StepMask, 'invert' | 'soften' | 'grow'>
>(
  {
    brush: { strokes: STROKES },
    outline: RING_FIELDS,
    tones: {
      from: number({ min: 0, max: 1 }),
      to: number({ min: 0, max: 1 }),
      fall: number({ min: 0, max: 1, fallback: 0.1 }),
    },
    colour: {
      colour: colour(),
      within: number({ min: 0, max: 100 }),
      fall: number({ min: 0, max: 100, fallback: 5 }),
    },
    part: { part: link('part') },
  },
  {
    name: 'stepMask',
    shared: {
      invert: flag(),
      soften: number({ min: 0, max: 2000, fallback: 0 }),
      grow: number({ min: -2000, max: 2000, fallback: 0 }),
    },
  },
);

/** 1 up to 0, and falling to 0 over `over` beyond it. */
const falling = (beyond: number, over: number): number =>
  beyond <= 0 ? 1 : beyond >= over ? 0 : 1 - beyond / over;

function byColour(image: RasterImage, of: (L: number, a: number, b: number) => number): Plane {
  const { width, height, data } = image;
  const plane = new Float32Array(width * height);
  const lab = new Float64Array(3);
  for (let i = 0, p = 0; i < plane.length; i++, p += 4) {
    toOklab(data[p], data[p + 1], data[p + 2], lab);
    plane[i] = of(lab[0], lab[1], lab[2]);
  }
  return { width, height, data: plane };
}

/** Half as wide and as high: what is shown smaller than it is has then smooth rims. */
function halved({ width, height, data }: AlphaPlane): AlphaPlane {
  const [w, h] = [Math.max(1, width >> 1), Math.max(1, height >> 1)];
  const half = new Uint8Array(w * h);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      const at = 2 * y * width + 2 * x;
      const [right, below] = [2 * x + 1 < width ? 1 : 0, 2 * y + 1 < height ? width : 0];
      half[y * w + x] = (data[at] + data[at + right] + data[at + below] + data[at + right + below] + 2) >> 2;
    }
  return { width: w, height: h, data: half };
}

/** What a picture covers of a copy of another one that is `width` × `height`, `scale` px of it for one of the whole. */
function byPicture(
  { width: wide, height: high, crop, matrix }: PictureCover,
  alpha: AlphaPlane,
  { width, height }: { width: number; height: number },
  scale: number,
): Plane {
  const to = invert(matrix);
  // Px of the covering picture's copy for one of this copy.
  const step = (of: AlphaPlane) => (hypot(to[0], to[1]) / scale) * (of.width / wide);
  let from = alpha;
  while (step(from) > 2 && Math.min(from.width, from.height) > 1) from = halved(from);
  const [kx, ky] = [from.width / wide, from.height / high];
  const [right, bottom] = [wide - crop.right, high - crop.bottom];
  const at = (x: number, y: number) =>
    from.data[
      Math.max(0, Math.min(from.height - 1, y)) * from.width + Math.max(0, Math.min(from.width - 1, x))
    ];
  const data = new Float32Array(width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [u, v] = applyMatrix(to, (x + 0.5) / scale, (y + 0.5) / scale);
      if (u < crop.left || v < crop.top || u >= right || v >= bottom) continue;
      const [fx, fy] = [u * kx - 0.5, v * ky - 0.5];
      const [i, j] = [Math.floor(fx), Math.floor(fy)];
      const [s, t] = [fx - i, fy - j];
      data[y * width + x] =
        ((at(i, j) * (1 - s) + at(i + 1, j) * s) * (1 - t) +
          (at(i, j + 1) * (1 - s) + at(i + 1, j + 1) * s) * t) /
        255;
    }
  return { width, height, data };
}

function byPart(
  cover: Covers[string] | undefined,
  alpha: AlphaPlane | undefined,
  image: RasterImage,
  scale: number,
): Plane {
  const { width, height } = image;
  if (cover && isPictureCover(cover))
    return alpha ? byPicture(cover, alpha, image, scale) : fillPolygons([], width, height);
  const lines = (cover ?? []).map((line) =>
    Array.from({ length: line.length / 2 }, (_, i): [number, number] => [
      line[2 * i] * scale,
      line[2 * i + 1] * scale,
    ]),
  );
  return fillPolygons(lines, width, height);
}

function plainMask(
  mask: StepMask,
  image: RasterImage,
  scale: number,
  covers: Covers,
  alphas: CoverAlphas,
): Plane {
  const { width, height } = image;
  switch (mask.kind) {
    case 'brush':
      return coveredBy(mask.strokes, width, height, scale).paint;
    case 'outline':
      return fillPolygons([alongRing({ ...mask, curved: mask.curved ?? false }, scale)], width, height);
    case 'part':
      return byPart(covers[mask.part], alphas[mask.part], image, scale);
    case 'tones':
      return byColour(image, (L) =>
        Math.min(falling(mask.from - L, mask.fall), falling(L - mask.to, mask.fall)),
      );
    case 'colour': {
      const to = new Float64Array(3);
      toOklab(...hexToRgb(mask.colour), to);
      return byColour(image, (L, a, b) =>
        falling(100 * hypot3(L - to[0], a - to[1], b - to[2]) - mask.within, mask.fall),
      );
    }
  }
}

/** A mask's rim moved outwards by so many px, by the distance from where it is more than half. */
function grown({ width, height, data }: Plane, by: number): Plane {
  const inside = { width, height, data: Uint8Array.from(data, (v) => (v >= 0.5 ? 1 : 0)) };
  const d2 = squaredDistance(inside, by > 0 ? 1 : 0);
  const reach = Math.abs(by);
  const rim = Float32Array.from(d2, (d) => Math.max(0, Math.min(1, reach + 0.5 - Math.sqrt(d))));
  return { width, height, data: by > 0 ? rim : rim.map((v) => 1 - v) };
}

/**
 * How much a step acts on each pixel of a copy of the untouched picture, 0–1. A picture that covers and is not among `alphas`
 * covers nothing.
 */
export function maskPlane(
  mask: StepMask,
  untouched: RasterImage,
  scale: number,
  covers: Covers = {},
  alphas: CoverAlphas = {},
): Plane {
  let plane = plainMask(mask, untouched, scale, covers, alphas);
  if (mask.grow !== 0) plane = grown(plane, mask.grow * scale);
  if (mask.soften > 0) plane = blurPlane(plane, mask.soften * scale);
  if (mask.invert) for (let i = 0; i < plane.data.length; i++) plane.data[i] = 1 - plane.data[i];
  return plane;
}
