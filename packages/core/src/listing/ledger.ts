import type { UsedMaterial } from './credits';
import { rightsOf, type RightsRow } from './rights';

/** A material of a shop, and the designs that use it. */
export interface LedgerRow extends RightsRow {
  designs: { id: string; name: string }[];
}

const URGENCY: readonly RightsRow['goods'][] = ['no', 'unknown', 'ask', 'yes'];

/**
 * All that the designs of a shop use that somebody has a right to. What is the same thing under another licence, because
 * another design says so, is a row of its own; what may not be sold comes first, then what nobody has said, then by title.
 */
export function ledgerOf(
  designs: readonly { id: string; name: string; used: readonly UsedMaterial[] }[],
): LedgerRow[] {
  const all = new Map<string, LedgerRow>();
  for (const { id, name, used } of designs)
    for (const row of rightsOf(used)) {
      const key = `${row.key} ${row.licence.id}`;
      const known = all.get(key);
      if (known) known.designs.push({ id, name });
      else all.set(key, { ...row, designs: [{ id, name }] });
    }
  return [...all.values()].sort(
    (a, b) =>
      URGENCY.indexOf(a.goods) - URGENCY.indexOf(b.goods) ||
      (a.title.toLowerCase() < b.title.toLowerCase() ? -1 : 1),
  );
}
