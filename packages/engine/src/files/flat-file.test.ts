import { createCanvas } from '@napi-rs/canvas';
import sharp from 'sharp';
import { FLAT_BYTES, flatPng } from './flat-file';

const [WIDTH, HEIGHT] = [900, 700];
const EXPECTED = { width: WIDTH, height: HEIGHT, dpi: 300, maxBytes: 1e7, alpha: true };
const MOST = WIDTH * HEIGHT * FLAT_BYTES;

/** Letters and a ring, in so many inks. */
function artwork(inks: readonly string[]): Buffer {
  const context = createCanvas(WIDTH, HEIGHT).getContext('2d');
  inks.forEach((ink, i) => {
    context.fillStyle = context.strokeStyle = ink;
    context.lineWidth = 17;
    context.beginPath();
    context.arc(450 + 40 * i, 350, 300 - 60 * i, 0, 7);
    context.stroke();
    context.save();
    context.translate(120, 200 + 150 * i);
    context.rotate(0.1 * i);
    context.fillRect(0, 0, 500, 60);
    context.restore();
  });
  const { data } = context.getImageData(0, 0, WIDTH, HEIGHT);
  return Buffer.from(data.buffer, data.byteOffset, data.length);
}

const decoded = (bytes: Buffer) => sharp(bytes).ensureAlpha().raw().toBuffer();

describe('files of flat artwork', () => {
  it.each([
    ['one ink: a table of colours', ['#b3492a'], 3],
    ['three inks: RGBA', ['#b3492a', '#e8d9b0', '#1c3d5a'], 6],
  ])('of %s', async (_, inks, colourType) => {
    const pixels = artwork(inks);
    const made = (await flatPng(pixels, EXPECTED, MOST))!;
    expect(made.report).toMatchObject({
      faults: [],
      colourType,
      dpi: 300,
      colourSpace: 'srgb',
      cornersTransparent: true,
    });
    expect(Buffer.compare(await decoded(made.bytes), pixels)).toBe(0);
    const small = await sharp(pixels, { raw: { width: WIDTH, height: HEIGHT, channels: 4 } })
      .png({ compressionLevel: 8, adaptiveFiltering: false })
      .toBuffer();
    expect(made.bytes.length).toBeLessThan(1.4 * small.length);
  });

  it('leave grain to the general encoder, and files that are over their limit', async () => {
    const grain = Buffer.alloc(WIDTH * HEIGHT * 4);
    for (let i = 0, seed = 7; i < grain.length; i++)
      grain[i] = (seed = (Math.imul(seed, 1664525) + 1013904223) | 0) >>> 24;
    expect(await flatPng(grain, EXPECTED, MOST)).toBeNull();
    expect(await flatPng(artwork(['#b3492a']), EXPECTED, 900)).toBeNull();
  });

  it('say what is not as it must be', async () => {
    const pixels = artwork(['#b3492a']);
    const { report } = (await flatPng(pixels, { ...EXPECTED, maxBytes: 1000 }, MOST))!;
    expect(report.faults).toEqual([
      `the file has ${report.bytes} bytes, more than the 1000 that are allowed`,
    ]);
  });
});
