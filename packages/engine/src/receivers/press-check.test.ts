import { encode as encodeJpeg } from 'jpeg-js';
import { PNG, type ColorType } from 'pngjs';
import { checkPrint, type AskedPrint } from '../index';

const takes = { formats: ['png', 'jpeg'], mostBytes: 1_000_000, leastDpi: 150, mostHalf: 0.35 };
const print = (over: Partial<AskedPrint> = {}): AskedPrint => ({
  ...{ widthIn: 2, heightIn: 1, onCloth: true },
  ...over,
});

/** A PNG of RGBA; of another kind where that is said. */
function written(
  data: Uint8Array,
  width: number,
  height: number,
  colorType: ColorType = 6,
  bitDepth: 8 | 16 = 8,
) {
  const png = new PNG({ width, height });
  png.data = Buffer.from(data.buffer);
  return new Uint8Array(PNG.sync.write(png, { colorType, bitDepth, inputHasAlpha: true }));
}

/** A PNG whose alpha is told place by place. */
function png(alpha: (x: number, y: number) => number, width = 400, height = 200): Uint8Array {
  const data = new Uint8Array(width * height * 4);
  for (let i = 0; i < width * height; i++)
    data.set([200, 60, 40, alpha(i % width, Math.floor(i / width))], 4 * i);
  return written(data, width, height);
}
const disc = (x: number, y: number) => (Math.hypot(x - 200, y - 100) < 80 ? 255 : 0);

describe('a press', () => {
  it('takes artwork with a transparent ground, and an opaque picture for what is no cloth', () => {
    expect(checkPrint(png(disc), print(), takes)).toEqual([]);
    expect(
      checkPrint(
        png(() => 255),
        print({ onCloth: false }),
        takes,
      ),
    ).toEqual([]);
    const grey = { width: 400, height: 200, data: new Uint8Array(400 * 200 * 4).fill(128) };
    expect(checkPrint(encodeJpeg(grey, 80).data, print({ onCloth: false }), takes)).toEqual([]);
  });

  it.each([
    ['is empty', png(() => 0), print(), /is empty/],
    ['is opaque all over on cloth', png(() => 255), print(), /opaque all over/],
    ['is see-through all over', png((x, y) => disc(x, y) / 2), print(), /100 % of the print is see-through/],
    ['has too few px', png(disc, 200, 100), print(), /100 px to the inch at 2 in: at least 150/],
    ['has other proportions', png(disc), print({ heightIn: 2 }), /proportions \(400 × 200 px\)/],
    [
      'has no alpha on cloth',
      written(new Uint8Array(400 * 200 * 4).fill(255), 400, 200, 2),
      print(),
      /no transparency/,
    ],
    [
      'has 16 bits a channel',
      written(new Uint8Array(400 * 200 * 8).fill(255), 400, 200, 6, 16),
      print(),
      /16 bits/,
    ],
    ['is cut off', png(disc).subarray(0, 500), print(), /cannot be read/],
    ['is something else', new TextEncoder().encode('%PDF-1.7'), print(), /no PNG and no JPEG/],
  ])('refuses a file that %s', (_, bytes, asked, words) => {
    expect(checkPrint(bytes, asked, takes).join(' ')).toMatch(words);
  });

  it('refuses by what a file claims and weighs before it is decoded', () => {
    const huge = png(disc);
    new DataView(huge.buffer, huge.byteOffset).setUint32(16, 200_000);
    expect(checkPrint(huge, print(), takes).join()).toMatch(/claims 200000 × 200 px|cannot be read/);
    new DataView(huge.buffer, huge.byteOffset).setUint32(20, 200_000);
    expect(checkPrint(huge, print(), takes).join()).toMatch(/claims 200000 × 200000 px/);
    expect(checkPrint(png(disc), print(), { ...takes, mostBytes: 100 }).join()).toMatch(/at most 0 MB/);
  });
});
