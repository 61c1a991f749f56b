import { partTitle } from './colours';
import type { Design } from './types';

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** What differs between two versions of a design, in words; empty when nothing does. */
export function differences(mine: Design, theirs: Design): string[] {
  const out: string[] = [];
  if (mine.name !== theirs.name) out.push(`Named “${mine.name}” here, “${theirs.name}” there`);
  if (!same(mine.board, theirs.board)) out.push('The boards differ');
  const other = new Map(theirs.parts.map((p) => [p.id, p]));
  for (const part of mine.parts) {
    const there = other.get(part.id);
    if (!there) out.push(`“${partTitle(part)}” is only here`);
    else if (!same(there, part)) out.push(`“${partTitle(part)}” differs`);
    other.delete(part.id);
  }
  for (const part of other.values()) out.push(`“${partTitle(part)}” is only there`);
  const shared = (of: Design, with_: Design) => {
    const ids = new Set(with_.parts.map((p) => p.id));
    return of.parts.filter((p) => ids.has(p.id)).map((p) => p.id);
  };
  if (!same(shared(mine, theirs), shared(theirs, mine))) out.push('Parts lie in another order');
  if (!same(mine.inks, theirs.inks)) out.push('Inks differ');
  if (!same(mine.colourways, theirs.colourways)) out.push('Colourways differ');
  return out.length || same(mine, theirs) ? out : ['Only settings such as the garments differ'];
}
