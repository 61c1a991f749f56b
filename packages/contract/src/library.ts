import type { Garment } from '@brelm/core/colour';
import type { DesignDocument, NamedColour } from '@brelm/core/design';
import type { Licence } from '@brelm/core/rights';
import type { SvgArt } from '@brelm/core/svg';
import type { Media, Moment, Nothing } from './wire';

/** A garment colour as the seller gives it; the server makes its id. */
export type NewGarment = Omit<Garment, 'id' | 'own'>;

/** Colours that are kept for later designs. */
export interface Palette {
  id: number;
  name: string;
  colours: NamedColour[];
}

/** A design to start others from; not `own` when it came with the application. */
export interface Starter {
  id: string;
  own: boolean;
  document: DesignDocument;
}

/** A look of lettering, of pictures or of films that is kept under a name; see core's readStyle. */
export interface StoredStyle {
  id: number;
  name: string;
  document: string;
}

/** A picture that the seller brought in. */
export interface OwnPicture {
  sha256: string;
  name: string;
  width: number;
  height: number;
  bytes: number;
  createdAt: Moment;
  /** What was said of its rights. */
  licence: Licence | null;
  /** Names of the designs on the shelf that have it. */
  usedIn: string[];
}

/** What a file was that was brought in; its licence is what was said of it before. */
export type BroughtIn =
  | {
      kind: 'picture';
      sha256: string;
      name: string;
      mime: string;
      width: number;
      height: number;
      licence: Licence | null;
    }
  | { kind: 'motif'; sha256: string; name: string; art: SvgArt; licence: Licence | null };

/** A figure of the library as it is found. */
export interface MotifEntry {
  /** Set and name: `flat/owl`. */
  id: string;
  name: string;
  set: string;
  style: string;
  licence: Licence;
}

export interface TypefaceEntry {
  id: string;
  name: string;
  group: string;
  /** What the seller has said of an own one, `unknown` until then. */
  licence: Licence;
  favourite: boolean;
  /** What a search looks through, lower case. */
  words: string;
  /** What the file of an own typeface says of itself. */
  facts?: {
    index: number;
    family: string;
    style: string;
    licence: string;
    embedding: string;
    glyphs: number;
    axes: string[];
    /** Samples of what it covers, in words. */
    covers: string[];
  };
}

/** Words in a typeface as one outline: em of 100, baseline at y = 0. */
export interface FaceSample {
  path: string;
  width: number;
  top: number;
  bottom: number;
}

export interface LibraryAnswers {
  'GET garments': Garment[];
  'POST garments': Garment;
  'POST garments/csv': Garment[];
  'PUT garments/:id': Garment;
  'DELETE garments/:id': Nothing;
  'GET palettes': Palette[];
  'POST palettes': Palette;
  'DELETE palettes/:id': Nothing;
  'GET starters': Starter[];
  'POST starters': Starter;
  'DELETE starters/:id': Nothing;
  'GET dictionaries/forms': Media<'text/plain'>;
  'GET dictionaries/:id/:part': Media<'text/plain'>;
  'GET lettering-styles': StoredStyle[];
  'POST lettering-styles': StoredStyle;
  'DELETE lettering-styles/:id': Nothing;
  'GET picture-looks': StoredStyle[];
  'POST picture-looks': StoredStyle;
  'DELETE picture-looks/:id': Nothing;
  'GET films': StoredStyle[];
  'POST films': StoredStyle;
  'DELETE films/:id': Nothing;
  'GET materials': { total: number; pictures: OwnPicture[] };
  'POST materials': BroughtIn;
  'GET materials/:sha256/file': Media<'application/octet-stream'>;
  'POST materials/bills': { sha256: string; name: string };
  'PUT materials/:sha256/licence': Nothing;
  'GET materials/:sha256/preview': Media<'image/webp'>;
  'GET motifs': { total: number; entries: MotifEntry[] };
  'GET motifs/topics': { id: string; name: string }[];
  'GET motifs/:set/:name/picture.svg': Media<'image/svg+xml'>;
  'GET motifs/:set/:name': MotifEntry & { art: SvgArt };
  'GET typefaces': TypefaceEntry[];
  'POST typefaces': TypefaceEntry[];
  'GET typefaces/used': Record<string, string[]>;
  'GET typefaces/covering': { ids: string[] };
  'GET typefaces/:id/file': Media<'font/ttf'>;
  'GET typefaces/:id/sample': FaceSample;
  'PUT typefaces/:id/favourite': Nothing;
  'PUT typefaces/:id/licence': Nothing;
  'DELETE typefaces/:id': Nothing;
  'GET words': string[];
  'POST words': string[];
  'DELETE words/:word': string[];
}
