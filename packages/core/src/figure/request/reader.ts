import type { Hex } from '../../colour';
import { STYLE_WORDS } from '../styles/words';
import { BOOK_NAMES, BOOKS } from './books';
import { place } from './place';
import type { LookUp, Unfinished } from './types';
import { COLOURS, COUNTS, IDLE, LEADS, POSE_WORDS, SIZES, singulars, type Role } from './words';

const FACING = /^(?:facing|looking|turned) (?:to the )?(left|right)$/;
/** Words of the longest thing that is looked for. */
const LONGEST = 4;

/** A phrase that was found, and of how many words. */
interface Found<T> {
  phrase: string;
  n: number;
  found: T;
}

/** Reads a request word by word; what it comes to is written into an unfinished one. */
export class Reader {
  private at = 0;
  private role: Role = 'subject';
  private colour: Hex | null = null;
  private scale = 1;
  private count = 1;
  private readonly unknown: string[] = [];

  constructor(
    private readonly tokens: readonly string[],
    private readonly lookUp: LookUp,
    private readonly out: Unfinished,
  ) {}

  read(): void {
    while (this.at < this.tokens.length)
      if (!this.comma() && !this.way() && !this.style() && !this.lead() && !this.pose() && !this.thing())
        this.word();
    this.out.undone.push(...this.unknown);
  }

  /** The words from here on, as many. */
  private next(n: number): string {
    return this.tokens.slice(this.at, this.at + n).join(' ');
  }

  /** The longest phrase at a place that is known, in one of its forms; null for none. */
  private phrase<T>(known: (phrase: string) => T | null | undefined, at = this.at): Found<T> | null {
    for (let n = Math.min(LONGEST, this.tokens.length - at); n > 0; n--) {
      const words = this.tokens.slice(at, at + n);
      if (words.includes(',')) continue;
      for (const last of singulars(words[n - 1])) {
        const phrase = [...words.slice(0, -1), last].join(' ');
        const found = known(phrase);
        if (found !== null && found !== undefined) return { phrase, n, found };
      }
    }
    return null;
  }

  private isThing = (phrase: string): true | null =>
    BOOK_NAMES.some((name) => BOOKS[name].has(phrase)) || (!IDLE.has(phrase) && this.lookUp(phrase))
      ? true
      : null;

  private pass(n: number): true {
    this.at += n;
    return true;
  }

  private comma(): boolean {
    return this.tokens[this.at] === ',' && this.pass(1);
  }

  private way(): boolean {
    for (const n of [4, 2]) {
      const side = FACING.exec(this.next(n))?.[1];
      if (!side) continue;
      this.out.facing = side === 'left' ? -1 : 1;
      return this.pass(n);
    }
    return false;
  }

  private style(): boolean {
    const style = this.phrase((p) => STYLE_WORDS.get(p));
    if (!style) return false;
    this.out.style = style.found;
    return this.pass(style.n);
  }

  private lead(): boolean {
    const lead = LEADS.find(([words]) => this.next(words.split(' ').length) === words);
    if (!lead) return this.fishing();
    const [words, role] = lead;
    this.role = role;
    // Whoever reads has a book.
    if (words === 'reading' && ![1, 2].some((n) => this.phrase(this.isThing, this.at + n)))
      this.hold('reading', 'open book');
    return this.pass(words.split(' ').length);
  }

  /** Whoever fishes has a rod. */
  private fishing(): boolean {
    if (this.tokens[this.at] !== 'fishing' || this.phrase(this.isThing)) return false;
    this.hold('fishing', 'fishing rod');
    return this.pass(1);
  }

  private hold(said: string, thing: string): void {
    this.out.held.push({ said, ids: BOOKS.held.get(thing)!, colour: null, scale: 1 });
  }

  private pose(): boolean {
    const pose = this.phrase((p) => POSE_WORDS.get(p));
    // A longer thing goes before: "flying saucer".
    if (!pose || this.phrase((p) => (p.split(' ').length > pose.n ? this.isThing(p) : null))) return false;
    this.out.pose = pose.found;
    return this.pass(pose.n);
  }

  private thing(): boolean {
    const noun = this.phrase(this.isThing);
    // "Black cat" is a figure; "black hat" is a hat in black.
    if (!noun || (noun.n === 1 && COLOURS.has(this.tokens[this.at]))) return false;
    const { colour, scale, count } = this;
    place(this.out, noun.phrase, { role: this.role, colour, scale, count, other: this.lookUp(noun.phrase) });
    [this.colour, this.scale, this.count] = [null, 1, 1];
    return this.pass(noun.n);
  }

  /** What goes with the thing after it, or is not known. */
  private word(): void {
    const word = this.tokens[this.at];
    this.colour = COLOURS.get(word) ?? this.colour;
    this.scale = SIZES.get(word) ?? this.scale;
    this.count = COUNTS.get(word) ?? this.count;
    if (![COLOURS, SIZES, COUNTS].some((map) => map.has(word)) && !IDLE.has(word)) this.unknown.push(word);
    this.pass(1);
  }
}
