import type { ProductKind } from '../spec';
import type { PhotoFacts, PhotoSetup } from './photo/types';

export const SCENE_FORMAT = 'brelm-scene';
export const SCENE_VERSION = 1;

/** What a blank is made of: what its surface adds to what is printed on it. `none`: nothing is dyed or woven. */
export const CLOTHS = ['jersey', 'fleece', 'canvas', 'twill', 'linen', 'paper', 'glazed', 'none'] as const;
export type Cloth = (typeof CLOTHS)[number];

/** Where a print lies: by the scene's own map of its blank's surface. */
interface OnSurface {
  by: 'surface';
  /** Which surface of the map. */
  surface: number;
  /** Which point of the print area lies at `at`: the middle of its top edge (below the collar's seam), or its middle. */
  anchor: 'top' | 'middle';
  /** Inches right and down on that surface; of garments from the middle of the collar's seam. */
  at: readonly [number, number];
}

/** Where a print lies: its four corners in the picture, shares of its width and height; clockwise from the top left. */
interface ByCorners {
  by: 'corners';
  corners: readonly (readonly [number, number])[];
}

/** Where a print lies: a net of points in the picture, row by row, shares of its width and height. */
interface ByMesh {
  by: 'mesh';
  columns: number;
  rows: number;
  points: readonly (readonly [number, number])[];
}

/** A place in a scene that is printed on. */
export type PrintField = (OnSurface | ByCorners | ByMesh) & {
  /** Which side of a product, by its id; any where null. */
  side: string | null;
};

/** Sizes that a blank comes in, by what it measures across, inches. */
export interface Sizes {
  /** The size that was photographed. */
  own: string;
  widths: Readonly<Record<string, number>>;
}

/** A picture of a blank, and what is needed to print on it. */
export interface Scene {
  format: typeof SCENE_FORMAT;
  version: typeof SCENE_VERSION;
  id: string;
  name: string;
  /** Where it stands among the others. */
  position: number;
  /** SPDX identifier, or words. */
  licence: string;
  /** What it shows: products of these kinds, and of these blanks alone where some are named. */
  products: { kinds: readonly ProductKind[]; blanks: readonly string[] };
  cloth: Cloth;
  /** Whether the blank takes the garment's colour. */
  dyed: boolean;
  sizes: Sizes | null;
  fields: readonly PrintField[];
  /** px of its maps. */
  width: number;
  height: number;
  /** Inches that are seen from top to bottom where the blank is. */
  seenIn: number;
  /** Light that the value 255 of `light` and `ground` stands for: 1 is a white matt surface in full light. */
  brightest: number;
  /** Names of its pictures; see docs/scene-format.md. Null for a photo, of which they are worked out. */
  maps: MapNames | null;
  photo: PhotoSetup | null;
}

export interface MapNames {
  light: string;
  cover: string;
  ground: string | null;
  gloss: string | null;
  back: string | null;
  surface: string | null;
}

/** A picture of 8 bits a channel, or of 16. */
export interface MapImage<D = Uint8Array | Uint8ClampedArray> {
  width: number;
  height: number;
  channels: number;
  data: D;
}

/** The pictures of a scene, decoded. */
export interface SceneMaps {
  light: MapImage;
  cover: MapImage;
  ground: MapImage | null;
  gloss: MapImage | null;
  back: MapImage | null;
  surface: MapImage<Uint16Array> | null;
  /** What was measured of a photo: `back` is the photo itself, with the blank in it. */
  photo: PhotoFacts | null;
}
