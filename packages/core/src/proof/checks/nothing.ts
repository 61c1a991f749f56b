import { drawingBounds, imagesOf } from '../../drawing';
import { isEmptyBox } from '../../geometry';
import { told } from '../../sentences';
import type { Finding, Judged } from '../types';

/** A board of which nothing will print, and why. */
export function nothingFindings(input: Judged): Finding[] {
  const { analysis, drawing } = input;
  for (let i = 3; i < analysis.composite.length; i += 4) if (analysis.composite[i] >= 8) return [];
  const board = { left: 0, top: 0, right: drawing.width, bottom: drawing.height };
  const bounds = drawingBounds(drawing);
  const off =
    !isEmptyBox(bounds) &&
    (bounds.right <= 0 || bounds.bottom <= 0 || bounds.left >= board.right || bounds.top >= board.bottom);
  const pictures = drawing.groups.flatMap(imagesOf);
  const loading = pictures.some((i) => !input.pictures(i.material, i.treatment, 1));
  if (loading) return [];
  const why =
    drawing.groups.length === 0
      ? drawing.hidden === 0
        ? 'nothing.empty'
        : 'nothing.hidden'
      : off
        ? 'nothing.off'
        : isEmptyBox(bounds)
          ? 'nothing.lettering'
          : pictures.length > 0
            ? 'nothing.clear'
            : 'nothing.faint';
  return [
    {
      check: 'nothing',
      severity: 'stop',
      part: null,
      ...told(why),
      figure: 0,
      threshold: 1,
      unit: 'parts',
      region: [0, 0, 0, 0],
      mends: [],
    },
  ];
}
