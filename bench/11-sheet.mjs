// Twenty mixed stickers on one sheet: how much of it they fill, packed by outline, against a plain grid of equal cells.
import { median, report, require, timed } from './measure.mjs';

const { formOf, pathBounds, startValues, transformPath } = require('@brelm/core/geometry');
const { areaOf, PACK_TURNS, packedOn, placedOutline } = require('@brelm/core/sheet');

/** Forms that stickers are made in, each in two sizes, about the middle of its box. */
const kinds = ['shield', 'badge', 'polygon', 'star', 'gear', 'ticket', 'bubble', 'blob', 'ellipse', 'ribbon'];
const shapes = new Map();
for (const [i, id] of kinds.entries())
  for (const size of [34 + 3 * i, 52 + 2 * i]) {
    const form = formOf(id);
    const path = form.path(startValues(form, size));
    const b = pathBounds(path);
    shapes.set(`${id} ${size}`, {
      path: transformPath(path, [1, 0, 0, 1, -(b.left + b.right) / 2, -(b.top + b.bottom) / 2]),
      width: b.right - b.left,
      height: b.bottom - b.top,
    });
  }
// As wide as A3, and so long that all find room: what counts is how much of it they take.
const board = { width: 297, height: 2000, margin: 6, gap: 3 };
const area = [...shapes.values()].reduce((sum, s) => sum + areaOf(s), 0);
const lowest = (placed) =>
  Math.max(...placed.map((p) => pathBounds(placedOutline(shapes.get(p.sticker), p)).bottom));
const filled = (placed) => area / ((board.width - 2 * board.margin) * (lowest(placed) - board.margin));

const cell = {
  w: Math.max(...[...shapes.values()].map((s) => s.width)),
  h: Math.max(...[...shapes.values()].map((s) => s.height)),
};
const columns = Math.floor((board.width - 2 * board.margin + board.gap) / (cell.w + board.gap));
const grid = [...shapes.keys()].map((sticker, i) => ({
  sticker,
  x: board.margin + cell.w / 2 + (i % columns) * (cell.w + board.gap),
  y: board.margin + cell.h / 2 + Math.floor(i / columns) * (cell.h + board.gap),
  turn: 0,
}));
const asked = [...shapes].map(([sticker, shape]) => ({ sticker, shape, count: 1 }));
const times = [];
let packed;
for (let i = 0; i < 5; i++) {
  const [ms, result] = await timed(() => packedOn(board, asked));
  times.push(ms);
  packed = result;
}
const [by, plain] = [filled(packed.placed), filled(grid)];
report(
  'share of a sheet that 20 mixed stickers fill, packed ÷ in a plain grid',
  (by / plain).toFixed(2),
  'at least 1.2',
  by / plain >= 1.2 && packed.left === 0,
  `${Math.round(by * 100)} % against ${Math.round(plain * 100)} %, ${median(times).toFixed(0)} ms`,
);
const [ms, turned] = await timed(() => packedOn(board, asked, PACK_TURNS.turned));
const free = filled(turned.placed);
report(
  'the same turned by any angle ÷ turned by quarters',
  (free / by).toFixed(2),
  'at least 1',
  free / by >= 1 && turned.left === 0,
  `${Math.round(free * 100)} %, ${(ms / median(times)).toFixed(1)} times as long: ${ms.toFixed(0)} ms`,
);
