import { slugOf } from '../design';
import type { PictureRules, PictureShape, Spec } from '../spec';
import type { Ground } from './ground';
import { inchesOf, type PrintArea } from './places';
import type { PrintField, Scene, SceneMaps } from './types';

export const CROPS = ['whole', 'square', 'tall', 'close'] as const;
export type Crop = (typeof CROPS)[number];

export const CROP_NAMES: Record<Crop, string> = {
  whole: 'whole, 4 : 5',
  square: 'square',
  tall: 'tall, 3 : 4',
  close: 'close, square',
};

export const MOCKUP_FORMATS = ['jpeg', 'png', 'webp'] as const;
export type MockupFormat = (typeof MOCKUP_FORMATS)[number];

/** Widths that a mockup may have, px. */
export const MOCKUP_WIDTHS = { least: 200, most: 4000 };

/** Which picture is wanted of a design on a side of a product. */
export interface MockupWish {
  scene: string;
  /** Colour of the blank, by its id; the scene's own where null. */
  garment: string | null;
  /** Size of the blank; the one that was photographed where null. */
  size: string | null;
  /** See PRINT_LOOKS. */
  look: string;
  ground: Ground;
  crop: Crop;
  /** Of the picture, px. */
  width: number;
  format: MockupFormat;
  /** The same in several colours beside one another instead of in one. */
  tiles?: MockupTile[];
  words?: MockupWords;
  /** Bytes that the file may have at the most. */
  maxBytes?: number;
}

/** One of several pictures beside one another. */
export interface MockupTile {
  garment: string | null;
  colourway: string;
  /** The garment colour whose own position it has. */
  apart: string | null;
  /** What stands below it. */
  label: string;
}

/** Words on a picture; none of a kind where it is empty. */
export interface MockupWords {
  /** Below the picture. */
  caption: string;
  /** The shop's name, small in its corner. */
  mark: string;
  /** A typeface of the catalogue, by its id. */
  face: string;
}

/** Pictures that stand beside one another at the most. */
export const MOST_TILES = 40;

/** The crop that a shape of a listing's pictures is. */
const CROP_OF: Record<PictureShape, Crop> = { square: 'square', '4:5': 'whole', '3:4': 'tall' };

type Shown = Pick<MockupWish, 'crop' | 'width' | 'maxBytes'>;

/** Widths over heights of the crops. */
const ACROSS: Record<Crop, number> = { whole: 4 / 5, square: 1, tall: 3 / 4, close: 1 };

/** What of a picture is not as a listing asks for it, in words; nothing where it is. */
export function againstListing({ crop, width, maxBytes }: Shown, rules: PictureRules): string[] {
  const { shapes, leastPx, mostBytes } = rules;
  const said: string[] = [];
  if (!shapes.some((s) => ACROSS[CROP_OF[s]] === ACROSS[crop]))
    said.push(`it asks for ${shapes.join(' or ')}`);
  const shorter = Math.round(Math.min(width, width / ACROSS[crop]));
  if (shorter < leastPx) said.push(`it asks for ${leastPx} px at least, and this has ${shorter}`);
  if (maxBytes === undefined || maxBytes > mostBytes)
    said.push(`it takes files of ${mostBytes / 1e6} MB at the most`);
  return said;
}

/** A picture as a listing asks for it, as near to what was chosen as that lets it be. */
export function asListed({ crop, width, maxBytes }: Shown, rules: PictureRules): Required<Shown> {
  const fits = rules.shapes.some((s) => ACROSS[CROP_OF[s]] === ACROSS[crop]);
  return {
    crop: fits ? crop : CROP_OF[rules.shapes[0]],
    // All crops are no wider than high: their width is the shorter side.
    width: Math.min(MOCKUP_WIDTHS.most, Math.max(width, rules.leastPx)),
    maxBytes: Math.min(maxBytes ?? Infinity, rules.mostBytes),
  };
}

/** The look that a print has on a product where nothing is chosen. */
export const usualLook = ({ kind }: Pick<Spec, 'kind'>): string => {
  if (kind === 'sticker' || kind === 'magnet') return 'sticker';
  return kind === 'mug' || kind === 'cushion' || kind === 'ornament' ? 'dye' : 'ink';
};

type Window = { left: number; top: number; right: number; bottom: number };

const SHAPES: Record<Exclude<Crop, 'close' | 'whole'>, number> = { square: 1, tall: 3 / 4 };

/** The middle of what is printed and its width, shares of the scene; the middle of the picture where none is found. */
function printedAt(
  scene: Scene,
  { surface }: Pick<SceneMaps, 'surface'>,
  field: PrintField,
  area: PrintArea,
  size: number,
): { x: number; y: number; width: number } {
  let [left, top, right, bottom] = [1, 1, 0, 0];
  if (field.by !== 'surface')
    for (const [x, y] of field.by === 'mesh' ? field.points : field.corners) {
      [left, top] = [Math.min(left, x), Math.min(top, y)];
      [right, bottom] = [Math.max(right, x), Math.max(bottom, y)];
    }
  else if (surface) {
    const { width, height, channels, data } = surface;
    const from = [
      field.at[0] - area.widthIn / size / 2,
      field.at[1] + (field.anchor === 'top' ? area.collarIn : -area.heightIn / 2) / size,
    ];
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const o = (y * width + x) * channels;
        if (data[o + 2] !== field.surface) continue;
        const u = (inchesOf(data[o]) - from[0]) * size;
        const v = (inchesOf(data[o + 1]) - from[1]) * size;
        if (u < 0 || v < 0 || u > area.widthIn || v > area.heightIn) continue;
        [left, top] = [Math.min(left, x / width), Math.min(top, y / height)];
        [right, bottom] = [Math.max(right, x / width), Math.max(bottom, y / height)];
      }
  }
  if (right <= left || bottom <= top) return { x: 0.5, y: 0.5, width: 0.5 };
  return {
    x: (left + right) / 2,
    y: (top + bottom) / 2,
    width: Math.max(right - left, ((bottom - top) * scene.height) / scene.width),
  };
}

/** What a crop shows of a scene, shares of it: around what is printed, never beyond the picture. */
export function windowOf(
  scene: Scene,
  maps: Pick<SceneMaps, 'surface'>,
  crop: Crop,
  field: PrintField,
  area: PrintArea,
  size: number,
): Window {
  if (crop === 'whole') return { left: 0, top: 0, right: 1, bottom: 1 };
  const at = printedAt(scene, maps, field, area, size);
  const across = scene.width / scene.height;
  const shape = crop === 'close' ? 1 : SHAPES[crop];
  let width = crop === 'close' ? Math.min(1, Math.max(0.25, at.width * 0.72)) : 1;
  let height = (width * across) / shape;
  if (height > 1) [width, height] = [shape / across, 1];
  const left = Math.max(0, Math.min(1 - width, at.x - width / 2));
  const top = Math.max(0, Math.min(1 - height, at.y - height / 2));
  return { left, top, right: left + width, bottom: top + height };
}

/** The name of a mockup's file: it says that it is one. */
export const mockupName = (
  design: string,
  wish: Pick<MockupWish, 'scene' | 'crop' | 'size' | 'format' | 'tiles'>,
  colourway: string | null,
  garment: string | null,
): string =>
  `${[
    design,
    wish.scene,
    wish.tiles ? `${wish.tiles.length} beside one another` : garment,
    wish.tiles ? null : colourway,
    wish.size,
    wish.crop === 'whole' ? null : wish.crop,
  ]
    .filter((part): part is string => Boolean(part))
    .map((part) => slugOf(part).slice(0, 60) || 'untitled')
    .join('-')}-mockup.${wish.format === 'jpeg' ? 'jpg' : wish.format}`;
