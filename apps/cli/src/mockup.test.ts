import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { brelm, designs, folder, json } from '../testing/commands';

const owls = join(designs, 'night-shift-owls.brelm.json');
const TEE = ['--spec', 'pinfold/tee-front', '--width', '240'];
interface Told {
  files: { path: string; bytes: number; scene: string; garment: string | null }[];
}
const out = join(folder, 'mockups');

describe('mockup', () => {
  it('makes a picture for each garment that it is sold on, in each scene that is named', async () => {
    const { code, value } = await json<Told>('mockup', owls, ...TEE, '--scene', 'tee-flat', '--out', out);
    expect(code).toBe(0);
    expect(value.files.map((f) => [f.scene, f.garment])).toEqual([
      ['tee-flat', 'soot'],
      ['tee-flat', 'pine'],
    ]);
    expect(value.files[0].path).toBe(join(out, 'night-shift-owls-tee-flat-soot-mockup.jpg'));
    const { width, height, format } = await sharp(readFileSync(value.files[1].path)).metadata();
    expect([width, height, format]).toEqual([240, 300, 'jpeg']);
  });

  it('shows a sticker in every scene for one, and a mug in its own colour', async () => {
    const bog = join(designs, 'bog-standard.brelm.json');
    const sticker = await json<Told>(
      'mockup',
      bog,
      '--spec',
      'stickerwharf/kiss-cut-3in',
      '--width',
      '200',
      '--out',
      out,
    );
    expect(sticker.value.files.map((f) => f.scene)).toEqual([
      'sticker-laptop',
      'sticker-kraft',
      'sticker-glass',
    ]);
    expect(sticker.value.files.map((f) => f.garment)).toEqual([null, null, null]);
    const mug = await json<Told>(
      'mockup',
      bog,
      '--spec',
      'mudlark/mug-11oz',
      '--scene',
      'mug-front',
      '--width',
      '200',
      '--crop',
      'square',
      '--format',
      'png',
      '--ground',
      'none',
      '--out',
      out,
    );
    const { width, height, hasAlpha } = await sharp(readFileSync(mug.value.files[0].path)).metadata();
    expect([width, height, hasAlpha]).toEqual([200, 200, true]);
    expect(mug.value.files[0].path).toMatch(/-mug-front-china-white-square-mockup\.png$/);
  });

  it.each([
    [['--scene', 'moon'], /--scene: "moon" is none of tee-worn/],
    [['--scene', 'mug-left'], /--scene: mug-left does not show Tee front/],
    [['--garment', 'mauve'], /--garment: "mauve" is none of/],
    [['--scene', 'tee-flat', '--size', 'XXS'], /--size: "XXS" is none of S, M/],
    [['--ground', 'lava'], /--ground: "lava" is no colour/],
    [['--width', '12'], /--width: must be whole px from 200/],
    [['--crop', 'oval'], /--crop: "oval" is none of whole/],
    [['--look', 'chrome'], /--look: "chrome" is none of ink/],
  ])('refuses %j, and says what there is', async (args, words) => {
    const { code, err } = await brelm('mockup', owls, ...TEE, ...args, '--out', out);
    expect(code).toBe(2);
    expect(err).toMatch(words);
  });

  it('says so where no scene shows a product', async () => {
    const { code, err } = await brelm('mockup', owls, '--spec', 'gannet-row/phone-case', '--out', out);
    expect(code).toBe(2);
    expect(err).toMatch(/no scene shows Phone case/);
  });
});
