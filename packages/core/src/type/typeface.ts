import { parseSvgPath, type PathData } from '../geometry';

/** The parts of harfbuzzjs (0.10) that are used here. */
export interface HarfBuzz {
  createBlob(bytes: ArrayBuffer | Uint8Array): { destroy(): void };
  createFace(blob: unknown, index: number): { upem: number; collectUnicodes(): Uint32Array; destroy(): void };
  createFont(face: unknown): HarfBuzzFont;
  createBuffer(): HarfBuzzBuffer;
  shape(font: HarfBuzzFont, buffer: HarfBuzzBuffer, features?: string): void;
}
interface HarfBuzzFont {
  glyphToPath(glyph: number): string;
  hExtents(): { ascender: number; descender: number; lineGap: number };
  destroy(): void;
}
interface HarfBuzzBuffer {
  addText(text: string): void;
  guessSegmentProperties(): void;
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

/** A typeface that is ready to shape text. */
export interface Typeface {
  id: string;
  /** Font units in an em. */
  unitsPerEm: number;
  /** Ascender above and descender below the baseline, font units, descender negative. */
  ascender: number;
  descender: number;
  /** Glyphs of `text` in visual order. `features` as HarfBuzz writes them: "kern=0", "ss01". */
  shape(text: string, features?: readonly string[]): Glyph[];
  /** A glyph's outline in font units, y up; cached. */
  outline(glyph: number): PathData;
  has(character: string): boolean;
}

/** The first four bytes of a font file that shaping can use: TrueType, CFF, collection. */
export function isFontFile(bytes: Uint8Array): boolean {
  const tag = String.fromCharCode(...bytes.subarray(0, 4));
  return tag === '\0\x01\0\0' || tag === 'OTTO' || tag === 'true' || tag === 'ttcf';
}

/**
 * Reads a TTF or OTF file. Throws a RangeError with the reason when the bytes are no usable font.
 * `hb` is HarfBuzz, loaded by the caller, since how its bytes are found differs by platform.
 */
export function createTypeface(hb: HarfBuzz, id: string, bytes: Uint8Array): Typeface {
  if (!isFontFile(bytes)) throw new RangeError(`typeface ${id}: the file is no TrueType or OpenType font`);
  const face = hb.createFace(hb.createBlob(bytes), 0);
  const covered = new Set(face.collectUnicodes());
  if (covered.size === 0 || !face.upem)
    throw new RangeError(`typeface ${id}: the font is damaged, it maps no characters`);
  const font = hb.createFont(face);
  const { ascender, descender } = font.hExtents();
  const outlines = new Map<number, PathData>();
  return {
    id,
    unitsPerEm: face.upem,
    ascender,
    descender,
    has: (character) => covered.has(character.codePointAt(0)!),
    outline(glyph) {
      let path = outlines.get(glyph);
      if (!path) {
        path = parseSvgPath(font.glyphToPath(glyph));
        outlines.set(glyph, path);
      }
      return path;
    },
    shape(text, features = []) {
      if (text === '') return [];
      const buffer = hb.createBuffer();
      try {
        buffer.addText(text);
        buffer.guessSegmentProperties();
        hb.shape(font, buffer, features.join(',') || undefined);
        return buffer.json().map((g) => ({ id: g.g, cluster: g.cl, advance: g.ax, dx: g.dx, dy: g.dy }));
      } finally {
        buffer.destroy();
      }
    },
  };
}
