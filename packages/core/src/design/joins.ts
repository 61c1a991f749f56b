import { kindOf } from '../parts';
import { bundlesAround } from './stack';
import type { Bundle, Design, Joining } from './types';

type Stack = Pick<Design, 'parts' | 'bundles'>;

/** A bundle whose members are one outline. */
export interface JoinedBundle {
  bundle: string;
  how: Joining;
  /** The frontmost member: the whole has its ink, lines, shade, wear and ties. */
  lead: string;
  /** Front first: parts, and bundles that are joined within it. */
  members: readonly (string | JoinedBundle)[];
}

const known = new WeakMap<
  readonly unknown[],
  { bundles: readonly Bundle[]; joins: readonly JoinedBundle[] }
>();

/**
 * The bundles of a stack that are drawn as one outline, those within another left to it. Hidden parts, parts that only
 * cut, and pictures take no part; where fewer than two are left there is nothing to join. The same for the same stack.
 */
export function joinsOf({ parts, bundles }: Stack): readonly JoinedBundle[] {
  if (!bundles.some((b) => b.joined)) return NONE;
  const before = known.get(parts);
  if (before?.bundles === bundles) return before.joins;
  const able = parts.filter((p) => !p.hidden && !p.unprinted && kindOf(p).outlined);
  const how = new Map(bundles.map((b) => [b.id, b.joined]));
  function joinOf(bundle: string): JoinedBundle | string | null {
    const members: (JoinedBundle | string)[] = [];
    const met = new Set<string>();
    for (const part of able) {
      const path = bundlesAround(bundles, part.bundle);
      const at = path.indexOf(bundle);
      if (at < 0) continue;
      const inner = path.slice(at + 1).find((b) => how.get(b));
      if (inner === undefined) members.push(part.id);
      else if (!met.has(inner)) {
        met.add(inner);
        const join = joinOf(inner);
        if (join) members.push(join);
      }
    }
    const [first] = members;
    if (members.length < 2) return first ?? null;
    return { bundle, how: how.get(bundle)!, lead: typeof first === 'string' ? first : first.lead, members };
  }
  const joins = bundles.flatMap((b) => {
    if (!b.joined || bundlesAround(bundles, b.bundle).some((around) => how.get(around))) return [];
    const join = joinOf(b.id);
    return join && typeof join !== 'string' ? [join] : [];
  });
  known.set(parts, { bundles, joins });
  return joins;
}
const NONE: readonly JoinedBundle[] = [];

/** Ids of all parts that make a joined bundle, front first. */
export const membersOf = ({ members }: JoinedBundle): string[] =>
  members.flatMap((m) => (typeof m === 'string' ? [m] : membersOf(m)));

const leads = new WeakMap<readonly JoinedBundle[], ReadonlyMap<string, string>>();

/** The part that stands for a joined one, by the id of each. */
export function leadsOf(stack: Stack): ReadonlyMap<string, string> {
  const joins = joinsOf(stack);
  let found = leads.get(joins);
  if (!found) {
    found = new Map(joins.flatMap((join) => membersOf(join).map((id) => [id, join.lead] as const)));
    leads.set(joins, found);
  }
  return found;
}
