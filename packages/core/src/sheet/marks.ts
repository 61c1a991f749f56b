import { CLOSE, LINE, MOVE, type PathData } from '../geometry';
import type { Sheet } from './types';

/** How long a mark's arms are, how thick, and how far from the edge, mm. */
const ARM = 6;
const THICK = 0.5;
const INSET = 2;

const bar = (x: number, y: number, w: number, h: number): PathData => [
  ...[MOVE, x, y, LINE, x + w, y, LINE, x + w, y + h, LINE, x, y + h, CLOSE],
];

/** Where the order's number begins, at its lower left corner, mm: beside the lower edge, and clear of the marks. */
export const numberAt = ({
  height,
  margin,
  marks,
}: Pick<Sheet, 'height' | 'margin' | 'marks'>): [number, number] => [
  Math.max(margin, marks === 'none' ? 0 : INSET + ARM + 2),
  height - Math.max(2.5, margin / 2),
];

/** The marks by which a plotter finds a sheet, mm: brackets in its corners, or crosses there and at its sides' middles. */
export function marksOf({ width, height, marks }: Pick<Sheet, 'width' | 'height' | 'marks'>): PathData {
  if (marks === 'none') return [];
  const corners = [
    [INSET, INSET, 1, 1],
    [width - INSET, INSET, -1, 1],
    [width - INSET, height - INSET, -1, -1],
    [INSET, height - INSET, 1, -1],
  ];
  if (marks === 'brackets')
    return corners.flatMap(([x, y, sx, sy]) => [
      ...bar(Math.min(x, x + sx * ARM), Math.min(y, y + sy * THICK), ARM, THICK),
      ...bar(Math.min(x, x + sx * THICK), Math.min(y, y + sy * ARM), THICK, ARM),
    ]);
  const half = ARM / 2;
  const middles = [
    [width / 2, INSET, 0, 1],
    [width / 2, height - INSET, 0, -1],
    [INSET, height / 2, 1, 0],
    [width - INSET, height / 2, -1, 0],
  ];
  return [...corners, ...middles].flatMap(([x, y, sx, sy]) => {
    // Their middles lie so far in that the whole cross is on the sheet.
    const [cx, cy] = [x + sx * half, y + sy * half];
    return [...bar(cx - half, cy - THICK / 2, ARM, THICK), ...bar(cx - THICK / 2, cy - half, THICK, ARM)];
  });
}
