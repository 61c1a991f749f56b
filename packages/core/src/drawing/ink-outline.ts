import { EVERYWHERE, transformPath, type OutlineOps, type PathData } from '../geometry';
import { isPrinted, isRelief } from './node';
import type { DrawingNode, Group, ImageItem, Mask, OutlineItem, WindingRule } from './types';

/** What of an item is seen, as an outline. */
export interface InkPiece {
  item: OutlineItem;
  /** Filled non-zero, crossing itself nowhere; px of the drawing. */
  path: PathData;
  /** A relief colours it, or those before it of its part. */
  relief?: true;
}

/** What nodes draw as outlines, back to front, and the pictures that have none. */
export interface InkPieces {
  pieces: InkPiece[];
  /** What pictures cover that have an outline. */
  traced: PathData[];
  /** Those that have none. */
  pictures: ImageItem[];
}

/** The outline of what a picture covers, px of the drawing; null where it has none. */
export type ImageOutline = (item: ImageItem) => PathData | null;

const NO_OUTLINE: ImageOutline = () => null;

const filled = (path: PathData, rule: WindingRule, ops: OutlineOps): PathData =>
  rule === 'evenodd' ? ops.evenOdd(path) : ops.weld(path);

/** The path within a clip; what is cut out of everywhere is taken away, which is exact however far everywhere reaches. */
function within(path: PathData, clip: PathData, rule: WindingRule, ops: OutlineOps): PathData {
  const cutOut = rule === 'evenodd' && EVERYWHERE.every((v, i) => clip[i] === v);
  return cutOut
    ? ops.subtract(path, ops.evenOdd(clip.slice(EVERYWHERE.length)))
    : ops.intersect(path, filled(clip, rule, ops));
}

const known = new WeakMap<OutlineItem, { ops: OutlineOps; path: PathData }>();

/** What an item covers, its line made an outline, cut to its own clips; px of the drawing, opacity left out. */
export function itemOutline(item: OutlineItem, ops: OutlineOps): PathData {
  const before = known.get(item);
  if (before?.ops === ops) return before.path;
  const path = workedOut(item, ops);
  known.set(item, { ops, path });
  return path;
}

function workedOut(item: OutlineItem, ops: OutlineOps): PathData {
  const { stroke, rule, matrix, clips = [] } = item;
  const onBoard = transformPath(item.path, matrix);
  let path: PathData;
  if (!stroke) path = filled(onBoard, rule, ops);
  else {
    const { side, space, dash } = stroke;
    const width = (side ? 2 : 1) * stroke.width;
    const line = {
      ...stroke,
      width,
      dash: dash && ([dash[0] * stroke.width, dash[1] * stroke.width] as const),
    };
    path =
      space === 'board'
        ? ops.stroke(onBoard, line)
        : ops.weld(transformPath(ops.stroke(item.path, line), matrix));
    if (side) path = (side === 'inside' ? ops.intersect : ops.subtract)(path, filled(onBoard, rule, ops));
  }
  for (const clip of clips) path = within(path, transformPath(clip.path, matrix), clip.rule, ops);
  return path;
}

/**
 * What nodes draw, as outlines: lines are stroked, clips and masks are cut. What is partly transparent or blurred counts
 * as whole. `image` gives pictures an outline (those of wear, say), in masks, too.
 */
export function inkPieces(
  nodes: readonly DrawingNode[],
  ops: OutlineOps,
  image: ImageOutline = NO_OUTLINE,
): InkPieces {
  const pieces: InkPiece[] = [];
  const traced: PathData[] = [];
  const pictures: ImageItem[] = [];
  const add = (node: DrawingNode, cut: (path: PathData) => PathData) => {
    if (!isPrinted(node)) return;
    if (isRelief(node)) {
      // It covers what is covered already.
      const under = pieces.at(-1);
      if (under) under.relief = true;
      return;
    }
    if (node.kind === 'image') {
      const outline = image(node);
      if (outline) traced.push(cut(outline));
      else pictures.push(node);
      return;
    }
    if (node.kind === 'outline') {
      const path = node.opacity > 0 ? cut(itemOutline(node, ops)) : [];
      if (path.length) pieces.push({ item: node, path });
      return;
    }
    if (node.opacity <= 0) return;
    const own = cutBy(node, ops, image);
    for (const inner of node.items) add(inner, own ? (path) => cut(own(path)) : cut);
  };
  for (const node of nodes) add(node, (path) => path);
  return { pieces, traced, pictures };
}

/** What the clips and the mask of a group leave of a path; null where it has none that is an outline. */
export function cutBy(
  { clips = [], mask }: Group,
  ops: OutlineOps,
  image: ImageOutline,
): ((path: PathData) => PathData) | null {
  const masked = mask && maskOutline(mask, ops, image);
  if (!clips.length && !masked) return null;
  return (path) => {
    let left = path;
    for (const clip of clips) left = within(left, transformPath(clip.path, clip.matrix), clip.rule, ops);
    return masked ? (mask.shows === 'covered' ? ops.intersect : ops.subtract)(left, masked) : left;
  };
}

const masks = new WeakMap<Mask, { ops: OutlineOps; image: ImageOutline; path: PathData | null }>();

/** What a mask covers; null where something of it is no outline: then it cuts nothing. */
export function maskOutline(mask: Mask, ops: OutlineOps, image: ImageOutline): PathData | null {
  const before = masks.get(mask);
  if (before?.ops === ops && before.image === image) return before.path;
  const { pieces, traced, pictures } = inkPieces(mask.nodes, ops, image);
  const path = pictures.length ? null : oneOutline([...pieces.map((p) => p.path), ...traced], ops);
  masks.set(mask, { ops, image, path });
  return path;
}

/** One outline of all that outlines cover which cross themselves nowhere. */
export const oneOutline = (paths: readonly PathData[], ops: OutlineOps): PathData =>
  paths.length === 1 ? paths[0] : ops.weld(paths.flat());
