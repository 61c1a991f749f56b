import type { Scene } from '@brelm/core/mockup';
import type { Set } from '../render/world';
import { capFront } from './cap';
import { cushion } from './cushion';
import { notebook, poster, stickerGlass, stickerKraft, stickerLaptop, stickerSheet } from './flat-things';
import { hoodie, hoodieBack } from './hoodie';
import { mugFront, mugLeft, mugRight } from './mug';
import { ornament } from './ornament';
import { teeFlat } from './tee-flat';
import { teeFolded } from './tee-folded';
import { teeHanger } from './tee-hanger';
import { teeWorn, teeWornBack } from './tee-worn';
import { childTee, longSleeve } from './tees-flat';
import { tote } from './tote';

/** A scene that ships: what it says of itself, and the set that it is photographed from. */
export interface Shot extends Pick<
  Scene,
  'id' | 'name' | 'products' | 'cloth' | 'fields' | 'dyed' | 'sizes'
> {
  set: () => Set;
  /** How much longer than usual it is exposed, 1 where left out. */
  exposure?: number;
}

/** Width across the chest of an adult's tee by size, inches; scenes are photographed in M. */
const TEE_SIZES = {
  own: 'M',
  widths: { S: 18, M: 20, L: 22, XL: 24, '2XL': 26, '3XL': 28 },
};
const HOODIE_SIZES = { own: 'M', widths: { S: 20, M: 22, L: 24, XL: 26, '2XL': 28, '3XL': 30 } };
const CHILD_SIZES = { own: '6', widths: { '4': 12.5, '6': 13.8, '8': 15, '10': 16, '12': 17 } };

const FRONT = { by: 'surface', surface: 1, side: 'front', anchor: 'top', at: [0, 0] } as const;
const BACK = { by: 'surface', surface: 2, side: 'back', anchor: 'top', at: [0, 0] } as const;
const MIDDLE = { by: 'surface', surface: 1, side: null, anchor: 'middle', at: [0, 0] } as const;
/** A small print over the heart. */
const CHEST = { ...FRONT, side: 'chest', at: [3.9, 0] } as const;
/** Halfway up a mug, away from its handle. */
const WRAP = { ...MIDDLE, at: [0, 1.8] } as const;

const tee = {
  products: { kinds: ['shirt'], blanks: ['tee'] },
  cloth: 'jersey',
  dyed: true,
  sizes: TEE_SIZES,
} as const;
const mug = { products: { kinds: ['mug'], blanks: [] }, cloth: 'glazed', dyed: true, sizes: null } as const;
const sticker = {
  products: { kinds: ['sticker'], blanks: [] },
  cloth: 'none',
  dyed: false,
  sizes: null,
} as const;

export const SHOTS: readonly Shot[] = [
  { ...tee, id: 'tee-worn', name: 'Tee on a figure', exposure: 1.18, fields: [FRONT, CHEST], set: teeWorn },
  {
    ...tee,
    id: 'tee-worn-back',
    name: 'Tee on a figure, from behind',
    exposure: 1.18,
    fields: [BACK],
    set: teeWornBack,
  },
  { ...tee, id: 'tee-flat', name: 'Tee laid flat', fields: [FRONT, CHEST], set: teeFlat },
  {
    ...tee,
    id: 'tee-hanger',
    name: 'Tee on a hanger',
    exposure: 1.08,
    fields: [FRONT, CHEST],
    set: teeHanger,
  },
  { ...tee, id: 'tee-folded', name: 'Tee folded', exposure: 1.08, fields: [FRONT, CHEST], set: teeFolded },
  {
    ...{ ...tee, id: 'child-tee', name: 'Child’s tee laid flat', fields: [FRONT], set: childTee },
    products: { kinds: ['shirt'], blanks: ['child’s tee'] },
    sizes: CHILD_SIZES,
  },
  {
    ...{ ...tee, id: 'long-sleeve', name: 'Long sleeves laid flat', fields: [FRONT], set: longSleeve },
    products: { kinds: ['shirt'], blanks: ['long sleeve tee'] },
  },
  {
    ...{
      id: 'hoodie',
      name: 'Hoodie laid flat',
      cloth: 'fleece',
      dyed: true,
      sizes: HOODIE_SIZES,
      set: hoodie,
    },
    ...{ products: { kinds: ['hoodie'], blanks: [] }, fields: [FRONT] },
  },
  {
    ...{ id: 'hoodie-back', name: 'Hoodie, from behind', cloth: 'fleece', dyed: true, sizes: HOODIE_SIZES },
    ...{ products: { kinds: ['hoodie'], blanks: [] }, fields: [BACK], set: hoodieBack },
  },
  {
    ...{ id: 'tote', name: 'Tote on a hook', cloth: 'canvas', dyed: true, sizes: null, set: tote },
    ...{ products: { kinds: ['bag'], blanks: [] }, fields: [{ ...FRONT, anchor: 'middle', at: [0, 8.4] }] },
  },
  { ...mug, id: 'mug-front', name: 'Mug, away from the handle', fields: [WRAP], set: mugFront },
  { ...mug, id: 'mug-left', name: 'Mug, handle right', fields: [WRAP], set: mugLeft },
  { ...mug, id: 'mug-right', name: 'Mug, handle left', fields: [WRAP], set: mugRight },
  {
    ...{ id: 'cushion', name: 'Cushion', cloth: 'linen', dyed: true, sizes: null, set: cushion },
    ...{ products: { kinds: ['cushion'], blanks: [] }, fields: [MIDDLE] },
  },
  {
    ...{ id: 'cap', name: 'Cap', cloth: 'twill', dyed: true, sizes: null, set: capFront },
    ...{ products: { kinds: ['cap'], blanks: [] }, fields: [MIDDLE] },
  },
  {
    ...{
      id: 'ornament',
      name: 'Ornament on a branch',
      cloth: 'glazed',
      dyed: true,
      sizes: null,
      set: ornament,
    },
    ...{ products: { kinds: ['ornament'], blanks: [] }, fields: [MIDDLE] },
  },
  { ...sticker, id: 'sticker-laptop', name: 'Sticker on a laptop', fields: [MIDDLE], set: stickerLaptop },
  { ...sticker, id: 'sticker-kraft', name: 'Sticker on a parcel', fields: [MIDDLE], set: stickerKraft },
  { ...sticker, id: 'sticker-glass', name: 'Sticker on a window', fields: [MIDDLE], set: stickerGlass },
  {
    ...{ id: 'sticker-sheet', name: 'Sheet of stickers', cloth: 'paper', dyed: true, sizes: null },
    ...{ products: { kinds: ['sticker sheet'], blanks: [] }, fields: [MIDDLE], set: stickerSheet },
  },
  {
    ...{ id: 'poster', name: 'Poster in a frame', cloth: 'paper', dyed: true, sizes: null, set: poster },
    ...{ products: { kinds: ['poster'], blanks: [] }, fields: [MIDDLE] },
  },
  {
    ...{ id: 'notebook', name: 'Notebook', cloth: 'paper', dyed: true, sizes: null, set: notebook },
    ...{ products: { kinds: ['notebook'], blanks: [] }, fields: [{ ...MIDDLE, side: 'front' }] },
  },
];
