import { number, record, text, type Field } from '../fields';

/** A picture in greys that wears ink away, kept with the wear itself: the same everywhere, and nothing to be looked up. */
export interface WearGrey {
  width: number;
  height: number;
  /** A byte a pixel, 0 black, row by row from the top; base64. What is missing is white. */
  data: string;
}

/** The most pixels of a side: over 100 mm of print that is four to a mm. */
export const MOST_GREY = 400;
const BASE64 = /^(?:[A-Za-z0-9+/]{4})*(?:[A-Za-z0-9+/]{2}==|[A-Za-z0-9+/]{3}=)?$/;
const side = number({ min: 1, max: MOST_GREY, whole: true });

export const GREY_FIELD: Field<WearGrey> = record<WearGrey>(
  {
    width: side,
    height: side,
    data: text({
      max: 4 * Math.ceil((MOST_GREY * MOST_GREY) / 3),
      pattern: BASE64,
      says: 'must be base64',
      examples: ['AP8='],
    }),
  },
  { name: 'grey' },
);

const { atob } = globalThis as unknown as { atob(text: string): string };

interface Read {
  key: string;
  bytes: Uint8Array;
}
const read = new WeakMap<WearGrey, Read>();

/** Its bytes, and what tells it from others: FNV-1a of them. */
function bytesOf(grey: WearGrey): Read {
  let known = read.get(grey);
  if (!known) {
    const bytes = Uint8Array.from(atob(grey.data), (c) => c.charCodeAt(0));
    let hash = 0x811c9dc5;
    for (const byte of bytes) hash = Math.imul(hash ^ byte, 0x01000193);
    read.set(grey, (known = { key: `${grey.width} ${grey.height} ${hash >>> 0}`, bytes }));
  }
  return known;
}

const named = new Map<string, WearGrey>();
const MOST_NAMED = 60;

/** A short name for a picture, which `greyNamed` knows again in this process. */
export function greyName(grey: WearGrey): string {
  const { key } = bytesOf(grey);
  if (!named.has(key)) {
    if (named.size >= MOST_NAMED) named.delete(named.keys().next().value!);
    named.set(key, grey);
  }
  return key;
}

export const greyNamed = (name: string): WearGrey | undefined => named.get(name);

/**
 * How light it is at a place, 0–1, one unit as wide as the picture; it goes on as in a mirror on all sides, so that no
 * seam shows.
 */
export function lightOf(grey: WearGrey): (u: number, v: number) => number {
  const { width, height } = grey;
  const { bytes } = bytesOf(grey);
  const mirrored = (t: number, size: number) => {
    const at = Math.abs(t) % (2 * size);
    return at < size ? at : 2 * size - at;
  };
  return (u, v) => {
    const x = Math.min(width - 1, Math.max(0, mirrored(u * width, width) - 0.5));
    const y = Math.min(height - 1, Math.max(0, mirrored(v * width, height) - 0.5));
    const [i, j] = [Math.floor(x), Math.floor(y)];
    const [i1, j1] = [Math.min(width - 1, i + 1), Math.min(height - 1, j + 1)];
    const [s, t] = [x - i, y - j];
    const at = (a: number, b: number) => bytes[b * width + a] ?? 255;
    const top = at(i, j) + (at(i1, j) - at(i, j)) * s;
    const foot = at(i, j1) + (at(i1, j1) - at(i, j1)) * s;
    return (top + (foot - top) * t) / 255;
  };
}
