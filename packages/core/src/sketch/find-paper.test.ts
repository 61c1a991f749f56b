import fc from 'fast-check';
import { createImage, fillPolygons, type RasterImage } from '../raster';
import { findPaper, type Corners } from './index';

const seed = 20261129;

/** A paper with its corners there on a table, both unevenly lit, with lines drawn on it. */
function photographed(
  corners: Corners,
  { width = 320, height = 240, paper = 215, table = 70, shade = 40, noise = 0 } = {},
): RasterImage {
  const image = createImage(width, height);
  const { data } = fillPolygons(
    [corners.map(([x, y]): [number, number] => [x * width, y * height])],
    width,
    height,
  );
  const [cx, cy] = [0, 1].map((c) => corners.reduce((s, p) => s + p[c] / 4, 0));
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const light = -(shade * x) / width;
      // A ring about its middle, and a bar.
      const off = Math.hypot(x / width - cx, y / height - cy);
      const drawn = Math.abs(off - 0.1) < 0.008 || (Math.abs(y / height - cy) < 0.006 && off < 0.15);
      const on = drawn ? 40 : paper + light;
      const cover = data[y * width + x];
      const grain = noise * (((x * 7919 + y * 104729) % 97) / 48 - 1);
      const tone = cover * on + (1 - cover) * (table + light / 2) + grain;
      image.data.set([tone, tone * 0.98, tone * 0.94, 255], 4 * (y * width + x));
    }
  return image;
}
const worst = (a: Corners, b: Corners) =>
  Math.max(...a.map(([x, y], i) => Math.hypot(x - b[i][0], y - b[i][1])));

describe('the paper in a photograph', () => {
  it('is found where it lies, whatever its light and however it is turned', () => {
    const upright: Corners = [
      [0.12, 0.1],
      [0.88, 0.1],
      [0.88, 0.9],
      [0.12, 0.9],
    ];
    const leaning: Corners = [
      [0.25, 0.14],
      [0.8, 0.08],
      [0.93, 0.85],
      [0.1, 0.93],
    ];
    for (const corners of [upright, leaning])
      for (const how of [
        {},
        { shade: 90 },
        { noise: 18 },
        { paper: 170, table: 95 },
        { width: 1500, height: 1100 },
      ])
        expect(worst(findPaper(photographed(corners, how))!, corners)).toBeLessThan(0.012);
  });

  it('is found for any four corners of a paper that lies within the picture', () => {
    const wander = fc.integer({ min: -60, max: 60 });
    fc.assert(
      fc.property(fc.array(wander, { minLength: 8, maxLength: 8 }), (by) => {
        const corners = [
          [0.2, 0.2],
          [0.8, 0.2],
          [0.8, 0.8],
          [0.2, 0.8],
        ].map(([x, y], i) => [x + by[2 * i] / 500, y + by[2 * i + 1] / 500] as const);
        const found = findPaper(photographed(corners))!;
        // Of one that is turned by half a right angle any corner may be the first.
        const turned = [0, 1, 2, 3].map((k) => corners.map((_, i) => corners[(i + k) % 4]));
        expect(Math.min(...turned.map((t) => worst(found, t)))).toBeLessThan(0.02);
      }),
      { seed, numRuns: 60 },
    );
  });

  it('is not found where it fills the picture, where there is none, or where it is no paper', () => {
    const all: Corners = [
      [-0.1, -0.1],
      [1.1, -0.1],
      [1.1, 1.1],
      [-0.1, 1.1],
    ];
    expect(findPaper(photographed(all))).toBeNull();
    expect(findPaper(createImage(40, 30))).toBeNull();
    const small: Corners = [
      [0.4, 0.4],
      [0.6, 0.4],
      [0.6, 0.6],
      [0.4, 0.6],
    ];
    expect(findPaper(photographed(small))).toBeNull();
    // A lit disc is no paper.
    const disc = Array.from({ length: 40 }, (_, i) => {
      const turn = (2 * Math.PI * i) / 40;
      return [0.5 + 0.35 * Math.cos(turn), 0.5 + 0.45 * Math.sin(turn)] as const;
    });
    expect(findPaper(photographed(disc))).toBeNull();
  });
});
