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

/** What was set on a picture one by one becomes a list of steps, in the order in which it was done. */
function withSteps(part: unknown): unknown {
  if (!isObject(part) || part.kind !== 'picture') return part;
  const { ground, lift, alpha, specks, ...rest } = part;
  const steps: unknown[] = [];
  // What is wrong stays to be told: it is no step either.
  const step = (kind: string, settings: unknown) =>
    steps.push(isObject(settings) ? { kind, ...settings } : settings);
  if (ground !== undefined && ground !== null) step('ground', ground);
  if (lift !== undefined && lift !== false) step('edge', lift === true ? { colours: 'inside' } : lift);
  if (isObject(alpha)) {
    const { mode, ...how } = alpha;
    step(mode === 'halftone' ? 'dots' : mode === 'solid' ? 'solid' : String(mode), how);
  } else if (alpha !== undefined && alpha !== null) step('solid', alpha);
  if (specks !== undefined && specks !== 0) step('specks', { least: specks });
  return { ...rest, ...(steps.length ? { steps } : {}) };
}

/** From settings of a picture to steps. */
const toSteps: Upgrade = ({ sides, ...rest }) => ({
  ...rest,
  version: 3,
  sides: Array.isArray(sides)
    ? sides.map((side: unknown) =>
        isObject(side) && Array.isArray(side.parts) ? { ...side, parts: side.parts.map(withSteps) } : side,
      )
    : sides,
});

/** By the version that it upgrades from. */
const UPGRADES: Readonly<Record<number, Upgrade>> = { 1: toSides, 2: toSteps };

/** The versions that can be read, older first. */
export const READ_VERSIONS = Object.keys(UPGRADES).map(Number);

const FORMER_SETTINGS: readonly [RegExp, string][] = [
  [/\.steps\[\d+\]\.tolerance$/, '.ground.tolerance'],
  [/\.steps\[\d+\]\.colours$/, '.lift'],
  [/\.steps\[\d+\]\.(at|pitch)$/, '.alpha.$1'],
  [/\.steps\[\d+\]\.least$/, '.specks'],
];
const withoutSteps = (field: string) => FORMER_SETTINGS.reduce((f, [from, to]) => f.replace(from, to), field);

/** Where a field of an upgraded document stood in the one that was given, for whoever has to mend it there. */
export const FORMER_FIELDS: Readonly<Record<number, (field: string) => string>> = {
  1: (field) =>
    withoutSteps(field)
      .replace(/^sides\[0\]\./, '')
      .replace(/^sides\[0\]$/, ''),
  2: (field) => withoutSteps(field),
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
