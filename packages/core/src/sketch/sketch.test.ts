import fc from 'fast-check';
import { createImage, type RasterImage } from '../raster';
import { linesOf, paperRatio, squaredUp, WHOLE_PAPER, type Corners } from './index';

const seed = 20261129;

/** The corners of a paper of so much width for a height of 1, seen by a pinhole camera: turned about three axes, `far` off. */
function seen(
  ratio: number,
  { tilt = 0, pan = 0, roll = 0, far = 3, focal = 1.2, of = [1600, 1200] as const } = {},
): Corners {
  const turn = (deg: number) => [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
  const [[ct, st], [cp, sp], [cr, sr]] = [turn(tilt), turn(pan), turn(roll)];
  return [
    [-1, -1],
    [1, -1],
    [1, 1],
    [-1, 1],
  ].map(([sx, sy]) => {
    const [x0, y0] = [(sx * ratio) / 2, sy / 2];
    const [x1, y1] = [x0 * cr - y0 * sr, x0 * sr + y0 * cr];
    const [y2, z2] = [y1 * ct, y1 * st];
    const [x3, z3] = [x1 * cp + z2 * sp, z2 * cp - x1 * sp];
    const unit = Math.max(...of);
    const k = (focal * unit) / (far + z3);
    return [0.5 + (x3 * k) / of[0], 0.5 + (y2 * k) / of[1]] as const;
  });
}

describe('the ratio of a paper', () => {
  it('is what its sides say where it is seen from straight above', () => {
    expect(paperRatio(WHOLE_PAPER, 1500, 1000)).toBeCloseTo(1.5, 9);
    expect(paperRatio(seen(210 / 297), 1600, 1200)).toBeCloseTo(210 / 297, 6);
    expect(paperRatio(seen(1.4, { roll: 17 }), 1600, 1200)).toBeCloseTo(1.4, 6);
  });

  it('is its own from any angle, however near it was photographed', () => {
    fc.assert(
      fc.property(
        fc.record({
          ratio: fc.double({ min: 0.5, max: 2, noNaN: true }),
          tilt: fc.double({ min: 12, max: 40, noNaN: true }),
          pan: fc.double({ min: 12, max: 40, noNaN: true }),
          focal: fc.double({ min: 0.7, max: 2, noNaN: true }),
          far: fc.double({ min: 2.5, max: 4, noNaN: true }),
        }),
        ({ ratio, ...view }) => Math.abs(paperRatio(seen(ratio, view), 1600, 1200) / ratio - 1) < 1e-6,
      ),
      { seed, numRuns: 200 },
    );
    // Where it only leans back, its sides alone would say that it is wider than it is.
    expect(paperRatio(seen(0.7, { tilt: 35, pan: 1.5 }), 1600, 1200)).toBeLessThan(0.9);
  });

  it('is that of a paper, whatever corners are dragged to', () => {
    const share = fc.double({ min: 0, max: 1, noNaN: true });
    fc.assert(
      fc.property(fc.array(fc.tuple(share, share), { minLength: 4, maxLength: 4 }), (corners) => {
        const ratio = paperRatio(corners, 1600, 1200);
        return Number.isNaN(ratio) || ratio >= 0;
      }),
      { seed },
    );
  });
});

/** A picture of a page with a cross on it, as a camera sees it; the page grows darker to the right. */
function photographed(corners: Corners, width: number, height: number): RasterImage {
  const image = createImage(width, height);
  const at = (u: number, v: number): [number, number] => {
    // Of a page that is seen straight, so that it can be said without a map.
    const [[l, t], , [r, b]] = corners;
    return [(u / width - l) / (r - l), (v / height - t) / (b - t)];
  };
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [u, v] = at(x + 0.5, y + 0.5);
      const light = 240 - (110 * x) / width;
      const on = u >= 0 && v >= 0 && u < 1 && v < 1;
      const line = on && (Math.abs(u - 0.25) < 0.012 || Math.abs(v - 0.75) < 0.012);
      const tone = on ? (line ? light * 0.3 : light) : 30;
      image.data.set([tone, tone, tone, 255], 4 * (y * width + x));
    }
  return image;
}

describe('a sketch that was photographed', () => {
  const corners: Corners = [
    [0.1, 0.2],
    [0.9, 0.2],
    [0.9, 0.8],
    [0.1, 0.8],
  ];
  const photo = photographed(corners, 400, 300);

  it('is squared up: what is at a place of the paper is there', () => {
    const paper = squaredUp(photo, corners, 320);
    expect([paper.width, paper.height]).toEqual([320, 180]);
    const tone = (u: number, v: number) => paper.data[4 * (Math.floor(v * 180) * 320 + Math.floor(u * 320))];
    expect(tone(0.25, 0.4)).toBeLessThan(100);
    expect(tone(0.6, 0.75)).toBeLessThan(80);
    expect(tone(0.6, 0.4)).toBeGreaterThan(140);
    // Nothing of the table is left at its rim.
    for (const [u, v] of [
      [0.01, 0.02],
      [0.98, 0.02],
      [0.98, 0.97],
      [0.01, 0.97],
    ])
      expect(tone(u, v)).toBeGreaterThan(100);
    expect(() => squaredUp(photo, [corners[0], corners[2], corners[1], corners[3]], 100)).toThrow(RangeError);
  });

  it('from any side is the same paper: a picture that was turned is turned back', () => {
    const turned = createImage(300, 400);
    for (let y = 0; y < 400; y++)
      for (let x = 0; x < 300; x++) {
        const from = 4 * ((299 - x) * 400 + y);
        turned.data.set(photo.data.slice(from, from + 4), 4 * (y * 300 + x));
      }
    // A quarter turn clockwise: the paper's top left is at the top right.
    const back = squaredUp(
      turned,
      corners.map(([x, y]) => [1 - y, x]),
      320,
    );
    const straight = squaredUp(photo, corners, 320);
    expect([back.width, back.height]).toEqual([straight.width, straight.height]);
    let sum = 0;
    for (let i = 0; i < back.data.length; i++) sum += Math.abs(back.data[i] - straight.data[i]);
    expect(sum / back.data.length).toBeLessThan(1);
  });

  it('leaves its lines alone, in one colour, however uneven the light', () => {
    const paper = squaredUp(photo, corners, 320);
    const lines = linesOf(paper, '#112233');
    const alpha = (u: number, v: number) =>
      lines.data[4 * (Math.floor(v * 180) * 320 + Math.floor(u * 320)) + 3];
    for (const u of [0.1, 0.5, 0.9]) expect([u, alpha(u, 0.75) > 200, alpha(u, 0.4)]).toEqual([u, true, 0]);
    const colours = new Set<string>();
    for (let p = 0; p < lines.data.length; p += 4)
      if (lines.data[p + 3]) colours.add(lines.data.slice(p, p + 3).join());
    expect([...colours]).toEqual(['17,34,51']);
    // Nothing is made of a clear picture.
    expect(linesOf(createImage(64, 64), '#000000').data.some((v) => v > 0)).toBe(false);
  });
});
