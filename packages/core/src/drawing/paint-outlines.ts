import { multiply, type Matrix } from '../geometry';
import { itemsOf } from './node';
import { trace, type PaintContext } from './paint';
import type { Drawing } from './types';

/**
 * Paints the bare outlines of a drawing's ink, one context px wide, in one colour: what shapes there
 * are, and what lies behind what. A picture is its frame with a cross. `view` leads from board px to
 * the context's px.
 */
export function paintOutlines(context: PaintContext, drawing: Drawing, view: Matrix, colour: string): void {
  context.strokeStyle = colour;
  context.lineWidth = 1;
  context.lineJoin = 'round';
  context.globalAlpha = 1;
  for (const group of drawing.groups)
    for (const item of itemsOf(group)) {
      context.setTransform(...multiply(view, item.matrix));
      if (item.kind === 'image') {
        const { left, top, right, bottom } = item.shown;
        context.beginPath();
        context.rect(left, top, right - left, bottom - top);
        context.moveTo(left, top);
        context.lineTo(right, bottom);
        context.moveTo(right, top);
        context.lineTo(left, bottom);
      } else if (item.role === 'ink') trace(context, item.path);
      else continue;
      // Traced already: only the line's width still reads the transform.
      context.setTransform(1, 0, 0, 1, 0, 0);
      context.stroke();
    }
}
