import fc from 'fast-check';
import { lightness, rgbToHex, type Garment } from '../colour';
import { createImage, type RasterImage } from '../raster';
import { flatScene } from '../../testing/flat-scene';
import { weaveOf } from './cloth';
import { groundTone } from './ground';
import {
  CLOTHS,
  composeMockup,
  isGround,
  onPatch,
  PLAIN_GROUND,
  planMockup,
  printLook,
  PRINT_LOOKS,
  usualLook,
  windowOf,
  type MockupOptions,
  type SceneMaps,
} from '.';

const even = (...values: number[]) => ({
  ...{ width: 200, height: 200, channels: values.length },
  data: Uint8Array.from({ length: 200 * 200 * values.length }, (_, i) => values[i % values.length]),
});
const maps = (over: Partial<SceneMaps> = {}): SceneMaps => ({
  ...{
    light: even(200),
    cover: even(255, 0, 0),
    ground: null,
    gloss: null,
    back: null,
    surface: null,
    photo: null,
  },
  ...over,
});
const grey: Garment = { id: 'grey', name: 'Grey', value: '#505050', kind: 'solid' };
const area = { widthIn: 16, heightIn: 16, collarIn: 0 };
/** A square of ink in the middle of the print area. */
const square: RasterImage = (() => {
  const image = createImage(320, 320);
  for (let y = 80; y < 240; y++)
    for (let x = 80; x < 240; x++) image.data.set([150, 150, 150, 255], (y * 320 + x) * 4);
  return image;
})();
const made = (look: string | null, over: Partial<MockupOptions> = {}, scene = flatScene(), of = maps()) =>
  composeMockup(scene, of, {
    ...{ width: 400, garment: grey, ground: PLAIN_GROUND },
    prints: look ? [{ field: scene.fields[0], area, image: square, look: printLook(look) }] : [],
    ...over,
  });
const at = ({ width, data }: RasterImage, x: number, y: number) => [
  ...data.slice((y * width + x) * 4, (y * width + x) * 4 + 3),
];
const mean = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length;
/** Red along a row or a column through the middle. */
const along = (image: RasterImage, way: 'row' | 'column') =>
  Array.from({ length: 400 }, (_, i) => (way === 'row' ? at(image, i, 200) : at(image, 200, i))[0]);

describe('a weave', () => {
  const weaves = CLOTHS.flatMap((cloth) => {
    const weave = weaveOf(cloth, 200);
    return weave ? [[cloth, weave] as const] : [];
  });
  it.each(weaves)('of %s is 1 in the mean: cloth is no darker for it', (_, weave) => {
    const values = Array.from({ length: 40_000 }, (_v, i) => weave((i % 200) / 61, Math.floor(i / 200) / 61));
    expect(mean(values)).toBeCloseTo(1, 1);
    expect(Math.min(...values)).toBeGreaterThan(0.5);
    expect(Math.max(...values)).toBeLessThan(1.5);
  });
  it('fades where its threads are finer than two px', () => {
    const spread = (pxPerInch: number) => {
      const weave = weaveOf('canvas', pxPerInch)!;
      const values = Array.from({ length: 4000 }, (_, i) => weave((i % 64) / 97, i / 641));
      return Math.sqrt(mean(values.map((v) => (v - 1) ** 2)));
    };
    expect(spread(30)).toBeLessThan(spread(200) / 2);
  });
  it('is none for what is not woven', () => {
    expect(weaveOf('glazed', 100)).toBeNull();
    expect(weaveOf('none', 100)).toBeNull();
  });
});

describe('a ground', () => {
  it.each(['paper', 'wood'] as const)('of %s is of the colour that was chosen, in the mean', (kind) => {
    const tone = groundTone(kind)!;
    const values = Array.from({ length: 90_000 }, (_, i) => tone((i % 300) / 11, Math.floor(i / 300) / 11));
    expect(mean(values)).toBeGreaterThan(0.93);
    expect(mean(values)).toBeLessThan(1.07);
  });
  it('that is plain or none has no tone of its own', () => {
    expect(groundTone('plain')).toBeNull();
    expect(groundTone('none')).toBeNull();
  });
  it('is told from what is none', () => {
    expect(isGround(PLAIN_GROUND)).toBe(true);
    for (const value of [
      null,
      undefined,
      {},
      { kind: 'lava', colour: '#ffffff' },
      { kind: 'wood', colour: 'red' },
    ])
      expect(isGround(value)).toBe(false);
  });
});

describe('a print', () => {
  it('of ink alone has no edge: as bright at its rim as in its middle', () => {
    const row = along(made('ink'), 'row');
    expect(row[130]).toBe(row[200]);
    expect(row[270]).toBe(row[200]);
  });

  it('of vinyl is lit at the edge that faces the light, dark at the other, and throws a shadow', () => {
    const plain = along(made(null), 'row')[200];
    for (const way of ['row', 'column'] as const) {
      const values = along(made('vinyl'), way);
      const middle = values[200];
      const [first, last] = [
        values.findIndex((v) => v > (plain + middle) / 2),
        values.findLastIndex((v) => v > (plain + middle) / 2),
      ];
      expect(Math.max(...values.slice(first, first + 6))).toBeGreaterThan(middle);
      expect(Math.min(...values.slice(last + 1, last + 6))).toBeLessThan(plain);
      // Before the lit edge there is no shadow.
      expect(Math.min(...values.slice(first - 6, first))).toBeGreaterThanOrEqual(plain);
    }
  });

  it('that is engraved darkens the blank’s own colour, whatever its ink, and its near wall lies in shade', () => {
    const plain = along(made(null), 'row')[200];
    const row = along(made('engraved'), 'row');
    expect(row[200]).toBeLessThan(0.8 * plain);
    const first = row.findIndex((v) => v < plain - 4);
    expect(Math.min(...row.slice(first, first + 5))).toBeLessThan(row[200]);
    // Dyed another colour, it is that colour, darker.
    const blue: Garment = { ...grey, value: '#2040a0' };
    const [r, , b] = at(made('engraved', { garment: blue }), 200, 200);
    expect(b).toBeGreaterThan(2 * r);
  });

  it('that is stitched is uneven by its threads, as bright in the mean as its ink', () => {
    const window = { left: 0.45, top: 0.45, right: 0.55, bottom: 0.55 };
    const values = (look: string) => {
      const image = made(look, { width: 400, window });
      return Array.from({ length: 400 * 400 }, (_, i) => at(image, i % 400, Math.floor(i / 400))[0]);
    };
    const [ink, thread] = [values('ink'), values('stitched')];
    expect(Math.max(...thread.slice(0, 9999)) - Math.min(...thread.slice(0, 9999))).toBeGreaterThan(20);
    expect(Math.abs(mean(thread) - mean(ink))).toBeLessThan(18);
  });

  it('of glitter sparkles, lighter and darker than its ink; others are even', () => {
    const spread = (look: string) => {
      const image = made(look);
      const values = Array.from(
        { length: 60 * 60 },
        (_, i) => at(image, 170 + (i % 60), 170 + Math.floor(i / 60))[0],
      );
      return Math.max(...values) - Math.min(...values);
    };
    expect(spread('glitter')).toBeGreaterThan(60);
    for (const { id } of PRINT_LOOKS.filter((l) => !l.glitter && !l.thread))
      expect(spread(id)).toBeLessThan(3);
  });

  it('feels the weave under it as much as its look says', () => {
    const canvas = flatScene({ cloth: 'canvas', seenIn: 2 });
    const rough = (look: string) => {
      const image = made(look, {}, canvas);
      const values = Array.from({ length: 80 }, (_, i) => at(image, 160 + i, 190)[0]);
      return Math.max(...values) - Math.min(...values);
    };
    expect(rough('ink')).toBeGreaterThan(rough('plastisol'));
    expect(rough('plastisol')).toBeGreaterThan(rough('vinyl'));
    expect(rough('vinyl')).toBeLessThan(3);
  });

  it('has a usual look for each product, and unknown ones fall back to ink', () => {
    expect(usualLook({ kind: 'shirt' })).toBe('ink');
    expect(usualLook({ kind: 'mug' })).toBe('dye');
    expect(usualLook({ kind: 'sticker' })).toBe('sticker');
    expect(printLook('gone').id).toBe('ink');
    expect(new Set(PRINT_LOOKS.map((l) => l.id)).size).toBe(PRINT_LOOKS.length);
  });
});

describe('a blank', () => {
  it('mirrors over its print what it mirrors beside it', () => {
    const glazed = made('dye', {}, flatScene(), maps({ gloss: even(120) }));
    const matt = made('dye');
    for (const [x, y] of [
      [200, 200],
      [60, 60],
    ])
      expect(at(glazed, x, y)[0]).toBeGreaterThan(at(matt, x, y)[0] + 20);
  });
  it('of tie-dye has both of its colours, of film one that runs into the other', () => {
    const two = { value: '#202020', second: '#e0e0e0' };
    for (const kind of ['tie-dye', 'film'] as const) {
      const image = made(
        null,
        { garment: { ...grey, ...two, kind } },
        flatScene(),
        maps({ light: even(255) }),
      );
      const tones = Array.from({ length: 100 }, (_, i) =>
        lightness(rgbToHex([...at(image, (i % 10) * 40, Math.floor(i / 10) * 40)] as never)),
      );
      expect(Math.max(...tones) - Math.min(...tones)).toBeGreaterThan(40);
    }
  });
  it('that is not dyed leaves the garment’s colour aside', () => {
    const side = { id: 'face', name: 'Face', widthIn: 4, heightIn: 4, dpi: 300 } as never;
    const wish = { size: null, look: 'sticker', ground: PLAIN_GROUND, crop: 'whole', width: 400 } as const;
    const plan = (dyed: boolean) =>
      planMockup(flatScene({ dyed }), { surface: null }, side, wish).optionsFor(square, grey);
    expect(plan(true).garment).toBe(grey);
    expect(plan(false).garment).toBeNull();
  });
});

describe('the plan of a picture', () => {
  const side = { id: 'front', name: 'Front', widthIn: 15, heightIn: 18, dpi: 300 } as never;
  const wish = { size: null, look: 'ink', ground: PLAIN_GROUND, crop: 'whole', width: 400 } as const;
  const plan = (over: object = {}, scene = flatScene()) =>
    planMockup(scene, { surface: null }, side, { ...wish, ...over });

  it('paints a print with a little more px than the picture has there', () => {
    // 400 px for 20 in are 20 px an inch.
    expect(plan().scale * 300).toBeCloseTo(1.25 * 20, 6);
    expect(plan({ width: 800 }).scale).toBeCloseTo(2 * plan().scale, 6);
    expect(plan({ size: '3XL' }).scale).toBeCloseTo(plan().scale / 1.4, 6);
  });
  it('never paints it larger than its file', () => {
    expect(plan({ width: 4000 }, flatScene({ seenIn: 1 })).scale).toBe(1);
  });
  it('is refused where the scene has no place for the side', () => {
    const back = flatScene({ fields: [{ ...flatScene().fields[0], side: 'back' }] });
    expect(() => plan({}, back)).toThrow(/no place for front/);
  });
  it('crops around corners and the points of a mesh', () => {
    const corner = flatScene({
      fields: [
        {
          by: 'corners',
          side: null,
          corners: [
            [0.6, 0.6],
            [0.9, 0.6],
            [0.9, 0.9],
            [0.6, 0.9],
          ],
        },
      ],
    });
    const mesh = flatScene({
      fields: [
        {
          by: 'mesh',
          side: null,
          columns: 2,
          rows: 2,
          points: [
            [0.6, 0.6],
            [0.9, 0.6],
            [0.6, 0.9],
            [0.9, 0.9],
          ],
        },
      ],
    });
    const [a, b] = [corner, mesh].map((s) => windowOf(s, { surface: null }, 'close', s.fields[0], area, 1));
    expect(a).toEqual(b);
    expect((a.left + a.right) / 2).toBeCloseTo(0.75, 6);
    expect((a.top + a.bottom) / 2).toBeCloseTo(0.75, 6);
  });
});

describe('a patch', () => {
  const pxPerInch = 40;
  const cloth = { marginIn: 0.25, strayIn: 0, colour: '#e7dfcd' };
  it('lies under artwork and reaches so far beyond it, on every side', () => {
    const image = onPatch(square, cloth, pxPerInch);
    const row = Array.from({ length: 320 }, (_, x) => image.data[(160 * 320 + x) * 4 + 3]);
    const first = row.findIndex((a) => a > 127);
    expect(first).toBe(80 - 10);
    expect(row.findLastIndex((a) => a > 127)).toBe(239 + 10);
    expect(at(image, 160, 160)).toEqual([150, 150, 150]);
    expect(at(image, 75, 160)).toEqual([0xe7, 0xdf, 0xcd]);
  });

  it('that is rough strays from that by no more than it may, and is not the same all round', () => {
    const image = onPatch(square, { ...cloth, strayIn: 0.1 }, pxPerInch);
    const firsts = Array.from({ length: 140 }, (_, k) => {
      const y = 90 + k;
      return Array.from({ length: 320 }, (_v, x) => image.data[(y * 320 + x) * 4 + 3]).findIndex(
        (a) => a > 127,
      );
    });
    expect(new Set(firsts).size).toBeGreaterThan(3);
    for (const x of firsts) {
      expect(x).toBeGreaterThanOrEqual(80 - 10 - 7);
      expect(x).toBeLessThanOrEqual(80);
    }
  });

  it('law: never less ink than before, and the artwork’s own colours where it covers', () => {
    fc.assert(
      fc.property(
        fc.array(fc.nat(255), { minLength: 64, maxLength: 64 }),
        fc.double({ min: 0, max: 4, noNaN: true }),
        (alphas, margin) => {
          const image = createImage(8, 8);
          alphas.forEach((a, i) => image.data.set([a, 255 - a, 90, a], 4 * i));
          const out = onPatch(image, { marginIn: margin, strayIn: 0.5, colour: '#102030' }, 2);
          alphas.forEach((a, i) => {
            expect(out.data[4 * i + 3]).toBeGreaterThanOrEqual(a);
            if (a === 255) expect([...out.data.subarray(4 * i, 4 * i + 3)]).toEqual([255, 0, 90]);
          });
        },
      ),
      { seed: 91, endOnFailure: true },
    );
  });

  it('is one piece of cloth: what artwork encloses is not cut out of it', () => {
    const ring = createImage(100, 100);
    for (let i = 0; i < 10_000; i++) {
      const far = Math.hypot((i % 100) - 50, Math.floor(i / 100) - 50);
      if (far > 30 && far < 40) ring.data.set([9, 9, 9, 255], 4 * i);
    }
    const image = onPatch(ring, { ...cloth, marginIn: 0.05 }, pxPerInch);
    expect([...image.data.subarray(4 * 5050, 4 * 5050 + 4)]).toEqual([0xe7, 0xdf, 0xcd, 255]);
    expect(image.data[3]).toBe(0);
  });

  it('of nothing is nothing', () => {
    expect(onPatch(createImage(9, 9), cloth, 40).data.every((v) => v === 0)).toBe(true);
  });
});
