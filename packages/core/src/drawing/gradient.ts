import type { Gradient, MotifGradient } from '../design';
import { boxCentre, boxHeight, boxWidth, type Box } from '../geometry';

/** A gradient over a box: along its angle, or from the middle to the farther side. */
export function gradientOver(box: Box, fill: string, { kind, to, angle }: Gradient): MotifGradient {
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
