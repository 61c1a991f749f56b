import { unzlibSync } from 'fflate';
import { embeddingOf, type Embedding } from './embedding';

/** What a font file says of itself. */
export interface FontFacts {
  family: string;
  style: string;
  /** The licence text or address in the file (name ids 13 and 14); empty when it has none. */
  licence: string;
  embedding: Embedding;
}

const tagAt = (b: Uint8Array, at: number) => String.fromCharCode(b[at], b[at + 1], b[at + 2], b[at + 3]);
const u16 = (b: Uint8Array, at: number) => (b[at] << 8) | b[at + 1];
const u32 = (b: Uint8Array, at: number) =>
  ((b[at] << 24) | (b[at + 1] << 16) | (b[at + 2] << 8) | b[at + 3]) >>> 0;

export type FontContainer = 'sfnt' | 'collection' | 'woff' | 'woff2';

/** What kind of font file it is, by its first four bytes; null for none. */
export function containerOf(bytes: Uint8Array): FontContainer | null {
  if (bytes.length < 12) return null;
  const tag = tagAt(bytes, 0);
  if (tag === 'wOFF') return 'woff';
  if (tag === 'wOF2') return 'woff2';
  if (tag === 'ttcf') return 'collection';
  return tag === '\0\x01\0\0' || tag === 'OTTO' || tag === 'true' ? 'sfnt' : null;
}

/** How many fonts a file holds: 1 but for a collection. */
export const fontsIn = (bytes: Uint8Array): number =>
  containerOf(bytes) === 'collection' ? Math.min(64, u32(bytes, 8)) : 1;

/** What a file may unpack to, bytes, and how many tables it may have; more is no font. */
const LARGEST_UNPACKED = 60_000_000;
const MOST_TABLES = 200;

/**
 * A WOFF 1.0 file (W3C Recommendation, 2012) as the sfnt that it wraps. Throws a RangeError with the
 * reason when it is damaged.
 */
export function unpackWoff(bytes: Uint8Array): Uint8Array {
  const count = u16(bytes, 12);
  if (bytes.length < 44 + count * 20 || count === 0) throw new RangeError('the WOFF file is cut off');
  if (count > MOST_TABLES) throw new RangeError(`the WOFF file has ${count} tables: no font has so many`);
  // Tables may share packed bytes: what counts is what they come to.
  let all = 0;
  for (let i = 0; i < count; i++) all += u32(bytes, 44 + i * 20 + 12);
  if (all > LARGEST_UNPACKED)
    throw new RangeError(
      `the WOFF file would unpack to ${Math.round(all / 1e6)} MB: at most ${LARGEST_UNPACKED / 1e6} MB are read`,
    );
  const tables = Array.from({ length: count }, (_, i) => {
    const at = 44 + i * 20;
    const [offset, packed, length] = [u32(bytes, at + 4), u32(bytes, at + 8), u32(bytes, at + 12)];
    const tag = tagAt(bytes, at);
    if (offset + packed > bytes.length || packed > length)
      throw new RangeError(`the WOFF file is damaged: its table ${tag} lies outside of it`);
    const raw = bytes.subarray(offset, offset + packed);
    let data = raw;
    if (packed < length) {
      try {
        data = unzlibSync(raw, { out: new Uint8Array(length) });
      } catch {
        throw new RangeError(`the WOFF file is damaged: its table ${tag} cannot be unpacked`);
      }
    }
    return { tag, checksum: u32(bytes, at + 16), data };
  });
  const padded = (n: number) => (n + 3) & ~3;
  const head = 12 + count * 16;
  const out = new Uint8Array(head + tables.reduce((n, t) => n + padded(t.data.length), 0));
  const view = new DataView(out.buffer);
  out.set(bytes.subarray(4, 8), 0);
  view.setUint16(4, count);
  const power = 2 ** Math.floor(Math.log2(count));
  view.setUint16(6, power * 16);
  view.setUint16(8, Math.log2(power));
  view.setUint16(10, count * 16 - power * 16);
  let at = head;
  tables.forEach((t, i) => {
    const row = 12 + i * 16;
    for (let k = 0; k < 4; k++) out[row + k] = t.tag.charCodeAt(k);
    view.setUint32(row + 4, t.checksum);
    view.setUint32(row + 8, at);
    view.setUint32(row + 12, t.data.length);
    out.set(t.data, at);
    at += padded(t.data.length);
  });
  return out;
}

/** The bytes of a table of an sfnt, or of font `index` of a collection; null when it has none. */
function tableOf(bytes: Uint8Array, tag: string, index: number): Uint8Array | null {
  const base = containerOf(bytes) === 'collection' ? u32(bytes, 12 + index * 4) : 0;
  const count = u16(bytes, base + 4);
  for (let i = 0; i < count; i++) {
    const at = base + 12 + i * 16;
    if (at + 16 > bytes.length) return null;
    if (tagAt(bytes, at) !== tag) continue;
    const [offset, length] = [u32(bytes, at + 8), u32(bytes, at + 12)];
    return offset + length <= bytes.length ? bytes.subarray(offset, offset + length) : null;
  }
  return null;
}

/** A name of the `name` table: Windows English where there is one, else the first of its kind. */
function nameOf(table: Uint8Array | null, id: number): string {
  if (!table || table.length < 6) return '';
  const [count, strings] = [u16(table, 2), u16(table, 4)];
  let best = '';
  for (let i = 0; i < count; i++) {
    const at = 6 + i * 12;
    if (at + 12 > table.length) break;
    if (u16(table, at + 6) !== id) continue;
    const platform = u16(table, at);
    const from = strings + u16(table, at + 10);
    const raw = table.subarray(from, from + u16(table, at + 8));
    let text = '';
    if (platform === 1) for (const c of raw) text += String.fromCharCode(c);
    else for (let k = 0; k + 1 < raw.length; k += 2) text += String.fromCharCode(u16(raw, k));
    if (platform === 3 && (u16(table, at + 4) & 0x3ff) === 9) return text;
    best ||= text;
  }
  return best;
}

/** What an sfnt (or font `index` of a collection) says of itself. Never throws. */
export function fontFacts(bytes: Uint8Array, index = 0): FontFacts {
  const names = tableOf(bytes, 'name', index);
  const licence = [nameOf(names, 13), nameOf(names, 14)].filter(Boolean).join(' ');
  return {
    family: (nameOf(names, 16) || nameOf(names, 1)).slice(0, 120),
    style: (nameOf(names, 17) || nameOf(names, 2)).slice(0, 60),
    licence: licence.slice(0, 4000),
    embedding: embeddingOf(tableOf(bytes, 'OS/2', index)),
  };
}
