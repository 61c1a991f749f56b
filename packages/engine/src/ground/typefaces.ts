import { readFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { decompress } from 'wawoff2';
import { type Design, allParts } from '@brelm/core/design';
import type { Materials } from '@brelm/core/drawing';
import { facesOfPart } from '@brelm/core/parts';
import {
  CATALOGUE,
  catalogueFace,
  containerOf,
  createTypeface,
  fontFacts,
  fontsIn,
  ownFace,
  unpackWoff,
  type FontFacts,
  type HarfBuzz,
  type Typeface,
} from '@brelm/core/type';
import { outlineOps } from './outline-ops';
// eslint-disable-next-line @typescript-eslint/no-require-imports -- the package exports a promise
const harfbuzz = require('harfbuzzjs') as Promise<HarfBuzz>;

/** Largest font file that may be brought in, bytes. */
export const MOST_FONT_BYTES = 30_000_000;

/** What a font may unpack to, bytes. */
const MOST_UNPACKED_BYTES = 60_000_000;

/** A font file that cannot be used, with the reason in words. */
export class FontError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'FontError';
  }
}

/** Path of a catalogue typeface's file, or undefined for an id that is not in the catalogue. */
export function typefaceFile(id: string): string | undefined {
  const face = catalogueFace(id);
  return face && join(dirname(require.resolve(`${face.package}/package.json`)), face.file);
}

/** A font file of any kind as TrueType, OpenType or a collection. Throws a FontError. */
export async function unpackFont(bytes: Uint8Array): Promise<Uint8Array> {
  const container = containerOf(bytes);
  try {
    if (container === 'woff') return unpackWoff(bytes);
    if (container === 'woff2') {
      const claimed = new DataView(bytes.buffer, bytes.byteOffset).getUint32(16);
      if (claimed > MOST_UNPACKED_BYTES)
        throw new RangeError(
          `the WOFF2 file would unpack to ${Math.round(claimed / 1e6)} MB: at most ${MOST_UNPACKED_BYTES / 1e6} MB are read`,
        );
      return new Uint8Array(await decompress(bytes));
    }
  } catch (error) {
    throw new FontError(
      error instanceof RangeError ? error.message : 'the WOFF2 file is damaged: it cannot be unpacked',
    );
  }
  if (!container) throw new FontError('this is no TTF, OTF, WOFF, WOFF2 or TTC file');
  return bytes;
}

export interface OwnFont extends FontFacts {
  index: number;
  glyphs: number;
  axes: string[];
  /** Samples of what it covers, in words. */
  covers: string[];
}

const COVERAGE: readonly [string, string][] = [
  ['Latin', 'Aa'],
  ['accented letters', 'éñøłß'],
  ['Greek', 'αΩ'],
  ['Cyrillic', 'Жя'],
  ['Hebrew', 'אש'],
  ['Arabic', 'بج'],
  ['figures', '0789'],
];

/** What fonts there are in an unpacked file. Throws a FontError when one of them cannot be used. */
export async function inspectFont(bytes: Uint8Array): Promise<OwnFont[]> {
  const hb = await harfbuzz;
  return Array.from({ length: fontsIn(bytes) }, (_, index) => {
    let face: Typeface;
    try {
      face = createTypeface(hb, 'font', bytes, index);
      const [glyph] = face.shape('A');
      if (glyph) face.outline(glyph.id);
    } catch (error) {
      throw new FontError((error as Error).message.replace(/^typeface font: /, ''));
    }
    return {
      ...fontFacts(bytes, index),
      index,
      glyphs: face.glyphCount,
      axes: face.axes.map((a) => a.tag),
      covers: COVERAGE.filter(([, letters]) => [...letters].every(face.has)).map(([name]) => name),
    };
  });
}

/** The bytes of an own font file by its SHA-256. */
export type OwnFontBytes = (sha256: string) => Promise<Uint8Array>;

/** The file of a typeface, ready for shaping; undefined for an id that is neither shipped nor own. */
export async function typefaceBytes(id: string, own?: OwnFontBytes): Promise<Uint8Array | undefined> {
  const file = typefaceFile(id);
  if (file) return unpackFont(await readFile(file));
  const mine = ownFace(id);
  return mine && own ? own(mine.sha256) : undefined;
}

const loaded = new Map<string, Promise<Typeface | undefined>>();

/** A typeface, read once; undefined for an id that is not there. */
export function loadTypeface(id: string, own?: OwnFontBytes): Promise<Typeface | undefined> {
  let face = loaded.get(id);
  if (!face) {
    face = Promise.all([harfbuzz, typefaceBytes(id, own)]).then(
      ([hb, bytes]) => bytes && createTypeface(hb, id, bytes),
    );
    loaded.set(id, face);
    // One that is not there now may be brought in later.
    void face.then(
      (made) => made ?? loaded.delete(id),
      () => loaded.delete(id),
    );
  }
  return face;
}

/** The shipped typefaces that have all of these characters, in the catalogue's order. */
export async function facesWith(characters: string): Promise<string[]> {
  const wanted = [...new Set(characters)];
  const ids: string[] = [];
  for (const { id } of CATALOGUE) {
    const face = await loadTypeface(id);
    if (face && wanted.every((c) => face.has(c))) ids.push(id);
  }
  return ids;
}

/** The typefaces that a design uses, and outline operations. Those not to be had are left undefined. */
export async function loadMaterials(design: Design, own?: OwnFontBytes): Promise<Materials> {
  const ids = new Set(allParts(design).flatMap(facesOfPart));
  const faces = new Map<string, Typeface>();
  for (const id of ids) {
    const face = await loadTypeface(id, own).catch(() => undefined);
    if (face) faces.set(id, face);
  }
  return { face: (id) => faces.get(id), ops: await outlineOps() };
}
