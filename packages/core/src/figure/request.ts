import type { Hex } from '../colour';
import { BACKDROPS, HELD, SEATS, SUBJECTS, WORN } from './book';
import { POSES, type Facing, type Pose } from './types';
import { STYLE_WORDS, type StyleId } from './styles/words';

/** A request of which nothing can be drawn; in words for whoever made it. */
export class FigureError extends Error {
  override readonly name = 'FigureError';
}

/** Something that is asked for: the figures that can be it, and how it is to be. */
export interface Asked {
  /** In the words of the request. */
  said: string;
  /** Ids of figures, the usual one first. */
  ids: readonly string[];
  colour: Hex | null;
  /** 1 as it usually is. */
  scale: number;
}

/** What a request was understood as. */
export interface FigureRequest {
  words: string;
  subject: Asked;
  /** How many of the subject. */
  count: number;
  worn: Asked[];
  held: Asked[];
  seat: Asked | null;
  beside: Asked[];
  behind: Asked[];
  above: Asked[];
  pose: Pose;
  /** Which way it is to look; 0 where nobody says. */
  facing: Facing;
  /** A style that the words name. */
  style: StyleId | null;
  /** What could not be understood, or is not done; whole phrases. */
  undone: string[];
}

/** The longest request, letters. */
export const MOST_WORDS = 300;
/** At most so many of one subject. */
const MOST_ALIKE = 6;

type Role = 'subject' | 'with' | 'worn' | 'held' | 'seat' | 'beside' | 'behind' | 'above';

/** Words that lead on to something, the longest first. */
const LEADS: readonly (readonly [string, Role])[] = [
  ['in front of', 'behind'],
  ['on top of', 'seat'],
  ['dressed in', 'worn'],
  ['next to', 'beside'],
  ['looking at', 'beside'],
  ['wearing', 'worn'],
  ['in', 'worn'],
  ['holding', 'held'],
  ['carrying', 'held'],
  ['playing', 'held'],
  ['reading', 'held'],
  ['drinking', 'held'],
  ['eating', 'held'],
  ['using', 'held'],
  ['with', 'with'],
  ['on', 'seat'],
  ['upon', 'seat'],
  ['atop', 'seat'],
  ['under', 'above'],
  ['beneath', 'above'],
  ['below', 'above'],
  ['underneath', 'above'],
  ['behind', 'behind'],
  ['beside', 'beside'],
  ['near', 'beside'],
  ['by', 'beside'],
];

const POSE_WORDS: Readonly<Record<string, Pose>> = {
  ...(Object.fromEntries(POSES.map((p) => [p, p])) as Record<Pose, Pose>),
  stands: 'standing',
  seated: 'sitting',
  sits: 'sitting',
  'sitting down': 'sitting',
  flies: 'flying',
  hovering: 'flying',
  swimming: 'flying',
  leaping: 'jumping',
  jumps: 'jumping',
  walking: 'standing',
  runs: 'running',
  dances: 'dancing',
  sleeping: 'asleep',
  sleeps: 'asleep',
  dozing: 'asleep',
  hanging: 'upside down',
  'upside-down': 'upside down',
};

const COLOURS: Readonly<Record<string, Hex>> = {
  red: '#c8342b',
  orange: '#e9802a',
  yellow: '#f2c230',
  green: '#4c9a3f',
  blue: '#2f6fb3',
  purple: '#6f4fa3',
  violet: '#6f4fa3',
  pink: '#e68aa8',
  brown: '#7d5230',
  black: '#2b2d30',
  white: '#f4f2ec',
  grey: '#8f979e',
  gray: '#8f979e',
  gold: '#d9a527',
  golden: '#d9a527',
};
const SIZES: Readonly<Record<string, number>> = {
  tiny: 0.5,
  small: 0.7,
  little: 0.75,
  wee: 0.6,
  big: 1.3,
  large: 1.3,
  huge: 1.6,
  giant: 1.7,
};
const COUNTS: Readonly<Record<string, number>> = {
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  'a pair of': 2,
};
/** What says nothing about the picture. */
const IDLE = new Set(
  'a an the of his her its their our my some that who which is are it and very drawn drawing picture illustration figure please only just as art style his'.split(
    ' ',
  ),
);

/** Every word of the books with the ids that it can be, by book. */
type Book = ReadonlyMap<string, readonly string[]>;
const bookOf = (entries: readonly { id: string; words: readonly string[] }[]): Book => {
  // One whose first word it is comes before those that are only called so, too.
  const book = new Map<string, string[]>();
  const add = (word: string, id: string) => void book.set(word, [...(book.get(word) ?? []), id]);
  for (const { id, words } of entries) add(words[0], id);
  for (const { id, words } of entries) for (const word of words.slice(1)) add(word, id);
  return book;
};
const BOOKS = {
  subject: bookOf(SUBJECTS),
  worn: bookOf(WORN),
  held: bookOf(HELD),
  seat: bookOf(SEATS),
  backdrop: bookOf(BACKDROPS),
};
const HIGH = new Set(BACKDROPS.filter((b) => b.place === 'above').map((b) => b.id));

/** A word and what it may be the plural of. */
const singulars = (word: string): string[] => {
  const out = [word];
  if (/ies$/.test(word)) out.push(word.replace(/ies$/, 'y'));
  if (/(x|s|sh|ch|o)es$/.test(word)) out.push(word.slice(0, -2));
  if (/[^s]s$/.test(word)) out.push(word.slice(0, -1));
  if (/(wol|cal|lea)ves$/.test(word)) out.push(word.replace(/ves$/, 'f'));
  if (word === 'mice') out.push('mouse');
  if (word === 'geese') out.push('goose');
  return out;
};

const tokensOf = (words: string): string[] =>
  words
    .normalize('NFC')
    .toLowerCase()
    .replace(/'/g, '’')
    .replace(/[,;&+]/g, ' , ')
    .replace(/[^\p{L}\p{N}’,-]+/gu, ' ')
    .split(' ')
    .filter(Boolean);

/** The id of a figure with just this name, which no book has; null for none. */
export type LookUp = (name: string) => string | null;

/**
 * What a request asks for: "two hedgehogs with a red lantern, sitting on a log, line art". Words lead on to things
 * ("wearing", "on", "under"), things take the part that they can; what is not understood is told in `undone`. Throws a
 * FigureError where there is nothing to draw, or nothing at all.
 */
export function readRequest(words: string, lookUp: LookUp = () => null): FigureRequest {
  const said = words.trim().replace(/\s+/g, ' ');
  if (!said) throw new FigureError('Say what is to be drawn: “a hedgehog with a lantern”.');
  if (said.length > MOST_WORDS)
    throw new FigureError(`Say it in at most ${MOST_WORDS} letters: these are ${said.length}.`);
  const tokens = tokensOf(said);
  const out: Omit<FigureRequest, 'subject'> & { subject: Asked | null } = {
    ...{
      words: said,
      subject: null,
      count: 1,
      worn: [],
      held: [],
      seat: null,
      beside: [],
      behind: [],
      above: [],
    },
    ...{ pose: 'standing', facing: 0, style: null, undone: [] },
  };
  let role: Role = 'subject';
  let how = { colour: null as Hex | null, scale: 1, count: 1 };
  const unknown: string[] = [];

  /** The phrase that begins here and is in `known`, the longest; null for none. */
  const phraseAt = <T>(at: number, known: (phrase: string) => T | null | undefined) => {
    for (let n = Math.min(4, tokens.length - at); n > 0; n--) {
      const slice = tokens.slice(at, at + n);
      if (slice.includes(',')) continue;
      for (const last of singulars(slice[n - 1])) {
        const phrase = [...slice.slice(0, -1), last].join(' ');
        const found = known(phrase);
        if (found !== null && found !== undefined) return { phrase, n, found };
      }
    }
    return null;
  };
  const thing = (phrase: string): true | null =>
    Object.values(BOOKS).some((book) => book.has(phrase)) || (!IDLE.has(phrase) && lookUp(phrase))
      ? true
      : null;

  for (let i = 0; i < tokens.length;) {
    const token = tokens[i];
    const lead = LEADS.find(([words]) => tokens.slice(i, i + words.split(' ').length).join(' ') === words);
    const style = phraseAt(i, (p) => STYLE_WORDS[p]);
    const pose = phraseAt(i, (p) => POSE_WORDS[p]);
    const way = /^(facing|looking|turned) (to the )?(left|right)$/.exec(
      [4, 2]
        .map((n) => tokens.slice(i, i + n).join(' '))
        .find((t) => /^(facing|looking|turned) (to the )?(left|right)$/.test(t)) ?? '',
    );
    if (token === ',') i++;
    else if (way) {
      out.facing = way[3] === 'left' ? -1 : 1;
      i += way[2] ? 4 : 2;
    } else if (style) {
      out.style = style.found;
      i += style.n;
    } else if (lead) {
      role = lead[1];
      // Whoever reads has a book.
      if (token === 'reading' && !phraseAt(i + 1, thing) && !phraseAt(i + 2, thing))
        out.held.push({ said: 'reading', ids: BOOKS.held.get('open book')!, colour: null, scale: 1 });
      i += lead[0].split(' ').length;
    } else if (token === 'fishing' && !phraseAt(i, thing)) {
      out.held.push({ said: 'fishing', ids: BOOKS.held.get('fishing rod')!, colour: null, scale: 1 });
      i++;
    } else if (pose && !phraseAt(i, (p) => (p.split(' ').length > pose.n ? thing(p) : null))) {
      out.pose = pose.found;
      i += pose.n;
    } else if (Object.hasOwn(COUNTS, token)) {
      how.count = COUNTS[token];
      i++;
    } else {
      const noun = phraseAt(i, thing);
      const coloured = Object.hasOwn(COLOURS, token);
      // "Black cat" is a figure; "black hat" is a hat in black.
      if (noun && !(coloured && noun.n === 1)) {
        take(noun.phrase);
        how = { colour: null, scale: 1, count: 1 };
        i += noun.n;
      } else {
        if (coloured) how.colour = COLOURS[token];
        else if (Object.hasOwn(SIZES, token)) how.scale = SIZES[token];
        else if (!IDLE.has(token)) unknown.push(token);
        i++;
      }
    }
  }

  function take(phrase: string): void {
    const other = lookUp(phrase);
    const ids = (book: keyof typeof BOOKS): readonly string[] | undefined => BOOKS[book].get(phrase);
    const asked = (list: readonly string[]): Asked => ({
      ...{ said: phrase, ids: list, colour: how.colour, scale: how.scale },
    });
    /** In the first of these books that has it, else whatever has it. */
    const any = (...books: (keyof typeof BOOKS)[]): readonly string[] =>
      [...books, ...(Object.keys(BOOKS) as (keyof typeof BOOKS)[])].map(ids).find((l) => l) ??
      (other ? [other] : []);
    if (!out.subject) {
      out.subject = asked(any('subject', 'held', 'seat'));
      out.count = Math.min(MOST_ALIKE, how.count);
      return;
    }
    const backdrop = ids('backdrop');
    const toWear = ids('worn');
    if (role === 'subject' || role === 'beside') out.beside.push(asked(any('subject', 'held', 'seat')));
    else if (role === 'seat') {
      if (out.seat) out.undone.push(`on ${phrase} (it sits on one thing)`);
      else out.seat = asked(any('seat'));
    } else if (role === 'behind') out.behind.push(asked(any('backdrop')));
    else if (role === 'above' && ids('held')?.some((id) => HELD.find((h) => h.id === id)?.behind))
      out.held.push(asked(ids('held')!));
    else if (role === 'above') {
      // The moon hangs above; a tree is large enough to stand behind.
      const high = any('backdrop');
      if (backdrop && !backdrop.some((id) => HIGH.has(id))) out.behind.push(asked(high));
      else
        out.above.push(
          asked(
            high
              .filter((id) => HIGH.has(id))
              .concat(high)
              .slice(0, 1),
          ),
        );
    } else if (toWear && (role !== 'held' || !ids('held'))) {
      const spotOf = (id: string) => WORN.find((w) => w.id === id)!.at;
      if (out.worn.some((w) => spotOf(w.ids[0]) === spotOf(toWear[0])))
        out.undone.push(`${phrase} (something is worn there already)`);
      else out.worn.push(asked(toWear));
    } else if (ids('held')) out.held.push(asked(ids('held')!));
    else if (backdrop) (HIGH.has(backdrop[0]) ? out.above : out.behind).push(asked(backdrop));
    else if (ids('subject')) out.beside.push(asked(ids('subject')!));
    else out.held.push(asked(any('seat')));
  }

  if (!out.subject)
    throw new FigureError(
      `Nothing of “${said}” is in the library. Name an animal, a plant or a thing: “an owl”, “a mushroom with a hat”.`,
    );
  out.undone.push(...unknown);
  return { ...out, subject: out.subject };
}
