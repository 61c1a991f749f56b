import { colour, flag, kinds, link, number, type Field } from '../fields';
import { blurPlane, fillPolygons, squaredDistance, toOklab, type Plane, type RasterImage } from '../raster';
import { hexToRgb } from '../colour';
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
  /** What another part covers of the picture, as both lie on the board; nothing where that part is not there. */
  | { kind: 'part'; part: string }
);

/**
 * Outlines of parts that masks name, by their ids: closed lines of points x, y, x, y, …, px of the untouched picture, filled by
 * the even-odd rule.
 */
export type MaskOutlines = Readonly<Record<string, readonly (readonly number[])[]>>;
export const NO_OUTLINES: MaskOutlines = {};

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

function plainMask(mask: StepMask, image: RasterImage, scale: number, outlines: MaskOutlines): Plane {
  const { width, height } = image;
  switch (mask.kind) {
    case 'brush':
      return coveredBy(mask.strokes, width, height, scale).paint;
    case 'outline':
      return fillPolygons([alongRing({ ...mask, curved: mask.curved ?? false }, scale)], width, height);
    case 'part':
      return fillPolygons(
        (outlines[mask.part] ?? []).map((line) =>
          Array.from({ length: line.length / 2 }, (_, i): [number, number] => [
            line[2 * i] * scale,
            line[2 * i + 1] * scale,
          ]),
        ),
        width,
        height,
      );
    case 'tones':
      return byColour(image, (L) =>
        Math.min(falling(mask.from - L, mask.fall), falling(L - mask.to, mask.fall)),
      );
    case 'colour': {
      const to = new Float64Array(3);
      toOklab(...hexToRgb(mask.colour), to);
      return byColour(image, (L, a, b) =>
        falling(100 * Math.hypot(L - to[0], a - to[1], b - to[2]) - mask.within, mask.fall),
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

/** How much a step acts on each pixel of a copy of the untouched picture, 0–1. */
export function maskPlane(
  mask: StepMask,
  untouched: RasterImage,
  scale: number,
  outlines: MaskOutlines = NO_OUTLINES,
): Plane {
  let plane = plainMask(mask, untouched, scale, outlines);
  if (mask.grow !== 0) plane = grown(plane, mask.grow * scale);
  if (mask.soften > 0) plane = blurPlane(plane, mask.soften * scale);
  if (mask.invert) for (let i = 0; i < plane.data.length; i++) plane.data[i] = 1 - plane.data[i];
  return plane;
}
