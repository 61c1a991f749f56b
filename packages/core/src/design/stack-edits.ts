import { applyEdits, type Edit } from './edits';
import { livingBundles, partsOfNodes, stackTree, type StackNode, type StackRow } from './stack';
import type { Design } from './types';

/** Edits that bring the parts into an order, front first; as few as there are parts that move. */
export function orderEdits(design: Pick<Design, 'parts'>, wanted: readonly string[]): Edit[] {
  const now = design.parts.map((p) => p.id);
  return wanted.flatMap((id, at): Edit[] => {
    if (now[at] === id) return [];
    now.splice(now.indexOf(id), 1);
    now.splice(at, 0, id);
    return [{ op: 'reorder', part: id, to: at }];
  });
}

export type Depth = 'forwards' | 'backwards' | 'front' | 'back';

/** The nodes with the chosen ones moved among them. */
function moved(nodes: readonly StackNode[], isChosen: (n: StackNode) => boolean, to: Depth): StackNode[] {
  const chosen = nodes.filter(isChosen);
  const others = nodes.filter((n) => !isChosen(n));
  if (to === 'front') return [...chosen, ...others];
  if (to === 'back') return [...others, ...chosen];
  const out = [...nodes];
  const step = to === 'forwards' ? -1 : 1;
  for (const node of step < 0 ? chosen : chosen.reverse()) {
    const at = out.indexOf(node);
    const neighbour = out[at + step];
    if (!neighbour || isChosen(neighbour)) continue;
    [out[at], out[at + step]] = [neighbour, node];
  }
  return out;
}

/**
 * Edits that move parts in depth: one step, or all the way; they keep their order among themselves. A bundle moves as
 * one and is passed as one; what lies in a bundle moves within it.
 */
export function depthEdits(design: Design, ids: readonly string[], to: Depth): Edit[] {
  const chosen = new Set(ids);
  const whole = (n: StackNode) => partsOfNodes([n]).every((id) => chosen.has(id));
  const within = (nodes: readonly StackNode[]): StackNode[] =>
    moved(nodes, whole, to).map((n) => ('bundle' in n && !whole(n) ? { ...n, nodes: within(n.nodes) } : n));
  return orderEdits(design, partsOfNodes(within(stackTree(design))));
}

const isRow = (node: StackNode, row: StackRow): boolean =>
  'part' in row ? 'part' in node && node.part === row.part : 'bundle' in node && node.bundle === row.bundle;

/** The list in which a row lies, its place there, and the bundle whose list it is. */
function find(nodes: StackNode[], row: StackRow, within: string | null = null): Found | null {
  for (const [at, node] of nodes.entries()) {
    if (isRow(node, row)) return { nodes, at, within };
    const deeper = 'bundle' in node ? find(node.nodes, row, node.bundle) : null;
    if (deeper) return deeper;
  }
  return null;
}
interface Found {
  nodes: StackNode[];
  at: number;
  within: string | null;
}

/**
 * Edits that move a row of the stack, a part or a whole bundle, to where another lies, into whose bundle it comes or
 * whose it leaves. Upwards it comes to lie before the other, downwards behind it.
 */
export function reorderEdits(design: Design, row: StackRow, over: StackRow): Edit[] {
  const tree = stackTree(design);
  const from = find(tree, row);
  if (!from || isRow(from.nodes[from.at], over)) return [];
  const node = from.nodes[from.at];
  if ('bundle' in node && find(node.nodes, over)) return [];
  const place = (r: Found) => design.parts.findIndex((p) => p.id === partsOfNodes([r.nodes[r.at]])[0]);
  const target = find(tree, over);
  if (!target) return [];
  const down = place(from) < place(target);
  from.nodes.splice(from.at, 1);
  const to = find(tree, over)!;
  to.nodes.splice(down ? to.at + 1 : to.at, 0, node);
  const edits: Edit[] = [];
  if (to.within !== from.within)
    edits.push(
      'part' in node
        ? { op: 'updatePart', part: node.part, change: { bundle: to.within } }
        : { op: 'nestBundle', bundle: node.bundle, within: to.within },
    );
  edits.push(...orderEdits(design, partsOfNodes(tree)));
  return [...edits, ...emptyBundleEdits(applyEdits(design, edits))];
}

/** Edits that take away bundles in which nothing lies. */
export function emptyBundleEdits(design: Design): Edit[] {
  const living = livingBundles(design);
  return design.bundles
    .filter((b) => !living.includes(b))
    .map((b): Edit => ({ op: 'removeBundle', bundle: b.id }));
}
