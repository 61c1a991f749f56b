import { partsIn } from '../../design';
import { drawingBounds, inkHull } from '../../drawing';
import { boxCentre, boxOfPoints, intersect, type Box } from '../../geometry';
import { largestFit, roomOf } from '../../spec';
import { titled } from '../../sentences';
import { LEAST_FILL, weightOf } from '../checks/extent';
import { timesEnlarged } from '../../parts';
import { pictureDpi } from '../checks/resolution';
import type { Finding, Mend, MendInput } from '../types';
import { moveAll } from './move';

/** The scale up to which every picture keeps the resolution that the spec asks for. */
const mostScale = (input: MendInput): number =>
  Math.min(
    ...partsIn(input.design, input.colourway)
      .filter((p) => p.kind === 'picture')
      .filter((p) => !p.hidden)
      .map(
        (p) =>
          (timesEnlarged(p) * pictureDpi(p.place.scaleX, p.place.scaleY, input.drawing.dpi)) /
          input.spec.leastDpi,
      ),
  );

const boardOf = ({ drawing }: MendInput): Box => ({
  left: 0,
  top: 0,
  right: drawing.width,
  bottom: drawing.height,
});

/** Scales all of the artwork to fill the safe area. */
export function extentMends({ figure: fill }: Finding, input: MendInput): Mend[] {
  const { design, drawing, side } = input;
  const hull = inkHull(drawing);
  const fit = largestFit(roomOf(side, side.dpi), hull);
  if (!fit) return [];
  const most = mostScale(input) * 0.999;
  const k = Math.min(0.995 / fill, most);
  if (k * fill < LEAST_FILL) return [];
  const edits = moveAll(design, design.parts, k, ...boxCentre(boxOfPoints(hull)), fit.x, fit.y);
  if (!edits) return [];
  return [
    {
      id: 'fill',
      ...titled(k === most ? 'mend.fill-as-pictures-allow' : 'mend.fill'),
      edits,
    },
  ];
}

const isInside = (box: Box, of: Box): boolean =>
  box.left >= of.left - 1 &&
  box.top >= of.top - 1 &&
  box.right <= of.right + 1 &&
  box.bottom <= of.bottom + 1;

/** Moves all of the artwork to the centre line. */
export function centreMends(input: MendInput): Mend[] {
  const whole = drawingBounds(input.drawing);
  const board = boardOf(input);
  const [cx, cy] = boxCentre(intersect(whole, board));
  const middle = input.drawing.width / 2;
  const mass = weightOf(input);
  return [
    {
      id: 'centre',
      ...titled('mend.centre'),
      // By all of it, so that what comes in from beyond the board does not tip it again.
      edits: moveAll(input.design, input.design.parts, 1, boxCentre(whole)[0], cy, middle, cy)!,
    },
    // The weight of what lies beyond the board is not known.
    ...(mass !== null && Math.abs(mass - cx) > 1 && isInside(whole, board)
      ? [
          {
            id: 'centre-by-eye',
            ...titled('mend.centre-by-eye'),
            edits: moveAll(input.design, input.design.parts, 1, mass, cy, middle, cy)!,
          },
        ]
      : []),
  ];
}
