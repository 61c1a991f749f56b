import {
  itemsOf,
  type DrawingNode,
  type ImageItem,
  type Mask,
  type OutlineItem,
  type PartGroup,
} from '../drawing';
import type { Part } from '../parts';
import { mmToPx } from '../units';
import {
  biasOf,
  heightOf,
  takesInk,
  thresholdFor,
  wearKey,
  wearMaterial,
  type Wear,
  type WearPicture,
} from '../wear';
import { handleOf, keepHandle } from './handle';
import { inkSamples, type InkSamples } from './ink-samples';

/** The board that wear is laid on, px at its resolution. */
interface WornBoard {
  width: number;
  height: number;
  dpi: number;
}

/** Wear along the edges gets less inwards in so many steps. */
const BANDS = 3;

const samplesOfGroups = new WeakMap<PartGroup, { key: string; samples: InkSamples }>();

const boxOf = ({ width, height }: WornBoard) => ({ left: 0, top: 0, right: width, bottom: height });

/** The samples of one group's ink; the same for the same group. */
function samplesOf(group: PartGroup, board: WornBoard): InkSamples {
  const key = `${board.width} ${board.height}`;
  const known = samplesOfGroups.get(group);
  if (known?.key === key) return known.samples;
  const samples = inkSamples([group], boxOf(board));
  samplesOfGroups.set(group, { key, samples });
  return samples;
}

const thresholds = new WeakMap<InkSamples, Map<string, Float64Array>>();

/** The heights of wear at all samples of ink, with what comes later where it does. */
function heightsAt(samples: InkSamples, wear: Wear, picture: WearPicture, dpi: number): Float64Array {
  let known = thresholds.get(samples);
  if (!known) thresholds.set(samples, (known = new Map()));
  const { where, reach } = wear;
  const key = wearKey({ ...wear, amount: 0, off: false, soft: 0 });
  let heights = known.get(key);
  if (heights) return heights;
  const at = heightOf(wear);
  const bias = biasOf(picture);
  const perMm = mmToPx(1, dpi);
  const { places, fromEdge } = samples;
  heights = Float64Array.from(fromEdge, (d, i) => {
    const [x, y] = [places[2 * i] / perMm, places[2 * i + 1] / perMm];
    const band = where === 'edges' ? Math.floor((Math.max(0, d) / perMm / reach) * BANDS) / BANDS : 0;
    return at(x, y) + (bias ? bias(x, y) : 0) + (band >= 1 ? Infinity : band);
  });
  if (known.size >= 12) known.delete(known.keys().next().value!);
  known.set(key, heights);
  return heights;
}

/** A picture of wear over the whole board. */
function imageOf(picture: WearPicture, { width, height }: WornBoard): ImageItem {
  return {
    kind: 'image',
    material: wearMaterial(picture),
    treatment: null,
    width,
    height,
    shown: { left: -width / 2, top: -height / 2, right: width / 2, bottom: height / 2 },
    matrix: [1, 0, 0, 1, width / 2, height / 2],
  };
}

/** All within `by` board px of the edges of some ink. */
const alongEdges = (groups: readonly PartGroup[], by: number): OutlineItem[] =>
  groups
    .flatMap((group) => [...itemsOf(group)])
    .filter(
      (item): item is OutlineItem =>
        item.kind === 'outline' && item.role !== 'shade' && item.role !== 'relief',
    )
    .map(({ path, matrix, rule, ink, colour, stroke }) => ({
      ...{ kind: 'outline', role: 'ink', opacity: 1 },
      ...{ path, matrix, rule, ink, colour },
      stroke: {
        ...{ join: 'round', cap: 'round', space: 'board' },
        width: 2 * by + (stroke?.space === 'board' ? stroke.width : 0),
      },
    }));

/** What one wear takes of some ink. */
function nodesOf(
  wear: Wear,
  groups: readonly PartGroup[],
  samples: InkSamples,
  board: WornBoard,
): DrawingNode[] {
  const { kind, size, turn, seed, soft, amount, where, toward, reach, picture: own, light } = wear;
  const picture: WearPicture = {
    ...{ kind, size, turn, seed, soft },
    ...(own ? { picture: own, light: light ?? false } : {}),
    threshold: 0,
    toward: where === 'side' ? toward : null,
    width: board.width,
    height: board.height,
    dpi: board.dpi,
  };
  const threshold = thresholdFor(heightsAt(samples, wear, picture, board.dpi), amount);
  if (where !== 'edges') return threshold > 0 ? [imageOf({ ...picture, threshold }, board)] : [];
  return Array.from({ length: BANDS }, (_, k): DrawingNode[] => {
    const own = Math.round((threshold - k / BANDS) * 1000) / 1000;
    if (!(own > 0)) return [];
    const nodes = alongEdges(groups, (mmToPx(reach, board.dpi) * (k + 1)) / BANDS);
    const items = [imageOf({ ...picture, threshold: Math.min(own, 2) }, board)];
    return [{ kind: 'group', opacity: 1, items, mask: { shows: 'covered', nodes } }];
  }).flat();
}

const maskOf = (
  wear: readonly Wear[],
  groups: readonly PartGroup[],
  samples: InkSamples,
  board: WornBoard,
): Mask => ({
  shows: 'bare',
  nodes: wear.flatMap((w) => nodesOf(w, groups, samples, board)),
});

/** A group of which a mask takes some away; what is taken already stays so. */
function worn(group: PartGroup, mask: Mask): PartGroup {
  const { items, mask: before } = group;
  const made: PartGroup = {
    ...group,
    items: before ? [{ kind: 'group', opacity: 1, items, mask: before }] : items,
    mask,
  };
  keepHandle(made, handleOf(group));
  return made;
}

const wornGroups = new WeakMap<PartGroup, { key: string; made: PartGroup }>();

/** A part's group with the part's own wear; the very same for the same wear. */
export function wornGroup(group: PartGroup, wear: readonly Wear[], board: WornBoard): PartGroup {
  const acting = wear.filter(takesInk);
  if (acting.length === 0 || group.layer === 'guide') return group;
  const key = JSON.stringify([acting.map(wearKey), board.width, board.height, board.dpi]);
  const known = wornGroups.get(group);
  if (known?.key === key) return known.made;
  const mask = maskOf(acting, [group], samplesOf(group, board), board);
  const made = mask.nodes.length ? worn(group, mask) : group;
  wornGroups.set(group, { key, made });
  return made;
}

interface WornAll {
  from: readonly PartGroup[];
  key: string;
  groups: PartGroup[];
}
let lastAll: WornAll[] = [];
/** So many states of artwork that is worn as a whole are kept: that on the board, and one of its colourways. */
const KEPT = 4;

/** Groups with the wear of all artwork, which is one mask that they share; parts that are spared stay whole. */
export function allWorn(
  groups: readonly PartGroup[],
  parts: readonly Pick<Part, 'spared'>[],
  wear: readonly Wear[],
  board: WornBoard,
): PartGroup[] {
  const acting = wear.filter(takesInk);
  const isWorn = (i: number) => !parts[i].spared && groups[i].layer !== 'guide';
  const taken = groups.filter((_, i) => isWorn(i));
  if (acting.length === 0 || taken.length === 0) return [...groups];
  const spared = parts.map((p) => p.spared);
  const key = JSON.stringify([acting.map(wearKey), spared, board.width, board.height, board.dpi]);
  const same = ({ from, key: of }: WornAll) =>
    of === key && from.length === groups.length && from.every((g, i) => g === groups[i]);
  const known = lastAll.find(same);
  if (known) return known.groups;
  const mask = maskOf(acting, taken, inkSamples(taken, boxOf(board)), board);
  const made = groups.map((g, i) => (isWorn(i) && mask.nodes.length ? worn(g, mask) : g));
  lastAll = [{ from: groups, key, groups: made }, ...lastAll].slice(0, KEPT);
  return made;
}
