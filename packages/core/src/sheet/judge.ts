import { hypot, flatten, pathBounds, type Box, type PathData } from '../geometry';
import { told, type Sentence, type SentenceValue } from '../sentences';
import { placedOutline, type StickerShape } from './shape';
import { roomOn, type PlacedSticker, type Sheet } from './types';

// Looked up once: in hot loops a global costs, above all in a sandbox such as that of the tests.
const { abs, max, min } = Math;

/** Something about a sheet that will go wrong. */
export interface SheetFinding {
  code: 'beyond' | 'overlap' | 'gap' | 'border' | 'empty' | 'gone';
  severity: 'stop' | 'watch';
  message: string;
  /** The same before it is put into words. */
  said: Sentence;
  /** Which of the placed stickers it is about, by their numbers from 0. */
  placed: number[];
  /** Where, mm of the sheet. */
  at?: { x: number; y: number };
}

/** What is measured may be off by so much, mm. */
const SLACK = 0.05;
/** How far straight pieces may lie from an outline, mm. */
const TOLERANCE = 0.03;

type Line = Float64Array;

const linesOf = (path: PathData): Line[] =>
  flatten(path, TOLERANCE).map(({ points }) => Float64Array.from(points));

const encloses = (line: Line, x: number, y: number): boolean => {
  let inside = false;
  for (let i = 0, j = line.length - 2; i < line.length; j = i, i += 2) {
    const [ay, by] = [line[i + 1], line[j + 1]];
    if (ay > y !== by > y && x < line[i] + ((y - ay) / (by - ay)) * (line[j] - line[i])) inside = !inside;
  }
  return inside;
};

/** The least distance of points of one line from the sides of another, and where. */
function fromPoints(a: Line, b: Line, best: { d: number; x: number; y: number }): void {
  for (let i = 0; i < a.length; i += 2) {
    const px = a[i];
    const py = a[i + 1];
    for (let j = 0, k = b.length - 2; j < b.length; k = j, j += 2) {
      const ax = b[k];
      const ay = b[k + 1];
      // Most sides are far: the box says so at less cost.
      if (min(abs(px - ax), abs(px - b[j])) > best.d && (px - ax) * (px - b[j]) > 0) continue;
      const dx = b[j] - ax;
      const dy = b[j + 1] - ay;
      const length = dx * dx + dy * dy;
      const t = length > 0 ? max(0, min(1, ((px - ax) * dx + (py - ay) * dy) / length)) : 0;
      const d = hypot(px - ax - t * dx, py - ay - t * dy);
      if (d < best.d) {
        best.d = d;
        best.x = px;
        best.y = py;
      }
    }
  }
}

function crosses(a: Line, b: Line): boolean {
  for (let i = 0, h = a.length - 2; i < a.length; h = i, i += 2)
    for (let j = 0, k = b.length - 2; j < b.length; k = j, j += 2) {
      const [px, py, qx, qy] = [a[h], a[h + 1], a[i], a[i + 1]];
      const [rx, ry, sx, sy] = [b[k], b[k + 1], b[j], b[j + 1]];
      if (max(px, qx) < min(rx, sx) || max(rx, sx) < min(px, qx)) continue;
      if (max(py, qy) < min(ry, sy) || max(ry, sy) < min(py, qy)) continue;
      const side = (ux: number, uy: number, vx: number, vy: number, wx: number, wy: number) =>
        Math.sign((vx - ux) * (wy - uy) - (vy - uy) * (wx - ux));
      if (
        side(px, py, qx, qy, rx, ry) !== side(px, py, qx, qy, sx, sy) &&
        side(rx, ry, sx, sy, px, py) !== side(rx, ry, sx, sy, qx, qy)
      )
        return true;
    }
  return false;
}

/** The gap between two outlines, mm; below 0 where they overlap. `within` is as far as it matters. */
export function gapBetween(
  a: PathData,
  b: PathData,
  within = Infinity,
): { gap: number; x: number; y: number } {
  const [as, bs] = [linesOf(a), linesOf(b)];
  const best = { d: within, x: 0, y: 0 };
  for (const one of as)
    for (const other of bs) {
      if (encloses(other, one[0], one[1]) || encloses(one, other[0], other[1]) || crosses(one, other))
        return { gap: -1, x: one[0], y: one[1] };
      fromPoints(one, other, best);
      fromPoints(other, one, best);
    }
  return { gap: best.d, x: best.x, y: best.y };
}

const apart = (a: Box, b: Box, by: number): boolean =>
  a.right + by < b.left || b.right + by < a.left || a.bottom + by < b.top || b.bottom + by < a.top;

/**
 * What will go wrong with a sheet, the worst first. Stickers whose shape is not known are gone; `borderMm` is the least
 * border that its product asks for.
 */
export function judgeSheet(
  sheet: Sheet,
  shapes: ReadonlyMap<string, StickerShape>,
  { borderMm }: { borderMm: number } = { borderMm: 0 },
): SheetFinding[] {
  const found: SheetFinding[] = [];
  // A list of one: it may be a sentence of its own.
  const name = (p: PlacedSticker): SentenceValue => [
    sheet.stickers.find((s) => s.id === p.sticker)?.name ?? { key: 'sheet.a-sticker', values: {} },
  ];
  const gone = sheet.stickers.filter((s) => !shapes.has(s.id));
  for (const { id, name: called } of gone) {
    const placed = sheet.placed.flatMap((p, i) => (p.sticker === id ? [i] : []));
    if (placed.length)
      found.push({
        ...{ code: 'gone', severity: 'stop', placed },
        ...told('sheet.gone', { name: called }),
      });
  }
  if (sheet.placed.length === 0)
    found.push({
      code: 'empty',
      severity: 'stop',
      placed: [],
      ...told('sheet.empty'),
    });
  for (const { id, name: called } of sheet.stickers) {
    const placed = sheet.placed.flatMap((p, i) => (p.sticker === id ? [i] : []));
    const border = shapes.get(id)?.border ?? Infinity;
    if (placed.length && border < borderMm - SLACK)
      found.push({
        ...{ code: 'border', severity: 'stop', placed },
        ...told('sheet.border', { name: called, mm: border, least: borderMm }),
      });
  }
  const lying = sheet.placed.flatMap((p, i) => {
    const shape = shapes.get(p.sticker);
    if (!shape) return [];
    const path = placedOutline(shape, p);
    return [{ i, p, path, box: pathBounds(path) }];
  });
  const room = roomOn(sheet);
  for (const { i, p, box } of lying) {
    const over = max(
      room.left - box.left,
      room.top - box.top,
      box.right - room.right,
      box.bottom - room.bottom,
    );
    if (over > SLACK)
      found.push({
        ...{ code: 'beyond', severity: 'stop', placed: [i], at: { x: p.x, y: p.y } },
        ...told('sheet.beyond', { name: name(p), mm: over }),
      });
  }
  lying.forEach((a, k) => {
    for (const b of lying.slice(k + 1)) {
      if (apart(a.box, b.box, sheet.gap)) continue;
      const { gap, x, y } = gapBetween(a.path, b.path, sheet.gap);
      if (gap >= sheet.gap - SLACK) continue;
      found.push({
        ...{ code: gap < 0 ? 'overlap' : 'gap', severity: 'stop', placed: [a.i, b.i], at: { x, y } },
        ...(gap < 0
          ? told('sheet.overlap', { name: name(a.p), other: name(b.p) })
          : told('sheet.gap', { name: name(a.p), other: name(b.p), mm: gap, least: sheet.gap })),
      });
    }
  });
  return found;
}
