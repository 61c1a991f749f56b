import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import Ajv2020 from 'ajv/dist/2020';
import { DocumentError } from '../fields';
import { fieldsFor, mockupName, readScene, sceneSchema, seatOf, shows } from '.';
import { flatScene } from '../../testing/flat-scene';

const DOCS = join(__dirname, '../../../../docs');

describe('the scene format', () => {
  const fieldsOf = (document: unknown): string[] => {
    try {
      readScene(document);
      return [];
    } catch (error) {
      return (error as DocumentError).faults.map((f) => f.field);
    }
  };
  it('is what docs/scene.schema.json says, which takes what the reader takes: `npm run schema` writes it', () => {
    const kept = JSON.parse(readFileSync(join(DOCS, 'scene.schema.json'), 'utf8')) as object;
    expect(kept).toEqual(JSON.parse(JSON.stringify(sceneSchema())));
    const valid = new Ajv2020({ strict: false }).compile(kept);
    expect(valid(flatScene())).toBe(true);
    for (const change of [
      { width: 1 },
      { cloth: 'silk' },
      { fields: [] },
      { colour: 'red' },
      { dyed: 'yes' },
    ])
      expect(valid({ ...flatScene(), ...change })).toBe(false);
  });
  it('is read as it was written', () => {
    expect(readScene(JSON.parse(JSON.stringify(flatScene())))).toEqual(flatScene());
  });
  it.each([
    ['a map in another folder', { maps: { ...flatScene().maps, light: '../light.webp' } }, 'maps.light'],
    ['no cover', { maps: { ...flatScene().maps, cover: undefined } }, 'maps.cover'],
    [
      'corners that cross',
      {
        fields: [
          {
            by: 'corners',
            side: null,
            corners: [
              [0, 0],
              [1, 1],
              [1, 0],
              [0, 1],
            ],
          },
        ],
      },
      'fields[0].corners',
    ],
    [
      'three corners',
      {
        fields: [
          {
            by: 'corners',
            side: null,
            corners: [
              [0, 0],
              [1, 1],
              [1, 0],
            ],
          },
        ],
      },
      'fields[0].corners',
    ],
    [
      'a mesh with points missing',
      {
        fields: [
          {
            by: 'mesh',
            side: null,
            columns: 3,
            rows: 3,
            points: [
              [0, 0],
              [1, 0],
              [1, 1],
              [0, 1],
            ],
          },
        ],
      },
      'fields[0].points',
    ],
    [
      'a surface without its map',
      { fields: [{ by: 'surface', side: null, surface: 1, anchor: 'top', at: [0, 0] }] },
      'fields[0].by',
    ],
    ['nowhere to print', { fields: [] }, 'fields'],
    ['no product', { products: { kinds: [], blanks: [] } }, 'products.kinds'],
    ['a size without a width', { sizes: { own: 'L', widths: { M: 20 } } }, 'sizes.own'],
    ['maps of no size', { width: 0 }, 'width'],
  ])('refuses %s, by its field', (_, over, field) => {
    expect(fieldsOf({ ...flatScene(), ...over })).toContain(field);
  });
  it('says of what is no scene that it is none', () => {
    expect(fieldsOf(null)).toEqual(['format']);
    expect(fieldsOf({ ...flatScene(), version: 9 })).toEqual(['version']);
  });
});

describe('which scene shows what', () => {
  const side = (id: string) => ({ id });
  it('goes by kind, blank and side', () => {
    const s = flatScene({
      products: { kinds: ['shirt'], blanks: ['tee'] },
      fields: [{ ...flatScene().fields[0], side: 'front' }],
    });
    expect(shows(s, { kind: 'shirt', blank: 'tee' }, side('front'))).toBe(true);
    expect(shows(s, { kind: 'shirt', blank: 'tee' }, side('back'))).toBe(false);
    expect(shows(s, { kind: 'shirt', blank: 'long sleeve tee' }, side('front'))).toBe(false);
    expect(shows(s, { kind: 'mug', blank: 'tee' }, side('front'))).toBe(false);
    expect(fieldsFor(flatScene(), side('anything'))).toHaveLength(1);
  });
});

describe('how artwork sits', () => {
  const seat = (left: number, right: number, top: number, middle: number, size: string | null = null) =>
    seatOf({ left, right, top, bottom: top + 5 }, middle, { collarIn: 1.5 }, flatScene(), size)
      .map((n) => n.message)
      .join(' ');
  it('is said against the chest of the chosen size', () => {
    expect(seat(2, 13, 1, 5)).toContain(
      '11 in wide on a chest of 20 in (M): 55 % of it, 2.5 in below the collar',
    );
    expect(seat(2, 13, 1, 5, '3XL')).toContain('28 in (3XL): 39 %');
  });
  it('is told where it is small, reaches round, or weighs at the collar or the belly', () => {
    expect(seat(5, 9, 1, 5)).toContain('small on the chest');
    expect(seat(0, 17, 1, 5)).toContain('round the sides');
    expect(seat(2, 13, 0, 0.2)).toContain('under the collar');
    expect(seat(2, 13, 9, 14)).toContain('on the belly');
  });
  it('is not said of what has no chest', () => {
    expect(seatOf({ left: 0, top: 0, right: 3, bottom: 3 }, 1, {}, flatScene({ sizes: null }), null)).toEqual(
      [],
    );
  });
});

it('the name of a mockup says that it is one, and of what', () => {
  const wish = { scene: 'tee-flat', crop: 'close', size: 'L', format: 'jpeg' } as const;
  expect(mockupName('Night Shift Owls', wish, 'Night', 'Soot')).toBe(
    'night-shift-owls-tee-flat-soot-night-l-close-mockup.jpg',
  );
  expect(mockupName('夜', { ...wish, crop: 'whole', size: null, format: 'png' }, null, null)).toMatch(
    /tee-flat-mockup\.png$/,
  );
});
