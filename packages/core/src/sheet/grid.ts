import type { StickerShape } from './shape';
import { MOST_PLACED, roomOn, type PlacedSticker, type Sheet } from './types';

type Board = Pick<Sheet, 'width' | 'height' | 'margin' | 'gap'>;

/** What was laid out, and how many of what was asked for found no room. */
export interface Laid {
  placed: PlacedSticker[];
  left: number;
}

/** How many boxes of a size, a gap apart, go into a length. */
const across = (room: number, size: number, gap: number): number =>
  Math.max(0, Math.floor((room + gap + 1e-6) / (size + gap)));

/**
 * Stickers in rows of one another: each kind in a grid of its own, upright or turned by a quarter, whichever takes more;
 * one kind below the other. `count` of each, as many as fit where it is null.
 */
export function gridOn(
  board: Board,
  asked: readonly { sticker: string; shape: StickerShape; count: number | null }[],
): Laid {
  const { left: x0, top, right, bottom } = roomOn(board);
  const { gap } = board;
  const placed: PlacedSticker[] = [];
  let y0 = top;
  let left = 0;
  for (const { sticker, shape, count } of asked) {
    const ways = [
      { turn: 0, w: shape.width, h: shape.height },
      { turn: 90, w: shape.height, h: shape.width },
    ].map((way) => ({
      ...way,
      columns: across(right - x0, way.w, gap),
      rows: across(bottom - y0, way.h, gap),
    }));
    const fits = (w: (typeof ways)[number]) => w.columns * w.rows;
    const want = count ?? Infinity;
    // Upright where it takes as many; else as few rows as do.
    const way = ways.reduce((a, b) => (Math.min(want, fits(b)) > Math.min(want, fits(a)) ? b : a));
    const n = Math.min(want, fits(way), MOST_PLACED - placed.length);
    if (count !== null) left += count - n;
    for (let i = 0; i < n; i++)
      placed.push({
        sticker,
        x: x0 + way.w / 2 + (i % way.columns) * (way.w + gap),
        y: y0 + way.h / 2 + Math.floor(i / way.columns) * (way.h + gap),
        turn: way.turn,
      });
    if (n > 0) y0 += Math.ceil(n / way.columns) * (way.h + gap);
  }
  return { placed, left };
}

/** How many of a sticker go onto an empty sheet in a grid: what is told before any is laid out. */
export const moreThatFit = (board: Board, shape: StickerShape): number =>
  gridOn(board, [{ sticker: '', shape, count: null }]).placed.length;
