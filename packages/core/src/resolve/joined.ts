import type { Hex } from '../colour';
import { membersOf, type JoinedBundle, type Joining } from '../design';
import {
  type About,
  type DrawingFault,
  type DrawingNode,
  type Materials,
  type OutlineItem,
  type PartGroup,
} from '../drawing';
import {
  invert,
  multiply,
  pathBounds,
  transformPath,
  type Matrix,
  type OutlineOps,
  type PathData,
} from '../geometry';
import type { Part, Shape } from '../parts';
import { coverOf } from './cover';
import { guideOf, type Drawn } from './drawn';
import { handleOf, keepHandle } from './handle';

/** An outline with the way from its units to those of the part that leads. */
interface Input {
  path: PathData;
  matrix: Matrix;
}

/** Points, and what is worked out of them, beyond which a bundle stays as it is. */
const MOST_NUMBERS = 60_000;

const OPS: Record<Joining, (ops: OutlineOps, a: PathData, b: PathData) => PathData> = {
  weld: (ops, a, b) => ops.unite(a, b),
  overlap: (ops, a, b) => ops.intersect(a, b),
  exclude: (ops, a, b) => ops.exclude(a, b),
};

interface Kept {
  ops: OutlineOps;
  how: Joining;
  inputs: readonly Input[];
  path: PathData;
}
/** What was worked out last for each bundle that is joined, the oldest first. */
const kept = new Map<string, Kept>();
const MOST_KEPT = 80;

/** Parts that are moved together come back by other sums: so much is no difference, px. */
const SAME = 1e-6;
const isSame = (a: Input, b: Input) =>
  a.path === b.path && a.matrix.every((v, i) => Math.abs(v - b.matrix[i]) < SAME * Math.max(1, Math.abs(v)));

/** All outlines of a part's ink, its live copies included, in the units of the leading part. */
function inputsOf(drawn: Drawn, back: Matrix): { inputs: Input[]; late: boolean } | null {
  const { cover, late } = drawn.covers('ink');
  if (cover.kind === 'nodes') return late ? { inputs: [], late } : null;
  return { inputs: cover.clips.map((c) => ({ path: c.path, matrix: multiply(back, c.matrix) })), late };
}

/** The outline of a joined bundle in the units of the part that leads all; null where it is not worked out now. */
function outlineOf(
  { bundle, how, members }: JoinedBundle,
  byId: ReadonlyMap<string, Drawn>,
  back: Matrix,
  materials: Materials,
): { path: PathData; late: false } | { path: null; late: boolean } {
  const { ops, hurry } = materials;
  if (!ops) return { path: null, late: true };
  const each: Input[][] = [];
  for (const member of members) {
    if (typeof member !== 'string') {
      const inner = outlineOf(member, byId, back, materials);
      if (!inner.path) return inner;
      each.push([{ path: inner.path, matrix: UNMOVED }]);
      continue;
    }
    const given = inputsOf(byId.get(member)!, back);
    // A part without an outline stays beside the others.
    if (!given) continue;
    if (given.late) return { path: null, late: true };
    each.push(given.inputs);
  }
  const inputs = each.flat();
  if (inputs.reduce((sum, i) => sum + i.path.length, 0) > MOST_NUMBERS) return { path: null, late: false };
  const before = kept.get(bundle);
  if (
    before?.ops === ops &&
    before.how === how &&
    before.inputs.length === inputs.length &&
    before.inputs.every((input, i) => isSame(input, inputs[i]))
  )
    return { path: before.path, late: false };
  if (hurry?.()) return { path: null, late: true };
  const moved = ({ path, matrix: m }: Input) => {
    const made = transformPath(path, m);
    // What is mirrored turns the other way: together with others it would take away from them.
    return m[0] * m[3] - m[1] * m[2] < 0 ? ops.weld(made) : made;
  };
  const paths = each.map((of) => (of.length === 1 ? moved(of[0]) : ops.weld(of.flatMap(moved))));
  const path = how === 'weld' ? ops.weld(paths.flat()) : paths.reduce((a, b) => OPS[how](ops, a, b));
  kept.delete(bundle);
  if (kept.size >= MOST_KEPT) kept.delete(kept.keys().next().value!);
  kept.set(bundle, { ops, how, inputs, path });
  return { path, late: false };
}
const UNMOVED: Matrix = [1, 0, 0, 1, 0, 0];

/** What a judge needs to know of several parts that are one. */
function aboutAll(lead: About, all: readonly About[]): About {
  return {
    ...lead,
    mustRead: all.some((a) => a.mustRead),
    licence: lead.licence ?? all.find((a) => a.licence)?.licence ?? null,
    ownFaces: [...new Map(all.flatMap((a) => a.ownFaces.map((f) => [f.id, f]))).values()],
    words: all.flatMap((a) => a.words),
    letterHeight: () => {
      const heights = all.flatMap((a) => a.letterHeight() ?? []);
      return heights.length ? Math.min(...heights) : null;
    },
  };
}

/** How a part is dressed and coloured whose outline is another than its own. */
export interface Dressed {
  items: DrawingNode[];
  own: OutlineItem[];
  late: boolean;
  faults: DrawingFault[];
}
export type DressShape = (part: Part, shape: Shape, plain: boolean) => Dressed;

interface KeptGroup {
  path: PathData;
  from: readonly unknown[];
  group: PartGroup;
  dressed: Dressed;
  shape: Shape;
}
const groups = new WeakMap<Part, KeptGroup>();

/** The part that leads with the outline of all: its ink, its lines and its shade go around the whole. */
function leading(
  lead: Drawn,
  path: PathData,
  members: readonly Drawn[],
  inks: ReadonlyMap<string, Hex>,
  materials: Materials,
  dress: DressShape,
): { drawn: Drawn; faults: readonly DrawingFault[]; late: boolean } {
  const { part, group: own } = lead;
  const from = [own, materials.ops, ...members.map((m) => m.group.about), ...inks.values()];
  let made = groups.get(part);
  if (
    !made ||
    made.path !== path ||
    made.from.length !== from.length ||
    made.from.some((v, i) => v !== from[i])
  ) {
    const [first] = lead.shape!.items;
    const shape: Shape = {
      items: [
        {
          ...{
            kind: 'outline',
            role: 'ink',
            path,
            rule: 'nonzero',
            opacity: first?.opacity ?? 1,
            stroke: null,
          },
          ink: first?.ink ?? '',
          ...(first?.gradient && !first.shift ? { gradient: first.gradient } : {}),
        },
      ],
      box: pathBounds(path),
      same: path,
    };
    const dressed = dress(part, shape, false);
    const { items } = dressed;
    const about = aboutAll(
      own.about,
      members.map((m) => m.group.about),
    );
    const group: PartGroup = { ...own, items, about };
    keepHandle(group, handleOf(own));
    made = { path, from, group, dressed, shape };
    if (!dressed.late) groups.set(part, made);
  }
  const { group, dressed, shape } = made;
  // Its live copies are in the outline.
  const alone = { ...part, repeat: null };
  const covers: Drawn['covers'] = (as) =>
    coverOf(
      { part: alone, matrix: handleOf(group).matrix, own: dressed.own, box: shape.box, shape, materials },
      as,
      part.knockOut?.gap,
    );
  return { drawn: { ...lead, group, shape, covers }, faults: dressed.faults, late: dressed.late };
}

/**
 * Drawn parts with the bundles that are joined each as one outline, which its front member draws; the others stay where
 * they are to be taken hold of, and print nothing. Where there is no time for it, or it has too many points, the parts
 * are drawn as they are.
 */
export function joinedUp(
  drawn: readonly Drawn[],
  joins: readonly JoinedBundle[],
  inks: ReadonlyMap<string, Hex>,
  materials: Materials,
  dress: DressShape,
): { drawn: readonly Drawn[]; faults: DrawingFault[]; late: boolean } {
  if (joins.length === 0) return { drawn, faults: [], late: false };
  const byId = new Map(drawn.map((d) => [d.part.id, d]));
  const instead = new Map<string, Drawn>();
  const faults: DrawingFault[] = [];
  let late = false;
  for (const join of joins) {
    const lead = byId.get(join.lead)!;
    const back = invert(handleOf(lead.group).matrix);
    const { path, late: isLate } = outlineOf(join, byId, back, materials);
    late ||= isLate;
    if (!path) {
      if (!isLate)
        faults.push({ kind: 'too-much', part: join.lead, of: 'outlines', drawn: 0, asked: MOST_NUMBERS });
      continue;
    }
    const members = membersOf(join).map((id) => byId.get(id)!);
    const made = leading(lead, path, members, inks, materials, dress);
    late ||= made.late;
    faults.push(...made.faults);
    if (path.length === 0) faults.push({ kind: 'joined-empty', part: join.lead });
    for (const member of members)
      instead.set(member.part.id, member === lead ? made.drawn : { ...member, group: guideOf(member.group) });
  }
  return { drawn: drawn.map((d) => instead.get(d.part.id) ?? d), faults, late };
}
