import { type KnockOut, type Part, type PartRelations, type Whole } from '../parts';
import { leadsOf } from './joins';
import { bundlesAround, partsOfBundle } from './stack';
import type { Bundle, Colourway, Design, PartOverride } from './types';

type Stack = Pick<Design, 'parts' | 'bundles'>;

/** What cuts one part. */
export interface Ties {
  /** Ids of the parts inside whose outlines together it shows, front first; everywhere where null. */
  window: readonly string[] | null;
  /** Ids of the parts whose outlines are taken away from it, front first. */
  cutters: readonly string[];
}

/** Which parts of a stack cut which. */
export interface StackTies {
  /** By part id; what nothing cuts is left out. */
  of: ReadonlyMap<string, Ties>;
  /** Ids of parts of which something is not followed, since it would close a circle. */
  circles: readonly string[];
  /** Ids of parts whose window is not there: they show whole. */
  lost: readonly string[];
}

const isTied = ({ window, knockOut }: PartRelations) => window !== null || knockOut !== null;

/** Ids of the shown parts of which a window is made, without the part that is in it; a joined bundle is its lead. */
function windowParts(stack: Stack, window: Whole, own: string): string[] {
  const leads = leadsOf(stack);
  const ids =
    window.kind === 'part'
      ? [window.part]
      : partsOfBundle(stack, window.bundle).map((id) => leads.get(id) ?? id);
  return stack.parts.flatMap((p) => (!p.hidden && p.id !== own && ids.includes(p.id) ? [p.id] : []));
}

/** Ids of the shown parts that a part is taken away from, front first; which way it cuts is in `knockOut`. */
function cutParts({ parts, bundles }: Stack, part: Part, { from, parts: chosen }: KnockOut): string[] {
  const at = parts.indexOf(part);
  const around = (p: Part) => part.bundle !== null && bundlesAround(bundles, p.bundle).includes(part.bundle);
  return parts.flatMap((p, i) => {
    if (p.hidden || p === part) return [];
    const cut = from === 'below' ? i > at : from === 'bundle' ? around(p) : chosen.includes(p.id);
    return cut ? [p.id] : [];
  });
}

const known = new WeakMap<readonly Part[], { bundles: readonly Bundle[]; ties: StackTies | null }>();

/**
 * Which parts cut which, hidden ones left out; null where none does. What would close a circle is not followed: what a
 * part says of certain others comes first, front first; then what it says of its bundle, and of all below it, where a
 * part that it hangs on itself is passed over without a word. The same for the same stack.
 */
export function tiesOf(stack: Stack): StackTies | null {
  if (!stack.parts.some((p) => !p.hidden && isTied(p))) return null;
  const before = known.get(stack.parts);
  if (before?.bundles === stack.bundles) return before.ties;
  const ties = workedOut(stack);
  known.set(stack.parts, { bundles: stack.bundles, ties });
  return ties;
}

function workedOut(stack: Stack): StackTies {
  const shown = stack.parts.filter((p) => !p.hidden);
  // What each part hangs on.
  const hangs = new Map<string, Set<string>>();
  const reaches = (from: string, to: string, seen = new Set<string>()): boolean => {
    if (from === to) return true;
    if (seen.has(from)) return false;
    seen.add(from);
    return [...(hangs.get(from) ?? [])].some((next) => reaches(next, to, seen));
  };
  const hang = (part: string, on: string): boolean => {
    if (reaches(on, part)) return false;
    hangs.set(part, (hangs.get(part) ?? new Set()).add(on));
    return true;
  };
  const windows = new Map<string, string[]>();
  const cutters = new Map<string, Set<string>>();
  const [circles, lost] = [new Set<string>(), [] as string[]];
  // What is cut out of a member of a joined bundle is cut out of the whole; its members do not cut one another.
  const leads = leadsOf(stack);
  const cuts = (part: Part, cut: string) => {
    const target = leads.get(cut) ?? cut;
    if (leads.get(part.id) === target) return true;
    if (!hang(target, part.id)) return false;
    cutters.set(target, (cutters.get(target) ?? new Set()).add(part.id));
    return true;
  };
  for (const part of shown) {
    if (part.window) {
      const of = windowParts(stack, part.window, part.id);
      const held = of.filter((id) => hang(part.id, id));
      if (held.length < of.length) circles.add(part.id);
      if (held.length) windows.set(part.id, held);
      else if (!of.length) lost.push(part.id);
    }
    if (part.knockOut?.from === 'chosen')
      for (const id of cutParts(stack, part, part.knockOut)) if (!cuts(part, id)) circles.add(part.id);
  }
  for (const from of ['bundle', 'below'] as const)
    for (const part of shown)
      if (part.knockOut?.from === from) for (const id of cutParts(stack, part, part.knockOut)) cuts(part, id);
  const of = new Map<string, Ties>();
  for (const { id } of shown) {
    const own = cutters.get(id);
    const window = windows.get(id) ?? null;
    if (own || window) of.set(id, { window, cutters: shown.flatMap((p) => (own?.has(p.id) ? [p.id] : [])) });
  }
  return { of, circles: [...circles], lost };
}

/** Whether what is said of some parts instead would close a circle that is not there now. */
export function closesCircle(design: Stack, ids: readonly string[], change: Partial<PartRelations>): boolean {
  const now = new Set(tiesOf(design)?.circles);
  const parts = design.parts.map((p) => (ids.includes(p.id) ? ({ ...p, ...change } as Part) : p));
  return !!tiesOf({ ...design, parts })?.circles.some((id) => !now.has(id));
}

/**
 * Ids of the parts that hang on any of some, directly or not, by what is said of certain parts: none of them can be
 * their window, or the circle would close. The parts themselves are among them.
 */
export function hangingOn(stack: Stack, ids: readonly string[]): ReadonlySet<string> {
  const on = new Map<string, string[]>();
  const add = (of: string, part: string) => on.set(of, [...(on.get(of) ?? []), part]);
  for (const part of stack.parts) {
    if (part.hidden) continue;
    for (const of of part.window ? windowParts(stack, part.window, part.id) : []) add(of, part.id);
    if (part.knockOut?.from === 'chosen')
      for (const cut of cutParts(stack, part, part.knockOut)) add(part.id, cut);
  }
  const found = new Set(ids);
  // What is added while it is walked over is walked over, too.
  for (const id of found) for (const part of on.get(id) ?? []) found.add(part);
  return found;
}

/** The parts that lose their window where others are removed, in the order of the stack. */
export function leftWithoutWindow(stack: Stack, removed: readonly string[]): Part[] {
  const isGone = (window: Whole, own: string) => {
    const of = windowParts(stack, window, own);
    return of.length > 0 && of.every((id) => removed.includes(id));
  };
  return stack.parts.filter((p) => p.window && !removed.includes(p.id) && isGone(p.window, p.id));
}

type HasWhole = { part: (id: string) => boolean; bundle: (id: string) => boolean };

const isThere = (has: HasWhole, whole: Whole) =>
  whole.kind === 'part' ? has.part(whole.part) : has.bundle(whole.bundle);

function relationsWith<T extends Partial<PartRelations>>(of: T, has: HasWhole): T {
  const { window, knockOut } = of;
  let made = of;
  if (window && !isThere(has, window)) made = { ...made, window: null };
  if (knockOut?.from === 'chosen') {
    const parts = knockOut.parts.filter((id) => has.part(id));
    if (parts.length < knockOut.parts.length)
      made = { ...made, knockOut: parts.length ? { ...knockOut, parts } : null };
  }
  return made;
}

/** A part without ties to what is not there; the very same where none is. */
export const tiedTo = (part: Part, has: HasWhole): Part => relationsWith(part, has);

const overridesWith = (parts: Record<string, PartOverride>, has: HasWhole) => {
  const made = Object.fromEntries(Object.entries(parts).map(([id, o]) => [id, relationsWith(o, has)]));
  return Object.keys(parts).every((id) => made[id] === parts[id]) ? parts : made;
};

function colourwayWith(colourway: Colourway, has: HasWhole): Colourway {
  const parts = colourway.parts && overridesWith(colourway.parts, has);
  return parts === colourway.parts ? colourway : { ...colourway, parts };
}

/** A design without ties of the open side to parts and bundles that are gone from it. */
export function untied(
  design: Design,
  gone: { parts?: readonly string[]; bundles?: readonly string[] },
): Design {
  const [parts, bundles] = [new Set(gone.parts), new Set(gone.bundles)];
  const has: HasWhole = { part: (id) => !parts.has(id), bundle: (id) => !bundles.has(id) };
  const left = design.parts.map((p) => tiedTo(p, has));
  const colourways = design.colourways.map((c) => colourwayWith(c, has));
  const same =
    left.every((p, i) => p === design.parts[i]) && colourways.every((c, i) => c === design.colourways[i]);
  return same ? design : { ...design, parts: left, colourways };
}
