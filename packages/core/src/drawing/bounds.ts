import {
  EMPTY_BOX,
  grow,
  pathBounds,
  transformBox,
  transformPath,
  unite,
  axisScales,
  type Box,
} from '../geometry';
import type { Drawing, Group } from './types';

/** The tight upright box of what a group draws, keylines and strokes included, board px. */
export function groupBounds(group: Group): Box {
  let box: Box = EMPTY_BOX;
  for (const item of group.items) {
    if (item.kind === 'image')
      box = unite(
        box,
        transformBox(
          {
            left: -item.width / 2,
            top: -item.height / 2,
            right: item.width / 2,
            bottom: item.height / 2,
          },
          item.matrix,
        ),
      );
    else {
      const bounds = pathBounds(transformPath(item.path, item.matrix));
      const half = !item.stroke
        ? 0
        : (item.stroke.width / 2) * (item.stroke.space === 'own' ? Math.max(...axisScales(item.matrix)) : 1);
      box = unite(box, grow(bounds, half));
    }
  }
  return box;
}

/** The box of everything that is drawn, board px. */
export const drawingBounds = (drawing: Drawing): Box =>
  drawing.groups.reduce((box, group) => unite(box, groupBounds(group)), EMPTY_BOX);
