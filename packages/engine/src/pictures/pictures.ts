import { createCanvas, ImageData, loadImage, type Canvas } from '@napi-rs/canvas';
import sharp from 'sharp';
import type { Design, Material } from '@brelm/core/design';
import { pyramid, type Level, type Materials, type PictureSource } from '@brelm/core/drawing';
import { readChunks } from '@brelm/core/export';
import { enlarge, type RasterImage } from '@brelm/core/raster';
import { picturesIn } from '@brelm/core/resolve';
import {
  alphaPlaneOf,
  coveringPictures,
  enlargementFor,
  stepsKey,
  treatmentKey,
  treatPicture,
  type AlphaPlane,
  type CoverAlphas,
  type Treatment,
} from '@brelm/core/steps';
import { isWear, wearOf, wearRaster, wearWidth } from '@brelm/core/wear';
import { makeSurface } from '../ground/surfaces';

/** Largest picture that is decoded, pixels. */
export const MAX_PIXELS = 100_000_000;
/** Longest side of a picture that is decoded, px: a decoder holds some rows for each, however few pixels. */
export const MOST_SIDE = 30_000;

/** A picture that cannot be used; the message names it and says why. */
export class PictureError extends Error {
  constructor(
    message: string,
    readonly field?: string,
  ) {
    super(message);
    this.name = 'PictureError';
  }
}

/** The reason in a decoder's message, in plain words. */
export function decodeReason(error: unknown): string {
  const text = error instanceof Error ? error.message : String(error);
  if (/pixel limit/i.test(text))
    return `it has more than ${MAX_PIXELS / 1e6} megapixels, which is more than can be read safely`;
  if (/unsupported image format/i.test(text)) return 'it is no PNG, JPEG, WebP, AVIF, TIFF or GIF picture';
  if (/premature|truncat|end of|incomplete|corrupt|bad |invalid|error/i.test(text))
    return 'the file is damaged or cut off';
  return text;
}

/** Decodes a picture (of several frames or pages: the first) to 8-bit sRGB with straight alpha, turned as EXIF says. */
export async function decodePicture(bytes: Buffer, longSide?: number): Promise<RasterImage> {
  let pipeline = sharp(bytes, { limitInputPixels: MAX_PIXELS, failOn: 'warning' }).autoOrient();
  if (longSide) pipeline = pipeline.resize(longSide, longSide, { fit: 'inside', withoutEnlargement: true });
  const { data, info } = await pipeline
    .toColourspace('srgb')
    .ensureAlpha()
    .raw({ depth: 'uchar' })
    .toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data };
}

export function toCanvas(image: RasterImage): Canvas {
  const canvas = createCanvas(image.width, image.height);
  const data = new Uint8ClampedArray(image.data.buffer, image.data.byteOffset, image.data.length);
  canvas.getContext('2d').putImageData(new ImageData(data, image.width, image.height), 0, 0);
  return canvas;
}

/**
 * True for a PNG that the canvas's own decoder reads to the very same pixels: whole, 8 bits, sRGB,
 * with no profile to convert and no turn to make. It then saves two copies of the picture.
 */
async function isPlainPng(bytes: Buffer): Promise<boolean> {
  const { format, depth, space, hasProfile, orientation, width, height, isPalette } =
    await sharp(bytes).metadata();
  return (
    format === 'png' &&
    depth === 'uchar' &&
    space === 'srgb' &&
    !hasProfile &&
    !isPalette &&
    (orientation ?? 1) === 1 &&
    width * height <= MAX_PIXELS &&
    readChunks(bytes).length > 0
  );
}

/** What a decoder tells of a picture besides its pixels: its size before it was reduced. */
interface Whole {
  whole: { width: number; height: number };
}

async function decodeLevel(bytes: Buffer): Promise<Level & Whole> {
  if (await isPlainPng(bytes).catch(() => false)) {
    const image = await loadImage(bytes);
    const whole = { width: image.width, height: image.height };
    return { image, ...whole, whole };
  }
  return levelHalved(bytes, 0);
}

async function levelHalved(bytes: Buffer, times: number): Promise<Level & Whole> {
  const { whole, ...raster } = await decodeHalved(bytes, times);
  return { image: toCanvas(raster), width: raster.width, height: raster.height, whole };
}

/** A material's bytes as `decode` reads them, held against what the design says of it. Throws a PictureError. */
async function readMaterial<T extends Whole>(
  design: Design,
  id: string,
  read: (material: Material) => Promise<Buffer>,
  decode: (bytes: Buffer) => Promise<T>,
): Promise<T> {
  const index = design.materials.findIndex((m) => m.id === id);
  const material = design.materials[index];
  const field = `materials[${index}].file`;
  const bytes = await read(material).catch((error: NodeJS.ErrnoException) => {
    throw new PictureError(
      error.code === 'ENOENT'
        ? `${material.name}: there is no picture file${material.file ? ` at ${material.file}` : ' any more'}`
        : `${material.name} cannot be read: ${error.message}`,
      field,
    );
  });
  const decoded = await decode(bytes).catch((error: unknown) => {
    throw new PictureError(`${material.name}: ${decodeReason(error)}`, field);
  });
  const { width, height } = decoded.whole;
  if (width !== material.width || height !== material.height)
    throw new PictureError(
      `${material.name} is ${width} × ${height} px, not ${material.width} × ${material.height} as the design says`,
      `materials[${index}].width`,
    );
  return decoded;
}

/**
 * The pixels of a material, treated as asked, at full resolution; a very large one that is shown at half its
 * size or less may come at half of it, and one that is to be enlarged comes with as many px as it is shown in. `scale` is px
 * shown for one of the picture; where it is left out it comes as large as it is asked to be.
 */
export interface RasterSource {
  (material: string, treatment: Treatment | null, scale?: number): Promise<RasterImage>;
  /** Lets go of what is kept for the next call. */
  forget?(): void;
}

/** Pictures of more pixels are not held whole where half of each side is enough. */
const LARGE = 40_000_000;
/** The same where steps are made of them: each holds several copies. */
const LARGE_TREATED = 16_000_000;
/** Steps are made of no more px than these: a step holds some 40 bytes a px, and a worker has 1.5 GB. */
const MOST_TREATED = 32_000_000;

/**
 * Pictures of a design one at a time, for files: only the last is kept, since a design may hold ten of
 * twenty megapixels. Rejects with a PictureError that names the material's field.
 */
export function rasterSource(design: Design, read: (material: Material) => Promise<Buffer>): RasterSource {
  let last: { key: string; image: RasterImage } | null = null;
  const source: RasterSource = async (id, treatment, shown) => {
    const scale = shown ?? 1;
    if (isWear(id)) {
      if (last?.key !== id) last = { key: id, image: wholeWear(id) };
      return last.image;
    }
    const known = design.materials.find((m) => m.id === id);
    const times = known ? (treatment ? halvingsTreated : halvings)(known, scale) : 0;
    // One that is not to be enlarged is the same however large it is shown.
    const by = known && times === 0 ? enlargementFor(known, treatment, shown) : 1;
    const key = `${id} ${times} ${by} ${treatmentKey(treatment)}`;
    if (last?.key === key) return last.image;
    last = null;
    const alphas = await alphasFor(design, treatment, read);
    const plain = await readMaterial(design, id, read, (b) => decodeHalved(b, times));
    const treated = treatment
      ? treatPicture(plain, treatment, 0.5 ** times, undefined, undefined, alphas)
      : plain;
    last = { key, image: by === 1 ? treated : enlarge(treated, by) };
    return last.image;
  };
  source.forget = () => {
    last = null;
  };
  return source;
}

/** The alpha of the pictures that mask steps of a treatment; nothing else of them is kept, and each is made once for all of `kept`. */
async function alphasFor(
  design: Design,
  treatment: Treatment | null,
  read: (material: Material) => Promise<Buffer>,
  kept = new Map<string, AlphaPlane>(),
): Promise<CoverAlphas> {
  const found: Record<string, AlphaPlane> = {};
  for (const [part, { material, treatment: own, width, height }] of coveringPictures(treatment)) {
    const key = `${material} ${treatmentKey(own)}`;
    let alpha = kept.get(key);
    if (!alpha) {
      const times = halvingsTreated({ width, height } as Material, 1);
      const plain = await readMaterial(design, material, read, (b) => decodeHalved(b, times));
      alpha = alphaPlaneOf(own ? treatPicture(plain, own, 0.5 ** times) : plain);
      kept.set(key, alpha);
    }
    found[part] = alpha;
  }
  return found;
}

/** What goes of whole boards, a byte a pixel: the files of a run have their wear in common. */
const wholeWears = new Map<string, Uint8Array>();
/** So many are kept, each of a board’s pixels. */
const MOST_WHOLE = 3;

/** A picture of wear at the size of its board. */
function wholeWear(material: string): RasterImage {
  const picture = wearOf(material);
  const kept = wholeWears.get(material);
  if (kept) {
    const data = new Uint8ClampedArray(kept.length * 4);
    for (let i = 0; i < kept.length; i++) data[4 * i + 3] = kept[i];
    return { width: picture.width, height: picture.height, data };
  }
  const image = wearRaster(picture);
  const alpha = new Uint8Array(image.width * image.height);
  for (let i = 0; i < alpha.length; i++) alpha[i] = image.data[4 * i + 3];
  if (wholeWears.size >= MOST_WHOLE) wholeWears.delete(wholeWears.keys().next().value!);
  wholeWears.set(material, alpha);
  return image;
}

/** Pictures of wear that are kept, each at one size. */
const MOST_WORN = 6;

/** Pictures of wear, made where they are asked for. */
function wearSource(): (material: string, width: number) => unknown {
  const kept = new Map<string, (width: number) => unknown>();
  return (material, width) => {
    const picture = wearOf(material);
    const wide = wearWidth(picture, width);
    const key = `${wide} ${material}`;
    let at = kept.get(key);
    if (!at) {
      const image = wearRaster(picture, wide);
      at = pyramid({ image: toCanvas(image), width: image.width, height: image.height }, makeSurface);
      if (kept.size >= MOST_WORN) kept.delete(kept.keys().next().value!);
      kept.set(key, at);
    }
    return at(width);
  };
}

/** How often a picture can be halved before it has fewer px than are shown, or is no longer large. */
function halvings({ width, height }: Material, scale: number, large = LARGE): number {
  let times = 0;
  while ((width * height) / 4 ** times > large && scale * 2 ** (times + 1) <= 1) times++;
  return times;
}

/** The same for one that steps are made of; one of more px than steps can hold is halved whatever is shown. */
function halvingsTreated(material: Material, scale: number): number {
  let times = halvings(material, scale, LARGE_TREATED);
  while ((material.width * material.height) / 4 ** times > MOST_TREATED) times++;
  return times;
}

/** A picture at so many halves of its size, with the size of the whole. */
async function decodeHalved(bytes: Buffer, times: number): Promise<RasterImage & Whole> {
  const { autoOrient } = await sharp(bytes, { limitInputPixels: MAX_PIXELS }).metadata();
  const whole = { width: autoOrient.width, height: autoOrient.height };
  const image = await decodePicture(
    bytes,
    times ? Math.ceil(Math.max(whole.width, whole.height) / 2 ** times) : undefined,
  );
  return { ...image, whole };
}

/** What several treatments of a picture begin with alike, made once: colourways differ in tints alone, not in cut-outs. */
function sharedState(
  image: RasterImage,
  treatments: readonly (Treatment | null)[],
  scale: number,
  alphas: CoverAlphas,
) {
  const lists = treatments.filter((t) => t !== null);
  const [first] = lists;
  const same = (i: number) => {
    const keyAt = (t: Treatment) => t.steps[i] && stepsKey([t.steps[i]], t.light, t.covers);
    return lists.every((t) => keyAt(t) === keyAt(first));
  };
  let made = 0;
  if (lists.length > 1) while (made < first.steps.length && same(made)) made++;
  let state = image;
  if (made > 0) {
    const begun = { ...first, steps: first.steps.slice(0, made) };
    treatPicture(image, begun, scale, (_, reached) => (state = reached), undefined, alphas);
  }
  return { made, state };
}

/**
 * Decodes every picture that a design's parts show, one at a time; of each a copy of at most `side` px
 * on its long side is kept, where that is given: a proof needs no more, and judges what a picture has of its own,
 * not what enlarging makes between its px. `read` finds a material's bytes.
 * Throws a PictureError that names the material's field.
 */
export async function loadPictures(
  design: Design,
  read: (material: Material) => Promise<Buffer>,
  materials: Materials,
  side = Infinity,
): Promise<PictureSource> {
  const sources = new Map<string, (width: number) => unknown>();
  const key = (material: string, treatment: Treatment | null) => `${material} ${treatmentKey(treatment)}`;
  const treatments = new Map<string, Map<string, Treatment | null>>();
  for (const { material, treatment } of picturesIn(design, materials)) {
    const of = treatments.get(material) ?? new Map<string, Treatment | null>();
    treatments.set(material, of.set(key(material, treatment), treatment));
  }
  for (const [id, wanted] of treatments) {
    const { width, height } = design.materials.find((m) => m.id === id) ?? { width: 1, height: 1 };
    const long = Math.max(width, height);
    let times = 0;
    while (long / 2 ** times > side) times++;
    // Cleaning counts the picture's own px: it is done at its size, or near it where that is too much.
    const treated = halvingsTreated({ width, height } as Material, 0.25);
    const cleaned = Math.max(Math.min(times, treated), halvingsTreated({ width, height } as Material, 1));
    if ([...wanted.values()].every((t) => t === null)) {
      const decode = (bytes: Buffer) => (times ? levelHalved(bytes, times) : decodeLevel(bytes));
      const level = await readMaterial(design, id, read, decode);
      for (const name of wanted.keys()) sources.set(name, pyramid(level, makeSurface));
      continue;
    }
    const plain = await readMaterial(design, id, read, (bytes) => decodeHalved(bytes, cleaned));
    const masks = new Map<string, AlphaPlane>();
    const [first] = [...wanted.values()].filter((t) => t !== null);
    const shared = await alphasFor(design, first, read, masks);
    const from = sharedState(plain, [...wanted.values()], 0.5 ** cleaned, shared);
    for (const [name, treatment] of wanted) {
      const alphas = await alphasFor(design, treatment, read, masks);
      const image = toCanvas(
        treatment ? treatPicture(plain, treatment, 0.5 ** cleaned, undefined, from, alphas) : plain,
      );
      const level = { image, width: plain.width, height: plain.height };
      const small = pyramid(level, makeSurface)(width / 2 ** times) as Canvas;
      const kept = { image: small, width: small.width, height: small.height };
      sources.set(name, pyramid(times ? kept : level, makeSurface));
    }
  }
  const wear = wearSource();
  // The same steps under covers that a larger or smaller board has moved by less than is seen.
  const alike = (material: string, treatment: Treatment) =>
    sources.get(
      [...(treatments.get(material) ?? [])].find(
        ([, t]) => t?.covers && treatmentKey({ ...t, covers: treatment.covers }) === treatmentKey(treatment),
      )?.[0] ?? '',
    );
  const sourceFor = (material: string, treatment: Treatment | null) =>
    sources.get(key(material, treatment)) ?? (treatment?.covers && alike(material, treatment));
  return (material, treatment, width) =>
    isWear(material) ? wear(material, width) : (sourceFor(material, treatment)?.(width) ?? null);
}
