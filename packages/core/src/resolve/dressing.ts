import type { Hex } from '../colour';
import type { Keyline, Shade, Part, Shape } from '../parts';
import {
  hypot,
  axisScales,
  blockPath,
  blockSides,
  invert,
  pathBounds,
  transformPath,
  type Matrix,
  type PathData,
} from '../geometry';
import { Edge } from './edge';
import type { DrawingFault, Materials, OutlineItem } from '../drawing';

const ROUND = { join: 'round', cap: 'round', space: 'board' } as const;
const ALL_HOLES = 1e9;
/**
 * How far a block's sides may stray from the curves that sweep them, as a share of the outline's size, so that it
 * looks the same at every size: half a px of what is 4500 px wide.
 */
const SWEPT_FLAT = 1 / 9000;

/** That distance for an outline, in its own units. */
function flatOf(path: PathData): number {
  const box = pathBounds(path);
  return Math.max(1e-3, SWEPT_FLAT * Math.max(box.right - box.left, box.bottom - box.top));
}

/** An outline grown by `by` board px on each side, in its own ink: itself, and a line over its edge. */
export function grown(item: OutlineItem, by: number): OutlineItem[] {
  if (by <= 0) return [item];
  if (item.stroke?.side) return [{ ...item, stroke: { ...item.stroke, width: item.stroke.width + by } }];
  if (!item.stroke) return [item, { ...item, stroke: { width: 2 * by, ...ROUND } }];
  const scale = item.stroke.space === 'own' ? Math.max(...axisScales(item.matrix)) : 1;
  const width = item.stroke.width * scale + 2 * by;
  return [{ ...item, stroke: { ...item.stroke, width, space: 'board' } }];
}

const moved = (item: OutlineItem, dx: number, dy: number): OutlineItem => ({
  ...item,
  matrix: [...item.matrix.slice(0, 4), item.matrix[4] + dx, item.matrix[5] + dy] as unknown as Matrix,
});

/** The width of an outline's own line on both sides of its path, board px: keylines lie outside of it. */
function reachOf(item: OutlineItem): number {
  if (!item.stroke) return 0;
  if (item.stroke.side === 'inside') return 0;
  const scale = item.stroke.space === 'own' ? Math.max(...axisScales(item.matrix)) : 1;
  return item.stroke.width * scale * (item.stroke.side === 'outside' ? 2 : 1);
}

/** What lies around, behind and over the ink of a part. */
export interface Dressing {
  behind: OutlineItem[];
  over: OutlineItem[];
  late: boolean;
  faults: DrawingFault[];
}

/** A keyline with the distances from the part's edge between which it lies, board px. */
interface Ring {
  keyline: Keyline;
  at: number;
  near: number;
  far: number;
}

function ringsOf(keylines: readonly Keyline[], side: 'outside' | 'inside', from: number): Ring[] {
  let reach = from;
  return keylines.flatMap((keyline, at) => {
    if ((keyline.side ?? 'outside') !== side) return [];
    const near = reach + (keyline.distance ?? 0);
    reach = near + keyline.width;
    return [{ keyline, at, near, far: reach }];
  });
}

/** How far a part's keylines reach beyond its edge, board px; as far as it is grown where it has none. */
export const reachAround = (part: Part): number =>
  ringsOf(part.keylines, 'outside', part.spread).at(-1)?.far ?? part.spread;

const holesOf = ({ counters = 'kept', least = 0 }: Keyline): number =>
  counters === 'filled' ? ALL_HOLES : counters === 'small' ? least : 0;

/** Keylines and shade of a part whose own outlines are `own`, on the board; `plain` without outline operations. */
export function dress(
  part: Part,
  matrix: Matrix,
  shape: Shape,
  own: readonly OutlineItem[],
  colour: (ink: string) => Hex,
  materials: Materials,
  plain: boolean,
): Dressing {
  const edge = new Edge(part, matrix, shape, own, materials, plain);
  const outside = ringsOf(part.keylines, 'outside', part.spread);
  const around = reachAround(part);
  const faults: DrawingFault[] = [];
  const join = outside.at(-1)?.keyline.join ?? 'round';
  const behind: OutlineItem[] = [];
  if (part.shade && own.length) behind.push(...shadeItems(part.shade, edge, own, around, join, colour));

  const piece = (keyline: Keyline, path: PathData, reach: number): OutlineItem => ({
    kind: 'outline',
    role: 'keyline',
    ink: keyline.ink,
    colour: colour(keyline.ink),
    path,
    matrix: edge.matrix,
    rule: 'nonzero',
    opacity: 1,
    stroke: null,
    reach,
    line: keyline.width,
  });
  const line = (
    keyline: Keyline,
    item: OutlineItem,
    width: number,
    side?: 'inside' | 'outside',
  ): OutlineItem => ({
    ...item,
    role: 'keyline',
    ink: keyline.ink,
    colour: colour(keyline.ink),
    opacity: 1,
    gradient: undefined,
    clips: undefined,
    reach: undefined,
    line: keyline.width,
    stroke: { width, join: keyline.join, cap: 'round', space: 'board', ...(side ? { side } : {}) },
  });
  const bare = bareItems(own, edge, shape);

  // The outermost keyline lies at the back.
  const rings = outside.map((ring, i) => ({
    ...ring,
    open: part.hollow || outside.slice(0, i + 1).some((r) => (r.keyline.distance ?? 0) > 0),
  }));
  // Where there are too many points for outlines, there are too many for a stroke around a stroke, too.
  for (const { keyline, near, far, open } of (plain ? rings.slice(0, 1) : rings).reverse()) {
    const holes = holesOf(keyline);
    const exact = edge.filled && (shape.pieces !== undefined || open || holes > 0);
    const path = !exact
      ? null
      : open
        ? edge.band(near, far, keyline.join, holes)
        : edge.grown(far, keyline.join, holes);
    if (path) behind.push(piece(keyline, path, far));
    else
      for (const item of bare)
        behind.push(
          open && !item.stroke
            ? { ...line(keyline, item, far, 'outside') }
            : line(keyline, item, reachOf(item) + far * 2),
        );
  }

  const over: OutlineItem[] = [];
  for (const { keyline, near, far, at } of ringsOf(part.keylines, 'inside', 0)) {
    const path = edge.filled ? edge.inset(near, far, keyline.join) : null;
    if (path?.length === 0 && edge.bare().length)
      faults.push({ kind: 'keyline-wide', part: part.id, keyline: at });
    if (path) over.push(piece(keyline, path, 0));
    else for (const item of bare) if (!item.stroke) over.push(line(keyline, item, far, 'inside'));
  }
  return { behind, over, late: edge.late, faults };
}

/** The part's outlines for strokes along its edge: letters as they are, without what decorates them. */
function bareItems(own: readonly OutlineItem[], edge: Edge, shape: Shape): readonly OutlineItem[] {
  if (!shape.pieces) return own;
  if (own.length === 0 && shape.pieces.length === 0) return [];
  const path = edge.bare();
  if (path.length === 0) return [];
  return [
    {
      kind: 'outline',
      role: 'ink',
      ink: '',
      colour: '#000000',
      path,
      matrix: edge.matrix,
      rule: 'nonzero',
      opacity: 1,
      stroke: null,
    },
  ];
}

/** The shade behind outlines that reach `around` board px beyond their edge (keylines and spread). */
function shadeItems(
  shade: Shade,
  edge: Edge,
  own: readonly OutlineItem[],
  around: number,
  join: Keyline['join'],
  colour: (ink: string) => Hex,
): OutlineItem[] {
  const { kind, dx, dy, opacity = 1, soft = 0 } = shade;
  const dyed = (ink: string) => ({ role: 'shade' as const, ink, colour: colour(ink) });
  const path = edge.filled ? edge.grown(around, join) : null;
  if (!path) return plainShade(shade, edge, own, around, colour);
  const whole: OutlineItem = {
    kind: 'outline',
    ...dyed(shade.ink),
    path,
    matrix: edge.matrix,
    rule: 'nonzero',
    opacity: 1,
    stroke: null,
  };
  if (kind === 'drop') return [{ ...moved(whole, dx, dy), opacity, ...(soft > 0 ? { blur: soft } : {}) }];
  if (kind === 'echo') {
    const inks = [shade.ink, ...(shade.echoes ?? [])];
    return inks.map((ink, k) => ({ ...moved(whole, (k + 1) * dx, (k + 1) * dy), ...dyed(ink) })).reverse();
  }
  // The way in edge space, where it stays the same while the part is moved.
  const [a, b, c, d] = invert(edge.matrix);
  const [ex, ey] = [a * dx + c * dy, b * dx + d * dy];
  const swept = edge.derived(path, `block ${ex} ${ey}`, () => blockPath(path, ex, ey, flatOf(path)));
  const block: OutlineItem = { ...whole, path: swept };
  if (kind === 'long')
    return [
      { ...block, opacity, ...(shade.fade ? { gradient: fading(path, ex, ey, colour(shade.ink)) } : {}) },
    ];
  const { keyline } = shade;
  if (!keyline) return [block];
  return [{ ...block, ...dyed(keyline.ink), stroke: { width: 2 * keyline.width, ...ROUND } }, block];
}

/** A gradient to nothing along the way of a long shade: level for one that falls, else along it. */
function fading(path: PathData, dx: number, dy: number, colour: Hex): OutlineItem['gradient'] {
  const box = pathBounds(path);
  const falls = Math.abs(dy) > 0.2 * Math.abs(dx);
  const from = falls ? (dy > 0 ? box.top : box.bottom) : dx > 0 ? box.left : box.right;
  const to = falls ? (dy > 0 ? box.bottom : box.top) + dy : (dx > 0 ? box.right : box.left) + dx;
  return {
    kind: 'linear',
    matrix: [1, 0, 0, 1, 0, 0],
    ...(falls ? { x0: 0, y0: from, x1: 0, y1: to } : { x0: from, y0: 0, x1: to, y1: 0 }),
    r: 0,
    stops: [
      { at: 0.25, colour, opacity: 1 },
      { at: 1, colour, opacity: 0 },
    ],
  };
}

/** A shade of drawn lines, of even-odd outlines, or where there is no time for a true outline. */
function plainShade(
  shade: Shade,
  edge: Edge,
  own: readonly OutlineItem[],
  around: number,
  colour: (ink: string) => Hex,
): OutlineItem[] {
  const { kind, dx, dy, ink } = shade;
  const items = own.map((item): OutlineItem => ({
    ...item,
    role: 'shade',
    ink,
    colour: colour(ink),
    opacity: 1,
    gradient: undefined,
  }));
  const at = (k: number, of: OutlineItem[] = items) =>
    of.flatMap((i) => grown(moved(i, k * dx, k * dy), around));
  if (kind === 'drop') return at(1).map((i) => ({ ...i, opacity: shade.opacity ?? 1 }));
  if (kind === 'echo')
    return [ink, ...(shade.echoes ?? [])]
      .map((echo, k) => at(k + 1).map((i) => ({ ...i, ink: echo, colour: colour(echo) })))
      .reverse()
      .flat();
  const length = hypot(dx, dy);
  const between = items.flatMap((item): OutlineItem[] => {
    if (item.stroke) {
      // A stroke is swept by copies that overlap by half its width or more.
      const width =
        item.stroke.width * (item.stroke.space === 'own' ? Math.max(...axisScales(item.matrix)) : 1);
      const steps = Math.min(400, Math.ceil(length / Math.max(1, (width + 2 * around) / 2)));
      return Array.from({ length: steps }, (_, i) => at(i / steps, [item])).flat();
    }
    const path = edge.derived(item.path, `block ${item.matrix.slice(0, 4).join(' ')} ${dx} ${dy}`, () =>
      (item.rule === 'nonzero' ? blockPath : blockSides)(
        transformPath(item.path, [...item.matrix.slice(0, 4), 0, 0] as unknown as Matrix),
        dx,
        dy,
      ),
    );
    const swept: OutlineItem = {
      ...item,
      path,
      clips: undefined,
      matrix: [1, 0, 0, 1, item.matrix[4], item.matrix[5]],
      rule: 'nonzero',
    };
    return grown(swept, around);
  });
  return [...at(1), ...between];
}
