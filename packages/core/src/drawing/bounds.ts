import {
  EMPTY_BOX,
  grow,
  intersect,
  pathBounds,
  transformBox,
  transformPath,
  unite,
  axisScales,
  type Box,
} from '../geometry';
import type { Drawing, Group, OutlineItem } from './types';

/** What is left of a box within clips' boxes; all in the same units. */
export const clippedBox = (box: Box, clips: OutlineItem['clips']): Box =>
  (clips ?? []).reduce((left, clip) => intersect(left, pathBounds(clip.path)), box);

const known = new WeakMap<Group, Box>();

/**
 * The tight upright box of what a group draws, keylines and strokes included, board px. Groups never
 * change, so each is measured once: snapping and the checks ask for the same boxes again and again.
 */
export function groupBounds(group: Group): Box {
  let box = known.get(group);
  if (!box) known.set(group, (box = measured(group)));
  return box;
}

function measured(group: Group): Box {
  let box: Box = EMPTY_BOX;
  for (const item of group.items) {
    if (item.kind === 'image') box = unite(box, transformBox(item.shown, item.matrix));
    else {
      const bounds = pathBounds(transformPath(item.path, item.matrix));
      const half =
        !item.stroke || item.stroke.side === 'inside'
          ? 0
          : (item.stroke.side === 'outside' ? item.stroke.width : item.stroke.width / 2) *
            (item.stroke.space === 'own' ? Math.max(...axisScales(item.matrix)) : 1);
      const clips = item.clips?.map((c) => ({ ...c, path: transformPath(c.path, item.matrix) }));
      // A blur is seen to three standard deviations.
      box = unite(box, clippedBox(grow(bounds, half + 3 * (item.blur ?? 0)), clips));
    }
  }
  return box;
}

/** The box of everything that is drawn, board px. */
export const drawingBounds = (drawing: Drawing): Box =>
  drawing.groups.reduce((box, group) => unite(box, groupBounds(group)), EMPTY_BOX);
