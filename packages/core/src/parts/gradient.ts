import { boxCentre, boxHeight, boxWidth, type Box } from '../geometry';
import type { Gradient, GradientStop } from './base';

/**
 * A fill that runs through inks. Linear: from (x0, y0) to (x1, y1). Radial: from the point (x0, y0) to a circle of
 * radius `r` about (x1, y1). All of it before `matrix`, which leads to the outline's own units (as SVG's
 * gradientTransform does).
 */
export interface InkGradient {
  kind: 'linear' | 'radial';
  matrix: [number, number, number, number, number, number];
  x0: number;
  y0: number;
  x1: number;
  y1: number;
  r: number;
  stops: GradientStop[];
}

/** A gradient over a box: along its angle, or from the middle to the farther side. */
export function gradientOver(box: Box, fill: string, { kind, to, angle }: Gradient): InkGradient {
  const [cx, cy] = boxCentre(box);
  const r = (angle * Math.PI) / 180;
  const [dx, dy] = [Math.sin(r), -Math.cos(r)];
  const reach = (Math.abs(dx) * boxWidth(box) + Math.abs(dy) * boxHeight(box)) / 2;
  const radial = kind === 'radial';
  return {
    kind,
    matrix: [1, 0, 0, 1, 0, 0],
    x0: radial ? cx : cx - dx * reach,
    y0: radial ? cy : cy - dy * reach,
    x1: radial ? cx : cx + dx * reach,
    y1: radial ? cy : cy + dy * reach,
    r: Math.max(boxWidth(box), boxHeight(box)) / 2,
    stops: [
      { at: 0, ink: fill, opacity: 1 },
      { at: 1, ink: to, opacity: 1 },
    ],
  };
}
