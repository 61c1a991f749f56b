import type { Hex } from '../colour';
import { type DrawingNode, type Group, type Materials, type OutlineItem } from '../drawing';
import { IDENTITY, multiply, transformPath, type Matrix, type PathData } from '../geometry';
import type { Part, Relief, Shape } from '../parts';
import { inkOutline, MOST_NUMBERS } from './cover';
import { grown } from './dressing';
import { Edge } from './edge';

/** Steps of colour in from the edge, at the least and at the most; as many as px, between them. */
const STEPS = { least: 8, most: 28 } as const;
/** Standard deviation of a blur that takes a hard facet as round as it is deep, as a share of its depth. */
const ROUNDING = 0.6;

/** What of a part a relief lies on. */
interface Ground {
  /** All that its ink covers, filled non-zero. */
  path: PathData;
  matrix: Matrix;
  late: boolean;
}

const strokedOnes = new WeakMap<readonly OutlineItem[], { by: number; ops: unknown; path: PathData }>();

function groundOf(
  part: Part,
  matrix: Matrix,
  shape: Shape,
  own: readonly OutlineItem[],
  materials: Materials,
): Ground {
  const edge = new Edge(part, matrix, shape, own, materials);
  if (edge.filled) {
    const path = edge.whole(part.spread, 'round');
    return { path: path ?? edge.bare(), matrix: edge.matrix, late: edge.late };
  }
  const { ops, hurry } = materials;
  const numbers = own.reduce((n, i) => n + i.path.length, 0);
  const known = strokedOnes.get(own);
  if (known && known.ops === ops && known.by === part.spread)
    return { path: known.path, matrix: IDENTITY, late: false };
  if (!ops || numbers > MOST_NUMBERS || hurry?.()) {
    // As they are drawn; lines have no inside to shade.
    const path = own.filter((i) => !i.stroke).flatMap((i) => transformPath(i.path, i.matrix));
    return { path, matrix: IDENTITY, late: numbers <= MOST_NUMBERS };
  }
  const path = inkOutline(own, part.spread, ops);
  strokedOnes.set(own, { by: part.spread, ops, path });
  return { path, matrix: IDENTITY, late: false };
}

/** How far colours go on beyond the edge before they are cut to it, board px: its rim keeps the colour that is next to it. */
const SPILL = 2;
const ROUND = { join: 'round', cap: 'butt', space: 'board' } as const;

/**
 * A part's ink with its relief, on the board: as one group that covers just what the ink covers. Null where it has none.
 * `light` is where the design's light comes from, degrees clockwise from the top. Without outline operations, or with no
 * time for them, it is `late` and outlines that cross are shaded each by itself.
 */
export function inRelief(
  part: Part,
  matrix: Matrix,
  shape: Shape,
  own: readonly OutlineItem[],
  given: { colour(ink: string): Hex; light: number; materials: Materials },
): { group: Group; late: boolean } | null {
  if (part.relief.length === 0 || part.hollow || own.length === 0) return null;
  const { colour, light, materials } = given;
  const ground = groundOf(part, matrix, shape, own, materials);
  const fill = (ink: string): OutlineItem => ({
    ...{ kind: 'outline', role: 'relief', rule: 'nonzero', opacity: 1, stroke: null },
    ...{ ink, colour: colour(ink), path: ground.path, matrix: ground.matrix },
  });
  const ink = own.flatMap((item) => grown(item, part.spread));
  const beyond = ink.map((item): OutlineItem => ({ ...grown(item, SPILL).at(-1)!, role: 'relief' }));
  const items = ground.path.length ? part.relief.flatMap((relief) => laid(relief, fill, light)) : [];
  return {
    group: {
      ...{ kind: 'group', opacity: 1, items: [...ink, ...beyond, ...items] },
      mask: { shows: 'covered', nodes: ink },
    },
    late: ground.late,
  };
}

function laid(relief: Relief, fill: (ink: string) => OutlineItem, light: number): DrawingNode[] {
  if (relief.kind === 'metal') return metal(relief, fill);
  if (relief.kind === 'sunk') {
    const { ink, dx, dy, soft, opacity } = relief;
    return rim(fill(ink), dx, dy, soft, opacity);
  }
  const { lit, dark, depth, round, strength, from } = relief;
  const angle = ((from ?? light) * Math.PI) / 180;
  const [lx, ly] = [Math.sin(angle) * depth, -Math.cos(angle) * depth];
  const soft = round * ROUNDING * depth;
  return [...rim(fill(dark), lx, ly, soft, strength), ...rim(fill(lit), -lx, -ly, soft, strength)];
}

/** The ink without itself moved by (dx, dy): the rim from which it moved away, and on over the edge there. */
function rim(item: OutlineItem, dx: number, dy: number, soft: number, opacity: number): DrawingNode[] {
  if (opacity <= 0) return [];
  const away: OutlineItem = {
    ...item,
    matrix: multiply([1, 0, 0, 1, dx, dy], item.matrix),
    ...(soft > 0 ? { blur: soft } : {}),
  };
  const items = [item, { ...item, stroke: { width: 2 * SPILL, ...ROUND } }];
  return [{ kind: 'group', opacity, items, mask: { shows: 'bare', nodes: [away] } }];
}

/**
 * Colours in from the edge: lines inside it, each over the wider one before it, the widest first. Between two colours the
 * outer one covers what is left of the inner by 1/(m − k) at the kth of m steps, which leaves of it what a straight run
 * would; so every line is in an ink of the design.
 */
function metal(
  { depth, stops }: Extract<Relief, { kind: 'metal' }>,
  fill: (ink: string) => OutlineItem,
): DrawingNode[] {
  const steps = Math.max(STEPS.least, Math.min(STEPS.most, Math.round(depth)));
  const line = (ink: string, width: number, opacity: number): OutlineItem => ({
    ...fill(ink),
    opacity,
    stroke: { width: 2 * width, ...ROUND },
  });
  const out: DrawingNode[] = [fill(stops[stops.length - 1].ink)];
  for (let j = stops.length - 2; j >= 0; j--) {
    const [near, far] = [stops[j], stops[j + 1]];
    const span = far.at - near.at;
    const many = Math.max(1, Math.round(steps * span));
    for (let k = 0; k < many; k++) {
      const width = depth * (far.at - (k / many) * span);
      if (width > 0) out.push(line(near.ink, width, 1 / (many - k)));
    }
  }
  return out;
}
