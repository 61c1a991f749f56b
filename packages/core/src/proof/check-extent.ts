import { partsIn, type Edit, type Part } from '../design';
import { drawingBounds } from '../drawing';
import { boxCentre, boxHeight, boxWidth, intersect, isEmptyBox, type Box } from '../geometry';
import { alphaCentre } from '../raster';
import { safeBox } from '../spec';
import { pxToMm } from '../units';
import { pictureDpi } from './check-resolution';
import { regionOf } from './region';
import type { CheckInput, Finding, Mend } from './types';

/** Artwork that fills less than this of the safe area's limiting side floats small on the product. */
const LEAST_FILL = 0.5;
/** Farther than this off the centre line can be seen, mm. */
const MOST_OFF_CENTRE_MM = 3;

/** Share of the safe area's limiting side that a box fills: 1 when it just fits. */
export const fillOf = (box: Box, safe: Box): number =>
  Math.max(boxWidth(box) / boxWidth(safe), boxHeight(box) / boxHeight(safe));

/** Maps parts with their live copies: scaled by `k` about (cx, cy), then that point moved to (tx, ty). */
export const moveAll = (
  parts: readonly Part[],
  k: number,
  cx: number,
  cy: number,
  tx: number,
  ty: number,
): Edit[] =>
  parts.flatMap(({ id, place, repeat }): Edit[] => [
    {
      op: 'place',
      part: id,
      place: {
        x: tx + (place.x - cx) * k,
        y: ty + (place.y - cy) * k,
        scaleX: place.scaleX * k,
        scaleY: place.scaleY * k,
      },
    },
    ...(repeat && k !== 1
      ? [
          {
            op: 'updatePart' as const,
            part: id,
            change: { repeat: { ...repeat, dx: repeat.dx * k, dy: repeat.dy * k } },
          },
        ]
      : []),
  ]);

/** The scale up to which every picture keeps the resolution that the spec asks for. */
const mostScale = (input: CheckInput): number =>
  Math.min(
    ...partsIn(input.design, input.colourway)
      .filter((p) => p.kind === 'picture' && !p.hidden)
      .map((p) => pictureDpi(p.place.scaleX, p.place.scaleY, input.drawing.dpi) / input.spec.leastDpi),
  );

function fillMends(input: CheckInput, fill: number, from: [number, number], to: [number, number]): Mend[] {
  const most = mostScale(input) * 0.999;
  const k = Math.min(0.995 / fill, most);
  if (k * fill < LEAST_FILL) return [];
  return [
    {
      id: 'fill',
      title:
        k === most ? 'Scale all of it as far as its pictures allow' : 'Scale all of it to fill the safe area',
      edits: moveAll(input.design.parts, k, ...from, ...to),
    },
  ];
}

const isInside = (box: Box, of: Box): boolean =>
  box.left >= of.left - 1 &&
  box.top >= of.top - 1 &&
  box.right <= of.right + 1 &&
  box.bottom <= of.bottom + 1;

/** Artwork that floats small in its print area, or sits off the centre line. */
export function extentFindings(input: CheckInput): Finding[] {
  const { drawing } = input;
  const board: Box = { left: 0, top: 0, right: drawing.width, bottom: drawing.height };
  const whole = drawingBounds(drawing);
  const box = intersect(whole, board);
  if (isEmptyBox(box) || boxWidth(box) < 1 || boxHeight(box) < 1) return [];
  const safe = safeBox(input.side);
  const [cx, cy] = boxCentre(box);
  const [sx, sy] = boxCentre(safe);
  const findings: Finding[] = [];
  const fill = fillOf(box, safe);
  if (fill < LEAST_FILL)
    findings.push({
      check: 'extent',
      severity: 'watch',
      part: null,
      message: `The artwork fills ${Math.round(fill * 100)} % of the safe area: it will look small`,
      figure: fill,
      threshold: LEAST_FILL,
      unit: 'share',
      region: regionOf(box),
      mends: fillMends(input, fill, [cx, cy], [sx, sy]),
    });
  const middle = drawing.width / 2;
  const off = pxToMm(cx - middle, drawing.dpi);
  const { width, height, composite, scale } = input.analysis;
  const weight = alphaCentre({ width, height, data: composite });
  const mass = weight && weight[0] / scale;
  const byEye = mass === null ? off : pxToMm(mass - middle, drawing.dpi);
  // Artwork that is centred by its box, or by its weight, is centred.
  if (Math.min(Math.abs(off), Math.abs(byEye)) > MOST_OFF_CENTRE_MM)
    findings.push({
      check: 'centre',
      severity: 'watch',
      part: null,
      message: `The artwork sits ${Math.abs(off).toFixed(1)} mm ${off < 0 ? 'left' : 'right'} of the centre line`,
      figure: Math.abs(off),
      threshold: MOST_OFF_CENTRE_MM,
      unit: 'mm',
      region: regionOf(box),
      mends: [
        {
          id: 'centre',
          title: 'Move all of it to the centre line, by its box',
          // By all of it, so that what comes in from beyond the board does not tip it again.
          edits: moveAll(input.design.parts, 1, boxCentre(whole)[0], cy, middle, cy),
        },
        // The weight of what lies beyond the board is not known.
        ...(mass !== null && Math.abs(mass - cx) > 1 && isInside(whole, board)
          ? [
              {
                id: 'centre-by-eye',
                title: 'Move all of it to the centre line, by its weight to the eye',
                edits: moveAll(input.design.parts, 1, mass, cy, middle, cy),
              },
            ]
          : []),
      ],
    });
  return findings;
}
