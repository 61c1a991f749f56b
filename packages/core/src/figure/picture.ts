import type { Hex } from '../colour';
import { boxCentre, boxHeight, boxWidth, toSvgPath, type OutlineOps } from '../geometry';
import { composeFigure, fillsBox, movedFills, type ArtOf } from './compose';
import { FigureError, type FigureRequest } from './request';
import { styleOf, type StyleId } from './styles';
import type { Fill } from './types';

/** Width and height of what is drawn to order, px. */
export const FIGURE_PX = 1024;
/** Room around the figure, px. */
const MARGIN = 72;

export interface DrawnFigure {
  /** Outlines to fill, back to front, in px of a picture of FIGURE_PX. */
  fills: Fill[];
  used: string[];
  undone: string[];
}

/** A request as a picture: composed, fitted into the picture, drawn in a style. Throws a FigureError where nothing of it can be drawn. */
export function drawFigure(
  request: FigureRequest,
  { style, seed, artOf, ops }: { style: StyleId; seed: number; artOf: ArtOf; ops: OutlineOps },
): DrawnFigure {
  const { pieces, used, undone } = composeFigure(request, artOf, seed);
  const box = fillsBox(pieces.flatMap((p) => p.fills));
  const side = Math.max(boxWidth(box), boxHeight(box));
  if (!pieces.length || !(side > 0))
    throw new FigureError(`There is no drawing of “${request.subject.said}” that could be used.`);
  const way = styleOf(request.style ?? style);
  const k = (FIGURE_PX - 2 * (MARGIN + way.rim)) / side;
  const [cx, cy] = boxCentre(box);
  const middle = FIGURE_PX / 2;
  const fitted = pieces.map((p) => ({
    ...p,
    fills: movedFills(p.fills, [k, 0, 0, k, middle - k * cx, middle - k * cy]),
  }));
  return { fills: way.draw(fitted, ops), used, undone };
}

/** Filled outlines as an SVG of FIGURE_PX; on a ground, or on none. */
export function figureSvg(fills: readonly Fill[], ground: Hex | null): string {
  const paths = fills.map(
    ({ path, colour, opacity }) =>
      `<path d="${toSvgPath(path, 2)}" fill="${colour}"${opacity < 1 ? ` fill-opacity="${Math.round(opacity * 1000) / 1000}"` : ''}/>`,
  );
  const under = ground ? `<rect width="${FIGURE_PX}" height="${FIGURE_PX}" fill="${ground}"/>` : '';
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${FIGURE_PX}" height="${FIGURE_PX}" viewBox="0 0 ${FIGURE_PX} ${FIGURE_PX}">${under}${paths.join('')}</svg>`;
}
