import { drawingBounds, inkHull, type Drawing } from '../../drawing';
import { boxCentre, boxHeight, boxWidth, intersect, isEmptyBox, type Box } from '../../geometry';
import { alphaCentre } from '../../raster';
import { told } from '../../sentences';
import { largestFit, roomOf, type SpecSide } from '../../spec';
import { pxToMm } from '../../units';
import { regionOf } from '../measure';
import type { Finding, Judged } from '../types';

/** Artwork that fills less than this of the safe area's limiting side floats small on the product. */
export const LEAST_FILL = 0.5;
/** Farther than this off the centre line can be seen, mm. */
const MOST_OFF_CENTRE_MM = 3;

/** How large a drawing is against the largest that fits its side: 1 when it just fits. */
export function fillOf(drawing: Drawing, side: SpecSide): number {
  const fit = largestFit(roomOf(side, side.dpi), inkHull(drawing));
  return fit ? 1 / fit.scale : Infinity;
}

/** Where the weight of what shows on the board lies from left to right, board px; null where nothing shows. */
export function weightOf({ analysis: { width, height, composite, scale } }: Judged): number | null {
  const weight = alphaCentre({ width, height, data: composite });
  return weight && weight[0] / scale;
}

/** Artwork that floats small in its print area, or sits off the centre line. */
export function extentFindings(input: Judged): Finding[] {
  const { drawing } = input;
  const board: Box = { left: 0, top: 0, right: drawing.width, bottom: drawing.height };
  const whole = drawingBounds(drawing);
  const box = intersect(whole, board);
  if (isEmptyBox(box) || boxWidth(box) < 1 || boxHeight(box) < 1) return [];
  const [cx] = boxCentre(box);
  const findings: Finding[] = [];
  const fill = fillOf(drawing, input.side);
  if (fill < LEAST_FILL - 1e-6)
    findings.push({
      check: 'extent',
      severity: 'watch',
      part: null,
      ...told('extent.small', { percent: Math.round(fill * 100) }),
      figure: fill,
      threshold: LEAST_FILL,
      unit: 'share',
      region: regionOf(box),
      mends: [],
    });
  const middle = drawing.width / 2;
  const off = pxToMm(cx - middle, drawing.dpi);
  const mass = weightOf(input);
  const byEye = mass === null ? off : pxToMm(mass - middle, drawing.dpi);
  // Artwork that is centred by its box, or by its weight, is centred.
  if (Math.min(Math.abs(off), Math.abs(byEye)) > MOST_OFF_CENTRE_MM)
    findings.push({
      check: 'centre',
      severity: 'watch',
      part: null,
      ...told(off < 0 ? 'extent.left' : 'extent.right', { mm: Math.abs(off) }),
      figure: Math.abs(off),
      threshold: MOST_OFF_CENTRE_MM,
      unit: 'mm',
      region: regionOf(box),
      mends: [],
    });
  return findings;
}
