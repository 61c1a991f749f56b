import type { Garment } from '@brelm/core/colour';
import type { PaintContext, SnapLine } from '@brelm/core/drawing';
import type { Finding } from '@brelm/core/proof';
import { safeBox, type SpecSide } from '@brelm/core/spec';
import { artworkPainter, type Resolved } from '../design';
import { paintGarment } from '../platform/garment-paint';
import type { View } from './use-view';

const SURROUND = '#8b8f90';

/** A line that shows on any colour: dark dashes on light ones. */
function twoToneRect(
  context: CanvasRenderingContext2D,
  x: number,
  y: number,
  width: number,
  height: number,
  dash: number[],
): void {
  context.lineWidth = 1;
  context.setLineDash([]);
  context.strokeStyle = 'rgba(255,255,255,0.55)';
  context.strokeRect(x, y, width, height);
  context.setLineDash(dash);
  context.strokeStyle = 'rgba(20,24,26,0.75)';
  context.strokeRect(x, y, width, height);
  context.setLineDash([]);
}

const paintArtwork = artworkPainter();

/** Paints garment, artwork, safe area and centre line; what lies off the board is veiled. */
export function paintBoard(
  canvas: HTMLCanvasElement,
  size: { width: number; height: number },
  view: View,
  resolved: Resolved,
  moving: ReadonlySet<string> | null,
  backdrop: Garment,
  side: SpecSide | undefined,
  pointedAt: Finding['region'][] | null,
  snapLines: readonly SnapLine[] = [],
): void {
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
  paintGarment(context, backdrop, x, y, w, h);
  const scale = view.scale * ratio;
  paintArtwork(
    context as unknown as PaintContext,
    resolved,
    [scale, 0, 0, scale, x, y],
    { width, height },
    moving,
  );
  context.globalAlpha = 0.72;
  context.fillStyle = SURROUND;
  context.beginPath();
  context.rect(0, 0, width, height);
  context.rect(x, y, w, h);
  context.fill('evenodd');
  context.globalAlpha = 1;

  if (side) {
    const safe = safeBox(side);
    twoToneRect(
      context,
      x + safe.left * scale,
      y + safe.top * scale,
      (safe.right - safe.left) * scale,
      (safe.bottom - safe.top) * scale,
      [5, 4],
    );
  }
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

  for (const { axis, at, from, to } of snapLines) {
    const line = (colour: string, wide: number) => {
      context.strokeStyle = colour;
      context.lineWidth = wide * ratio;
      context.beginPath();
      const [x0, y0, x1, y1] = axis === 'x' ? [at, from, at, to] : [from, at, to, at];
      context.moveTo(x + x0 * scale, y + y0 * scale);
      context.lineTo(x + x1 * scale, y + y1 * scale);
      context.stroke();
    };
    line('#fffdf9', 3);
    line('#1f5f50', 1.25);
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
