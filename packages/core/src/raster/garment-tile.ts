import { hexToRgb, yarns, type Garment } from '../colour';
import { createImage, type RasterImage } from './image';

/** Repeatable numbers from 0 up to 1 (a linear congruential generator). */
function seeded(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 4294967296;
  };
}

/** Soft patches 0–1 that repeat at the tile's edges: a few sine waves of whole numbers of periods. */
function patches(size: number): (x: number, y: number) => number {
  const next = seeded(4711);
  const waves = Array.from({ length: 7 }, () => ({
    u: Math.round(next() * 4 - 2),
    v: Math.round(next() * 4 - 2),
    phase: next() * 2 * Math.PI,
  }));
  return (x, y) => {
    let sum = 0;
    for (const w of waves) sum += Math.sin((2 * Math.PI * (w.u * x + w.v * y)) / size + w.phase);
    return Math.max(0, Math.min(1, 0.5 + sum / 5));
  };
}

/** Share of a garment's second colour at each place of its tile. */
function shareOf(kind: Garment['kind'], size: number): (x: number, y: number) => number {
  if (kind === 'tie-dye') return patches(size);
  // A film runs from one colour to the other and back, aslant, as light falls on it.
  if (kind === 'film') return (x, y) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (x + y)) / size);
  const next = seeded(20260917);
  // Yarns lie over one another: no place shows one of them alone.
  return () => 0.2 + 0.6 * next();
}

/**
 * A tile of a garment's colour: plain for a solid, a fine noise of its two yarns for a heather, soft
 * patches for a tie-dye, a slanting sheen for a film. Seeded, so that the same garment always looks
 * the same.
 */
export function garmentTile(garment: Garment, size: number): RasterImage {
  const [first, second = first] = yarns(garment).map(hexToRgb);
  const image = createImage(size, size);
  const share = shareOf(garment.kind, size);
  for (let y = 0; y < size; y++)
    for (let x = 0; x < size; x++) {
      const s = share(x, y);
      const i = (y * size + x) * 4;
      for (let c = 0; c < 3; c++) image.data[i + c] = first[c] * (1 - s) + second[c] * s;
      image.data[i + 3] = 255;
    }
  return image;
}
