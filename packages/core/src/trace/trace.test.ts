import { createCanvas, Path2D } from '@napi-rs/canvas';
import fc from 'fast-check';
import { toSvgPath } from '../geometry';
import { createImage, type RasterImage } from '../raster';
import { artOf, evenLight, trace, TRACE, type TraceSettings, type Traced } from './index';
import { bordersOf } from './borders';
import { CLEAR, joinIslands, labelsOf } from './labels';

type Rgba = [number, number, number, number];

/** A picture with rims as smooth as a canvas makes them. */
function drawn(side: number, draw: (c: CanvasRenderingContext2D) => void): RasterImage {
  const c = createCanvas(side, side).getContext('2d');
  draw(c as unknown as CanvasRenderingContext2D);
  const { width, height, data } = c.getImageData(0, 0, side, side);
  return { width, height, data };
}
const traced = (image: RasterImage, change: Partial<TraceSettings> = {}) =>
  trace(image, { ...TRACE, smooth: 0.2, ...change });

/** The traced picture painted by another painter. */
function painted(of: Traced, trap: number): RasterImage {
  const c = createCanvas(of.width, of.height).getContext('2d');
  for (const { path, colour, rule, stroke } of artOf(of, trap)) {
    if (stroke) {
      c.strokeStyle = colour;
      c.lineWidth = stroke.width;
      c.stroke(new Path2D(path));
    } else {
      c.fillStyle = colour;
      c.fill(new Path2D(path), rule);
    }
  }
  const { width, height, data } = c.getImageData(0, 0, of.width, of.height);
  return { width, height, data };
}

const flag = (side: number) =>
  drawn(side, (c) => {
    c.fillStyle = '#204060';
    c.fillRect(0, 0, side, side);
    c.fillStyle = '#d04020';
    c.beginPath();
    c.arc(side * 0.5, side * 0.5, side * 0.3, 0, 7);
    c.fill();
    c.fillStyle = '#f0e0b0';
    c.fillRect(side * 0.5, side * 0.2, side * 0.3, side * 0.6);
  });

describe('tracing', () => {
  it('a disc becomes a circle, in the right place to a tenth of a pixel', () => {
    const image = drawn(120, (c) => {
      c.fillStyle = '#d04020';
      c.beginPath();
      c.arc(60.3, 58.7, 31.4, 0, 7);
      c.fill();
      // What is clear has a border of its own: a second colour lies around it.
      c.globalCompositeOperation = 'destination-over';
      c.fillStyle = '#ffffff';
      c.fillRect(0, 0, 120, 120);
    });
    const { colours, error } = traced(image, { colours: 2, trap: 0 });
    const disc = colours[1];
    expect(disc.area).toBeGreaterThan(0.98 * Math.PI * 31.4 ** 2);
    // A move and four curves.
    expect(disc.path.length).toBe(3 + 4 * 7 + 1);
    const xs = [disc.path[1], disc.path[8], disc.path[15], disc.path[22], disc.path[29]];
    expect((Math.max(...xs) + Math.min(...xs)) / 2).toBeCloseTo(60.3, 0);
    expect((Math.max(...xs) - Math.min(...xs)) / 2).toBeCloseTo(31.4, 0);
    expect(error.largest).toBeLessThan(0.5);
  });

  it('a square keeps its corners and its straight sides', () => {
    const image = drawn(100, (c) => {
      c.fillStyle = '#ffffff';
      c.fillRect(0, 0, 100, 100);
      c.fillStyle = '#204060';
      c.fillRect(20, 30, 50, 40);
    });
    const square = traced(image, { colours: 2 }).colours[1];
    const svg = toSvgPath(square.path);
    expect(svg.match(/[CQ]/g)).toBeNull();
    const numbers = svg.match(/-?[\d.]+/g)!.map(Number);
    for (const [x, y] of [
      [20, 30],
      [70, 30],
      [70, 70],
      [20, 70],
    ])
      expect(numbers.some((_, i) => i % 2 === 0 && Math.hypot(numbers[i] - x, numbers[i + 1] - y) < 1)).toBe(
        true,
      );
  });

  it('leaves no gap and no overlap between neighbours', () => {
    const of = traced(flag(200), { colours: 3, trap: 0 });
    expect(of.colours).toHaveLength(3);
    const cover = new Float32Array(200 * 200);
    for (const { path } of of.colours) {
      const c = createCanvas(200, 200).getContext('2d');
      c.fill(new Path2D(toSvgPath(path)), 'evenodd');
      const { data } = c.getImageData(0, 0, 200, 200);
      for (let i = 0; i < cover.length; i++) cover[i] += data[4 * i + 3] / 255;
    }
    // Each pixel is covered once by all of them together, but for what the painter rounds.
    const off = [...cover].map((v) => Math.abs(v - 1));
    expect(Math.max(...off)).toBeLessThan(0.15);
    expect(off.reduce((a, b) => a + b) / off.length).toBeLessThan(0.002);
  });

  it('shows no seam where colours reach under those laid over them', () => {
    const seam = (trap: number) => {
      const { data } = painted(traced(flag(200), { colours: 3, trap }), trap);
      return Math.min(...[...data].filter((_, i) => i % 4 === 3));
    };
    expect(seam(0)).toBeLessThan(215);
    expect(seam(0.7)).toBeGreaterThan(230);
  });

  it('comes near the picture, with far fewer points than pixels along its borders', () => {
    const image = flag(200);
    const of = traced(image, { colours: 3 });
    const { data } = painted(of, 0.6);
    let off = 0;
    for (let i = 0; i < data.length; i++) if (i % 4 !== 3) off += Math.abs(data[i] - image.data[i]);
    expect(off / (200 * 200 * 3)).toBeLessThan(1.2);
    expect(of.points).toBeLessThan(60);
    expect(of.error.mean).toBeLessThan(0.25);
  });

  it('what is clear stays clear, and an opaque picture of one colour is one square', () => {
    const disc = drawn(80, (c) => {
      c.fillStyle = '#d04020';
      c.beginPath();
      c.arc(40, 40, 20, 0, 7);
      c.fill();
    });
    expect(traced(disc).colours).toHaveLength(1);
    const one = traced(drawn(40, (c) => c.fillRect(0, 0, 40, 40)));
    expect(one.colours).toHaveLength(1);
    expect(one.points).toBeLessThanOrEqual(5);
    expect(traced(createImage(30, 30)).colours).toEqual([]);
    expect(traced(drawn(1, (c) => c.fillRect(0, 0, 1, 1))).colours).toHaveLength(1);
  });

  it('finds as many colours as a picture has', () => {
    expect(traced(flag(160), { colours: null }).colours).toHaveLength(3);
  });

  it('joins small islands with what is around them', () => {
    const image = drawn(100, (c) => {
      c.fillStyle = '#ffffff';
      c.fillRect(0, 0, 100, 100);
      c.fillStyle = '#204060';
      c.fillRect(20, 20, 40, 40);
      for (let i = 0; i < 12; i++) c.fillRect(70 + (i % 4) * 7, 70 + Math.floor(i / 4) * 8, 3, 3);
    });
    const loops = (least: number) =>
      toSvgPath(traced(image, { colours: 2, least, smooth: 0 }).colours[1].path).match(/M/g)!.length;
    expect(loops(2)).toBe(13);
    expect(loops(20)).toBe(1);
  });

  it('colours are left out and joined as asked', () => {
    const of = traced(flag(120), { colours: 3 });
    const inks = (art: { colour: string }[]) => new Set(art.map((o) => o.colour));
    expect(inks(artOf(of, 0))).toEqual(new Set(of.colours.map((c) => c.colour)));
    expect(inks(artOf(of, 0, [{ drop: true }, undefined, { joins: 1 }]))).toEqual(
      new Set([of.colours[1].colour]),
    );
  });
});

describe('the planar map', () => {
  it('finds each border once, between the two colours that lie beside it', () => {
    const cell = fc.integer({ min: 0, max: 3 });
    fc.assert(
      fc.property(fc.array(cell, { minLength: 36, maxLength: 36 }), (cells) => {
        const data = Uint8Array.from(cells, (c) => (c === 3 ? CLEAR : c));
        const labels = {
          width: 6,
          height: 6,
          data,
          colours: ['#000000', '#808080', '#ffffff'],
          lab: Float64Array.of(0, 0, 0, 0.6, 0, 0, 1, 0, 0),
        };
        const { borders } = bordersOf(labels, (_, out) => out.fill(0));
        const at = (x: number, y: number) => (x < 0 || y < 0 || x > 5 || y > 5 ? CLEAR : data[y * 6 + x]);
        let edges = 0;
        for (let y = 0; y <= 6; y++)
          for (let x = 0; x <= 6; x++) {
            if (x < 6 && at(x, y - 1) !== at(x, y)) edges++;
            if (y < 6 && at(x - 1, y) !== at(x, y)) edges++;
          }
        const found = borders.reduce((n, b) => n + b.points.length - (b.closed ? 0 : 2), 0);
        expect(found).toBe(edges);
        for (const { a, b } of borders) expect(a).not.toBe(b);
      }),
      { seed: 77, endOnFailure: true, numRuns: 300 },
    );
  });

  it('an island smaller than asked takes the colour around it, and no other', () => {
    const data = new Uint8Array(64).fill(0);
    for (const i of [27, 28, 35]) data[i] = 1;
    data[9] = CLEAR;
    joinIslands({ width: 8, data }, 4);
    expect(data.every((v) => v === 0)).toBe(true);
  });
});

describe('a drawing on paper', () => {
  /** A line on paper that is lit from one corner. */
  const sketch = (side: number) => {
    const image = createImage(side, side);
    for (let y = 0; y < side; y++)
      for (let x = 0; x < side; x++) {
        const light = 1 - 0.55 * ((x + y) / (2 * side));
        const ink = Math.abs(Math.hypot(x - side / 2, y - side / 2) - side * 0.3) < 3 ? 0.3 : 1;
        const v = 240 * light * ink;
        image.data.set([v, v * 0.97, v * 0.9, 255] as Rgba, 4 * (y * side + x));
      }
    return image;
  };

  it('has its light made even: paper is white in the dark corner, too', () => {
    const even = evenLight(sketch(240));
    const at = (x: number, y: number) => even.data[4 * (y * 240 + x)];
    expect(at(8, 8)).toBeGreaterThan(250);
    expect(at(230, 230)).toBeGreaterThan(250);
    expect(at(120, 48)).toBeLessThan(110);
  });

  it('becomes one ring of ink', () => {
    const { colours } = traced(sketch(240), { paper: true, colours: 2 });
    expect(colours[1].area).toBeGreaterThan(0.8 * 2 * Math.PI * 72 * 6);
    expect(colours[1].area).toBeLessThan(1.2 * 2 * Math.PI * 72 * 6);
    // Not the corner that is dark: at a threshold it would be.
    const { labels } = labelsOf(evenLight(sketch(240)), { ...TRACE, colours: 2 });
    expect(labels.data[235 * 240 + 235]).toBe(labels.data[5 * 240 + 5]);
  });
});
