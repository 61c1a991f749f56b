import type { Garment } from '@brelm/core/colour';
import type { Aids } from '@brelm/core/design';
import { paint, paintOutlines, type PaintContext } from '@brelm/core/drawing';
import type { SnapMeasure } from '@brelm/core/resolve';
import { toSvgPath, type Matrix } from '@brelm/core/geometry';
import type { Finding } from '@brelm/core/proof';
import type { SpecSide } from '@brelm/core/spec';
import { artworkPainter, borderOn, type Border, type Resolved } from '../design';
import { paintGarment } from '../platform/garment-paint';
import { makeSurface } from '../platform/surfaces';
import type { ShownPaper } from '../platform/under';
import { lengthWords } from '../editor/measure';
import { paintProduct, twoTone, veilBeyondEdge } from './product-paint';
import type { Snapped } from './use-snap';
import type { View } from './use-view';

const SURROUND = '#8b8f90';

const paintArtwork = artworkPainter();

const FAR = 100_000;
/** Grid lines nearer than this are not painted, screen px. */
const LEAST_GRID = 5;

/** A grid over a box that shows on light and on dark. */
function paintGrid(
  context: CanvasRenderingContext2D,
  step: number,
  x: number,
  y: number,
  w: number,
  h: number,
): void {
  context.lineWidth = 1;
  for (const [colour, offset] of [
    ['rgba(255,255,255,0.22)', 0.5],
    ['rgba(20,24,26,0.22)', 1.5],
  ] as const) {
    context.strokeStyle = colour;
    context.beginPath();
    for (let at = step; at < w - 1; at += step) {
      const here = Math.round(x + at) + offset;
      context.moveTo(here, y);
      context.lineTo(here, y + h);
    }
    for (let at = step; at < h - 1; at += step) {
      const here = Math.round(y + at) + offset;
      context.moveTo(x, here);
      context.lineTo(x + w, here);
    }
    context.stroke();
  }
}

/** A clear distance as a line between two ticks, with its length. */
function paintMeasure(
  context: CanvasRenderingContext2D,
  { axis, at, from, to }: SnapMeasure,
  [scale, , , , x, y]: Matrix,
  ratio: number,
  words: string,
): void {
  const place = (along: number, across: number): [number, number] =>
    axis === 'x' ? [x + along * scale, y + across * scale] : [x + across * scale, y + along * scale];
  const [x0, y0] = place(from, at);
  const [x1, y1] = place(to, at);
  const tick = 4 * ratio;
  const [tx, ty] = axis === 'x' ? [0, tick] : [tick, 0];
  for (const [colour, width] of [
    ['#fffdf9', 3.5],
    ['#805108', 1.25],
  ] as const) {
    context.strokeStyle = colour;
    context.lineWidth = width * ratio;
    context.beginPath();
    context.moveTo(x0, y0);
    context.lineTo(x1, y1);
    for (const [px, py] of [
      [x0, y0],
      [x1, y1],
    ]) {
      context.moveTo(px - tx, py - ty);
      context.lineTo(px + tx, py + ty);
    }
    context.stroke();
  }
  context.font = `${11.5 * ratio}px "Atkinson Hyperlegible Next Variable", sans-serif`;
  const wide = context.measureText(words).width + 8 * ratio;
  const [mx, my] = [
    (x0 + x1) / 2 + (axis === 'y' ? wide / 2 + 6 * ratio : 0),
    (y0 + y1) / 2 + (axis === 'x' ? 13 * ratio : 0),
  ];
  context.fillStyle = '#fffdf9';
  context.fillRect(mx - wide / 2, my - 8 * ratio, wide, 16 * ratio);
  context.fillStyle = '#805108';
  context.textAlign = 'center';
  context.textBaseline = 'middle';
  context.fillText(words, mx, my);
}

/** How the artwork is looked at: as it prints, as bare outlines, or with nothing else around it. */
export type Look = 'print' | 'outlines' | 'far';

export interface BoardView {
  size: { width: number; height: number };
  view: View;
  resolved: Resolved;
  /** Parts that a gesture is moving. */
  moving: ReadonlySet<string> | null;
  backdrop: Garment;
  side: SpecSide | undefined;
  pointedAt: Finding['region'][] | null;
  snapped: Snapped;
  aids: Aids;
  look: Look;
  /** How a sticker is cut out. */
  border: Border | null;
  /** What is drawn over. */
  paper: ShownPaper | null;
}

/** Under the artwork, and nowhere but on the board: a sketch that is drawn over. */
function paintPaper(
  context: CanvasRenderingContext2D,
  { bitmap, left, top, width, height, strength }: ShownPaper,
  board: { x: number; y: number; w: number; h: number },
  scale: number,
): void {
  context.save();
  context.beginPath();
  context.rect(board.x, board.y, board.w, board.h);
  context.clip();
  context.globalAlpha = strength;
  context.imageSmoothingQuality = 'high';
  const [x, y] = [board.x + left * scale, board.y + top * scale];
  context.drawImage(bitmap, x, y, width * scale, height * scale);
  context.restore();
}

/** Behind the artwork: what a sticker's border is. One of a state before is paler, till its own has been worked out. */
function paintBorder(
  context: CanvasRenderingContext2D,
  { drawing, pictures }: Resolved,
  border: Border,
  view: Matrix,
  size: { width: number; height: number },
): void {
  const { groups } = borderOn(drawing, border);
  const shown = groups.map((g) => ({ ...g, opacity: border.fresh ? 1 : 0.4 }));
  paint(
    context as unknown as PaintContext,
    { ...drawing, groups: shown },
    { view, pictures, surfaces: makeSurface },
    size,
  );
  context.setTransform(1, 0, 0, 1, 0, 0);
}

/** In front of the artwork: what a blade follows, dotted. */
function paintBlade(
  context: CanvasRenderingContext2D,
  { drawing }: Resolved,
  border: Border,
  view: Matrix,
  ratio: number,
): void {
  const path = new Path2D();
  path.addPath(new Path2D(toSvgPath(borderOn(drawing, border).path)), new DOMMatrix([...view]));
  context.save();
  context.globalAlpha = border.fresh ? 1 : 0.4;
  context.lineCap = 'round';
  for (const [colour, width] of [
    ['#fffdf6', 2.6],
    ['#b3261e', 1.5],
  ] as const) {
    context.strokeStyle = colour;
    context.lineWidth = width * ratio;
    context.setLineDash([0.01, 4 * ratio]);
    context.stroke(path);
  }
  context.restore();
}

/** Paints garment, artwork, aids and what is pointed at; what lies off the board is veiled. */
export function paintBoard(canvas: HTMLCanvasElement, board: BoardView): void {
  const { size, view, resolved, moving, backdrop, side, pointedAt, snapped, aids, look, border, paper } =
    board;
  const { drawing } = resolved;
  const ratio = window.devicePixelRatio || 1;
  const width = Math.round(size.width * ratio);
  const height = Math.round(size.height * ratio);
  if (canvas.width !== width || canvas.height !== height) {
    canvas.width = width;
    canvas.height = height;
  }
  const context = canvas.getContext('2d', { alpha: false })!;
  context.setTransform(1, 0, 0, 1, 0, 0);
  context.fillStyle = SURROUND;
  context.fillRect(0, 0, width, height);

  const x = view.x * ratio;
  const y = view.y * ratio;
  const w = drawing.width * view.scale * ratio;
  const h = drawing.height * view.scale * ratio;
  if (look === 'outlines') {
    context.fillStyle = '#fffdf9';
    context.fillRect(x, y, w, h);
  } else paintGarment(context, backdrop, x, y, w, h);
  const scale = view.scale * ratio;
  const toCanvas = [scale, 0, 0, scale, x, y] as const;
  if (paper && look !== 'far') paintPaper(context, paper, { x, y, w, h }, scale);
  if (look === 'outlines') {
    paintOutlines(context as unknown as PaintContext, drawing, toCanvas, '#20262a');
    context.setTransform(1, 0, 0, 1, 0, 0);
  } else {
    if (border && !moving) paintBorder(context, resolved, border, toCanvas, { width, height });
    paintArtwork(context as unknown as PaintContext, resolved, toCanvas, { width, height }, moving);
    if (border && !moving && look === 'print') paintBlade(context, resolved, border, toCanvas, ratio);
  }
  context.globalAlpha = 0.72;
  context.fillStyle = SURROUND;
  context.beginPath();
  context.rect(0, 0, width, height);
  context.rect(x, y, w, h);
  context.fill('evenodd');
  context.globalAlpha = 1;
  if (side) veilBeyondEdge(context, side, { x, y, w, h }, toCanvas);
  // From afar there is only what a passer-by sees.
  if (look === 'far') return;

  if (aids.grid && aids.grid * view.scale >= LEAST_GRID) paintGrid(context, aids.grid * scale, x, y, w, h);
  if (aids.margin > 0) {
    const m = aids.margin * scale;
    const margin = new Path2D();
    margin.rect(x + m, y + m, w - 2 * m, h - 2 * m);
    twoTone(context, margin, [1, 4]);
  }
  if (side) paintProduct(context, side, toCanvas, ratio);
  // The centre line shows as ticks beyond the board, so that it never lies over the artwork.
  context.strokeStyle = '#20262a';
  context.lineWidth = 1;
  context.beginPath();
  const cx = Math.round(x + w / 2) + 0.5;
  context.moveTo(cx, y - 9);
  context.lineTo(cx, y - 2);
  context.moveTo(cx, y + h + 2);
  context.lineTo(cx, y + h + 9);
  context.stroke();

  for (const { axis, at, from, to } of snapped.lines) {
    const line = (colour: string, wide: number) => {
      context.strokeStyle = colour;
      context.lineWidth = wide * ratio;
      context.beginPath();
      // A guide goes on for ever.
      const [low, high] = [Math.max(from, -FAR), Math.min(to, FAR)];
      const [x0, y0, x1, y1] = axis === 'x' ? [at, low, at, high] : [low, at, high, at];
      context.moveTo(x + x0 * scale, y + y0 * scale);
      context.lineTo(x + x1 * scale, y + y1 * scale);
      context.stroke();
    };
    line('#fffdf9', 3);
    line('#1f5f50', 1.25);
  }

  for (const measure of snapped.measures) {
    const words = lengthWords(measure.to - measure.from, aids.unit, drawing.dpi);
    paintMeasure(context, measure, toCanvas, ratio, words);
  }

  for (const [rx, ry, rw, rh] of pointedAt ?? []) {
    const pad = 6 * ratio;
    context.lineWidth = 5 * ratio;
    context.strokeStyle = '#fffdf9';
    const ring = () =>
      context.strokeRect(
        x + rx * scale - pad,
        y + ry * scale - pad,
        rw * scale + 2 * pad,
        rh * scale + 2 * pad,
      );
    ring();
    context.lineWidth = 2.5 * ratio;
    context.strokeStyle = '#b23a24';
    ring();
  }
}
