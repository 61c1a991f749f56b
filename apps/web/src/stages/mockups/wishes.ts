import type { Garment } from '@brelm/core/colour';
import type { Design } from '@brelm/core/design';
import {
  CAPTION_FACES,
  MOST_TILES,
  PLAIN_GROUND,
  isGround,
  type Crop,
  type MockupFormat,
  type MockupTile,
  type MockupWords,
  type MockupWish,
  type Scene,
} from '@brelm/core/mockup';
import { plannedFiles, type PlannedFile } from '@brelm/core/placement';
import { isWorn, type Spec, type SpecSide } from '@brelm/core/spec';
import type { FileRequest } from '@brelm/contract';
import { coloursOf } from '../placement/placement-fields';
import { say } from '../../words/mockups';

/** What is chosen for all pictures; kept in this browser. */
export interface Manner {
  size: string | null;
  /** Null: what is usual for the product. */
  look: string | null;
  ground: MockupWish['ground'];
  crop: Crop;
  width: number;
  format: MockupFormat;
  words: MockupWords;
  /** Bytes that a file may have; null: as many as it takes. */
  maxBytes: number | null;
}

const KEY = 'brelm-mockups';
const PLAIN: Manner = {
  ...{ size: null, look: null, ground: PLAIN_GROUND, crop: 'whole', width: 2000, format: 'jpeg' },
  words: { caption: '', mark: '', face: CAPTION_FACES[0] },
  maxBytes: null,
};

export function keptManner(): Manner {
  try {
    const kept = { ...PLAIN, ...(JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<Manner>) };
    return isGround(kept.ground) ? kept : PLAIN;
  } catch {
    return PLAIN;
  }
}

export const keepManner = (manner: Manner): void => localStorage.setItem(KEY, JSON.stringify(manner));

/** A colour of a product, and the file that is printed on it. */
export interface ColourOf {
  garment: Garment;
  file: PlannedFile;
}

/** The colours that a design is sold in on a side of a product; with nothing sold, all that it comes in. */
export function coloursSold(
  design: Design,
  spec: Spec,
  side: SpecSide,
  garments: readonly Garment[],
): ColourOf[] {
  const files = plannedFiles(design, spec, side);
  const [first] = files;
  if (!first) return [];
  const all = isWorn(spec)
    ? coloursOf(spec, garments, design)
    : (spec.garments ?? ['white']).flatMap((id) => garments.find((g) => g.id === id) ?? []);
  const sold = all.flatMap((garment): ColourOf[] => {
    const file = files.find((f) => f.garments.includes(garment.id));
    return file ? [{ garment, file }] : [];
  });
  return sold.length ? sold : all.map((garment) => ({ garment, file: first }));
}

export const SETS = {
  one: say('thisPicture'),
  colours: say('thisSceneInEveryColour'),
  scenes: say('everySceneInThisColour'),
  sizes: say('thisSceneInEverySize'),
  grid: say('everyColourInOnePicture'),
  pair: say('twoColourwaysSideBySide'),
  listing: say('forAListingEveryScene'),
} as const;
export type SetOf = keyof typeof SETS;

/** The colours that stand beside one another in a set; none where it is no such set. */
export function besideOf(set: SetOf, colours: readonly ColourOf[], colour: ColourOf): ColourOf[] {
  if (set === 'grid') return colours.length > 1 ? colours.slice(0, MOST_TILES) : [];
  if (set !== 'pair') return [];
  const other = colours.find((c) => c.file.colourway.id !== colour.file.colourway.id);
  return other ? [colour, other] : [];
}

/** A colour as one of several beside one another; a pair says its colourways, a grid its colours. */
export const tileOf = (set: SetOf, { garment, file }: ColourOf, dyed: boolean): MockupTile => ({
  ...{ garment: dyed ? garment.id : null, colourway: file.colourway.id, apart: file.apart },
  label: set === 'pair' ? file.colourway.name : garment.name,
});

/** The pictures of a set, each once. */
export function picturesOf(
  set: SetOf,
  at: { scene: Scene; colour: ColourOf; scenes: readonly Scene[]; colours: readonly ColourOf[] },
  wishOf: (scene: Scene, colour: ColourOf, crop?: Crop) => MockupWish,
): { colour: ColourOf; wish: MockupWish }[] {
  const beside = besideOf(set, at.colours, at.colour);
  if (beside.length) {
    const tiles = beside.map((c) => tileOf(set, c, at.scene.dyed));
    return [{ colour: at.colour, wish: { ...wishOf(at.scene, at.colour), tiles } }];
  }
  const every = set === 'colours' || set === 'listing' ? at.colours : [];
  const all = set === 'scenes' || set === 'listing' ? at.scenes : [];
  const wanted = [
    // A table of sizes names each size, the photographed one as well.
    ...(set === 'sizes' ? [] : [{ colour: at.colour, wish: wishOf(at.scene, at.colour) }]),
    ...all.map((scene) => ({ colour: at.colour, wish: wishOf(scene, at.colour) })),
    ...(set === 'listing' ? [{ colour: at.colour, wish: wishOf(at.scene, at.colour, 'close') }] : []),
    ...(set === 'sizes'
      ? Object.keys(at.scene.sizes?.widths ?? {}).map((size) => ({
          colour: at.colour,
          wish: { ...wishOf(at.scene, at.colour), size },
        }))
      : []),
    ...every.map((colour) => ({ colour, wish: wishOf(at.scene, colour) })),
  ];
  const seen = new Set<string>();
  return wanted.filter(({ wish }) => {
    const key = JSON.stringify(wish);
    return !seen.has(key) && seen.add(key);
  });
}

/** What is asked of the server for a picture. */
export const requestOf = (
  designId: string,
  spec: Spec,
  side: SpecSide,
  { colour, wish }: { colour: ColourOf; wish: MockupWish },
): FileRequest => ({
  designId,
  spec: spec.id,
  side: side.id,
  colourway: colour.file.colourway.id,
  apart: colour.file.apart,
  mockup: wish,
});
