import { parseSvgPath, pathBounds, type PathData } from '../geometry';
import { embeddingOf, type Embedding } from './embedding';
import { ownFace } from './own-face';

/** The parts of harfbuzzjs (0.10) that are used here. */
export interface HarfBuzz {
  createBlob(bytes: ArrayBuffer | Uint8Array): { destroy(): void };
  createFace(blob: unknown, index: number): HarfBuzzFace;
  createFont(face: unknown): HarfBuzzFont;
  createBuffer(): HarfBuzzBuffer;
  shape(font: HarfBuzzFont, buffer: HarfBuzzBuffer, features?: string): void;
}
interface HarfBuzzFace {
  upem: number;
  reference_table(tag: string): Uint8Array | undefined;
  getAxisInfos(): Record<string, { min: number; default: number; max: number }>;
  getTableFeatureTags(table: 'GSUB' | 'GPOS'): string[];
  collectUnicodes(): Uint32Array;
  destroy(): void;
}
interface HarfBuzzFont {
  glyphToPath(glyph: number): string;
  glyphHAdvance(glyph: number): number;
  hExtents(): { ascender: number; descender: number; lineGap: number };
  setVariations(axes: Record<string, number>): void;
  destroy(): void;
}
interface HarfBuzzBuffer {
  addText(text: string): void;
  guessSegmentProperties(): void;
  setDirection(direction: 'ltr' | 'rtl'): void;
  json(): { g: number; cl: number; ax: number; ay: number; dx: number; dy: number }[];
  destroy(): void;
}

/** One placed form of a shaped text, in font units with y up. */
export interface Glyph {
  id: number;
  /** Index into the text (UTF-16) of the first character that it stands for. */
  cluster: number;
  advance: number;
  dx: number;
  dy: number;
}

/** A design axis of a variable typeface, in its own units (OpenType `fvar`). */
export interface Axis {
  tag: string;
  least: number;
  most: number;
  usual: number;
}
export type AxisValues = Readonly<Record<string, number>>;

/** A typeface that is ready to shape text. */
export interface Typeface {
  id: string;
  /** Font units in an em. */
  unitsPerEm: number;
  /** Ascender above and descender below the baseline, font units, descender negative. */
  ascender: number;
  descender: number;
  /** Height of a flat capital and of a lower-case x, font units; measured off the outlines. */
  capHeight: number;
  xHeight: number;
  axes: readonly Axis[];
  /** Tags of the substitutions that the typeface has (OpenType `GSUB`), sorted. */
  substitutions: readonly string[];
  glyphCount: number;
  /** What its maker allows for embedding. */
  embedding: Embedding;
  /** The same typeface at other places on its axes; unknown axes are passed over, values are clamped. */
  at(axes: AxisValues): Typeface;
  /**
   * Glyphs of `text` in visual order. `features` as HarfBuzz writes them: "kern=0", "ss01",
   * "salt[2:3]=2" (for the characters from 2 up to 3). `direction` is guessed when left out.
   */
  shape(text: string, features?: readonly string[], direction?: 'ltr' | 'rtl'): Glyph[];
  /** A glyph's outline in font units, y up; cached. */
  outline(glyph: number): PathData;
  /** Advance width of a glyph by itself, font units. */
  advance(glyph: number): number;
  has(character: string): boolean;
}

/** The first four bytes of a font file that shaping can use: TrueType, CFF, collection. */
export function isFontFile(bytes: Uint8Array): boolean {
  const tag = String.fromCharCode(...bytes.subarray(0, 4));
  return tag === '\0\x01\0\0' || tag === 'OTTO' || tag === 'true' || tag === 'ttcf';
}

/** A coordinate that no em reaches: outlines beyond it are a broken table's. */
const FARTHEST = 100_000;

/**
 * Reads a TTF or OTF file. Throws a RangeError with the reason when the bytes are no usable font.
 * `hb` is HarfBuzz, loaded by the caller, since how its bytes are found differs by platform;
 * `index` is the font's place in a collection: an own typeface's id tells it.
 */
export function createTypeface(
  hb: HarfBuzz,
  id: string,
  bytes: Uint8Array,
  index = ownFace(id)?.index ?? 0,
): Typeface {
  if (!isFontFile(bytes)) throw new RangeError(`typeface ${id}: the file is no TrueType or OpenType font`);
  const face = hb.createFace(hb.createBlob(bytes), index);
  const covered = new Set(face.collectUnicodes());
  if (covered.size === 0 || !face.upem)
    throw new RangeError(`typeface ${id}: the font is damaged, it maps no characters`);
  const axes = Object.entries(face.getAxisInfos()).map(([tag, a]) => ({
    tag,
    least: a.min,
    most: a.max,
    usual: a.default,
  }));
  const maxp = face.reference_table('maxp');
  const shared = {
    id,
    unitsPerEm: face.upem,
    axes,
    substitutions: [...new Set(face.getTableFeatureTags('GSUB'))].sort(),
    glyphCount: maxp && maxp.length >= 6 ? maxp[4] * 256 + maxp[5] : 0,
    embedding: embeddingOf(face.reference_table('OS/2')),
    has: (character: string) => covered.has(character.codePointAt(0)!),
  };
  const made = new Map<string, Typeface>();

  const at = (values: AxisValues): Typeface => {
    const set: Record<string, number> = {};
    for (const { tag, least, most, usual } of axes) {
      const value = Math.max(least, Math.min(most, values[tag] ?? usual));
      if (Number.isFinite(value) && value !== usual) set[tag] = value;
    }
    const key = JSON.stringify(set);
    let typeface = made.get(key);
    if (!typeface) {
      // A slider passes many places: each keeps a font of its own, so only so many are kept.
      if (made.size > 60) made.delete([...made.keys()][1]);
      made.set(key, (typeface = instance(set)));
    }
    return typeface;
  };

  function instance(set: Record<string, number>): Typeface {
    const font = hb.createFont(face);
    if (Object.keys(set).length) font.setVariations(set);
    const { ascender, descender } = font.hExtents();
    const outlines = new Map<number, PathData>();
    const outline = (glyph: number): PathData => {
      let path = outlines.get(glyph);
      if (!path) {
        path = parseSvgPath(font.glyphToPath(glyph));
        if (path.some((n) => Math.abs(n) > FARTHEST)) path = [];
        outlines.set(glyph, path);
      }
      return path;
    };
    const shape: Typeface['shape'] = (text, features = [], direction) => {
      if (text === '') return [];
      const buffer = hb.createBuffer();
      try {
        buffer.addText(text);
        buffer.guessSegmentProperties();
        if (direction) buffer.setDirection(direction);
        hb.shape(font, buffer, features.join(',') || undefined);
        return buffer.json().map((g) => ({ id: g.g, cluster: g.cl, advance: g.ax, dx: g.dx, dy: g.dy }));
      } finally {
        buffer.destroy();
      }
    };
    const heightOf = (letter: string, otherwise: number) => {
      if (!shared.has(letter)) return otherwise;
      const top = pathBounds(outline(shape(letter)[0]?.id ?? 0)).bottom;
      return Number.isFinite(top) && top > 0 ? top : otherwise;
    };
    const capHeight = heightOf('H', ascender > 0 ? ascender * 0.8 : face.upem * 0.7);
    return {
      ...shared,
      ascender,
      descender,
      capHeight,
      xHeight: heightOf('x', capHeight * 0.7),
      at,
      shape,
      outline,
      advance: (glyph) => font.glyphHAdvance(glyph),
    };
  }
  return at({});
}
