import type { StackTies, Ties } from '../design';
import type { Clip, DrawingNode, Group, Mask, PartGroup } from '../drawing';
import { outsideOf, type Cover } from './cover';
import { guideOf, type Drawn } from './drawn';
import { handleOf, keepHandle } from './handle';

/** What a group shows of itself, beside what it draws. */
type Cut = Pick<Group, 'clips' | 'mask'> & { late: boolean };

/** A cover that is itself cut, as what is drawn. */
function nodesOf(cover: Cover, { clips, mask }: Cut): DrawingNode[] {
  const items: DrawingNode[] =
    cover.kind === 'nodes'
      ? cover.nodes
      : cover.clips.map(({ path, rule, matrix }) => ({
          ...{ kind: 'outline', role: 'ink', ink: '', colour: '#000000', opacity: 1, stroke: null },
          ...{ path, rule, matrix },
        }));
  if (!clips?.length && !mask) return items;
  return [
    { kind: 'group', opacity: 1, items, ...(clips?.length ? { clips } : {}), ...(mask ? { mask } : {}) },
  ];
}

/** What two masks let through, one after the other; a mask within a group is one more. */
function cutBy(group: PartGroup, clips: readonly Clip[], masks: readonly Mask[]): PartGroup {
  let items: readonly DrawingNode[] = group.items;
  for (const mask of masks.slice(0, -1)) items = [{ kind: 'group', opacity: 1, items, mask }];
  const mask = masks.at(-1);
  return { ...group, items, ...(clips.length ? { clips } : {}), ...(mask ? { mask } : {}) };
}

const cutGroups = new WeakMap<PartGroup, { from: readonly unknown[]; cut: PartGroup; masks: Mask[] }>();

/**
 * Groups of a drawing with what their parts' windows and knock-outs leave of them; the same group for the same covers.
 * Parts that only serve others become guides: they are drawn nowhere.
 */
export function related(
  drawn: readonly Drawn[],
  ties: StackTies | null,
): { groups: PartGroup[]; late: boolean } {
  const byId = new Map(drawn.map((d) => [d.part.id, d]));
  const done = new Map<string, Cut & { group: PartGroup }>();
  let late = false;

  function cut(id: string): Cut & { group: PartGroup } {
    let made = done.get(id);
    if (!made) done.set(id, (made = workedOut(byId.get(id)!, ties?.of.get(id))));
    return made;
  }

  function workedOut({ group, part }: Drawn, tied: Ties | undefined): Cut & { group: PartGroup } {
    if (!tied) return { group, late: false };
    const clips: Clip[] = [];
    const masks: Mask[] = [];
    const from: unknown[] = [part.place];
    let isLate = false;
    const look = (of: string, as: 'window' | 'cutter') => {
      const { cover, late: coverLate } = byId.get(of)!.covers(as);
      const own = cut(of);
      from.push(as, cover, own.clips, own.mask);
      isLate ||= coverLate || own.late;
      return { cover, own };
    };
    const windows = (tied.window ?? []).map((of) => look(of, 'window'));
    const [only] = windows;
    if (
      windows.length === 1 &&
      only.cover.kind === 'outlines' &&
      only.cover.clips.length === 1 &&
      !only.own.mask
    )
      clips.push(...(only.own.clips ?? []), ...only.cover.clips);
    else if (windows.length)
      masks.push({ shows: 'covered', nodes: windows.flatMap(({ cover, own }) => nodesOf(cover, own)) });
    const bare: DrawingNode[] = [];
    for (const of of tied.cutters) {
      const { cover, own } = look(of, 'cutter');
      if (cover.kind === 'outlines' && !own.clips?.length && !own.mask)
        clips.push(...cover.clips.map(outsideOf));
      else bare.push(...nodesOf(cover, own));
    }
    if (bare.length) masks.push({ shows: 'bare', nodes: bare });
    late ||= isLate;
    const known = cutGroups.get(group);
    const same = known?.from.length === from.length && known.from.every((v, i) => v === from[i]);
    const made = same ? known.cut : cutBy(group, clips, masks);
    if (!same) {
      cutGroups.set(group, { from, cut: made, masks });
      keepHandle(made, handleOf(group));
    }
    // Others are cut by what is left of it: both masks, where it has two.
    const { masks: all } = cutGroups.get(group)!;
    const mask: Mask | undefined =
      all.length < 2
        ? all[0]
        : { shows: 'covered', nodes: [{ kind: 'group', opacity: 1, items: all[0].nodes, mask: all[1] }] };
    return {
      group: made,
      late: isLate,
      ...(made.clips ? { clips: made.clips } : {}),
      ...(mask ? { mask } : {}),
    };
  }

  const groups = drawn.map(({ part }) => {
    const { group } = cut(part.id);
    return part.unprinted ? guideOf(group) : group;
  });
  return { groups, late };
}
