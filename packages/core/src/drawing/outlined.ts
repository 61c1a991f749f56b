import { IDENTITY, multiply, type OutlineOps, type PathData } from '../geometry';
import { isRelief } from './node';
import { cutBy, itemOutline, maskOutline, type ImageOutline } from './ink-outline';
import type { Drawing, DrawingNode, Group, PartGroup } from './types';

/** What becomes of a path, and of what has no outline, within the groups around it. */
interface Around {
  cut(path: PathData): PathData;
  wrap(node: DrawingNode): DrawingNode;
}

const NOTHING: Around = { cut: (path) => path, wrap: (node) => node };

function outlinedNode(
  node: DrawingNode,
  around: Around,
  ops: OutlineOps,
  image: ImageOutline,
): DrawingNode[] {
  if (node.kind === 'image' || (node.kind === 'outline' && node.blur) || isRelief(node))
    return [around.wrap(node)];
  if (node.kind === 'outline') {
    const { clips: _clips, gradient, ...item } = node;
    const path = around.cut(itemOutline(node, ops));
    if (path.length === 0) return [];
    return [
      {
        ...item,
        ...{ path, matrix: IDENTITY, rule: 'nonzero', stroke: null },
        ...(gradient ? { gradient: { ...gradient, matrix: multiply(node.matrix, gradient.matrix) } } : {}),
      },
    ];
  }
  return [outlinedGroup(node, around, ops, image)];
}

function outlinedGroup<G extends Group>(group: G, around: Around, ops: OutlineOps, image: ImageOutline): G {
  const { clips = [], mask, ...rest } = group;
  const masked = mask && maskOutline(mask, ops, image);
  const leaves = cutBy(group, ops, image);
  const own: Around = {
    cut: (path) => around.cut(leaves ? leaves(path) : path),
    wrap: (node) =>
      around.wrap(
        clips.length || masked
          ? {
              ...{ kind: 'group', opacity: 1, items: [node] },
              ...(clips.length ? { clips } : {}),
              ...(masked ? { mask } : {}),
            }
          : node,
      ),
  };
  const items = group.items.flatMap((node) => outlinedNode(node, own, ops, image));
  // What a mask takes away that is no outline it goes on taking.
  return { ...rest, items, ...(mask && !masked ? { mask } : {}) } as unknown as G;
}

/**
 * A drawing in which what is cut is cut: lines are what they cover, clips and masks are gone, so that whoever follows its
 * outlines with a blade follows what is seen. Pictures and blurred fills keep what cuts them, and so does all under a mask
 * that `image` gives no outline.
 */
export const outlinedDrawing = (drawing: Drawing, ops: OutlineOps, image: ImageOutline): Drawing => ({
  ...drawing,
  groups: drawing.groups.map((group) =>
    group.layer === 'cut' || group.layer === 'guide'
      ? group
      : outlinedGroup<PartGroup>(group, NOTHING, ops, image),
  ),
});
