import {
  axisScales,
  EMPTY_BOX,
  grow,
  intersect,
  multiply,
  pathBounds,
  transformBox,
  transformPath,
  unite,
  type Box,
  type Matrix,
} from '../geometry';
import type { Hex } from '../colour';
import { treatmentKey } from '../steps';
import { isWear, wearOf } from '../wear';
import {
  PRINTS,
  type Blend,
  type Clip,
  type DrawingItem,
  type DrawingNode,
  type Group,
  type ImageItem,
  type Mask,
  type OutlineItem,
  type PartGroup,
} from './types';

// What a node of a drawing is, in one place: what it holds, where it lies, how it is moved, what tells it
// apart. The keys are exhaustive by type, so that a new field cannot be forgotten.

/** Whether a node belongs in pictures and files. */
export const isPrinted = (node: DrawingNode): boolean => node.kind !== 'group' || PRINTS[node.layer ?? 'ink'];

/** Every outline and picture that a node draws, back to front; masks left out. */
export function* itemsOf(node: DrawingNode): Generator<DrawingItem> {
  if (node.kind !== 'group') yield node;
  else for (const inner of node.items) yield* itemsOf(inner);
}

/** Every outline and picture that has a say in what a node looks like, those of masks included. */
export function* allItemsOf(node: DrawingNode): Generator<DrawingItem> {
  if (node.kind !== 'group') yield node;
  else {
    for (const inner of node.items) yield* allItemsOf(inner);
    for (const inner of node.mask?.nodes ?? []) yield* allItemsOf(inner);
  }
}

export const imagesOf = (node: DrawingNode): ImageItem[] =>
  [...itemsOf(node)].filter((i): i is ImageItem => i.kind === 'image');

/** A node whose items are replaced one by one, clips and masks included; what it is beside that stays. */
export function mapNode<N extends DrawingNode>(
  node: N,
  item: (item: DrawingItem) => readonly DrawingItem[],
  clip: (clip: Clip) => Clip,
): N[] {
  if (node.kind !== 'group') return item(node) as N[];
  const each = (nodes: readonly DrawingNode[]) => nodes.flatMap((inner) => mapNode(inner, item, clip));
  return [
    {
      ...node,
      items: each(node.items),
      ...(node.clips ? { clips: node.clips.map(clip) } : {}),
      ...(node.mask ? { mask: { ...node.mask, nodes: each(node.mask.nodes) } } : {}),
    },
  ];
}

/** A node in one colour: how much it covers is kept, its colours are not; pictures keep theirs. */
export const inOneColour = (node: DrawingNode, colour: Hex): DrawingNode[] =>
  mapNode(
    node,
    (item) => [
      item.kind === 'image'
        ? item
        : {
            ...item,
            colour,
            ...(item.gradient
              ? {
                  gradient: {
                    ...item.gradient,
                    stops: item.gradient.stops.map((stop) => ({ ...stop, colour })),
                  },
                }
              : {}),
          },
    ],
    (clip) => clip,
  );

const scaled = (value: number | undefined, k: number) => (value === undefined ? undefined : value * k);

function movedItem(item: DrawingItem, m: Matrix, k: number): DrawingItem {
  const matrix = multiply(m, item.matrix);
  if (item.kind === 'image') return { ...item, matrix };
  const { stroke, blur, reach, line } = item;
  return {
    ...item,
    matrix,
    ...(stroke?.space === 'board' ? { stroke: { ...stroke, width: stroke.width * k } } : {}),
    ...(blur === undefined ? {} : { blur: scaled(blur, k) }),
    ...(reach === undefined ? {} : { reach: scaled(reach, k) }),
    ...(line === undefined ? {} : { line: scaled(line, k) }),
  };
}

/** A node mapped by `m`, which scales evenly by `k`: lines and blurs are scaled with it. */
export const movedNode = <N extends DrawingNode>(node: N, m: Matrix, k: number): N =>
  mapNode(
    node,
    (item) => [movedItem(item, m, k)],
    (clip) => ({ ...clip, matrix: multiply(m, clip.matrix) }),
  )[0];

/** A part's group mapped by `m`, which scales evenly by `k`, with what is said about it. */
export function movedGroup(group: PartGroup, m: Matrix, k: number): PartGroup {
  const { about } = group;
  const letterHeight = () => {
    const height = about.letterHeight();
    return height === null ? null : height * k;
  };
  return { ...movedNode(group, m, k), about: k === 1 ? about : { ...about, letterHeight } };
}

/** What is left of a box within clips' boxes; all in the same units. */
export const clippedBox = (box: Box, clips: OutlineItem['clips']): Box =>
  (clips ?? []).reduce((left, clip) => intersect(left, pathBounds(clip.path)), box);

/** How far a line reaches beyond its outline, board px. */
export function reachOfStroke({ stroke, matrix }: Pick<OutlineItem, 'stroke' | 'matrix'>): number {
  if (!stroke || stroke.side === 'inside') return 0;
  const own = stroke.space === 'own' ? Math.max(...axisScales(matrix)) : 1;
  return (stroke.side === 'outside' ? stroke.width : stroke.width / 2) * own;
}

function itemBounds(item: DrawingItem): Box {
  if (item.kind === 'image') return transformBox(item.shown, item.matrix);
  const bounds = pathBounds(transformPath(item.path, item.matrix));
  const clips = item.clips?.map((c) => ({ ...c, path: transformPath(c.path, item.matrix) }));
  // A blur is seen to three standard deviations.
  return clippedBox(grow(bounds, reachOfStroke(item) + 3 * (item.blur ?? 0)), clips);
}

const bounds = new WeakMap<DrawingNode, Box>();

/**
 * The tight upright box of what a node draws, keylines and strokes included, board px. Nodes never change,
 * so each is measured once: snapping and the checks ask for the same boxes again and again.
 */
export function groupBounds(node: DrawingNode): Box {
  let box = bounds.get(node);
  if (!box) bounds.set(node, (box = measured(node)));
  return box;
}

function measured(node: DrawingNode): Box {
  if (node.kind !== 'group') return itemBounds(node);
  let box = node.items.filter(isPrinted).reduce((sum, inner) => unite(sum, groupBounds(inner)), EMPTY_BOX);
  for (const clip of node.clips ?? [])
    box = intersect(box, pathBounds(transformPath(clip.path, clip.matrix)));
  if (node.mask?.shows === 'covered')
    box = intersect(
      box,
      node.mask.nodes.reduce((sum, inner) => unite(sum, groupBounds(inner)), EMPTY_BOX),
    );
  return box;
}

const isWearNode = (node: DrawingNode): boolean =>
  node.kind === 'group' ? node.items.every(isWearNode) : node.kind === 'image' && isWear(node.material);

/** Whether a mask is what wear takes away. */
export const isWearMask = (mask: Mask | undefined): boolean =>
  mask !== undefined && mask.nodes.length > 0 && mask.nodes.every(isWearNode);

const bareOfWear = new WeakMap<Group, Group>();

/** A group without its wear; the very same where it has none, and for the same group. */
export function unworn<G extends Group>(group: G): G {
  let made = bareOfWear.get(group);
  if (!made) {
    const { mask, ...rest } = group;
    const items = group.items.map((node) => (node.kind === 'group' ? unworn(node) : node));
    const same = items.every((node, i) => node === group.items[i]);
    made = isWearMask(mask) ? { ...rest, items } : same ? group : { ...group, items };
    bareOfWear.set(group, made);
  }
  return made as G;
}

const coveringOnes = new WeakMap<Group, Group>();

/**
 * A group without what only colours its ink: it covers the same, and is cheaper to paint. The very same where there is no
 * such thing, and for the same group.
 */
export function unrelieved<G extends Group>(group: G): G {
  let made = coveringOnes.get(group);
  if (!made) {
    const covers = group.items.filter((node) => !isRelief(node));
    const items = covers.map((node) => (node.kind === 'group' ? unrelieved(node) : node));
    const same = items.length === group.items.length && items.every((node, i) => node === group.items[i]);
    // What lies over the ink is held to it by a mask, which has nothing more to do then.
    const { mask: _mask, ...rest } = group;
    made = same ? group : items.length === group.items.length ? { ...group, items } : { ...rest, items };
    coveringOnes.set(group, made);
  }
  return made as G;
}

/**
 * What lies in a list that is parted into runs by a key: `one` is given what has none, `several` each run of one key.
 */
function runsBy<T, K, R>(
  list: readonly T[],
  keyOf: (item: T) => K | undefined,
  one: (items: readonly T[]) => R[],
  several: (items: readonly T[], key: K) => R[],
): R[] {
  const out: R[] = [];
  for (let i = 0; i < list.length;) {
    const key = keyOf(list[i]);
    let end = i + 1;
    while (end < list.length && keyOf(list[end]) === key) end++;
    const run = list.slice(i, end);
    out.push(...(key === undefined ? one(run) : several(run, key)));
    i = end;
  }
  return out;
}

/** Things in runs by what lies around their groups `depth` deep: those that are blended as one, and the others. */
export const inBundles = <T, R>(
  list: readonly T[],
  groupOf: (item: T) => PartGroup,
  depth: number,
  one: (items: readonly T[]) => R[],
  blended: (items: readonly T[], blend: Blend) => R[],
): R[] =>
  runsBy(
    list,
    (item) => groupOf(item).around?.[depth]?.bundle,
    one,
    (items) => blended(items, groupOf(items[0]).around![depth].blend),
  );

/**
 * Groups as they are painted: bundles that are blended as one are one group, and those next to one another that share a mask
 * (the very same one) are masked together, once. It looks the same but for the rim of what is partly covered.
 */
export const inRuns = (groups: readonly PartGroup[], depth = 0): Group[] =>
  inBundles(
    groups,
    (group) => group,
    depth,
    maskedRuns,
    (items, blend): Group[] => [{ kind: 'group', opacity: 1, blend, items: inRuns(items, depth + 1) }],
  );

function maskedRuns(groups: readonly PartGroup[]): Group[] {
  const joins = (g: PartGroup) =>
    g.mask && (g.blend ?? 'normal') === 'normal' && g.layer !== 'film' ? g.mask : undefined;
  return runsBy<PartGroup, Mask, Group>(
    groups,
    joins,
    (run) => [...run],
    (run, mask) =>
      run.length === 1
        ? [...run]
        : [{ kind: 'group', opacity: 1, items: run.map(({ mask: _mask, ...group }) => group), mask }],
  );
}

/** Whether a node only colours ink that lies under it: where that is solid, so is all. */
export const isRelief = (node: DrawingNode): boolean =>
  node.kind === 'group'
    ? node.items.length > 0 && node.items.every(isRelief)
    : node.kind === 'outline' && node.role === 'relief';

/** How solid an outline is where it is least so: a gradient by its stops, a blur not at all. */
function leastOf(item: DrawingItem): number {
  if (item.kind === 'image') return isWear(item.material) && wearOf(item.material).soft > 0 ? 0 : 1;
  if (item.opacity === 0) return 1;
  if (item.blur) return 0;
  const stops = item.gradient?.stops.map((s) => s.opacity) ?? [];
  return item.opacity * Math.min(1, ...stops);
}

/**
 * The least alpha, 0–1, with which a node covers what it covers: 1 when all of it is solid. What is fully
 * transparent covers nothing; of pictures the pixels would have to be asked. `only` takes some of the items.
 */
export function leastAlpha(node: DrawingNode, only: (item: DrawingItem) => boolean = () => true): number {
  if (isRelief(node)) return 1;
  if (node.kind !== 'group') return only(node) ? leastOf(node) : 1;
  if (node.opacity === 0) return 1;
  const inner = Math.min(1, ...node.items.map((i) => leastAlpha(i, only)));
  const mask = Math.min(1, ...(node.mask?.nodes ?? []).map((i) => leastAlpha(i)));
  return node.opacity * inner * mask;
}

const objectIds = new WeakMap<object, number>();
let nextId = 1;

/** Paths are memoised and never change, so which one it is says all about it, however long it is. */
function idOf(object: object): number {
  let id = objectIds.get(object);
  if (id === undefined) objectIds.set(object, (id = nextId++));
  return id;
}

/** Breaks the build where a field is not in a key. */
const nothingLeft = (rest: Record<string, never>): void => void rest;

const clipKey = ({ path, rule, ...rest }: { path: object; rule: string; matrix?: Matrix }) => {
  const { matrix, ...none } = rest;
  nothingLeft(none);
  return [idOf(path), rule, matrix];
};

function imageKey(item: ImageItem, isThere: (item: ImageItem) => boolean): unknown[] {
  const { kind, material, treatment, width, height, shown, matrix, ...rest } = item;
  nothingLeft(rest);
  return [kind, material, treatmentKey(treatment), width, height, shown, matrix, isThere(item)];
}

function outlineKey(item: OutlineItem, colours: boolean): unknown[] {
  const { kind, role, ink, colour, path, matrix, rule, opacity, blur, reach, line, stroke, clips, ...more } =
    item;
  const { gradient, ...rest } = more;
  nothingLeft(rest);
  // Which ink a colour comes from changes no pixel.
  void ink;
  const fades = gradient?.stops.some((s) => s.opacity < 1);
  return [
    kind,
    role,
    colours ? colour : 0,
    idOf(path),
    ...[matrix, rule, opacity, blur, reach, line, stroke],
    clips?.map(clipKey),
    colours || fades ? gradient : 0,
  ];
}

const maskKey = (mask: Mask, of: (node: DrawingNode) => unknown) => {
  const { nodes, shows, ...rest } = mask;
  nothingLeft(rest);
  return [shows, nodes.map(of)];
};

/** The key of a node; see {@link keyOf}. */
function partsOfKey(node: DrawingNode, isThere: (item: ImageItem) => boolean, colours: boolean): unknown[] {
  if (node.kind === 'image') return imageKey(node, isThere);
  if (node.kind === 'outline') return outlineKey(node, colours);
  // What a part is about changes no pixel.
  const { part, about, around, ...group } = node as Group & Partial<PartGroup>;
  void part;
  void about;
  void around;
  const { kind, items, opacity, blend, clips, mask, layer, ...rest } = group;
  nothingLeft(rest);
  const inner = (n: DrawingNode) => partsOfKey(n, isThere, colours);
  return [
    kind,
    items.map(inner),
    opacity,
    blend ?? 'normal',
    clips?.map(clipKey),
    mask && maskKey(mask, inner),
    layer ?? 'ink',
  ];
}

/**
 * Equal for nodes that look the same; without `colours`, for those that cover the same. `isThere` says whether
 * the pixels of a picture have come in.
 */
export const keyOf = (node: DrawingNode, isThere: (item: ImageItem) => boolean, colours = true): string =>
  JSON.stringify(partsOfKey(node, isThere, colours));
