import type { Bundle, Design } from './types';

/** The stack as it is shown: parts, and bundles that hold parts and other bundles; front first. */
export type StackNode = { part: string } | { bundle: string; nodes: StackNode[] };

/** A row of the stack. */
export type StackRow = { part: string } | { bundle: string };

/** The bundles around a part or bundle, the outermost first. */
export function bundlesAround(bundles: readonly Bundle[], innermost: string | null): string[] {
  const path: string[] = [];
  for (let at = innermost; at !== null && !path.includes(at);) {
    path.unshift(at);
    at = bundles.find((b) => b.id === at)?.bundle ?? null;
  }
  return path;
}

/** Bundles without those in which nothing lies any more. */
export function livingBundles({ parts, bundles }: Pick<Design, 'parts' | 'bundles'>): Bundle[] {
  const living = new Set(parts.flatMap((p) => bundlesAround(bundles, p.bundle)));
  return bundles.filter((b) => living.has(b.id));
}

/** The stack as a tree. Parts of a bundle between which others lie are so many nodes of it. */
export function stackTree({ parts, bundles }: Pick<Design, 'parts' | 'bundles'>): StackNode[] {
  const top: StackNode[] = [];
  for (const { id, bundle } of parts) {
    let nodes = top;
    for (const around of bundlesAround(bundles, bundle)) {
      let last = nodes.at(-1);
      if (!last || !('bundle' in last) || last.bundle !== around) {
        last = { bundle: around, nodes: [] };
        nodes.push(last);
      }
      nodes = last.nodes;
    }
    nodes.push({ part: id });
  }
  return top;
}

/** Ids of all parts of nodes, front first. */
export const partsOfNodes = (nodes: readonly StackNode[]): string[] =>
  nodes.flatMap((n) => ('part' in n ? [n.part] : partsOfNodes(n.nodes)));

/** Ids of the parts of a bundle and of the bundles in it, front first. */
export const partsOfBundle = (
  { parts, bundles }: Pick<Design, 'parts' | 'bundles'>,
  bundle: string,
): string[] => parts.filter((p) => bundlesAround(bundles, p.bundle).includes(bundle)).map((p) => p.id);

/** A part by itself, or a bundle with all that lies in it. */
export interface StackUnit {
  bundle: string | null;
  /** Front first. */
  parts: string[];
  /** The bundle in which it lies. */
  within: string | null;
}

/** What is chosen as so many things: a bundle of which every part is chosen is one. Front first. */
export function unitsOf(design: Pick<Design, 'parts' | 'bundles'>, ids: readonly string[]): StackUnit[] {
  const chosen = new Set(ids);
  const units = new Map<string, StackUnit>();
  const known = new Map<string, boolean>();
  const isWhole = (bundle: string): boolean => {
    let whole = known.get(bundle);
    if (whole === undefined)
      known.set(bundle, (whole = partsOfBundle(design, bundle).every((p) => chosen.has(p))));
    return whole;
  };
  for (const { id, bundle } of design.parts) {
    if (!chosen.has(id)) continue;
    const path = bundlesAround(design.bundles, bundle);
    const at = path.findIndex(isWhole);
    if (at < 0) units.set(`part ${id}`, { bundle: null, parts: [id], within: bundle });
    else {
      const key = `bundle ${path[at]}`;
      const unit = units.get(key) ?? { bundle: path[at], parts: [], within: path[at - 1] ?? null };
      unit.parts.push(id);
      units.set(key, unit);
    }
  }
  return [...units.values()];
}
