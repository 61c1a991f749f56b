import { fieldOfPath } from '../cutline';
import { pathBounds, placeMatrix, transformPath } from '../geometry';
import { areaOf, type StickerShape } from './shape';
import type { Laid } from './grid';
import { MOST_PLACED, roomOn, type PlacedSticker, type Sheet } from './types';

// Looked up once: in hot loops a global costs, above all in a sandbox such as that of the tests.
const { ceil, floor, max, min } = Math;

/** How stickers may be turned as they are packed, degrees: not at all, by quarters, or in steps of 15°. */
export const PACK_TURNS = {
  upright: [0],
  packed: [0, 90, 180, 270],
  turned: Array.from({ length: 24 }, (_, k) => 15 * k),
} as const;
export type PackTurns = keyof typeof PACK_TURNS;

/** Cells that a mm is divided into. */
const PER_MM = 1;
/** A shape reaches into a cell as soon as it is nearer to its middle than half its diagonal, cells. */
const TOUCHES = Math.SQRT1_2;

/** The cells that a shape and half the gap around it reach into: rows of bits, 32 a word. */
interface Mask {
  turn: number;
  width: number;
  height: number;
  /** For each shift of 0–31 cells to the right: its rows, `words` each. */
  shifted: Uint32Array[];
  words: number;
  /** Where to look for room next: before it there is none. */
  next: [number, number];
  /** From the mask's corner to the middle of the shape's box, mm. */
  middle: [number, number];
}

function maskOf(shape: StickerShape, turn: number, gap: number): Mask {
  const path = transformPath(shape.path, placeMatrix(0, 0, turn, PER_MM, PER_MM));
  const box = pathBounds(path);
  const reach = (gap / 2) * PER_MM;
  const rim = ceil(reach) + 3;
  const [w, h] = [ceil(box.right - box.left) + 2 * rim, ceil(box.bottom - box.top) + 2 * rim];
  const moved = transformPath(path, [1, 0, 0, 1, rim - box.left, rim - box.top]);
  const { data } = fieldOfPath(moved, w, h, reach + 1);
  const covers = (x: number, y: number) => data[y * w + x] > -reach - TOUCHES;
  let [left, top, right, bottom] = [w, h, -1, -1];
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++)
      if (covers(x, y)) {
        left = min(left, x);
        right = max(right, x);
        top = min(top, y);
        bottom = max(bottom, y);
      }
  const [width, height] = [right - left + 1, bottom - top + 1];
  const words = ceil((width + 31) / 32);
  const shifted = Array.from({ length: 32 }, (_, shift) => {
    const rows = new Uint32Array(words * height);
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++)
        if (covers(left + x, top + y)) {
          const at = x + shift;
          rows[y * words + (at >> 5)] |= 1 << (at & 31);
        }
    return rows;
  });
  return {
    ...{ turn, width, height, words, shifted, next: [0, 0] },
    // The shape's own origin is the middle of its upright box, also when it is turned.
    middle: [(rim - box.left - left) / PER_MM, (rim - box.top - top) / PER_MM],
  };
}

/** What is taken of a sheet, by cells. */
class Taken {
  readonly words: number;
  readonly rows: Uint32Array;

  constructor(
    readonly width: number,
    readonly height: number,
  ) {
    this.words = ceil(width / 32) + 1;
    this.rows = new Uint32Array(this.words * height);
  }

  private free(mask: Mask, x: number, y: number): boolean {
    const rows = mask.shifted[x & 31];
    const first = x >> 5;
    const { words } = mask;
    const most = min(words, this.words - first);
    for (let v = 0; v < mask.height; v++) {
      const at = (y + v) * this.words + first;
      for (let k = 0; k < most; k++) if (this.rows[at + k] & rows[v * words + k]) return false;
    }
    return true;
  }

  /** The uppermost free place for a mask that ends above `limit`, of those the leftmost; null where there is none. */
  place(mask: Mask, limit: number): [number, number] | null {
    const low = min(this.height - mask.height, limit - mask.height);
    const right = this.width - mask.width;
    // It only gets fuller: where a mask found no room once it finds none later.
    for (let [x, y] = mask.next; y <= low; y++, x = 0)
      for (; x <= right; x++)
        if (this.free(mask, x, y)) {
          mask.next = [x, y];
          return mask.next;
        }
    mask.next = [0, max(mask.next[1], low + 1)];
    return null;
  }

  put(mask: Mask, x: number, y: number): void {
    const rows = mask.shifted[x & 31];
    const first = x >> 5;
    const most = min(mask.words, this.words - first);
    for (let v = 0; v < mask.height; v++)
      for (let k = 0; k < most; k++) this.rows[(y + v) * this.words + first + k] |= rows[v * mask.words + k];
  }
}

/**
 * Stickers packed by their outlines, the largest first, each as far up as it goes and then as far left (bottom-left
 * filling on a raster of 1 mm), turned where that saves room. Outlines are at least the gap apart and within the
 * margin. `turns` are those that are tried. `count` of each, as many as fit where it is null; those come last, one of each in turn. `stopped` ends it early
 * with what has been laid out by then.
 */
export function packedOn(
  board: Pick<Sheet, 'width' | 'height' | 'margin' | 'gap'>,
  asked: readonly { sticker: string; shape: StickerShape; count: number | null }[],
  turns: readonly number[] = PACK_TURNS.packed,
  stopped: () => boolean = () => false,
): Laid {
  const room = roomOn(board);
  const { gap } = board;
  // Half a gap of each sticker may lie beyond the room: there is nobody there to keep it from.
  const [x0, y0] = [room.left - gap / 2, room.top - gap / 2];
  const taken = new Taken(
    floor((room.right - room.left + gap) * PER_MM),
    floor((room.bottom - room.top + gap) * PER_MM),
  );
  const masks = new Map(asked.map((a) => [a.sticker, turns.map((turn) => maskOf(a.shape, turn, gap))]));
  const placed: PlacedSticker[] = [];
  const full = new Set<string>();
  const lay = (sticker: string): boolean => {
    if (full.has(sticker) || placed.length >= MOST_PLACED) return false;
    let best: { mask: Mask; x: number; y: number } | null = null;
    for (const mask of masks.get(sticker)!) {
      // Only what ends higher than the best so far is of interest.
      const at = taken.place(mask, best ? best.y + best.mask.height : Infinity);
      if (!at) continue;
      const [x, y] = at;
      if (!best || y + mask.height < best.y + best.mask.height || x < best.x) best = { mask, x, y };
    }
    if (!best) {
      // What finds no room finds none later: the sheet only gets fuller.
      full.add(sticker);
      return false;
    }
    const { mask, x, y } = best;
    taken.put(mask, x, y);
    placed.push({
      sticker,
      x: x0 + x / PER_MM + mask.middle[0],
      y: y0 + y / PER_MM + mask.middle[1],
      turn: mask.turn,
    });
    return true;
  };
  const bySize = [...asked].sort((a, b) => areaOf(b.shape) - areaOf(a.shape));
  let left = 0;
  for (const { sticker, count } of bySize)
    for (let i = 0; i < (count ?? 0); i++) if (stopped() || !lay(sticker)) left++;
  const many = bySize.filter((a) => a.count === null);
  for (let going = many.length > 0; going && !stopped();) {
    going = false;
    for (const { sticker } of many) going = lay(sticker) || going;
  }
  return { placed, left };
}
