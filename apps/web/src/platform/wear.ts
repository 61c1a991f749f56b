import { wrap, type Remote } from 'comlink';
import { isWear, wearOf, wearRaster, wearWidth, type WearPicture } from '@brelm/core/wear';
import { changed } from './loaded';
import type { WearWorker } from '../workers/wear.worker';

/** The board and the proof work on smaller pictures; files are made from whole ones. */
const MOST_WIDE = 2400;
/** Pictures that are kept. */
const KEPT = 24;

const inWorker = typeof document === 'undefined';

interface Made {
  material: string;
  wide: number;
  image: ImageBitmap | OffscreenCanvas;
}
/** Newest last. */
let made: Made[] = [];

function keep(entry: Made): void {
  made = [...made.filter((m) => m.material !== entry.material || m.wide !== entry.wide), entry];
  for (const old of made.slice(0, -KEPT)) if (old.image instanceof ImageBitmap) old.image.close();
  made = made.slice(-KEPT);
}

/** Equal for pictures that differ in nothing but how much is taken. */
const surfaceOf = (material: string): string => JSON.stringify({ ...wearOf(material), threshold: 0 });

let worker: Remote<WearWorker> | null = null;
const wanted = new Map<string, { material: string; wide: number }>();
let busy = false;

/** One picture at a time; of one surface only the last that was asked for. */
async function work(): Promise<void> {
  if (busy) return;
  busy = true;
  for (;;) {
    const [next] = wanted;
    if (!next) break;
    const [key, { material, wide }] = next;
    wanted.delete(key);
    worker ??= wrap<WearWorker>(
      new Worker(new URL('../workers/wear.worker.ts', import.meta.url), { type: 'module' }),
    );
    const image = await worker.make(wearOf(material), wide).catch(() => null);
    if (image) keep({ material, wide, image });
    changed();
  }
  busy = false;
}

function paintNow(picture: WearPicture, wide: number): OffscreenCanvas {
  const { data, width, height } = wearRaster(picture, wide);
  const canvas = new OffscreenCanvas(width, height);
  canvas.getContext('2d')!.putImageData(new ImageData(new Uint8ClampedArray(data), width, height), 0, 0);
  return canvas;
}

const parsed = new Map<string, WearPicture>();
function pictureOf(material: string): WearPicture {
  let picture = parsed.get(material);
  if (!picture) {
    if (parsed.size > 500) parsed.clear();
    parsed.set(material, (picture = wearOf(material)));
  }
  return picture;
}

/**
 * The picture of some wear for `width` px. In a worker it is made at once; on the page a worker makes it, and until
 * then one of another size or amount stands for it: null where there is none.
 */
export function wearPicture(material: string, width: number): ImageBitmap | OffscreenCanvas | null {
  const picture = pictureOf(material);
  // What is looked at is made twice as wide, so that fine grains are seen as grey as they are.
  const wide = wearWidth(picture, inWorker ? width : 2 * width, MOST_WIDE);
  const known = made.find((m) => m.material === material && m.wide === wide);
  if (known) return known.image;
  if (inWorker) {
    const image = paintNow(picture, wide);
    keep({ material, wide, image });
    return image;
  }
  const surface = surfaceOf(material);
  wanted.set(`${wide} ${surface}`, { material, wide });
  void work();
  const sameWear = made.filter((m) => m.material === material);
  const nearest = sameWear.sort((a, b) => Math.abs(a.wide - wide) - Math.abs(b.wide - wide))[0];
  return (nearest ?? made.findLast((m) => surfaceOf(m.material) === surface))?.image ?? null;
}

export { isWear };
