import { transformPath, type PathData } from '../geometry';
import { allItemsOf } from './node';
import type { Drawing } from './types';

/** What blades follow in a drawing, in its px, by the name of the cut, in the order in which they lie. */
export function cutPathsOf(drawing: Drawing): Map<string, PathData> {
  const found = new Map<string, number[]>();
  for (const group of drawing.groups) {
    if (group.layer !== 'cut') continue;
    const path = found.get(group.about.title) ?? [];
    found.set(group.about.title, path);
    for (const item of allItemsOf(group))
      if (item.kind === 'outline') for (const v of transformPath(item.path, item.matrix)) path.push(v);
  }
  return found;
}
