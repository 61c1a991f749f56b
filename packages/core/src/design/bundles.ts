import { applyEdits, freshId, type Edit } from './edits';
import { bundleIds } from './sides';
import type { Design } from './types';

/** The ids with all that is bundled with them, in the order of the stack. */
export function withBundled(design: Design, ids: readonly string[]): string[] {
  const bundles = new Set(design.parts.flatMap((p) => (ids.includes(p.id) && p.bundle ? [p.bundle] : [])));
  return design.parts
    .filter((p) => ids.includes(p.id) || (p.bundle !== null && bundles.has(p.bundle)))
    .map((p) => p.id);
}

/**
 * Edits that make parts one bundle, in front where the frontmost of them lies. Bundles that they
 * belonged to before are left; one that is left empty goes.
 */
export function bundleEdits(design: Design, ids: readonly string[], name = ''): Edit[] {
  const chosen = design.parts.filter((p) => ids.includes(p.id));
  if (chosen.length < 2) return [];
  const id = freshId('bundle', bundleIds(design));
  const edits: Edit[] = [
    { op: 'addBundle', bundle: { id, name } },
    ...chosen.map((p): Edit => ({ op: 'updatePart', part: p.id, change: { bundle: id } })),
  ];
  const front = design.parts.indexOf(chosen[0]);
  chosen.forEach((p, i) => edits.push({ op: 'reorder', part: p.id, to: front + i }));
  return [...edits, ...emptyBundleEdits(applyEdits(design, edits))];
}

/** Edits that take the bundles of these parts apart. */
export function unbundleEdits(design: Design, ids: readonly string[]): Edit[] {
  const bundles = new Set(design.parts.flatMap((p) => (ids.includes(p.id) && p.bundle ? [p.bundle] : [])));
  return [...bundles].map((bundle) => ({ op: 'removeBundle', bundle }));
}

const emptyBundleEdits = (design: Design): Edit[] =>
  design.bundles
    .filter((b) => !design.parts.some((p) => p.bundle === b.id))
    .map((b) => ({ op: 'removeBundle', bundle: b.id }));

/** A run of the stack: a part by itself, or neighbours of one bundle. */
export interface StackRun {
  bundle: string | null;
  parts: string[];
}

/** The stack as runs, front first. Neighbours of the same bundle are one run. */
export function stackRuns(design: Design): StackRun[] {
  const runs: StackRun[] = [];
  for (const { id, bundle } of design.parts) {
    const last = runs.at(-1);
    if (bundle !== null && last?.bundle === bundle) last.parts.push(id);
    else runs.push({ bundle, parts: [id] });
  }
  return runs;
}

/**
 * Edits that move one part to a place in the stack. A part that comes to lie between two of one bundle
 * joins it, and one that is taken out of its bundle's run leaves it.
 */
export function reorderEdits(design: Design, part: string, to: number): Edit[] {
  const move: Edit[] = [{ op: 'reorder', part, to }];
  const after = applyEdits(design, move);
  const at = after.parts.findIndex((p) => p.id === part);
  if (at < 0) return [];
  const own = after.parts[at].bundle;
  const [above, below] = [after.parts[at - 1]?.bundle ?? null, after.parts[at + 1]?.bundle ?? null];
  let bundle = own;
  if (above !== null && above === below) bundle = above;
  else if (own !== null && above !== own && below !== own) bundle = null;
  if (bundle !== own) move.push({ op: 'updatePart', part, change: { bundle } });
  return [...move, ...emptyBundleEdits(applyEdits(design, move))];
}
