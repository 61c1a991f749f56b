import { crossed, inverseOf, mapped, squareTo } from '../geometry';
import fc from 'fast-check';
import { deltaE, linearLight, rgbToHex, type Garment } from '../colour';
import { createImage, type RasterImage } from '../raster';
import {
  codedInches,
  composeMockup,
  inchesOf,
  placesOf,
  printLook,
  sizeRatio,
  viewOf,
  windowOf,
  type MapImage,
  type MockupOptions,
  type PrintField,
  type SceneMaps,
} from '.';
import { flatScene } from '../../testing/flat-scene';

const soot: Garment = { id: 'soot', name: 'Soot', value: '#1b1b1d', kind: 'solid' };
const plain = { kind: 'plain', colour: '#808080' } as const;

const even = (width: number, height: number, ...values: number[]): MapImage => ({
  ...{ width, height, channels: values.length },
  data: Uint8Array.from({ length: width * height * values.length }, (_, i) => values[i % values.length]),
});

/** All blank, in full light. */
const flat = (over: Partial<SceneMaps> = {}): SceneMaps => ({
  light: even(200, 200, 255),
  cover: even(200, 200, 255, 0, 0),
  ...{ ground: null, gloss: null, back: null, surface: null, photo: null },
  ...over,
});

const picture = (
  width: number,
  height: number,
  of: (x: number, y: number) => readonly number[],
): RasterImage => {
  const image = createImage(width, height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) image.data.set(of(x, y), (y * width + x) * 4);
  return image;
};

const full = { ...printLook('ink'), cover: 1 };
const area = { widthIn: 16, heightIn: 16, collarIn: 0 };
const print = (image: RasterImage, field: PrintField = flatScene().fields[0], look = full) => ({
  field,
  area,
  image,
  look,
});
const made = (
  prints: MockupOptions['prints'],
  over: Partial<MockupOptions> = {},
  s = flatScene(),
  maps = flat(),
) => composeMockup(s, maps, { width: 400, garment: soot, ground: plain, prints, ...over });
const at = ({ width, data }: RasterImage, x: number, y: number) => [
  ...data.slice((y * width + x) * 4, (y * width + x) * 4 + 4),
];

/** A convex quadrilateral around the middle of the unit square. */
const quad = fc
  .tuple(
    ...[0, 1, 2, 3].map(() =>
      fc.tuple(fc.double({ min: 0, max: 0.25, noNaN: true }), fc.double({ min: 0, max: 0.25, noNaN: true })),
    ),
  )
  .map(([a, b, c, d]): [number, number][] => [
    [a[0], a[1]],
    [1 - b[0], b[1]],
    [1 - c[0], 1 - c[1]],
    [d[0], 1 - d[1]],
  ]);

describe('projective maps', () => {
  it('take the corners of the unit square where they are said to lie', () => {
    fc.assert(
      fc.property(quad, (corners) => {
        const m = squareTo(corners);
        [
          [0, 0],
          [1, 0],
          [1, 1],
          [0, 1],
        ].forEach(([x, y], i) => {
          expect(mapped(m, x, y)[0]).toBeCloseTo(corners[i][0], 9);
          expect(mapped(m, x, y)[1]).toBeCloseTo(corners[i][1], 9);
        });
      }),
      { seed: 17, endOnFailure: true },
    );
  });
  it('are undone by their inverse, and keep straight lines straight', () => {
    const share = fc.double({ min: 0, max: 1, noNaN: true });
    fc.assert(
      fc.property(quad, share, share, share, share, share, (corners, a, b, c, d, t) => {
        const m = squareTo(corners);
        const back = mapped(inverseOf(m), ...mapped(m, a, b));
        expect(back[0]).toBeCloseTo(a, 6);
        expect(back[1]).toBeCloseTo(b, 6);
        const [p, q, r] = [mapped(m, a, b), mapped(m, c, d), mapped(m, a + (c - a) * t, b + (d - b) * t)];
        expect((q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0])).toBeCloseTo(0, 9);
      }),
      { seed: 18, endOnFailure: true },
    );
  });
  it('are refused where corners cross, lie in a line, or turn inwards', () => {
    expect(
      crossed([
        [0, 0],
        [1, 1],
        [1, 0],
        [0, 1],
      ]),
    ).toBe(true);
    expect(
      crossed([
        [0, 0],
        [0.5, 0],
        [1, 0],
        [0.5, 1],
      ]),
    ).toBe(true);
    expect(
      crossed([
        [0, 0],
        [1, 0],
        [0.2, 0.2],
        [0, 1],
      ]),
    ).toBe(true);
    expect(() =>
      squareTo([
        [0, 0],
        [0, 0],
        [0, 0],
        [0, 0],
      ]),
    ).toThrow(RangeError);
  });
});

describe('a mockup', () => {
  it('shows a flat ink on flat lit cloth as the ink is, and the cloth as its colour is', () => {
    const ink = picture(160, 160, () => [216, 163, 58, 255]);
    const out = made([print(ink)]);
    expect([out.width, out.height]).toEqual([400, 400]);
    const [r, g, b] = at(out, 200, 200);
    expect(deltaE(rgbToHex([r, g, b]), '#d8a33a')).toBeLessThan(0.5);
    expect(at(out, 5, 5)).toEqual([0x1b, 0x1b, 0x1d, 255]);
  });

  it('is darker by what light there is, in linear light', () => {
    // Encoded 188 is half of the light.
    const out = made(
      [],
      { garment: { ...soot, value: '#ffffff' } },
      flatScene(),
      flat({ light: even(200, 200, 188) }),
    );
    expect(at(out, 100, 100)[0]).toBeGreaterThanOrEqual(187);
    expect(at(out, 100, 100)[0]).toBeLessThanOrEqual(189);
  });

  it('puts the lines of a checkerboard where perspective has them, within 0.3 px', () => {
    const corners = [
      [0.2, 0.15],
      [0.85, 0.1],
      [0.95, 0.9],
      [0.1, 0.8],
    ] as const;
    const n = 8;
    const board = picture(640, 640, (x, y) => {
      const v = (Math.floor(x / 80) + Math.floor(y / 80)) % 2 ? 255 : 0;
      return [v, v, v, 255];
    });
    const field: PrintField = { by: 'corners', side: null, corners };
    const out = made([print(board, field)], { width: 800 });
    const m = squareTo(corners);
    const light = (x: number, y: number) => {
      const [x0, y0] = [Math.floor(x - 0.5), Math.floor(y - 0.5)];
      const [fx, fy] = [x - 0.5 - x0, y - 0.5 - y0];
      const v = (i: number, j: number) => linearLight(at(out, x0 + i, y0 + j)[0]);
      return (v(0, 0) * (1 - fx) + v(1, 0) * fx) * (1 - fy) + (v(0, 1) * (1 - fx) + v(1, 1) * fx) * fy;
    };
    for (let i = 1; i < n; i++)
      for (let j = 0; j < n; j++) {
        // The line between two columns, in the middle of a row: where it turns from dark to light.
        const [x, y] = mapped(m, i / n, (j + 0.5) / n).map((v) => v * 800);
        const dark = (i + j) % 2 === 0;
        let crossing = NaN;
        for (let d = -6; d < 6; d += 0.05) {
          const [a, b] = [light(x + d, y), light(x + d + 0.05, y)];
          if ((a - 0.5) * (b - 0.5) <= 0 && a > b === dark) crossing = d;
        }
        expect(Math.abs(crossing)).toBeLessThan(0.3);
      }
  });

  it('has no halo: at an edge of ink every px lies between ink and cloth', () => {
    const ink = picture(160, 160, (x) => (x < 80 ? [0xf2, 0xea, 0xd8, 255] : [0xff, 0xff, 0xff, 0]));
    const out = made([print(ink)]);
    for (let x = 150; x < 250; x++)
      for (const [c, low, high] of [
        [0, 0x1b, 0xf2],
        [1, 0x1b, 0xea],
        [2, 0x1d, 0xd8],
      ]) {
        expect(at(out, x, 200)[c]).toBeGreaterThanOrEqual(low);
        expect(at(out, x, 200)[c]).toBeLessThanOrEqual(high);
      }
    const row = Array.from({ length: 100 }, (_, i) => at(out, 150 + i, 200)[0]);
    for (let i = 1; i < row.length; i++) expect(row[i]).toBeLessThanOrEqual(row[i - 1]);
  });

  it('makes an even grey of a pattern that is finer than its px: no moiré', () => {
    const fine = picture(1600, 1600, (x, y) => ((x + y) % 2 ? [255, 255, 255, 255] : [0, 0, 0, 255]));
    const out = made([print(fine)]);
    const values = Array.from(
      { length: 100 * 100 },
      (_, i) => at(out, 150 + (i % 100), 150 + Math.floor(i / 100))[0],
    );
    expect(Math.max(...values) - Math.min(...values)).toBeLessThan(26);
    expect(values.reduce((a, b) => a + b) / values.length).toBeCloseTo(188, -1);
  });

  it('is transparent where its ground is none, and shows fixed things in their own colour', () => {
    const cover = even(200, 200, 0, 0, 0);
    for (let i = 0; i < 200 * 200; i++) {
      const x = i % 200;
      (cover.data as Uint8Array)[3 * i] = x < 60 ? 255 : 0;
      (cover.data as Uint8Array)[3 * i + 1] = x >= 130 ? 255 : 0;
    }
    const maps = flat({ cover, back: even(200, 200, 200, 40, 10), ground: even(200, 200, 255) });
    const clear = made([], { ground: { kind: 'none', colour: '#ffffff' } }, flatScene(), maps);
    expect(at(clear, 40, 200)).toEqual([0x1b, 0x1b, 0x1d, 255]);
    expect(at(clear, 200, 200)).toEqual([200, 40, 10, 255]);
    expect(at(clear, 350, 200)[3]).toBe(0);
    expect(at(made([], {}, flatScene(), maps), 350, 200)).toEqual([128, 128, 128, 255]);
  });

  it('dyes what is dyed: white goods take the ink, dark ones swallow it', () => {
    const ink = picture(160, 160, () => [216, 163, 58, 255]);
    const dye = [print(ink, flatScene().fields[0], printLook('dye'))];
    expect(at(made(dye, { garment: { ...soot, value: '#ffffff' } }), 200, 200).slice(0, 3)).toEqual([
      216, 163, 58,
    ]);
    expect(Math.max(...at(made(dye), 200, 200).slice(0, 3))).toBeLessThan(0x1e);
  });

  it('keeps heather between its two yarns, and the same each time', () => {
    const heather: Garment = { ...soot, kind: 'heather', value: '#404040', second: '#808080' };
    const [a, b] = [made([], { garment: heather }), made([], { garment: heather })];
    expect(a.data).toEqual(b.data);
    const values = new Set(Array.from({ length: 400 }, (_, x) => at(a, x, 77)[0]));
    expect(values.size).toBeGreaterThan(5);
    for (const v of values) expect(v > 0x40 && v < 0x80).toBe(true);
  });
});

describe('places on a surface', () => {
  const coded = codedInches;
  /** A surface of 20 in across the picture, from its middle; its right half is another one. */
  const surface: MapImage<Uint16Array> = {
    width: 50,
    height: 50,
    channels: 3,
    data: new Uint16Array(50 * 50 * 3),
  };
  for (let y = 0; y < 50; y++)
    for (let x = 0; x < 50; x++)
      surface.data.set(
        [coded(((x + 0.5) / 50) * 20 - 10), coded(((y + 0.5) / 50) * 20), x < 40 ? 1 : 2],
        (y * 50 + x) * 3,
      );
  const field: PrintField = { by: 'surface', side: 'front', surface: 1, anchor: 'top', at: [0, 0] };
  const s = flatScene({ fields: [field], maps: { ...flatScene().maps!, surface: 's.png' } });
  const row = (y: number, size = 1, window?: MockupOptions['window']) => {
    const view = viewOf(s, { width: 400, window });
    const out = { u: new Float32Array(400), v: new Float32Array(400), on: new Uint8Array(400) };
    placesOf(field, s, { surface }, view, { widthIn: 15, heightIn: 18, collarIn: 1.5 }, size)(y, out);
    return out;
  };

  it('are inches from the print area’s top left: 15 in on 20 in cover 75 % of the width', () => {
    const { u, v, on } = row(100);
    const inside = [...u].filter((value, i) => on[i] && value >= 0 && value <= 15);
    // A fifth of the picture is of another surface.
    expect(u[50]).toBeCloseTo(0, 1);
    expect(u[300]).toBeCloseTo(12.5, 1);
    expect(inside.length).toBe([...u].filter((_, i) => i >= 50 && on[i]).length);
    expect(v[100]).toBeCloseTo((100.5 / 400) * 20 - 1.5, 2);
    expect(on[330]).toBe(0);
  });

  it('lie closer together on a larger size', () => {
    const ratio = sizeRatio(s, '3XL');
    expect(ratio).toBeCloseTo(1.4, 9);
    expect(row(100, ratio).u[200] - row(100, ratio).u[100]).toBeCloseTo(
      1.4 * (row(100).u[200] - row(100).u[100]),
      2,
    );
    expect(sizeRatio(s, 'XXS')).toBe(1);
  });

  it('are read back as they were written', () => {
    fc.assert(
      fc.property(fc.double({ min: -63, max: 63, noNaN: true }), (inches) => {
        expect(Math.abs(inchesOf(coded(inches)) - inches)).toBeLessThan(0.001);
      }),
      { seed: 3, endOnFailure: true },
    );
  });

  it('are cropped around what is printed, never beyond the picture', () => {
    for (const crop of ['square', 'tall', 'close'] as const) {
      const w = windowOf(s, { surface }, crop, field, { widthIn: 15, heightIn: 18, collarIn: 1.5 }, 1);
      expect(Math.min(w.left, w.top)).toBeGreaterThanOrEqual(0);
      expect(Math.max(w.right, w.bottom)).toBeLessThanOrEqual(1 + 1e-9);
      expect((w.right - w.left) / (w.bottom - w.top)).toBeCloseTo(crop === 'tall' ? 0.75 : 1, 6);
    }
    expect(windowOf(s, { surface }, 'whole', field, area, 1)).toEqual({
      left: 0,
      top: 0,
      right: 1,
      bottom: 1,
    });
  });
});

describe('a mesh', () => {
  it('is the same as its corners where it is even', () => {
    const net = (columns: number, rows: number) =>
      Array.from(
        { length: columns * rows },
        (_, i) =>
          [
            0.1 + (0.8 * (i % columns)) / (columns - 1),
            0.1 + (0.8 * Math.floor(i / columns)) / (rows - 1),
          ] as const,
      );
    const mesh: PrintField = { by: 'mesh', side: null, columns: 4, rows: 3, points: net(4, 3) };
    const rows = [flatScene().fields[0], mesh].map((field) => {
      const out = { u: new Float32Array(400), v: new Float32Array(400), on: new Uint8Array(400) };
      placesOf(field, flatScene(), { surface: null }, viewOf(flatScene(), { width: 400 }), area, 1)(123, out);
      return out;
    });
    for (let x = 45; x < 355; x += 7) {
      expect(rows[1].on[x]).toBe(1);
      expect(rows[1].u[x]).toBeCloseTo(rows[0].u[x], 3);
      expect(rows[1].v[x]).toBeCloseTo(rows[0].v[x], 3);
    }
    expect(rows[1].on[20]).toBe(0);
  });
});
