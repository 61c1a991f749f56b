import sharp from 'sharp';
import { decodePicture, inspectUpload } from '../index';

/** Two halves, so that a frame or a turn that is wrong shows. */
const halves = (width: number, height: number, left = '#b3492a', right = '#1f2a44') =>
  sharp({ create: { width, height, channels: 4, background: left } }).composite([
    {
      input: { create: { width: width / 2, height, channels: 4, background: right } },
      left: width / 2,
      top: 0,
    },
  ]);

describe('pictures that are brought in', () => {
  it.each([
    ['png', 0],
    ['jpeg', 12],
    ['webp', 12],
    ['avif', 12],
    ['tiff', 12],
    ['gif', 12],
  ] as const)('%s is told by its bytes and keeps its colours', async (format, within) => {
    const bytes = await halves(64, 40).toFormat(format).toBuffer();
    expect(await inspectUpload(bytes, 'halves.txt')).toEqual({
      kind: 'picture',
      mime: `image/${format}`,
      width: 64,
      height: 40,
    });
    const { data } = await decodePicture(bytes);
    const at = (x: number, y: number) => [...data.subarray((y * 64 + x) * 4, (y * 64 + x) * 4 + 4)];
    const near = (got: number[], want: number[]) =>
      got.forEach((v, i) => expect(Math.abs(v - want[i])).toBeLessThanOrEqual(within));
    near(at(10, 20), [0xb3, 0x49, 0x2a, 255]);
    near(at(54, 20), [0x1f, 0x2a, 0x44, 255]);
  });

  it('takes the first frame of a moving GIF', async () => {
    const frame = (colour: string) =>
      sharp({ create: { width: 20, height: 20, channels: 4, background: colour } })
        .png()
        .toBuffer();
    const bytes = await sharp([await frame('#ff0000'), await frame('#0000ff')], { join: { animated: true } })
      .gif()
      .toBuffer();
    expect((await sharp(bytes, { animated: true }).metadata()).pages).toBe(2);
    expect(await inspectUpload(bytes, 'moving.gif')).toMatchObject({ width: 20, height: 20 });
    expect([...(await decodePicture(bytes)).data.subarray(0, 4)]).toEqual([255, 0, 0, 255]);
  });

  it('takes the first page of a TIFF, 16 bits deep and in CMYK', async () => {
    const tiff = await halves(32, 32).removeAlpha().toColourspace('cmyk').tiff().toBuffer();
    expect(await inspectUpload(tiff, 'press.tif')).toMatchObject({ width: 32, height: 32 });
    const deep = await halves(32, 32).toColourspace('rgb16').tiff({ compression: 'lzw' }).toBuffer();
    expect((await sharp(deep).metadata()).depth).toBe('ushort');
    const { data } = await decodePicture(deep);
    expect([...data.subarray(0, 4)]).toEqual([0xb3, 0x49, 0x2a, 255]);
  });

  it('refuses a GIF that claims more than can be read, before reading it', async () => {
    const bytes = await halves(8, 8).gif().toBuffer();
    // Both the screen and the frame, whose descriptor begins with 0x2c, say their size.
    const frame = bytes.indexOf(0x2c, 13);
    for (const at of [6, 8, frame + 5, frame + 7]) bytes.writeUInt16LE(65535, at);
    await expect(inspectUpload(bytes, 'bomb.gif')).rejects.toThrow(/bomb\.gif: it claims 65,535 × 65,535 px/);
  });

  it.each(['avif', 'tiff', 'gif'] as const)(
    'refuses a %s that is cut off, with the reason',
    async (format) => {
      const bytes = await halves(200, 200, '#b3492a', '#f2ead8').toFormat(format).toBuffer();
      await expect(inspectUpload(bytes.subarray(0, bytes.length * 0.6), `cut.${format}`)).rejects.toThrow(
        new RegExp(`cut\\.${format}: .*(damaged|cut off)`),
      );
    },
  );
});
