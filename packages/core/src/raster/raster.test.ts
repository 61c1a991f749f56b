import { alphaBox, createImage, removeGround, rimOf, type RasterImage } from './index';

/** A disc of one colour on a ground of another, with an antialiased rim. */
function discOn(ground: number[], ink: number[], size = 80, r = 25): RasterImage {
  const image = createImage(size, size);
  for (let y = 0; y < size; y++)
    for (let x = 0; x < size; x++) {
      const d = Math.hypot(x + 0.5 - size / 2, y + 0.5 - size / 2);
      const share = Math.max(0, Math.min(1, r + 0.5 - d));
      const i = (y * size + x) * 4;
      for (let c = 0; c < 3; c++) image.data[i + c] = ink[c] * share + ground[c] * (1 - share);
      image.data[i + 3] = 255;
    }
  return image;
}

const alphaAt = (image: RasterImage, x: number, y: number) => image.data[(y * image.width + x) * 4 + 3];

describe('rimOf', () => {
  it('sees an opaque rim of one colour', () => {
    const rim = rimOf(discOn([255, 255, 255], [20, 80, 60]));
    expect(rim).toEqual({ opaque: 1, colour: [255, 255, 255], uniform: 1 });
  });

  it('sees a transparent rim', () => {
    expect(rimOf(createImage(8, 8))).toEqual({ opaque: 0, colour: null, uniform: 0 });
  });

  it('looks at every pixel of the rim once, also of a single pixel', () => {
    const one = createImage(1, 1);
    one.data.set([9, 9, 9, 255]);
    expect(rimOf(one).opaque).toBe(1);
  });
});

const PLAIN = { tolerance: 8, holes: false, shadows: false };

describe('removeGround', () => {
  const image = discOn([255, 255, 255], [178, 58, 36]);
  const free = removeGround(image, PLAIN);

  it('clears the ground and keeps the figure', () => {
    expect(alphaAt(free, 0, 0)).toBe(0);
    expect(alphaAt(free, 40, 40)).toBe(255);
    const box = alphaBox(free, 127);
    expect(box.right - box.left).toBeGreaterThanOrEqual(49);
    expect(box.right - box.left).toBeLessThanOrEqual(52);
  });

  it('leaves no fringe: no pixel of the rim is nearer to the old ground than to the ink', () => {
    let fringe = 0;
    for (let i = 0; i < free.data.length; i += 4) {
      if (free.data[i + 3] < 64) continue;
      const toWhite = Math.hypot(255 - free.data[i], 255 - free.data[i + 1], 255 - free.data[i + 2]);
      const toInk = Math.hypot(178 - free.data[i], 58 - free.data[i + 1], 36 - free.data[i + 2]);
      if (toWhite < toInk) fringe++;
    }
    expect(fringe).toBe(0);
  });

  it('keeps a hole of the ground’s colour that is not joined to the rim', () => {
    const eye = discOn([255, 255, 255], [178, 58, 36]);
    for (let y = 38; y < 42; y++)
      for (let x = 38; x < 42; x++) eye.data.set([255, 255, 255, 255], (y * 80 + x) * 4);
    expect(alphaAt(removeGround(eye, PLAIN), 40, 40)).toBe(255);
  });

  it('changes neither its input nor a picture without an opaque rim', () => {
    expect(alphaAt(image, 0, 0)).toBe(255);
    const clear = createImage(4, 4);
    expect(removeGround(clear, PLAIN)).toBe(clear);
  });
});
