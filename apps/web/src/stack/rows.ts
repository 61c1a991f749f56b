import type { StackNode, StackRow } from '@brelm/core/design';

/** A row of the stack as the one text by which it is dragged. */
export const rowKey = (row: StackRow): string =>
  'part' in row ? `part ${row.part}` : `bundle ${row.bundle}`;

/** The row of such a text. */
export function rowOf(key: string): StackRow {
  const at = key.indexOf(' ');
  const id = key.slice(at + 1);
  return key.startsWith('part ') ? { part: id } : { bundle: id };
}

/** Keys of the rows that are seen, from the front down; a bundle of which several runs lie apart has its first. */
export const keysOf = (nodes: readonly StackNode[], isOpen: (bundle: string) => boolean): string[] => [
  ...new Set(
    nodes.flatMap((n): string[] =>
      'part' in n ? [rowKey(n)] : [rowKey(n), ...(isOpen(n.bundle) ? keysOf(n.nodes, isOpen) : [])],
    ),
  ),
];
