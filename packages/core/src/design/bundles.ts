import { applyEdits, freshId, type Edit } from './edits';
import { bundleIds } from './sides';
import { bundlesAround, partsOfNodes, stackTree, unitsOf, type StackNode } from './stack';
import { emptyBundleEdits, orderEdits } from './stack-edits';
import type { Design, Joining } from './types';

/** The ids with all that is bundled with them, in the order of the stack. */
export function withBundled(design: Design, ids: readonly string[]): string[] {
  const outermost = (bundle: string | null) => bundlesAround(design.bundles, bundle)[0];
  const bundles = new Set(
    design.parts.flatMap((p) => (ids.includes(p.id) && p.bundle ? [outermost(p.bundle)] : [])),
  );
  return design.parts.filter((p) => ids.includes(p.id) || bundles.has(outermost(p.bundle))).map((p) => p.id);
}

/**
 * Edits that make what is chosen one bundle, in front where the frontmost of it lies. Bundles that are chosen whole lie
 * in it as they are; from others the chosen parts are taken. It lies within the bundle in which all of it lay.
 */
export function bundleEdits(design: Design, ids: readonly string[], name = ''): Edit[] {
  const units = unitsOf(design, ids);
  if (units.length < 2) return [];
  const id = freshId('bundle', bundleIds(design));
  const within = units.every((u) => u.within === units[0].within) ? units[0].within : null;
  const edits: Edit[] = [
    { op: 'addBundle', bundle: { id, name, bundle: within, joined: null } },
    ...units.map((u): Edit =>
      u.bundle === null
        ? { op: 'updatePart', part: u.parts[0], change: { bundle: id } }
        : { op: 'nestBundle', bundle: u.bundle, within: id },
    ),
  ];
  // It comes into the list in which all lay, in front of what holds the frontmost; there each part is met first.
  const block: StackNode = { bundle: id, nodes: units.flatMap((u) => u.parts).map((part) => ({ part })) };
  const inserted = (nodes: readonly StackNode[], here: string | null): StackNode[] =>
    nodes.flatMap((n): StackNode[] => {
      const own = 'bundle' in n ? [{ ...n, nodes: inserted(n.nodes, n.bundle) }] : [n];
      return here === within && partsOfNodes([n]).includes(units[0].parts[0]) ? [block, ...own] : own;
    });
  edits.push(...orderEdits(design, [...new Set(partsOfNodes(inserted(stackTree(design), null)))]));
  return [...edits, ...emptyBundleEdits(applyEdits(design, edits))];
}

/** Edits that make what is chosen one outline, in a bundle of its own where it is none yet; or no longer (null). */
export function joinEdits(design: Design, ids: readonly string[], joined: Joining | null): Edit[] {
  const units = unitsOf(design, ids);
  const [whole] = units;
  if (units.length === 1)
    return whole.bundle === null ? [] : [{ op: 'joinBundle', bundle: whole.bundle, joined }];
  if (joined === null) return [];
  return bundleEdits(design, ids).map((e) =>
    e.op === 'addBundle' ? { ...e, bundle: { ...e.bundle, joined } } : e,
  );
}

/** Edits that take apart the bundles that are chosen whole, or else those around what is chosen, one step each. */
export function unbundleEdits(design: Design, ids: readonly string[]): Edit[] {
  const units = unitsOf(design, ids);
  const whole = units.flatMap((u) => u.bundle ?? []);
  const around = units.flatMap((u) => u.within ?? []);
  return [...new Set(whole.length ? whole : around)].map((bundle) => ({ op: 'removeBundle', bundle }));
}
