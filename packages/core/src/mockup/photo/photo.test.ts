import fc from 'fast-check';
import { encoded, linearLight } from '../../colour';
import { DocumentError } from '../../fields';
import { createImage, type Plane, type RasterImage } from '../../raster';
import { hash, unit } from '../../wear';
import {
  composeMockup,
  fromWords,
  grainOf,
  inchesOf,
  isNet,
  lieOf,
  lightFrom,
  movedPoint,
  netOf,
  PHOTO_SIDE,
  photoBase,
  photoMaps as mapsOf,
  photoScene,
  PLAIN_GROUND,
  printLook,
  readScene,
  softnessOf,
  withPhoto,
  withPoints,
  type PhotoSetup,
  type Scene,
} from '..';

const photoMaps = (of: Scene, image: RasterImage) => mapsOf(of, photoBase(image));

const side = { id: 'front', widthIn: 12, heightIn: 16, collarIn: 3 };
const [W, H] = [300, 400];
const scene = photoScene(
  { id: 'own-1', name: 'My rack', picture: 'a'.repeat(64), width: W, height: H },
  { kind: 'shirt', blank: 'tee' },
  side,
);
const set = (over: Partial<PhotoSetup>, of: Scene = scene) => withPhoto(of, { ...of.photo!, ...over });

/** A picture whose px are greys of so much linear light, or colours. */
const photo = (of: (x: number, y: number) => number | readonly number[], w = W, h = H): RasterImage => {
  const image = createImage(w, h);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      const v = of(x, y);
      const rgb = typeof v === 'number' ? [v, v, v] : v;
      image.data.set([...rgb.map((c) => encoded(c)), 255], (y * w + x) * 4);
    }
  return image;
};
const bell = (x: number, y: number, seed = 1) =>
  [0, 1, 2].reduce((sum, k) => sum + unit(hash(x, y, seed + k)), -1.5) * 2;
const solid = (colour: readonly number[]): RasterImage => {
  const image = createImage(120, 160);
  for (let i = 0; i < image.data.length; i += 4) image.data.set([...colour, 255], i);
  return image;
};
const printed = (image: RasterImage, colour: readonly number[], of = scene, garment: string | null = null) =>
  composeMockup(of, photoMaps(of, image), {
    ...{ width: of.width, ground: PLAIN_GROUND },
    garment: garment === null ? null : { id: 'dyed', name: 'Dyed', value: garment, kind: 'solid' },
    prints: [
      {
        field: of.fields[0],
        area: side,
        image: solid(colour),
        look: { ...printLook('ink'), cover: 1 },
      },
    ],
  });
const at = ({ data, width }: RasterImage, x: number, y: number) => [
  ...data.subarray((y * width + x) * 4, (y * width + x) * 4 + 3),
];

describe('how a photo is printed on', () => {
  const place = new Float64Array(2);
  const lying = (over: Partial<PhotoSetup>) => lieOf({ ...scene.photo!, ...over });

  it('takes the corners of its net to those of the rectangle, in perspective: lines stay lines', () => {
    const net = netOf([
      [0.2, 0.3],
      [0.8, 0.2],
      [0.9, 0.9],
      [0.1, 0.7],
    ]);
    const lie = lying({ net });
    const at = (x: number, y: number) => (expect(lie(x, y, place)).toBe(true), [...place]);
    const near = (got: number[], x: number, y: number) => {
      expect(got[0]).toBeCloseTo(x, 6);
      expect(got[1]).toBeCloseTo(y, 6);
    };
    near(at(0.2, 0.3), 0, 0);
    near(at(0.8, 0.2), 12, 0);
    near(at(0.9, 0.9), 12, 16);
    near(at(0.1, 0.7), 0, 16);
    // The diagonals cross in the middle.
    const [a, b, c, d] = [
      [0.2, 0.3],
      [0.9, 0.9],
      [0.8, 0.2],
      [0.1, 0.7],
    ];
    const t =
      ((c[0] - a[0]) * (c[1] - d[1]) - (c[1] - a[1]) * (c[0] - d[0])) /
      ((b[0] - a[0]) * (c[1] - d[1]) - (b[1] - a[1]) * (c[0] - d[0]));
    near(at(a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])), 6, 8);
  });

  it('says so where a place lies behind the horizon', () => {
    // The rectangle goes away from the eye: its sides meet above it.
    const lie = lying({
      net: netOf([
        [0.4, 0.5],
        [0.6, 0.5],
        [1, 1],
        [0, 1],
      ]),
    });
    expect(lie(0.5, 0.45, place)).toBe(true);
    expect(lie(0.5, 0.2, place)).toBe(false);
  });

  it('a net that was only made finer changes nothing; beyond it the outermost cells go on', () => {
    const net = netOf([
      [0.2, 0.3],
      [0.8, 0.2],
      [0.9, 0.9],
      [0.1, 0.7],
    ]);
    const coarse = lying({ net });
    const fine = lying({ net: withPoints(net, 5, 4) });
    const [a, b] = [new Float64Array(2), new Float64Array(2)];
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 0.95, noNaN: true }),
        fc.double({ min: 0.15, max: 0.95, noNaN: true }),
        (x, y) => {
          expect(coarse(x, y, a)).toBe(true);
          expect(fine(x, y, b)).toBe(true);
          // Within; beyond, a cell's own perspective goes on.
          const off = a[0] < 0 || a[1] < 0 || a[0] > 12 || a[1] > 16 ? 1.5 : 0.25;
          expect(Math.hypot(a[0] - b[0], a[1] - b[1])).toBeLessThan(off);
        },
      ),
      { seed: 71, endOnFailure: true },
    );
  });

  it('goes round a cylinder: from its middle the print is as wide as it is seen, at its edge it is narrower', () => {
    const net = netOf([
      [0, 0],
      [1, 0],
      [1, 1],
      [0, 1],
    ]);
    // Two thirds of half the way round: 120 degrees.
    const lie = lying({ net, round: 2 / 3 });
    const u = (x: number) => (lie(x, 0.5, place), place[0] / 12);
    expect(u(0.5)).toBeCloseTo(0.5, 9);
    expect(u(0)).toBeCloseTo(0, 9);
    expect(u(1)).toBeCloseTo(1, 9);
    // 30 degrees from the middle of 120 are a quarter of it; sin 30 over sin 60 is how far off it is seen.
    expect(u(0.5 + (0.5 * Math.sin(Math.PI / 6)) / Math.sin(Math.PI / 3))).toBeCloseTo(0.75, 9);
    expect(lie(1.2, 0.5, place)).toBe(false);
    // Hanging through by a tenth, its upper edge is seen a tenth lower in the middle and where it was at its ends.
    const hung = lying({ net, round: 2 / 3, sag: 0.1 });
    hung(0.5, 0.1, place);
    expect(place[1]).toBeCloseTo(0, 9);
    hung(0, 0, place);
    expect(place[1]).toBeCloseTo(0, 9);
  });

  it('has no nets that cross, lie in a line or are seen from behind', () => {
    const square = [
      [0, 0],
      [1, 0],
      [1, 1],
      [0, 1],
    ] as const;
    expect(isNet(netOf(square))).toBe(true);
    expect(isNet(netOf([square[0], square[2], square[1], square[3]]))).toBe(false);
    expect(isNet(netOf([square[1], square[0], square[3], square[2]]))).toBe(false);
    expect(isNet(netOf([square[0], [0.5, 0], square[1], [0.7, 0]]))).toBe(false);
    const pulled = withPoints(netOf(square), 3, 3);
    expect(isNet(pulled)).toBe(true);
    const points = pulled.points.map((p, i) => (i === 4 ? ([1.2, 0.5] as const) : p));
    expect(isNet({ ...pulled, points })).toBe(false);
    expect(() => lieOf({ ...scene.photo!, net: { ...pulled, points } })).toThrow(RangeError);
  });
});

describe('a net that is pulled', () => {
  const square = netOf([
    [0.2, 0.2],
    [0.8, 0.2],
    [0.8, 0.8],
    [0.2, 0.8],
  ]);
  it('has its point where it was pulled to, the others where they were', () => {
    const moved = movedPoint(square, 0, [0.1, 0.25])!;
    expect(moved.points[0]).toEqual([0.1, 0.25]);
    expect(moved.points.slice(1)).toEqual(square.points.slice(1));
    // The net that it was pulled from is left as it is.
    expect(square.points[0]).toEqual([0.2, 0.2]);
  });
  it('never crosses itself, wherever a point is pulled', () => {
    expect(movedPoint(square, 0, [0.9, 0.9])).toBeNull();
    expect(movedPoint(square, 3, [0.1, 0.1])).toBeNull();
    const fine = withPoints(square, 4, 4);
    fc.assert(
      fc.property(
        fc.nat(15),
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.double({ min: -3, max: 3, noNaN: true }),
        (index, x, y) => {
          const moved = movedPoint(fine, index, [x, y]);
          if (!moved) return;
          expect(isNet(moved)).toBe(true);
          for (const v of moved.points[index]) expect(v >= -0.5 && v <= 1.5).toBe(true);
        },
      ),
      { seed: 72, endOnFailure: true },
    );
  });
});

describe('what is measured in a photo', () => {
  const plane = (of: (x: number, y: number) => number, width = 240, height = 200): Plane => ({
    ...{ width, height },
    data: Float32Array.from({ length: width * height }, (_, i) => of(i % width, Math.floor(i / width))),
  });

  it('its grain, whatever light lies on it', () => {
    for (const sigma of [0.01, 0.03, 0.06]) {
      const found = grainOf(plane((x, y) => 0.3 + 0.002 * x + sigma * bell(x, y)));
      expect(found).toBeGreaterThan(0.85 * sigma);
      expect(found).toBeLessThan(1.15 * sigma);
    }
    expect(grainOf(plane((x) => 0.002 * x))).toBeCloseTo(0, 5);
  });

  it('how soft its sharpest edges are', () => {
    const erf = (x: number) => {
      const t = 1 / (1 + 0.3275911 * Math.abs(x));
      const y =
        1 -
        ((((1.061405429 * t - 1.453152027) * t + 1.421413741) * t - 0.284496736) * t + 0.254829592) *
          t *
          Math.exp(-x * x);
      return x < 0 ? -y : y;
    };
    for (const sigma of [0.8, 1.5, 3]) {
      const found = softnessOf(plane((x) => 0.5 + 0.4 * erf((x - 120.3) / (sigma * Math.SQRT2))));
      expect(found).toBeGreaterThan(0.85 * sigma);
      expect(found).toBeLessThan(1.2 * sigma);
    }
    expect(softnessOf(plane(() => 0.5))).toBeNaN();
  });

  it('where its light comes from', () => {
    const [x, y] = lightFrom(
      plane((px, py) => 0.5 - 0.001 * px - 0.001 * py),
      null,
    )!;
    expect(Math.hypot(x, y)).toBeCloseTo(1, 9);
    expect(x).toBeLessThan(-0.5);
    expect(y).toBeLessThan(-0.5);
    expect(fromWords([x, y])).toBe('from the top left');
    expect(fromWords([0, 1])).toBe('from below');
    expect(fromWords([1, 0.01])).toBe('from the right');
    expect(fromWords(null)).toBe('even');
    expect(
      lightFrom(
        plane(() => 0.5),
        null,
      ),
    ).toBeNull();
  });
});

describe('a photo as a scene', () => {
  it('begins with the print area of the product in its middle, in its proportions, and is a scene', () => {
    expect(readScene(JSON.parse(JSON.stringify(scene)))).toEqual(scene);
    const [a, b, , d] = scene.photo!.net.points;
    expect(((b[0] - a[0]) * W) / ((d[1] - b[1]) * H)).toBeCloseTo(12 / 16, 6);
    const large = photoScene(
      { id: 'own-2', name: 'Large', picture: 'a'.repeat(64), width: 9000, height: 6000 },
      { kind: 'mug', blank: 'mug' },
      { id: 'wrap', widthIn: 8, heightIn: 3.5 },
    );
    expect([large.width, large.height]).toEqual([PHOTO_SIDE, 1600]);
  });

  it.each([
    [
      'a net that crosses',
      set({
        net: {
          columns: 2,
          rows: 2,
          points: [
            [0, 0],
            [1, 1],
            [1, 0],
            [0, 1],
          ],
        },
      }),
      'photo.net.points',
    ],
    [
      'too few points',
      set({ net: { columns: 3, rows: 2, points: scene.photo!.net.points } }),
      'photo.net.points',
    ],
    ['a rectangle without width', set({ widthIn: 0 }), 'photo.widthIn'],
    ['a picture by its name', set({ picture: 'rack.jpg' }), 'photo.picture'],
    ['neither maps nor photo', { ...scene, photo: null }, 'maps'],
    [
      'both',
      {
        ...scene,
        maps: { light: 'l.webp', cover: 'c.webp', ground: null, gloss: null, back: null, surface: 's.png' },
      },
      'photo',
    ],
  ])('is refused with %s', (_, document, field) => {
    const read = () => readScene(JSON.parse(JSON.stringify(document)));
    expect(read).toThrow(DocumentError);
    try {
      read();
    } catch (error) {
      expect((error as DocumentError).faults.map((f) => f.field)).toContain(field);
    }
  });

  it('is the photo itself wherever nothing is printed', () => {
    const image = photo((x, y) => [0.2 + 0.002 * x, 0.5, 0.1 + 0.001 * y]);
    const out = composeMockup(scene, photoMaps(scene, image), {
      ...{ width: W, garment: null, ground: PLAIN_GROUND, prints: [] },
    });
    let most = 0;
    for (let i = 0; i < out.data.length; i++) most = Math.max(most, Math.abs(out.data[i] - image.data[i]));
    expect(most).toBeLessThanOrEqual(1);
  });

  it('puts the print where the rectangle is, to half a px', () => {
    const out = printed(
      photo(() => 0.6),
      [200, 30, 30],
      set({ soft: 0, grain: 0, tones: 0 }),
    );
    const red = (x: number, y: number) => at(out, x, y)[0] - at(out, x, y)[1] > 60;
    const [a, , , d] = scene.photo!.net.points;
    const [left, right, top, bottom] = [a[0] * W, d[0] * W, a[1] * H, d[1] * H];
    const xs = Array.from({ length: W }, (_, x) => x).filter((x) => red(x, H / 2));
    const ys = Array.from({ length: H }, (_, y) => y).filter((y) => red(W / 2, y));
    expect(Math.abs(xs[0] - left)).toBeLessThanOrEqual(1);
    expect(Math.abs(xs.at(-1)! + 1 - right)).toBeLessThanOrEqual(1);
    expect(Math.abs(ys[0] - top)).toBeLessThanOrEqual(1);
    expect(Math.abs(ys.at(-1)! + 1 - bottom)).toBeLessThanOrEqual(1);
  });

  it('prints no blacker and no whiter than the photo is, on a black blank too', () => {
    const dark = photo((x, y) => (x < 30 ? 0.55 : 0.02 + 0.01 * Math.sin((x + y) / 9)));
    const [white] = at(printed(dark, [255, 255, 255], set({ grain: 0 })), 150, 200);
    expect(linearLight(white)).toBeLessThanOrEqual(0.56);
    expect(linearLight(white)).toBeGreaterThan(0.3);
    const [black] = at(printed(dark, [0, 0, 0], set({ grain: 0 })), 150, 200);
    expect(linearLight(black)).toBeGreaterThan(0.008);
    // Taking no notice of it, black is black.
    expect(at(printed(dark, [0, 0, 0], set({ grain: 0, tones: 0 })), 150, 200)[0]).toBeLessThan(3);
  });

  it('keeps the light and shade of a fold on the print, as strong as asked, and none when asked for none', () => {
    const folded = photo((x) => 0.5 * (1 + 0.4 * Math.sin(x / 14)));
    const spreadOf = (folds: number) => {
      const out = printed(folded, [180, 180, 180], set({ folds, shift: 0, grain: 0, soft: 0 }));
      const row = Array.from({ length: 80 }, (_, k) => linearLight(at(out, 110 + k, 200)[0]));
      return Math.max(...row) / Math.min(...row);
    };
    expect(spreadOf(0)).toBeLessThan(1.03);
    expect(spreadOf(1)).toBeGreaterThan(1.6);
    expect(spreadOf(1.5)).toBeGreaterThan(spreadOf(1));
  });

  it('moves a print along a fold towards where the light grows, never by more than a hundredth', () => {
    const folded = photo((x) => 0.5 * (1 + 0.6 * Math.sin(x / 10)));
    const still = photoMaps(set({ shift: 0 }), folded).surface!;
    const moved = photoMaps(set({ shift: 2 }), folded).surface!;
    let most = 0;
    for (let i = 0; i < still.data.length; i += 3)
      most = Math.max(most, Math.abs(inchesOf(still.data[i]) - inchesOf(moved.data[i])));
    const [a, b] = scene.photo!.net.points;
    const inchesPerPx = 12 / ((b[0] - a[0]) * W);
    expect(most).toBeGreaterThan(0.2 * inchesPerPx);
    expect(most).toBeLessThanOrEqual(0.01 * W * inchesPerPx + 0.01);
  });

  it('has the photo’s grain on the print, about as strong', () => {
    const grainy = photo((x, y) => {
      const tone = 0.62 + 0.04 * bell(x, y, 5);
      return linearLight(255 * Math.max(0, Math.min(1, tone)));
    });
    const greys = (over: Partial<PhotoSetup>) => {
      const out = printed(grainy, [140, 140, 140], set({ folds: 0, soft: 0, ...over }));
      const row: number[] = [];
      for (let y = 170; y < 230; y++) for (let x = 120; x < 180; x++) row.push(at(out, x, y)[0] / 255);
      const mean = row.reduce((s, v) => s + v, 0) / row.length;
      return Math.sqrt(row.reduce((s, v) => s + (v - mean) ** 2, 0) / row.length);
    };
    expect(greys({})).toBeGreaterThan(0.02);
    expect(greys({})).toBeLessThan(0.06);
    expect(greys({ grain: 0 })).toBeLessThan(0.005);
  });

  it('finds what stands before the blank from strokes, and does not print there', () => {
    // A dark strap down the middle of a light blank.
    const strapped = photo((x) => (x > 140 && x < 160 ? [0.03, 0.05, 0.2] : 0.6));
    const stroke = (does: 'paint' | 'less', points: number[]) => ({
      ...{ does, points, size: 8, hardness: 1, flow: 1, specks: 0 },
    });
    const cloth = [
      stroke('paint', [100, 100, 1, 100, 300, 1]),
      stroke('paint', [200, 100, 1, 200, 300, 1]),
      stroke('less', [150, 60, 1, 150, 340, 1]),
    ];
    const out = printed(strapped, [220, 60, 40], set({ cloth, grain: 0 }));
    expect(at(out, 150, 200)).toEqual(at(strapped, 150, 200));
    expect(at(out, 120, 200)[0]).toBeGreaterThan(at(out, 120, 200)[2] + 60);
    expect(at(out, 180, 200)[0]).toBeGreaterThan(at(out, 180, 200)[2] + 60);
  });

  it('dyes a light blank and says of a dark or coloured one that it cannot', () => {
    const light = photo((x) => 0.6 + 0.1 * Math.sin(x / 20));
    const dyed = { ...scene, dyed: true };
    expect(photoMaps(dyed, light).photo).toMatchObject({ dyeable: true });
    const [r, g, b] = at(printed(light, [255, 255, 255], dyed, '#204080'), 10, 10);
    expect(b).toBeGreaterThan(g);
    expect(g).toBeGreaterThan(r);
    expect(
      photoMaps(
        scene,
        photo(() => 0.05),
      ).photo!.dyeable,
    ).toBe(false);
    expect(
      photoMaps(
        scene,
        photo(() => [0.6, 0.2, 0.1]),
      ).photo!.dyeable,
    ).toBe(false);
  });
});
