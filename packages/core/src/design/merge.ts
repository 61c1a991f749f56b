import { mapField, visitField } from '../fields';
import { partTitle } from '../parts';
import { same } from './differences';
import { freshId } from './edits';
import { DESIGN_FIELD } from './fields';
import { readDesign } from './read';
import { designFrom, documentOf } from './sides';
import type { Bundle, Colourway, Design, DesignDocument, Ink, Placement, Side } from './types';

/** Two versions of a design as one; or null, with what both changed, in words. */
export type Merged = { design: Design; clashes: [] } | { design: null; clashes: string[] };

/**
 * What both sides say of one thing, where each began from `base`: whoever changed it is followed; where both did, each to
 * something else, `clash` is called, and mine stands.
 */
type Take = <T>(base: T | undefined, mine: T, theirs: T, clash: () => void) => T;

const take: Take = (base, mine, theirs, clash) => {
  if (same(mine, theirs) || same(base, theirs)) return mine;
  if (same(base, mine)) return theirs;
  clash();
  return mine;
};

/** What both changed, in words; and what is gone, by kind and id. */
type Clash = ((says: string) => void) & { gone: Set<string> };

const keysOf = <T>(list: readonly T[], key: (item: T) => string): string[] => list.map(key);
const only = (keys: readonly string[], of: ReadonlySet<string>): string[] => keys.filter((k) => of.has(k));
const alike = (a: readonly string[], b: readonly string[]): boolean =>
  a.length === b.length && a.every((k, i) => k === b[i]);

/** The order of what stays: whoever moved things is followed; what the other added lies behind what it lay behind there. */
function orderOf(
  base: readonly string[],
  mine: readonly string[],
  theirs: readonly string[],
  stays: ReadonlySet<string>,
  clash: () => void,
): string[] {
  const common = new Set(only(base, new Set(only(mine, new Set(only(theirs, stays))))));
  const [was, here, there] = [base, mine, theirs].map((keys) => only(keys, common));
  const follows = alike(here, was) || alike(here, there) ? theirs : mine;
  if (follows === mine && !alike(there, was)) clash();
  const added = follows === theirs ? mine : theirs;
  const order = only(follows, stays);
  added.forEach((key, i) => {
    if (!stays.has(key) || order.includes(key)) return;
    const before = added.slice(0, i).findLast((k) => order.includes(k));
    order.splice(before === undefined ? 0 : order.indexOf(before) + 1, 0, key);
  });
  return order;
}

interface ListManner<T> {
  /** What other things call it by in their references, where they do. */
  kind?: string;
  key: (item: T) => string;
  /** One that is on both sides; taken whole where it is left out. */
  item?: (base: T | undefined, mine: T, theirs: T) => T;
  /** What is said where both changed it. */
  says: (item: T) => string;
  /** What is said where both put things into another order. */
  order: string;
}

function mergeList<T>(
  base: readonly T[],
  mine: readonly T[],
  theirs: readonly T[],
  { kind, key, item, says, order }: ListManner<T>,
  clash: Clash,
): T[] {
  const [b, m, t] = [base, mine, theirs].map((list) => new Map(list.map((i) => [key(i), i])));
  const stays = new Map<string, T>();
  for (const k of new Set([...m.keys(), ...t.keys()])) {
    const [was, here, there] = [b.get(k), m.get(k), t.get(k)];
    if (here !== undefined && there !== undefined)
      stays.set(k, item ? item(was, here, there) : take(was, here, there, () => clash(says(here))));
    else {
      const left = (here ?? there)!;
      if (was === undefined) stays.set(k, left);
      else if (!same(was, left)) {
        clash(`${says(left)}: changed on one side, taken away on the other`);
        stays.set(k, left);
      } else if (kind) clash.gone.add(`${kind} ${k}`);
    }
  }
  const keys = [base, mine, theirs].map((list) => keysOf(list, key));
  return orderOf(keys[0], keys[1], keys[2], new Set(stays.keys()), () => clash(order)).map((k) =>
    stays.get(k)!,
  );
}

/** Field by field; `fields` says for some how. */
function mergeRecord<T extends object>(
  base: T | undefined,
  mine: T,
  theirs: T,
  says: string | ((field: string) => string),
  clash: Clash,
  fields: { [K in keyof T]?: (base: T[K] | undefined, mine: T[K], theirs: T[K]) => T[K] } = {},
): T {
  const keys = new Set([...Object.keys(mine), ...Object.keys(theirs)]) as Set<keyof T & string>;
  const made = {} as T;
  for (const k of keys) {
    const how = fields[k];
    const value =
      how && mine[k] !== undefined && theirs[k] !== undefined
        ? how(base?.[k], mine[k], theirs[k])
        : take(base?.[k], mine[k], theirs[k], () => clash(typeof says === 'string' ? says : says(k)));
    if (value !== undefined) made[k] = value;
  }
  // What has not changed stays the very same.
  return same(made, mine) ? mine : made;
}

/** What I added under an id that they gave to something else gets another, wherever it is spoken of. */
function apart(base: DesignDocument, mine: DesignDocument, theirs: DesignDocument): DesignDocument {
  const listed = {
    part: (d: DesignDocument) => d.sides.flatMap((s) => s.parts as { id: string }[]),
    bundle: (d: DesignDocument) => d.sides.flatMap((s) => s.bundles as { id: string }[]),
    ink: (d: DesignDocument) => d.inks as { id: string }[],
    material: (d: DesignDocument) => d.materials as { id: string }[],
  };
  const renamed: Record<string, Map<string, string>> = {};
  for (const [kind, list] of Object.entries(listed)) {
    const known = new Set(list(base).map((i) => i.id));
    const added = new Map(list(theirs).map((i) => [i.id, i]));
    const taken = [...list(mine), ...list(theirs)].map((i) => i.id);
    for (const item of list(mine)) {
      const other = added.get(item.id);
      if (known.has(item.id) || !other || same(item, other)) continue;
      const id = freshId(item.id.replace(/-\d+$/, ''), taken);
      taken.push(id);
      (renamed[kind] ??= new Map()).set(item.id, id);
    }
  }
  if (Object.keys(renamed).length === 0) return mine;
  const to = (kind: string, id: string) => renamed[kind]?.get(id) ?? id;
  const called = <T extends { id: string }>(kind: string, items: readonly T[]): T[] =>
    items.map((i) => (to(kind, i.id) === i.id ? i : { ...i, id: to(kind, i.id) }));
  const spoken = mapField(DESIGN_FIELD, mine, { ref: to }) as DesignDocument;
  return {
    ...mine,
    ...spoken,
    inks: called('ink', spoken.inks),
    materials: called('material', spoken.materials),
    colourways: spoken.colourways.map((c) =>
      c.parts
        ? { ...c, parts: Object.fromEntries(Object.entries(c.parts).map(([id, o]) => [to('part', id), o])) }
        : c,
    ),
    accepted: spoken.accepted.map((a) => (a.part === null ? a : { ...a, part: to('part', a.part) })),
    sides: spoken.sides.map((s) => ({
      ...s,
      parts: called('part', s.parts),
      bundles: called('bundle', s.bundles),
    })),
  };
}

/** Whether there is more of something than in either: there may be too much of it. */
const isMore = (d: DesignDocument, a: DesignDocument, b: DesignDocument): boolean =>
  (['sides', 'accepted', 'placements', 'garments'] as const).some(
    (list) => d[list].length > Math.max(a[list].length, b[list].length),
  );

const byId = ({ id }: { id: string }): string => id;

function mergeSide(base: Side | undefined, mine: Side, theirs: Side, clash: Clash): Side {
  const titled = mine.name || mine.id;
  const whole = (what: string) => `${what} of the side “${titled}”`;
  const words: Partial<Record<keyof Side, string>> = {
    ...{ name: 'The name', board: 'The board', wear: 'The wear of all artwork', cutLine: 'The cut line' },
    aids: 'The guides',
  };
  return mergeRecord(base, mine, theirs, (f) => whole(words[f as keyof Side] ?? 'The settings'), clash, {
    parts: (b, m, t) =>
      mergeList(
        b ?? [],
        m,
        t,
        {
          ...{
            kind: 'part',
            key: byId,
            says: (p) => `“${partTitle(p)}”`,
            order: whole('The order of the parts'),
          },
        },
        clash,
      ),
    bundles: (b, m, t) =>
      mergeList<Bundle>(
        b ?? [],
        m,
        t,
        {
          ...{
            kind: 'bundle',
            key: byId,
            says: (u) => `The bundle “${u.name}”`,
            order: whole('The order of the bundles'),
          },
        },
        clash,
      ),
  });
}

/**
 * Puts two versions of a design together that both began from `base`: what either changed is in it, where they changed
 * different things. A part is one thing; so is each ink, each setting of a colourway, each product, each field that all share.
 * What was added on both sides under the same id is told apart. The result is opened at my side, and fits together: it is read
 * as any document is.
 */
export function mergeDesigns(base: Design, mine: Design, theirs: Design): Merged {
  const [b, t] = [documentOf(base), documentOf(theirs)];
  const m = apart(b, documentOf(mine), t);
  const clashes = new Set<string>();
  const clash: Clash = Object.assign((says: string) => void clashes.add(says), { gone: new Set<string>() });
  const table =
    (says: (key: string) => string) =>
    <T>(was: Record<string, T> | undefined, here: Record<string, T>, there: Record<string, T>) =>
      mergeRecord(was, here, there, says, clash);
  const merged = mergeRecord<DesignDocument>(b, m, t, 'Settings of the design', clash, {
    name: (was, here, there) => take(was, here, there, () => clash('The name')),
    // What lies behind the artwork while it is looked at is each one's own.
    backdrop: (was, here, there) => take(was, here, there, () => undefined),
    light: (was, here, there) => take(was, here, there, () => clash('Where the light comes from')),
    films: (was, here, there) => take(was, here, there, () => clash('How films are cut')),
    garments: (was, here, there) =>
      mergeList(
        was ?? [],
        here,
        there,
        { key: (g) => g, says: String, order: 'The order of the garments' },
        clash,
      ),
    inks: (was, here, there) =>
      mergeList<Ink>(
        was ?? [],
        here,
        there,
        {
          ...{ kind: 'ink', key: byId, says: (i) => `The ink “${i.name}”`, order: 'The order of the inks' },
          item: (w, h, o) => mergeRecord(w, h, o, `The ink “${h.name}”`, clash),
        },
        clash,
      ),
    materials: (was, here, there) =>
      mergeList(
        was ?? [],
        here,
        there,
        {
          ...{
            kind: 'material',
            key: byId,
            says: (x) => `The picture “${x.name}”`,
            order: 'The order of the pictures',
          },
        },
        clash,
      ),
    typefaces: (was, here, there) =>
      mergeList(
        was ?? [],
        here,
        there,
        {
          ...{ key: byId, says: (x) => `What is said of the typeface “${x.name}”` },
          order: 'The order of the typefaces',
        },
        clash,
      ),
    colourways: (was, here, there) =>
      mergeList<Colourway>(
        was ?? [],
        here,
        there,
        {
          ...{ key: byId, says: (c) => `The colourway “${c.name}”`, order: 'The order of the colourways' },
          item: (w, h, o) =>
            mergeRecord(w, h, o, `The colourway “${h.name}”`, clash, {
              inks: table(() => `Inks of the colourway “${h.name}”`),
              parts: table(() => `What the colourway “${h.name}” says of a part`) as never,
              garments: (x, y, z) =>
                mergeList(
                  x ?? [],
                  y,
                  z,
                  {
                    ...{ key: (g) => g, says: String, order: `The garments of the colourway “${h.name}”` },
                  },
                  clash,
                ),
            }),
        },
        clash,
      ),
    accepted: (was, here, there) =>
      mergeList(
        was ?? [],
        here,
        there,
        {
          ...{
            key: (a) => JSON.stringify([a.check, a.part, a.garment, a.side]),
            says: (a) => `The accepted finding “${a.check}”`,
          },
          order: 'The order of the accepted findings',
        },
        clash,
      ),
    placements: (was, here, there) =>
      mergeList<Placement>(
        was ?? [],
        here,
        there,
        {
          ...{
            key: (p) => `${p.spec} ${p.side}`,
            says: (p) => `The placement on ${p.spec}`,
            order: 'The order of the products',
          },
          item: (w, h, o) => mergeRecord(w, h, o, `The placement on ${h.spec}`, clash),
        },
        clash,
      ),
    wording: (was, here, there) =>
      mergeRecord(was, here, there, 'The words of its listings', clash, {
        overrides: table((spec) => `The words of the listing on ${spec}`),
      }),
    sides: (was, here, there) =>
      mergeList<Side>(
        was ?? [],
        here,
        there,
        {
          ...{ key: byId, says: (s) => `The side “${s.name || s.id}”`, order: 'The order of the sides' },
          item: (w, h, o) => mergeSide(w, h, o, clash),
        },
        clash,
      ),
  });
  if (clashes.size) return { design: null, clashes: [...clashes] };
  // What one side took away, the other may speak of in what it changed.
  let spoken = false;
  if (clash.gone.size)
    visitField(DESIGN_FIELD, merged, (to, id) => {
      spoken ||= clash.gone.has(`${to} ${id}`);
    });
  if (spoken)
    return {
      design: null,
      clashes: ['Together they do not fit: what one side uses was taken away on the other'],
    };
  if (isMore(merged, m, t))
    try {
      readDesign(JSON.parse(JSON.stringify(merged)));
    } catch (error) {
      const [why] = (error as Error).message.split('\n');
      return { design: null, clashes: [`Together they do not fit: ${why}`] };
    }
  return { design: designFrom(merged, mine.side.id), clashes: [] };
}
