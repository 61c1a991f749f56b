/** A document of an earlier version as the one after it; each gets what the reader of its time took. */
type Upgrade = (document: Readonly<Record<string, unknown>>) => Record<string, unknown>;

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** From one board to sides: its artwork becomes the first, called as the product's side that it was made for. */
const toSides: Upgrade = ({ board, parts, bundles, aids, ...shared }) => {
  const side = isObject(board) && typeof board.side === 'string' ? board.side : 'front';
  const optional = Object.fromEntries(Object.entries({ bundles, aids }).filter(([, v]) => v !== undefined));
  return { ...shared, version: 2, sides: [{ id: side, name: '', board, parts, ...optional }] };
};

/** By the version that it upgrades from. */
const UPGRADES: Readonly<Record<number, Upgrade>> = { 1: toSides };

/** The versions that can be read, older first. */
export const READ_VERSIONS = Object.keys(UPGRADES).map(Number);

/** Where a field of an upgraded document stood in the one that was given, for whoever has to mend it there. */
export const FORMER_FIELDS: Readonly<Record<number, (field: string) => string>> = {
  1: (field) => field.replace(/^sides\[0\]\./, '').replace(/^sides\[0\]$/, ''),
};

/** A document brought to `version`, step by step; as it is where no step leads on from its own. */
export function upgraded(document: Record<string, unknown>, version: number): Record<string, unknown> {
  let now = document;
  for (let from = now.version; from !== version; from = now.version) {
    const upgrade = typeof from === 'number' ? UPGRADES[from] : undefined;
    if (!upgrade) break;
    now = upgrade(now);
  }
  return now;
}
