import { BitWriter } from './bits';
import { Block, FARTHEST } from './block';

/** How rows of words lie: pixels of one word each, or places in a table of colours, four to a word. */
export interface RowShape {
  /** Words of a row, of which the last may be of fewer bytes. */
  perRow: number;
  rows: number;
  /** Bytes of a word that are written, the lowest first. */
  bytes: 3 | 4;
  /** Bytes of each row's last word, where they are fewer; else 0. */
  tail: number;
}

const FILTER_UP = 2;
/** Rows that are kept to look back at; deflate reaches 32 KB. */
const HISTORY = 4;
const HASH_BITS = 15;
const MOD = 65521;

/** Byte by byte, without carry. */
const minus = (a: number, b: number): number =>
  (((a | 0x80808080) - (b & 0x7f7f7f7f)) ^ ((a ^ ~b) & 0x80808080)) | 0;

/** Adler-32 (RFC 1950, 8.2) that knows the sums of what repeats. */
class Adler {
  private a = 1;
  private b = 0;

  byte(v: number): void {
    this.a = (this.a + v) % MOD;
    this.b = (this.b + this.a) % MOD;
  }

  zeros(count: number): void {
    // In whole numbers of 32 bits, whose remainder is much faster than that of others.
    for (let rest = count; rest > 0; rest -= 32768)
      this.b = ((Math.imul(Math.min(rest, 32768), this.a) + this.b) >>> 0) % MOD;
  }

  /** A word of so many bytes. */
  word(word: number, bytes: number): void {
    let { a, b } = this;
    for (let k = 0; k < bytes; k++) {
      a += (word >>> (8 * k)) & 255;
      b += a;
    }
    this.a = a % MOD;
    this.b = b % MOD;
  }

  /** The same word `times` over. */
  repeated(word: number, bytes: number, times: number): void {
    let [sum, weighted] = [0, 0];
    for (let k = 0; k < bytes; k++) {
      const v = (word >>> (8 * k)) & 255;
      sum += v;
      weighted += (bytes - k) * v;
    }
    const added = weighted * times + bytes * times * this.a + (bytes * sum * times * (times - 1)) / 2;
    this.b = (this.b + (added % MOD)) % MOD;
    this.a = (this.a + ((times * sum) % MOD)) % MOD;
  }

  get bytes(): number[] {
    return [this.b >> 8, this.b & 255, this.a >> 8, this.a & 255];
  }
}

/**
 * Deflates rows as flat artwork has them: each is told by its difference from the one above (PNG's filter *up*), in
 * which nearly all is nought; runs of equal words are found word by word, and edges that repeat are looked up by
 * pairs of words. What it gives, put together, is one zlib stream (RFC 1950) with a block for each band of rows.
 */
export class RowDeflater {
  private readonly out = new BitWriter();
  private readonly block = new Block();
  private readonly adler = new Adler();
  private readonly mask: number;
  private readonly whole: number;
  private readonly stride: number;
  private readonly history: Int32Array;
  /** Where a pair of words was last met: its place among all words, plus one. */
  private readonly seen = new Int32Array(1 << HASH_BITS);
  private above: Int32Array;
  private y = 0;
  /** The byte before, in the stream. */
  private previous = -1;

  constructor(private readonly shape: RowShape) {
    const { perRow, bytes, tail } = shape;
    this.mask = bytes === 3 ? 0xffffff : -1;
    this.whole = tail ? perRow - 1 : perRow;
    this.stride = this.whole * bytes + tail + 1;
    this.history = new Int32Array(perRow * HISTORY);
    this.above = new Int32Array(perRow);
    this.out.put(0x78, 8);
    this.out.put(0x01, 8);
  }

  /** The next rows, as many as `words` holds; gives the stream so far as whole bytes. */
  push(words: Int32Array): Uint8Array {
    const { perRow, rows } = this.shape;
    const end = this.y + Math.floor(words.length / perRow);
    for (let from = 0; this.y < end; from += perRow, this.y++) {
      const row = words.subarray(from, from + perRow);
      this.row(row, this.above);
      this.above = row;
    }
    this.above = this.above.slice();
    const last = this.y === rows;
    this.block.write(this.out, last);
    if (last) {
      this.out.align();
      for (const byte of this.adler.bytes) this.out.put(byte, 8);
    }
    return this.out.take();
  }

  private row(words: Int32Array, above: Int32Array): void {
    const { block, adler, history, mask, whole } = this;
    const { bytes, tail, perRow } = this.shape;
    const past = (this.y % HISTORY) * perRow;
    block.literal(FILTER_UP);
    adler.byte(FILTER_UP);
    this.previous = FILTER_UP;
    for (let i = 0; i < whole;) {
      const difference = minus(words[i], above[i]) & mask;
      let j = i + 1;
      if (difference === 0) {
        while (
          j + 4 <= whole &&
          ((words[j] ^ above[j]) |
            (words[j + 1] ^ above[j + 1]) |
            (words[j + 2] ^ above[j + 2]) |
            (words[j + 3] ^ above[j + 3])) ===
            0
        )
          j += 4;
        while (j < whole && words[j] === above[j]) j++;
        history.fill(0, past + i, past + j);
        this.zeros((j - i) * bytes);
        i = j;
        continue;
      }
      history[past + i] = difference;
      while (j < whole && (minus(words[j], above[j]) & mask) === difference) history[past + j++] = difference;
      const known = j - i > 2 || j === whole ? 0 : this.lookUp(words, above, i, difference);
      if (known) {
        i += known;
        this.previous = history[past + i - 1] >>> (8 * (bytes - 1));
        continue;
      }
      if (j === i + 1) adler.word(difference, bytes);
      else adler.repeated(difference, bytes, j - i);
      for (let k = 0; k < bytes; k++) block.literal((difference >>> (8 * k)) & 255);
      if (j > i + 1) block.match((j - i - 1) * bytes, bytes);
      this.previous = difference >>> (8 * (bytes - 1));
      i = j;
    }
    if (!tail) return;
    const difference = minus(words[whole], above[whole]);
    for (let k = 0; k < tail; k++) {
      const byte = (difference >>> (8 * k)) & 255;
      block.literal(byte);
      adler.byte(byte);
    }
  }

  private zeros(count: number): void {
    this.adler.zeros(count);
    let rest = count;
    if (this.previous !== 0) {
      this.block.literal(0);
      rest--;
      this.previous = 0;
    }
    if (rest >= 3) this.block.match(rest, 1);
    else for (; rest > 0; rest--) this.block.literal(0);
  }

  /** Words from the i-th on that stood somewhere before, written as a match; 0 where none is known. */
  private lookUp(words: Int32Array, above: Int32Array, i: number, difference: number): number {
    const { history, mask, whole, y, seen } = this;
    const { bytes, perRow } = this.shape;
    const past = (y % HISTORY) * perRow;
    const next = minus(words[i + 1], above[i + 1]) & mask;
    const slot = (Math.imul(difference, 0x9e3779b1) ^ Math.imul(next, 0x85ebca6b)) >>> (32 - HASH_BITS);
    const found = seen[slot] - 1;
    seen[slot] = y * perRow + i + 1;
    if (found < 0) return 0;
    const row = Math.floor(found / perRow);
    const at = found - row * perRow;
    const distance = (y - row) * this.stride + (i - at) * bytes;
    if (distance > FARTHEST || y - row >= HISTORY) return 0;
    const from = (row % HISTORY) * perRow + at;
    history[past + i + 1] = next;
    if (history[from] !== difference || history[from + 1] !== next) return 0;
    let length = 2;
    for (; i + length < whole && at + length < whole; length++) {
      const value = minus(words[i + length], above[i + length]) & mask;
      if (value !== history[from + length]) break;
      history[past + i + length] = value;
    }
    for (let k = 0; k < length; k++) this.adler.word(history[past + i + k], bytes);
    this.block.match(length * bytes, distance);
    return length;
  }
}
