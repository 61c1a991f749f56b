import type { Garment } from '@brelm/core/colour';
import { readDesign, type Design } from '@brelm/core/design';
import { newPlacement, centredAt } from '@brelm/core/placement';
import { MOST_TILES, type Scene } from '@brelm/core/mockup';
import type { Spec } from '@brelm/core/spec';
import owls from '../../../../../demo/designs/night-shift-owls.brelm.json';
import garments from '../../../../../demo/garments.json';
import {
  besideOf,
  coloursSold,
  keepManner,
  keptManner,
  picturesOf,
  requestOf,
  tileOf,
  type ColourOf,
  type SetOf,
} from './wishes';

const store = new Map<string, string>();
Object.assign(globalThis, {
  localStorage: {
    getItem: (k: string) => store.get(k) ?? null,
    setItem: (k: string, v: string) => store.set(k, v),
  },
});

const side = {
  id: 'front',
  name: 'Front',
  widthIn: 15,
  heightIn: 18,
  widthPx: 4500,
  heightPx: 5400,
  dpi: 300,
  safeIn: { left: 0.5, top: 0.5, right: 0.5, bottom: 0.5 },
};
const tee = {
  ...{
    id: 'pinfold/tee-front',
    marketplace: 'Pinfold Market',
    product: 'Tee front',
    blank: 'tee',
    kind: 'shirt',
  },
  ...{ sides: [side], formats: ['png'], perColour: true, garments: ['soot', 'pine', 'bone'] },
} as unknown as Spec;
const mug = {
  ...tee,
  id: 'mudlark/mug-11oz',
  kind: 'mug',
  perColour: false,
  garments: ['white'],
} as unknown as Spec;
const design: Design = readDesign(owls);
const all = garments as Garment[];

describe('the colours that pictures are made in', () => {
  it('are those that it is sold in, each with the colourway that is printed on it', () => {
    const colours = coloursSold(design, tee, side, all);
    expect(colours.map((c) => c.garment.id)).toEqual(['soot', 'pine']);
    expect(colours[0].file.garments).toContain('soot');
  });
  it('are the product’s own where nothing is worn', () => {
    const placed = { ...design, placements: [newPlacement(mug, side, centredAt(side))] };
    expect(coloursSold(placed, mug, side, all).map((c) => c.garment.id)).toEqual(['white']);
  });
  it('are none where it is not placed', () => {
    const elsewhere = { ...design, placements: [newPlacement(tee, side, centredAt(side))] };
    expect(coloursSold(elsewhere, mug, side, all)).toEqual([]);
  });
});

describe('a set of pictures', () => {
  const sizes = { own: 'M', widths: { S: 18, M: 20, L: 22 } };
  const scenes = ['flat', 'worn', 'hanger'].map((id) => ({ id, dyed: true, sizes }) as unknown as Scene);
  const colours = coloursSold(design, tee, side, all);
  const wishOf = (scene: Scene, colour: ColourOf, crop = 'whole') =>
    ({ scene: scene.id, garment: colour.garment.id, crop }) as never;
  const made = (set: SetOf) =>
    picturesOf(set, { scene: scenes[1], colour: colours[0], scenes, colours }, wishOf);

  it.each<[SetOf, number]>([
    ['one', 1],
    ['colours', 2],
    ['scenes', 3],
    ['listing', 5],
  ])('%s is %i pictures, each of them once', (set, count) => {
    const wishes = made(set).map((m) => JSON.stringify(m.wish));
    expect(wishes).toHaveLength(count);
    expect(new Set(wishes).size).toBe(count);
    // What is on the screen comes first.
    expect(JSON.parse(wishes[0])).toEqual({ scene: 'worn', garment: 'soot', crop: 'whole' });
  });
  it('of sizes is one picture a size', () => {
    expect(made('sizes').map((m) => m.wish.size)).toEqual(['S', 'M', 'L']);
  });
  it('beside one another is one picture: of every colour by its name', () => {
    const [grid, ...more] = made('grid');
    expect(more).toEqual([]);
    expect(grid.wish.tiles).toEqual(
      colours.map(({ garment, file }) => ({
        ...{ garment: garment.id, colourway: file.colourway.id, apart: file.apart },
        label: garment.name,
      })),
    );
  });
  it('beside one another needs two: of one colour, and of one colourway, it is the picture alone', () => {
    expect(besideOf('grid', colours.slice(0, 1), colours[0])).toEqual([]);
    const alike = colours.map((c) => ({ ...c, file: colours[0].file }));
    expect(besideOf('pair', alike, alike[0])).toEqual([]);
    expect(besideOf('colours', colours, colours[0])).toEqual([]);
  });
  it('of two colourways is the chosen one and another, named by their colourways', () => {
    const other = {
      ...colours[1],
      file: { ...colours[1].file, colourway: { ...colours[1].file.colourway, id: 'dusk', name: 'Dusk' } },
    };
    const pair = besideOf('pair', [colours[0], other], other);
    expect(pair.map((c) => c.file.colourway.id)).toEqual(['dusk', colours[0].file.colourway.id]);
    expect(tileOf('pair', other, true)).toMatchObject({ label: 'Dusk', garment: 'pine', colourway: 'dusk' });
    // What takes no colour has none on its tile.
    expect(tileOf('grid', other, false)).toMatchObject({ label: 'Pine', garment: null });
  });
  it('holds no more pictures beside one another than the server takes', () => {
    const many = Array.from({ length: 60 }, () => colours[0]);
    expect(besideOf('grid', many, colours[0])).toHaveLength(MOST_TILES);
  });
  it('is asked for by product, side and the colourway of its colour', () => {
    expect(requestOf('id', tee, side, made('one')[0])).toMatchObject({
      ...{ designId: 'id', spec: tee.id, side: 'front', colourway: colours[0].file.colourway.id },
      mockup: { scene: 'worn' },
    });
  });
});

it('what was chosen is kept, and what cannot be read is left aside', () => {
  const manner = { ...keptManner(), crop: 'close', width: 3000 } as const;
  keepManner(manner);
  expect(keptManner()).toEqual(manner);
  store.set('brelm-mockups', '{"ground":{"kind":"lava"}}');
  expect(keptManner().ground.kind).toBe('plain');
  store.set('brelm-mockups', 'nonsense');
  expect(keptManner().width).toBe(2000);
});
