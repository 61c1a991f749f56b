import { inOneColour } from '../figure';
import type { OutlineOps } from '../geometry';
import { isSingle, type ComposedFigure } from './compose';

/**
 * A figure as it is printed in a single ink; see inOneColour(). One that has a single colour takes any ink as it is. Null
 * where nothing of it is left.
 */
export function figureInOneColour(
  figure: ComposedFigure,
  ops: OutlineOps,
  pale: boolean,
): ComposedFigure | null {
  if (isSingle(figure)) return figure;
  const path = inOneColour(figure.art, ops, pale);
  if (path === null) return null;
  const { colour } = figure.art.outlines[0];
  return {
    ...figure,
    art: { ...figure.art, outlines: [{ path, colour, rule: 'nonzero', opacity: 1, stroke: null }] },
  };
}
