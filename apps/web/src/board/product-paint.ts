import { toSvgPath, transformPath, type Matrix, type PathData } from '@brelm/core/geometry';
import { safeOutline, trimOutline, zoneBox, zoneOutline, type SpecSide } from '@brelm/core/spec';
import { say } from '../words/board';

/** What a product says of the board: its edge, its safe area, what is to be kept clear, and where the collar is. */

/** A line that shows on any colour: dark dashes on light ones. */
export function twoTone(context: CanvasRenderingContext2D, path: Path2D, dash: number[], width = 1): void {
  context.lineWidth = width;
  context.setLineDash([]);
  context.strokeStyle = 'rgba(255,255,255,0.55)';
  context.stroke(path);
  context.setLineDash(dash);
  context.strokeStyle = 'rgba(20,24,26,0.75)';
  context.stroke(path);
  context.setLineDash([]);
}

const onCanvas = (path: PathData, toCanvas: Matrix): Path2D =>
  new Path2D(toSvgPath(transformPath(path, toCanvas)));

const SURROUND = '#8b8f90';
/** Zones with less room than this have no name in them, screen px. */
const LEAST_NAMED = 46;

/** Veils what lies on the board but beyond the product's edge. */
export function veilBeyondEdge(
  context: CanvasRenderingContext2D,
  side: SpecSide,
  board: { x: number; y: number; w: number; h: number },
  toCanvas: Matrix,
): void {
  if (!side.shape || side.shape.kind === 'rectangle') return;
  const veil = new Path2D();
  veil.rect(board.x, board.y, board.w, board.h);
  veil.addPath(onCanvas(trimOutline(side, side.dpi), toCanvas));
  context.globalAlpha = 0.72;
  context.fillStyle = SURROUND;
  context.fill(veil, 'evenodd');
  context.globalAlpha = 1;
}

/** The lines of a side. `toCanvas` leads from board px to the canvas's, of which `ratio` are a px of the screen. */
export function paintProduct(
  context: CanvasRenderingContext2D,
  side: SpecSide,
  toCanvas: Matrix,
  ratio: number,
): void {
  const edge = onCanvas(trimOutline(side, side.dpi), toCanvas);
  if (side.bleedIn || (side.shape && side.shape.kind !== 'rectangle')) twoTone(context, edge, []);
  twoTone(context, onCanvas(safeOutline(side, side.dpi), toCanvas), [5, 4]);
  context.font = `${11.5 * ratio}px "Atkinson Hyperlegible Next Variable", sans-serif`;
  context.textAlign = 'center';
  context.textBaseline = 'middle';
  for (const zone of side.zones ?? []) {
    const path = onCanvas(zoneOutline(zone, side.dpi), toCanvas);
    context.fillStyle = 'rgba(139,143,144,0.35)';
    context.fill(path);
    twoTone(context, path, [2, 3]);
    const box = zoneBox(zone, side.dpi * toCanvas[0]);
    const name = zone.name || zone.kind;
    const room = Math.min(box.right - box.left, LEAST_NAMED * 4 * ratio);
    if (room < LEAST_NAMED * ratio || context.measureText(name).width > room) continue;
    label(
      context,
      name,
      toCanvas[4] + (box.left + box.right) / 2,
      toCanvas[5] + (box.top + box.bottom) / 2,
      ratio,
    );
  }
  if (side.collarIn) paintCollar(context, side, side.collarIn, toCanvas, ratio);
}

function label(context: CanvasRenderingContext2D, words: string, x: number, y: number, ratio: number): void {
  const wide = context.measureText(words).width + 8 * ratio;
  context.fillStyle = '#fffdf9';
  context.fillRect(x - wide / 2, y - 8 * ratio, wide, 16 * ratio);
  context.fillStyle = '#20262a';
  context.fillText(words, x, y);
}

/** The collar's seam, above the board: how far down the print begins. */
function paintCollar(
  context: CanvasRenderingContext2D,
  side: SpecSide,
  collarIn: number,
  toCanvas: Matrix,
  ratio: number,
): void {
  const k = side.dpi * toCanvas[0];
  const [cx, y] = [toCanvas[4] + (side.widthIn / 2) * k, toCanvas[5] - collarIn * k];
  const half = 3.5 * k;
  const seam = new Path2D();
  // A neck is about seven inches wide, and its seam dips by a quarter of that.
  seam.moveTo(cx - half, y - half / 2);
  seam.quadraticCurveTo(cx, y + half / 2, cx + half, y - half / 2);
  context.strokeStyle = 'rgba(20,24,26,0.75)';
  context.lineWidth = ratio;
  context.setLineDash([4 * ratio, 3 * ratio]);
  context.stroke(seam);
  context.setLineDash([]);
  if (half > 40 * ratio) label(context, say('collar'), cx, y, ratio);
}
