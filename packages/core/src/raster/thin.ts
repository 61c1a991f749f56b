import { componentsOf, type Component } from './components';
import { createMask, nearSquaredDistance, squaredDistance, type Mask } from './distance';

/** A place that is thinner than it may be. */
export interface ThinPlace extends Component {
  /** Its greatest thickness, px. */
  thickness: number;
}

/** Side of the squares in which a mask is looked at, px: small enough for a processor's own memory. */
const TILE = 96;

/**
 * The part of a mask that an opening by a disc of `width` px takes away: what is thinner than that.
 * `value` 0 looks at the gaps instead; what reaches the border of the mask counts as going on there.
 * Squares in which nothing changes are passed over, so the time grows with the length of edges.
 */
export function thinMask(mask: Mask, value: 0 | 1, width: number): Mask {
  const out = createMask(mask.width, mask.height);
  const halo = Math.ceil(width) + 2;
  const tile = createMask(TILE + 2 * halo, TILE + 2 * halo);
  for (let top = 0; top < mask.height; top += TILE)
    for (let left = 0; left < mask.width; left += TILE) {
      const x0 = Math.max(0, left - halo);
      const y0 = Math.max(0, top - halo);
      tile.width = Math.min(mask.width, left + TILE + halo) - x0;
      tile.height = Math.min(mask.height, top + TILE + halo) - y0;
      if (!cut(mask, x0, y0, tile)) continue;
      const thin = thinOfTile(tile, value, width);
      const right = Math.min(mask.width, left + TILE);
      const bottom = Math.min(mask.height, top + TILE);
      for (let y = top; y < bottom; y++) {
        const from = (y - y0) * tile.width - x0;
        out.data.set(thin.subarray(from + left, from + right), y * mask.width + left);
      }
    }
  return out;
}

/** Copies a stretch of a mask into `tile`, and says whether it holds both ink and gaps. */
function cut(mask: Mask, x0: number, y0: number, tile: Mask): boolean {
  const { width, height, data } = tile;
  let ink = false;
  let gap = false;
  for (let y = 0; y < height; y++) {
    const from = (y0 + y) * mask.width + x0;
    const row = mask.data.subarray(from, from + width);
    ink ||= row.includes(1);
    gap ||= row.includes(0);
    data.set(row, y * width);
  }
  return ink && gap;
}

/**
 * A bar of n px has its middle (n + 1) / 2 from the nearest pixel outside when n is odd, and two rows
 * of n / 2 when n is even; both are looked at, so that bars are told apart to the pixel.
 */
function thinOfTile(mask: Mask, value: 0 | 1, width: number): Uint8Array {
  const size = mask.width;
  const count = size * mask.height;
  const odd = Math.max(0, ((width + 1) / 2) ** 2 - 1e-6);
  const even = Math.max(0, (width / 2) ** 2 - 1e-6);
  const distance = nearSquaredDistance(mask, value === 1 ? 0 : 1, Math.min(254, odd));
  const core = { width: size, height: mask.height, data: new Uint8Array(count) };
  const { data } = core;
  const last = count - size - 1;
  for (let i = 0; i < count; i++) {
    const d = distance[i];
    if (d > odd) data[i] = 1;
    else if (d > even && i < last && (i + 1) % size !== 0) {
      const inBlock = distance[i + 1] > even && distance[i + size] > even && distance[i + size + 1] > even;
      if (inBlock) data[i] = data[i + 1] = data[i + size] = data[i + size + 1] = 1;
    }
  }
  const opened = nearSquaredDistance(core, 1, Math.min(254, ((width + 1) / 2) ** 2));
  for (let i = 0; i < count; i++)
    opened[i] = opened[i] === 255 && (mask.data[i] !== 0) === (value === 1) ? 1 : 0;
  return opened;
}

/**
 * Places of a mask (or, for `value` 0, of its gaps) that are thinner than `width` px. Corners are
 * rounded by any opening: places with fewer than `least` px are taken for such and left out.
 */
export function thinPlaces(mask: Mask, value: 0 | 1, width: number, least = width * width): ThinPlace[] {
  return componentsOf(thinMask(mask, value, width))
    .filter((place) => place.area >= least)
    .map((place) => ({ ...place, thickness: thicknessOf(mask, value, place) }));
}

/** The greatest thickness within one place, px: the number of px across for a bar. */
function thicknessOf(mask: Mask, value: 0 | 1, place: Component): number {
  const pad = 2;
  const left = Math.max(0, place.box.left - pad);
  const top = Math.max(0, place.box.top - pad);
  const width = Math.min(mask.width, place.box.right + pad) - left;
  const height = Math.min(mask.height, place.box.bottom + pad) - top;
  const part = createMask(width, height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      part.data[y * width + x] = mask.data[(top + y) * mask.width + left + x] === value ? 1 : 0;
  const distance = squaredDistance(part);
  const own = place.pixels.map((i) => (Math.floor(i / mask.width) - top) * width + (i % mask.width) - left);
  const most = own.reduce((m, i) => Math.max(m, distance[i]), 0);
  const inBlock = (i: number) =>
    [i, i + 1, i + width, i + width + 1].every((n) => n < distance.length && distance[n] === most);
  const across = 2 * Math.sqrt(most);
  return own.some(inBlock) ? across : across - 1;
}
