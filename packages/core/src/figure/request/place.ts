import type { Hex } from '../../colour';
import { HELD, WORN } from '../book';
import { BOOK_NAMES, BOOKS, HIGH, type BookName } from './books';
import type { Asked, Unfinished } from './types';
import type { Role } from './words';

/** At most so many of one subject. */
const MOST_ALIKE = 6;

const spotOf = (id: string) => WORN.find((w) => w.id === id)!.at;

/** Gives a thing its part in a request: the one that the words before it lead to, where it can take it. */
export function place(
  out: Unfinished,
  phrase: string,
  how: { role: Role; colour: Hex | null; scale: number; count: number; other: string | null },
): void {
  const { role, colour, scale } = how;
  const asked = (ids: readonly string[]): Asked => ({ said: phrase, ids, colour, scale });
  const inBook = (name: BookName): readonly string[] | undefined => BOOKS[name].get(phrase);
  /** In the first of these books that has it, else whatever has it. */
  const any = (...names: BookName[]): Asked =>
    asked([...names, ...BOOK_NAMES].map(inBook).find((ids) => ids) ?? (how.other ? [how.other] : []));
  const [worn, held, backdrop] = [inBook('worn'), inBook('held'), inBook('backdrop')];

  const wear = (ids: readonly string[]): void => {
    if (out.worn.some((w) => spotOf(w.ids[0]) === spotOf(ids[0])))
      out.undone.push(`${phrase} (something is worn there already)`);
    else out.worn.push(asked(ids));
  };
  /** The moon hangs above, an umbrella is held there; a tree is large enough to stand behind. */
  const cover = (): void => {
    if (held?.some((id) => HELD.find((h) => h.id === id)!.behind)) out.held.push(asked(held));
    else if (backdrop && !backdrop.some((id) => HIGH.has(id))) out.behind.push(asked(backdrop));
    else {
      const { ids } = any('backdrop');
      out.above.push(asked([ids.find((id) => HIGH.has(id)) ?? ids[0]]));
    }
  };
  /** With it, as it can be: worn, held, behind or above, else beside. */
  const bring = (): void => {
    if (worn && (role !== 'held' || !held)) wear(worn);
    else if (held) out.held.push(asked(held));
    else if (backdrop) (HIGH.has(backdrop[0]) ? out.above : out.behind).push(asked(backdrop));
    else if (inBook('subject')) out.beside.push(any('subject'));
    else out.held.push(any('seat'));
  };

  if (!out.subject) {
    out.subject = any('subject', 'held', 'seat');
    out.count = Math.min(MOST_ALIKE, how.count);
  } else if (role === 'subject' || role === 'beside') out.beside.push(any('subject', 'held', 'seat'));
  else if (role === 'behind') out.behind.push(any('backdrop'));
  else if (role === 'above') cover();
  else if (role !== 'seat') bring();
  else if (out.seat) out.undone.push(`on ${phrase} (it sits on one thing)`);
  else out.seat = any('seat');
}
