import type { PartGroup } from '../drawing';
import type { Part, Shape } from '../parts';
import type { Cover, CoverAs } from './cover';
import { handleOf, keepHandle } from './handle';

/** A part that has been drawn, with the way to what it covers. */
export interface Drawn {
  part: Part;
  group: PartGroup;
  /** Its outlines in its own units; null for a picture. */
  shape: Shape | null;
  covers(as: CoverAs): { cover: Cover; late: boolean };
}

const guides = new WeakMap<PartGroup, PartGroup>();

/** A group that only helps on screen: it prints nowhere; the same for the same group. */
export function guideOf(group: PartGroup): PartGroup {
  let guide = guides.get(group);
  if (!guide) {
    guides.set(group, (guide = { ...group, layer: 'guide' }));
    keepHandle(guide, handleOf(group));
  }
  return guide;
}
