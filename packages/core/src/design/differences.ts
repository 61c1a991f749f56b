import { partTitle } from '../parts';
import { documentOf, sidesOf } from './sides';
import type { Design, Side } from './types';

/** Whether two plain values say the same, whatever the order of their fields. */
export function same(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  const [mine, theirs] = [a, b].map((o) => Object.entries(o).filter(([, v]) => v !== undefined));
  if (mine.length !== theirs.length || Array.isArray(a) !== Array.isArray(b)) return false;
  return mine.every(([key, value]) => same(value, (b as Record<string, unknown>)[key]));
}

/** What differs between two versions of a design, in words; empty when nothing does. */
export function differences(mine: Design, theirs: Design): string[] {
  const out: string[] = [];
  if (mine.name !== theirs.name) out.push(`Named “${mine.name}” here, “${theirs.name}” there`);
  const [here, there] = [sidesOf(mine), sidesOf(theirs)];
  const titled = (side: Side) => side.name || side.id;
  for (const side of here) {
    const other = there.find((s) => s.id === side.id);
    if (!other) out.push(`The side “${titled(side)}” is only here`);
    else out.push(...sideDifferences(side, other));
  }
  for (const side of there)
    if (!here.some((s) => s.id === side.id)) out.push(`The side “${titled(side)}” is only there`);
  if (!same(mine.inks, theirs.inks)) out.push('Inks differ');
  if (mine.light !== theirs.light) out.push('The light comes from elsewhere');
  if (!same(mine.films, theirs.films)) out.push('Its films are cut otherwise');
  if (!same(mine.colourways, theirs.colourways)) out.push('Colourways differ');
  if (!same(mine.typefaces, theirs.typefaces)) out.push('What is said of its typefaces differs');
  if (!same(mine.wording, theirs.wording)) out.push('The words of its listings differ');
  return out.length || same(documentOf(mine), documentOf(theirs))
    ? out
    : ['Only settings such as the garments differ'];
}

function sideDifferences(mine: Side, theirs: Side): string[] {
  const out: string[] = [];
  if (!same(mine.board, theirs.board)) out.push('The boards differ');
  if (!same(mine.wear, theirs.wear)) out.push('The wear of all artwork differs');
  if (!same(mine.cutLine, theirs.cutLine)) out.push('The cut lines differ');
  const other = new Map(theirs.parts.map((p) => [p.id, p]));
  for (const part of mine.parts) {
    const there = other.get(part.id);
    if (!there) out.push(`“${partTitle(part)}” is only here`);
    else if (!same(there, part)) out.push(`“${partTitle(part)}” differs`);
    other.delete(part.id);
  }
  for (const part of other.values()) out.push(`“${partTitle(part)}” is only there`);
  const shared = (of: Side, with_: Side) => {
    const ids = new Set(with_.parts.map((p) => p.id));
    return of.parts.filter((p) => ids.has(p.id)).map((p) => p.id);
  };
  if (!same(shared(mine, theirs), shared(theirs, mine))) out.push('Parts lie in another order');
  return out;
}
