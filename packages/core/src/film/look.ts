import type { RasterImage } from '../raster';
import { hash } from '../wear';
import type { FilmKind } from './film';

/** How light or dark a film is at a place of its tile, −1 to 1; 0 where it is as its colour. */
type Sheen = (x: number, y: number, size: number) => number;

const TURN = 2 * Math.PI;
/** 0–1, the same for the same place. */
const share = (x: number, y: number, seed: number): number => (hash(x, y, seed) & 0xffff) / 0xffff;

/** Each tile repeats without a seam: what varies does so over whole turns, or by cells that go into it. */
const SHEENS: Readonly<Record<FilmKind, { size: number; sheen: Sheen } | null>> = {
  // Plain film is its colour.
  flex: null,
  // Short fibres: soft, and uneven by a little.
  flock: {
    size: 96,
    sheen: (x, y) => 0.16 * (share(x >> 1, y >> 1, 5) - 0.5) + 0.1 * (share(x, y, 6) - 0.5),
  },
  // Flakes of 3 px, each with a face of its own; a few catch the light.
  glitter: {
    size: 96,
    sheen: (x, y) => {
      const face = share(Math.floor(x / 3), Math.floor(y / 3), 11);
      return face > 0.93 ? 0.85 : face > 0.75 ? 0.35 : face < 0.2 ? -0.3 : 0;
    },
  },
  // A reflection that runs over it aslant.
  foil: {
    size: 320,
    sheen: (x, y, size) => {
      const way = (x + y) / size;
      return (
        0.5 * Math.max(0, Math.sin(TURN * way)) ** 6 - 0.22 * Math.max(0, Math.sin(TURN * (way + 0.4))) ** 3
      );
    },
  },
  // Beads of glass, side by side.
  reflective: {
    size: 96,
    sheen: (x, y) => {
      const row = Math.floor(y / 4);
      const [u, v] = [((x + (row % 2) * 2) % 4) - 1.5, (y % 4) - 1.5];
      return u * u + v * v < 1.2 ? 0.32 : -0.08;
    },
  },
};

/**
 * What a film of a kind looks like over its colour, as a tile that repeats: white or black, as see-through as it is seen.
 * Null for one that is no more than its colour. px of the screen: it is a look, not a measure.
 */
export function filmTile(kind: FilmKind): RasterImage | null {
  const found = SHEENS[kind];
  if (!found) return null;
  const { size, sheen } = found;
  const data = new Uint8ClampedArray(size * size * 4);
  for (let y = 0, i = 0; y < size; y++)
    for (let x = 0; x < size; x++, i += 4) {
      const v = sheen(x, y, size);
      data.fill(v > 0 ? 255 : 0, i, i + 3);
      data[i + 3] = Math.round(255 * Math.min(1, Math.abs(v)));
    }
  return { width: size, height: size, data };
}
