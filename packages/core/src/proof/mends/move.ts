import { scaledOverride, scaledPart, tiesOf, withBundled, type Design, type Edit } from '../../design';
import type { Part } from '../../parts';
import { groupHull, type Drawing, type PartGroup } from '../../drawing';
import { convexHull, convexOverlap, type Point } from '../../geometry';
import type { Fit } from '../../spec';

/** The part along whose outline a part's lettering runs. */
const hostOf = (part: Part): string | null =>
  part.kind === 'lettering' && part.baseline.kind === 'along' ? part.baseline.part : null;

/** Pairs of parts that lie where they do for one another's sake: one and its window, and a cut-out and what it is cut from. */
function tiedPairs(design: Design): [string, string][] {
  const unprinted = new Set(design.parts.flatMap((p) => (p.unprinted ? [p.id] : [])));
  return [...(tiesOf(design)?.of ?? [])].flatMap(([id, { window, cutters }]) =>
    [...(window ?? []), ...cutters.filter((c) => unprinted.has(c))].map((of): [string, string] => [id, of]),
  );
}

/**
 * What belongs to a part and moves with it: all that it is bundled with, what its lettering runs along, the lettering
 * that runs along it, its window and what shows inside it, what is punched out of it. Front first.
 */
export function belongingTo(design: Design, part: string): Part[] {
  let ids = [part];
  const pairs = tiedPairs(design);
  for (;;) {
    const around = withBundled(design, ids);
    const hosts = design.parts.flatMap((p) => (around.includes(p.id) ? (hostOf(p) ?? []) : []));
    const followers = design.parts.flatMap((p) => (around.includes(hostOf(p) ?? '') ? [p.id] : []));
    const tied = pairs.flatMap(([a, b]) => (around.includes(a) || around.includes(b) ? [a, b] : []));
    const next = [...new Set([...around, ...hosts, ...followers, ...tied])].filter((id) =>
      design.parts.some((p) => p.id === id),
    );
    if (next.length === ids.length) return design.parts.filter((p) => next.includes(p.id));
    ids = next;
  }
}

/**
 * Edits that scale parts by `k` about (cx, cy) with all that counts board px (keylines, shades, live copies), what
 * colourways say of them too, and then move that point to (tx, ty). Null where that cannot be said: lettering that runs
 * along one of the parts follows it where they are moved, but would keep its size where they are scaled; and what is
 * locked stays.
 */
export function moveAll(
  design: Pick<Design, 'colourways'>,
  parts: readonly Part[],
  k: number,
  cx: number,
  cy: number,
  tx: number,
  ty: number,
): Edit[] | null {
  const [dx, dy] = [tx - cx * k, ty - cy * k];
  const own = new Set(parts.map((p) => p.id));
  const follows = (p: Part) => own.has(hostOf(p) ?? '');
  if (k !== 1 && parts.some(follows)) return null;
  return parts.flatMap((part): Edit[] => {
    const { place, ...rest } = scaledPart(part, k, dx, dy);
    if (k === 1)
      return follows(part) ? [] : [{ op: 'place', part: part.id, place: { x: place.x, y: place.y } }];
    const before = part as unknown as Record<string, unknown>;
    const change = Object.fromEntries(
      Object.entries(rest).filter(([key, value]) => JSON.stringify(value) !== JSON.stringify(before[key])),
    ) as Partial<Part>;
    return [
      { op: 'place', part: part.id, place },
      ...(Object.keys(change).length ? [{ op: 'updatePart' as const, part: part.id, change }] : []),
      ...design.colourways.flatMap((c): Edit[] => {
        const override = c.parts?.[part.id];
        const scaled = override && scaledOverride(override, k);
        return scaled && scaled !== override
          ? [{ op: 'overridePart', colourway: c.id, part: part.id, change: scaled }]
          : [];
      }),
    ];
  });
}

/** The hull of several parts as they are drawn, board px. */
export const hullOf = (drawing: Drawing, parts: readonly Part[]): Point[] =>
  convexHull(drawing.groups.filter((g) => parts.some((p) => p.id === g.part)).flatMap((g) => groupHull(g)));

/** True where parts, scaled about a point that goes to another, would lie over one that they do not lie over now. */
export function overlapsAnew(
  drawing: Drawing,
  parts: readonly Part[],
  [cx, cy]: Point,
  { scale, x, y }: Fit,
): boolean {
  const own = (g: PartGroup) => parts.some((p) => p.id === g.part);
  const others = drawing.groups.filter((g) => !own(g)).map(groupHull);
  return drawing.groups.filter(own).some((group) => {
    const now = groupHull(group);
    const then = now.map(([px, py]): Point => [x + (px - cx) * scale, y + (py - cy) * scale]);
    return others.some(
      (other) =>
        other.length > 2 && now.length > 2 && convexOverlap(then, other) && !convexOverlap(now, other),
    );
  });
}
