import fc from 'fast-check';
import { luminance } from '../colour';
import { NO_MATERIALS } from '../drawing';
import { createImage, type RasterImage } from '../raster';
import {
  againstListing,
  arrangeMockup,
  asListed,
  CAPTION_FACES,
  CROPS,
  gridOf,
  mockupName,
  wordsDesign,
  wordsDrawing,
  wordsOn,
  type WordsBox,
} from '.';
import { PICTURE_SHAPES } from '../spec';
import { catalogueFace } from '../type';

const solid = (width: number, height: number, colour: readonly number[]): RasterImage => {
  const image = createImage(width, height);
  for (let i = 0; i < image.data.length; i += 4) image.data.set([...colour, 255], i);
  return image;
};
const at = ({ data, width }: RasterImage, x: number, y: number) => [
  ...data.subarray((y * width + x) * 4, (y * width + x) * 4 + 4),
];
const GREY = { kind: 'plain', colour: '#808080' } as const;
const words = (over = {}) => ({ caption: '', mark: '', face: 'archivo-black', ...over });
/** Sets words as a bar of their colour, and notes what was asked for. */
const setter = () => {
  const asked: WordsBox[] = [];
  return {
    asked,
    set: async (box: WordsBox) => {
      asked.push(box);
      const rgb = [1, 3, 5].map((i) => parseInt(box.colour.slice(i, i + 2), 16));
      return solid(box.width, box.height, rgb);
    },
  };
};

describe('pictures beside one another', () => {
  it('law: all lie within the width, apart, as large as one another, in no more rows than they need', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 40 }),
        fc.integer({ min: 200, max: 4000 }),
        fc.double({ min: 0.6, max: 1.6, noNaN: true }),
        (count, width, ratio) => {
          const grid = gridOf(count, width, ratio, true);
          const { columns, rows, tile, gap } = grid;
          expect(columns * tile.width + (columns + 1) * gap).toBeLessThanOrEqual(width);
          expect(rows).toBe(Math.ceil(count / columns));
          expect(Math.abs(tile.height - tile.width * ratio)).toBeLessThanOrEqual(0.5);
          expect(gap).toBeGreaterThan(0);
        },
      ),
      { seed: 101, endOnFailure: true },
    );
  });

  it('two stand side by side, one alone fills the picture', () => {
    expect(gridOf(2, 1000, 1.25, false)).toMatchObject({ columns: 2, rows: 1 });
    expect(gridOf(12, 1000, 1.25, true)).toMatchObject({ columns: 4, rows: 3 });
    expect(gridOf(1, 1000, 1.25, true)).toEqual({
      ...{ columns: 1, rows: 1, gap: 0, label: 0, tile: { width: 1000, height: 1250 } },
    });
  });

  it('are laid out with their labels, a row that is not full in the middle', async () => {
    const grid = gridOf(3, 400, 1, true);
    const three = [
      [200, 0, 0],
      [0, 200, 0],
      [0, 0, 200],
    ].map((c, i) => ({ image: solid(grid.tile.width, grid.tile.height, c), label: `L${i}` }));
    const { asked, set } = setter();
    const made = await arrangeMockup(three, grid, { width: 400, ground: GREY, words: words() }, set);
    expect(asked.map((a) => a.text)).toEqual(['L0', 'L1', 'L2']);
    const { tile, gap, label, columns } = grid;
    expect(columns).toBe(2);
    expect(at(made, gap + 3, gap + 3)).toEqual([200, 0, 0, 255]);
    expect(at(made, 400 - gap - 5, gap + 3)).toEqual([0, 200, 0, 255]);
    const second = gap + tile.height + label + gap;
    expect(at(made, 200, second + 3)).toEqual([0, 0, 200, 255]);
    expect(at(made, gap + 3, second + 3)).toEqual([128, 128, 128, 255]);
  });

  it('a caption stands below, the mark in the corner, read on what is there; on no ground it is clear', async () => {
    const grid = gridOf(1, 200, 1, false);
    const dark = [{ image: solid(200, 200, [10, 10, 10]), label: '' }];
    const { asked, set } = setter();
    const made = await arrangeMockup(
      dark,
      grid,
      {
        width: 200,
        ground: { kind: 'none', colour: '#ffffff' },
        words: words({ caption: 'Five owls', mark: 'Duskwren' }),
      },
      async (box) => (box.text === 'Five owls' ? null : set(box)),
    );
    expect([made.width, made.height]).toEqual([200, 220]);
    expect(at(made, 100, 210)[3]).toBe(0);
    // Light on the dark picture, over which it lies by three quarters.
    expect(asked[0].colour).toBe('#fffdf9');
    const [r] = at(made, 190, 190);
    expect(r).toBeGreaterThan(180);
    expect(r).toBeLessThan(205);
  });

  it('one picture without words is left as it is', async () => {
    const image = solid(50, 60, [1, 2, 3]);
    const grid = gridOf(1, 50, 1.2, false);
    expect(await arrangeMockup([{ image, label: '' }], grid, { width: 50, ground: GREY }, setter().set)).toBe(
      image,
    );
  });
});

describe('words on a picture', () => {
  it('are inked to be read on any ground', () => {
    for (const ground of ['#ffffff', '#e9e5de', '#808080', '#4a5a50', '#101010']) {
      const [a, b] = [luminance(ground), luminance(wordsOn(ground))];
      expect((Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05)).toBeGreaterThan(3.8);
    }
  });
  it('are offered in typefaces that ship', () => {
    for (const face of CAPTION_FACES) expect(catalogueFace(face)?.id).toBe(face);
    expect(
      wordsDesign({ text: 'Owls', face: CAPTION_FACES[1], width: 200, height: 40, colour: '#102030' }).parts,
    ).toHaveLength(1);
  });
  it('that no typeface is there for are none', () => {
    const box = { text: 'Owls', face: 'gone', width: 200, height: 40, colour: '#102030' };
    expect(wordsDrawing(box, NO_MATERIALS)).toBeNull();
  });
  it('several pictures are told from one by the file’s name', () => {
    const wish = { scene: 'tee-flat', crop: 'whole', size: null, format: 'jpeg' } as const;
    const tile = { garment: null, colourway: 'base', apart: null, label: '' };
    expect(mockupName('Owls', wish, 'Base', 'Soot')).toBe('owls-tee-flat-soot-base-mockup.jpg');
    expect(mockupName('Owls', { ...wish, tiles: [tile, tile] }, 'Base', 'Soot')).toBe(
      'owls-tee-flat-2-beside-one-another-mockup.jpg',
    );
  });
});

describe('a listing’s pictures', () => {
  const rules = { shapes: ['3:4', 'square'] as const, leastPx: 2000, mostBytes: 5_000_000 };
  const all = { ...rules, shapes: [...rules.shapes] };
  it('are told where they are not as it asks, each in words', () => {
    expect(againstListing({ crop: 'tall', width: 2000, maxBytes: 5_000_000 }, all)).toEqual([]);
    expect(againstListing({ crop: 'close', width: 3000, maxBytes: 1e6 }, all)).toEqual([]);
    expect(againstListing({ crop: 'whole', width: 1200 }, all)).toEqual([
      'it asks for 3:4 or square',
      'it asks for 2000 px at least, and this has 1200',
      'it takes files of 5 MB at the most',
    ]);
  });
  it('law: made as it asks, there is nothing left to say', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...CROPS),
        fc.integer({ min: 200, max: 4000 }),
        fc.option(fc.integer({ min: 20_000, max: 1e8 }), { nil: undefined }),
        fc.subarray([...PICTURE_SHAPES], { minLength: 1 }),
        fc.integer({ min: 1, max: 4000 }),
        (crop, width, maxBytes, shapes, leastPx) => {
          const asked = { shapes, leastPx, mostBytes: 2_000_000 };
          expect(againstListing(asListed({ crop, width, maxBytes }, asked), asked)).toEqual([]);
        },
      ),
      { seed: 111, endOnFailure: true },
    );
  });
});
