import type { BitWriter } from './bits';
import { canonical, huffman, type HuffmanCode } from './huffman';

/** One block of deflate with codes of its own (RFC 1951, 3.2.7), from literals and matches that are collected first. */

const LENGTH_EXTRA = [0, 0, 0, 0, 0, 0, 0, 0, 1, 1, 1, 1, 2, 2, 2, 2, 3, 3, 3, 3, 4, 4, 4, 4, 5, 5, 5, 5, 0];
const DISTANCE_EXTRA = Array.from({ length: 30 }, (_, i) => (i < 4 ? 0 : (i >> 1) - 1));

/** The first of each symbol's values, where each takes 2^extra of them. */
function firsts(extra: readonly number[], from: number): number[] {
  let at = from;
  return extra.map((bits) => {
    const first = at;
    at += 1 << bits;
    return first;
  });
}
const LENGTH_FIRST = firsts(LENGTH_EXTRA, 3);
LENGTH_FIRST[28] = 258;
const DISTANCE_FIRST = firsts(DISTANCE_EXTRA, 1);

export const LONGEST = 258;
export const FARTHEST = 32768;

/** Place of a length (3–258) and of a distance (1–32768) among their symbols. */
const LENGTH_SYMBOL = Uint8Array.from({ length: LONGEST + 1 }, (_, l) =>
  l === LONGEST
    ? 28
    : Math.max(
        0,
        LENGTH_FIRST.slice(0, 28).findLastIndex((first) => first <= l),
      ),
);
const NEAR_SYMBOL = Uint8Array.from({ length: 257 }, (_, d) =>
  Math.max(
    0,
    DISTANCE_FIRST.findLastIndex((first) => first <= d),
  ),
);
const FAR_SYMBOL = Uint8Array.from({ length: 257 }, (_, d) =>
  Math.max(
    0,
    DISTANCE_FIRST.findLastIndex((first) => first <= d * 128 + 1),
  ),
);
// From 257 on all symbols begin at a multiple of 128, and one.
const distanceSymbol = (d: number): number => (d <= 256 ? NEAR_SYMBOL[d] : FAR_SYMBOL[(d - 1) >> 7]);

const END = 256;
const MATCH = 1 << 30;
const REPEAT = 1 << 29;

export class Block {
  private tokens = new Int32Array(1 << 18);
  private count = 0;
  private readonly literals = new Uint32Array(286);
  private readonly distances = new Uint32Array(30);

  literal(byte: number): void {
    if (this.count + 3 > this.tokens.length) this.grow();
    this.tokens[this.count++] = byte;
    this.literals[byte]++;
  }

  /** The `length` bytes (3 or more) that stand `distance` before. */
  match(length: number, distance: number): void {
    if (this.count + 6 > this.tokens.length) this.grow();
    const symbol = distanceSymbol(distance);
    let rest = length;
    if (rest > LONGEST) {
      // A rest of one or two could not be said alone.
      const whole = Math.floor((rest - 3) / LONGEST);
      rest -= whole * LONGEST;
      this.tokens[this.count++] = REPEAT | (distance - 1);
      this.tokens[this.count++] = whole;
      this.literals[285] += whole;
      this.distances[symbol] += whole;
      if (rest > LONGEST) {
        this.one(rest - 3, distance, symbol);
        rest = 3;
      }
    }
    this.one(rest, distance, symbol);
  }

  private one(length: number, distance: number, symbol: number): void {
    this.tokens[this.count++] = MATCH | (length << 16) | (distance - 1);
    this.literals[257 + LENGTH_SYMBOL[length]]++;
    this.distances[symbol]++;
  }

  /** Writes what was collected, and begins anew. */
  write(out: BitWriter, last: boolean): void {
    this.literals[END] = 1;
    const literal = huffman(this.literals, 15);
    const distance = huffman(this.distances, 15);
    out.put(last ? 1 : 0, 1);
    out.put(2, 2);
    writeCodes(out, literal, distance);
    const { tokens, count } = this;
    const { lengths, codes } = literal;
    const put = (length: number, far: number) => {
      const l = LENGTH_SYMBOL[length];
      out.put(codes[257 + l], lengths[257 + l]);
      if (LENGTH_EXTRA[l]) out.put(length - LENGTH_FIRST[l], LENGTH_EXTRA[l]);
      const d = distanceSymbol(far);
      out.put(distance.codes[d], distance.lengths[d]);
      if (DISTANCE_EXTRA[d]) out.put(far - DISTANCE_FIRST[d], DISTANCE_EXTRA[d]);
    };
    for (let i = 0; i < count; i++) {
      const token = tokens[i];
      if (token < 256) out.put(codes[token], lengths[token]);
      else if (token & MATCH) put((token >> 16) & 511, (token & 0xffff) + 1);
      else for (let k = tokens[++i]; k > 0; k--) put(LONGEST, (token & 0xffff) + 1);
    }
    out.put(codes[END], lengths[END]);
    this.count = 0;
    this.literals.fill(0);
    this.distances.fill(0);
  }

  private grow(): void {
    const more = new Int32Array(this.tokens.length * 2);
    more.set(this.tokens);
    this.tokens = more;
  }
}

const CODE_ORDER = [16, 17, 18, 0, 8, 7, 9, 6, 10, 5, 11, 4, 12, 3, 13, 2, 14, 1, 15];

/** Lengths of codes as runs: [symbol, bits of the count, count less the least]. */
function runsOf(lengths: readonly number[]): [number, number, number][] {
  const out: [number, number, number][] = [];
  for (let i = 0; i < lengths.length;) {
    const value = lengths[i];
    let n = 1;
    while (i + n < lengths.length && lengths[i + n] === value) n++;
    i += n;
    if (value === 0) {
      for (; n >= 11; n -= Math.min(n, 138)) out.push([18, 7, Math.min(n, 138) - 11]);
      if (n >= 3) {
        out.push([17, 3, n - 3]);
        n = 0;
      }
    } else {
      out.push([value, 0, 0]);
      n--;
      for (; n >= 3; n -= Math.min(n, 6)) out.push([16, 2, Math.min(n, 6) - 3]);
    }
    for (; n > 0; n--) out.push([value, 0, 0]);
  }
  return out;
}

/** The two codes, said by their lengths (RFC 1951, 3.2.7). */
function writeCodes(out: BitWriter, literal: HuffmanCode, distance: HuffmanCode): void {
  const trimmed = ({ lengths }: HuffmanCode, least: number) => [
    ...lengths.subarray(0, Math.max(least, lengths.findLastIndex((l) => l > 0) + 1)),
  ];
  const [of, to] = [trimmed(literal, 257), trimmed(distance, 1)];
  const runs = runsOf([...of, ...to]);
  const counts = new Uint32Array(19);
  for (const [symbol] of runs) counts[symbol]++;
  // A code of a single symbol would not be whole, which some readers refuse.
  if (counts.filter((c) => c > 0).length === 1) counts[counts[0] ? 18 : 0]++;
  const code = canonical(huffman(counts, 7).lengths);
  let most = 19;
  while (most > 4 && code.lengths[CODE_ORDER[most - 1]] === 0) most--;
  out.put(of.length - 257, 5);
  out.put(to.length - 1, 5);
  out.put(most - 4, 4);
  for (let i = 0; i < most; i++) out.put(code.lengths[CODE_ORDER[i]], 3);
  for (const [symbol, bits, extra] of runs) {
    out.put(code.codes[symbol], code.lengths[symbol]);
    if (bits) out.put(extra, bits);
  }
}
