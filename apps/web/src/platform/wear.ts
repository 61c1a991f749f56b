import { wrap, type Remote } from 'comlink';
import { wearOf, wearRaster, wearWidth, type WearPicture } from '@brelm/core/wear';
import { changed } from './loaded';
import type { WearWorker } from '../workers/wear.worker';

/** The board and the proof work on smaller pictures; files are made from whole ones. */
const MOST_WIDE = 2400;
/** Pictures that are kept. */
const KEPT = 48;

const inWorker = typeof document === 'undefined';

interface Made {
  material: string;
  wide: number;
  image: ImageBitmap | OffscreenCanvas;
}
/** By size and material; those used last are at the end. */
const made = new Map<string, Made>();

function keep(entry: Made): void {
  const key = `${entry.wide} ${entry.material}`;
  made.delete(key);
  made.set(key, entry);
  const [oldest] = made;
  if (made.size <= KEPT) return;
  if (oldest[1].image instanceof ImageBitmap) oldest[1].image.close();
  made.delete(oldest[0]);
}

/** What a name stands for, which is asked for in every frame. */
interface Named {
  picture: WearPicture;
  /** Equal for pictures that differ in nothing but how much is taken. */
  surface: string;
}
const named = new Map<string, Named>();

function nameOf(material: string): Named {
  let known = named.get(material);
  if (!known) {
    if (named.size > 500) named.clear();
    const picture = wearOf(material);
    named.set(material, (known = { picture, surface: JSON.stringify({ ...picture, threshold: 0 }) }));
  }
  return known;
}

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
    const image = await worker.make(nameOf(material).picture, wide).catch(() => null);
    if (!image) continue;
    keep({ material, wide, image });
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

/**
 * The picture of some wear for `width` px. In a worker it is made at once; on the page a worker makes it, and until
 * then one of another size or amount stands for it: null where there is none.
 */
export function wearPicture(material: string, width: number): ImageBitmap | OffscreenCanvas | null {
  const { picture, surface } = nameOf(material);
  // What is looked at is made twice as wide, so that fine grains are seen as grey as they are.
  const wide = wearWidth(picture, inWorker ? width : 2 * width, MOST_WIDE);
  const known = made.get(`${wide} ${material}`);
  if (known) {
    keep(known);
    return known.image;
  }
  if (inWorker) {
    const image = paintNow(picture, wide);
    keep({ material, wide, image });
    return image;
  }
  wanted.set(`${wide} ${surface}`, { material, wide });
  void work();
  const off = (m: Made) => Math.abs(m.wide - wide);
  const all = [...made.values()];
  const [nearest] = all.filter((m) => m.material === material).sort((x, y) => off(x) - off(y));
  return (nearest ?? all.findLast((m) => nameOf(m.material).surface === surface))?.image ?? null;
}
