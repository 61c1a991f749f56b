import { expose, transfer } from 'comlink';
import type { Hex } from '@brelm/core/colour';
import { groundNoise, type RasterImage } from '@brelm/core/raster';
import { linesOf, squaredUp, type Corners } from '@brelm/core/sketch';
import { tonesOf, treatmentKey, type Tones, type Treatment } from '@brelm/core/steps';
import { bitmapFrom, detailOf, previewPixels, smallPixels, treatedPixels } from '../platform/preview';

/** Long side of a paper that lies under the board, px. */
const PAPER_SIDE = 1600;

/** What a picture's tones are like. */
export interface PictureTones {
  /** Pixels of each of 256 greys, as far as they are there. */
  bins: number[];
  tones: Tones;
  /** How noisy its rim is; see groundNoise. */
  noise: number;
}

/** What was made last, or is being made: the board and those who judge it ask for the same, one after the other. */
const recent = new Map<string, Promise<{ image: RasterImage; took: number }>>();
const MOST_RECENT = 4;

async function timed(work: () => Promise<RasterImage>): Promise<{ image: RasterImage; took: number }> {
  const since = performance.now();
  const image = await work();
  return { image, took: performance.now() - since };
}

/** The board's copy of a picture with its steps made, and how long the work itself took, ms. */
export interface TreatedWhole {
  made: ImageBitmap;
  took: number;
}

function made(
  sha256: string,
  treatment: Treatment,
  sourceWidth: number,
): Promise<{ image: RasterImage; took: number }> {
  const key = `${sha256} ${sourceWidth} ${treatmentKey(treatment)}`;
  let image = recent.get(key);
  if (!image) {
    image = timed(() => treatedPixels(sha256, treatment, sourceWidth));
    // What failed is tried again.
    image.catch(() => recent.delete(key));
  }
  recent.delete(key);
  recent.set(key, image);
  if (recent.size > MOST_RECENT) recent.delete(recent.keys().next().value!);
  return image;
}

// `sourceWidth` is a picture's own width, px.
const worker = {
  /** The board's copy of a picture with its steps made. */
  async treat(sha256: string, treatment: Treatment, sourceWidth: number): Promise<TreatedWhole> {
    const { image, took } = await made(sha256, treatment, sourceWidth);
    const bitmap = await bitmapFrom(image);
    return transfer({ made: bitmap, took }, [bitmap]);
  },
  /** Answers another worker, too. */
  lend(port: MessagePort): void {
    expose(worker, port);
  },
  /** Has a picture at hand. */
  async load(sha256: string): Promise<void> {
    await previewPixels(sha256);
  },
  /** A small copy with its steps made; `side` is its long side, px. */
  async small(
    sha256: string,
    treatment: Treatment | null,
    sourceWidth: number,
    side?: number,
  ): Promise<ImageBitmap> {
    const bitmap = await bitmapFrom(await smallPixels(sha256, treatment, sourceWidth, side));
    return transfer(bitmap, [bitmap]);
  },
  /** A part of a picture as it is and enlarged; null where only a smaller copy of it is here. */
  async detail(
    sha256: string,
    treatment: Treatment,
    sourceWidth: number,
    of: { left: number; top: number; side: number },
  ): Promise<{ plain: ImageBitmap; large: ImageBitmap } | null> {
    const detail = await detailOf(sha256, treatment, sourceWidth, of);
    if (!detail) return null;
    const [plain, large] = await Promise.all([bitmapFrom(detail.plain), bitmapFrom(detail.large)]);
    return transfer({ plain, large }, [plain, large]);
  },
  /** The paper of a picture, squared up; its lines alone where a colour for them is given. */
  async paper(sha256: string, corners: Corners, lines: Hex | null): Promise<ImageBitmap> {
    const paper = squaredUp(await previewPixels(sha256), corners, PAPER_SIDE);
    const bitmap = await bitmapFrom(lines ? linesOf(paper, lines) : paper);
    return transfer(bitmap, [bitmap]);
  },
  async tones(sha256: string, treatment: Treatment | null, sourceWidth: number): Promise<PictureTones> {
    const image = treatment
      ? await treatedPixels(sha256, treatment, sourceWidth)
      : await previewPixels(sha256);
    const bins = Array.from({ length: 256 }, () => 0);
    const { data } = image;
    for (let p = 0; p < data.length; p += 4)
      if (data[p + 3] >= 128)
        bins[Math.round(0.2126 * data[p] + 0.7152 * data[p + 1] + 0.0722 * data[p + 2])]++;
    return { bins, tones: tonesOf(image), noise: groundNoise(image) };
  },
};
export type PictureWorker = typeof worker;

expose(worker);
