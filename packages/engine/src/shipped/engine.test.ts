import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import Ajv2020 from 'ajv/dist/2020';
import { wordSlots } from '@brelm/core/design';
import { NO_MATERIALS } from '@brelm/core/drawing';
import { resolve } from '@brelm/core/resolve';
import { proofOf } from '@brelm/core/proof';
import { sideOf } from '@brelm/core/spec';
import {
  DEMO_FOLDER,
  decodePicture,
  encodePng,
  inspectUpload,
  loadMaterials,
  loadPictures,
  makeSurface,
  loadTypeface,
  picturesBeside,
  readDesignFile,
  readSvgFile,
  shippedGarments,
  shippedSpecs,
  shippedStarters,
} from '../index';

describe('what ships', () => {
  it('has specs that its own schema accepts, whose pixels are their inches', () => {
    const schema = JSON.parse(readFileSync(join(DEMO_FOLDER, '../docs/spec.schema.json'), 'utf8')) as object;
    const check = new Ajv2020({ strict: false }).compile(schema);
    const specs = shippedSpecs();
    expect(specs.length).toBeGreaterThanOrEqual(24);
    for (const spec of specs) {
      expect(check(spec) || check.errors).toBe(true);
      for (const side of spec.sides) expect(Math.abs(side.widthPx - side.widthIn * side.dpi)).toBeLessThan(1);
    }
  });

  it('has three dozen garments of every kind; all but solids have two colours', () => {
    const garments = shippedGarments();
    expect(garments.length).toBeGreaterThanOrEqual(36);
    expect(new Set(garments.map((g) => g.kind)).size).toBe(4);
    for (const g of garments) expect(g.second !== undefined).toBe(g.kind !== 'solid');
  });

  it('has demo designs whose pictures are there, of the size that the design says', async () => {
    const folder = join(DEMO_FOLDER, 'designs');
    const files = readdirSync(folder).filter((n) => n.endsWith('.brelm.json'));
    expect(files.length).toBeGreaterThanOrEqual(4);
    for (const name of files) {
      const file = join(folder, name);
      await expect(
        loadPictures(readDesignFile(file), picturesBeside(file), NO_MATERIALS),
      ).resolves.toBeDefined();
    }
  });

  it('has ten starters with places for words, that read by night and by day on the garments they name', async () => {
    const starters = shippedStarters();
    expect(starters).toHaveLength(10);
    const known = shippedGarments();
    for (const { document } of starters) {
      expect(wordSlots(document).length).toBeGreaterThan(0);
      const materials = await loadMaterials(document);
      for (const [colourway, garment] of [
        ['base', 'soot'],
        ['day', 'bone'],
      ] as const) {
        expect(resolve(document, colourway, materials).faults).toEqual([]);
        const { spec, side } = document.board;
        const made = shippedSpecs().find((s) => s.id === spec)!;
        const { garments } = proofOf({
          design: document,
          colourway,
          spec: made,
          side: sideOf(made, side)!,
          garments: known.filter((g) => g.id === garment),
          materials,
          surfaces: makeSurface,
          pictures: () => null,
          slow: false,
        });
        expect([document.name, colourway, garments[0].verdict]).toEqual([document.name, colourway, 'reads']);
      }
    }
  });

  it('loads a typeface once and has none for an unknown id', async () => {
    expect(await loadTypeface('rye')).toBe(await loadTypeface('rye'));
    expect(await loadTypeface('../secret')).toBeUndefined();
  });
});

describe('decoding', () => {
  it('turns as EXIF says', async () => {
    const jpeg = await sharp({ create: { width: 30, height: 20, channels: 3, background: '#c03020' } })
      .withMetadata({ orientation: 6 })
      .jpeg()
      .toBuffer();
    expect(await decodePicture(jpeg)).toMatchObject({ width: 20, height: 30 });
    expect(await inspectUpload(jpeg, 'a.jpg')).toMatchObject({
      kind: 'picture',
      mime: 'image/jpeg',
      width: 20,
    });
  });

  it('brings greyscale, 16-bit and CMYK to 8-bit sRGB with alpha', async () => {
    const base = sharp({ create: { width: 8, height: 8, channels: 3, background: '#808080' } });
    const kinds = [
      await base.clone().toColourspace('b-w').png().toBuffer(),
      await base.clone().toColourspace('rgb16').png().toBuffer(),
      await base.clone().toColourspace('cmyk').jpeg({ quality: 100 }).toBuffer(),
    ];
    for (const bytes of kinds) {
      const { data } = await decodePicture(bytes);
      expect(data.length).toBe(8 * 8 * 4);
      expect(Math.abs(data[0] - 128)).toBeLessThan(16);
      expect(data[3]).toBe(255);
    }
  });

  it('keeps straight alpha as it is', async () => {
    const pixels = Buffer.from([200, 100, 50, 10, 0, 0, 0, 0]);
    const png = await sharp(pixels, { raw: { width: 2, height: 1, channels: 4 } })
      .png()
      .toBuffer();
    expect([...(await decodePicture(png)).data]).toEqual([...pixels]);
  });
});

describe('encoding', () => {
  it('loses nothing, whatever the alpha', async () => {
    const pixels = Buffer.from(Array.from({ length: 64 * 64 * 4 }, (_, i) => (i * 73) % 256));
    const png = await encodePng(pixels, 64, 64, 300);
    const meta = await sharp(png).metadata();
    expect([meta.width, meta.density, meta.channels, meta.hasProfile]).toEqual([64, 300, 4, false]);
    expect(await sharp(png).raw().toBuffer()).toEqual(pixels);
  });
});

describe('SVG', () => {
  it('resolves use, styles, transforms and shapes', async () => {
    const art = await readSvgFile(
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10"><style>.a{fill:#b23a24}</style><defs><circle id="c" r="2"/></defs><use href="#c" class="a" transform="translate(4 4)"/><use href="#c" x="8" y="4" fill="#1f5f50"/></svg>',
    );
    expect(art.outlines.map((o) => o.colour)).toEqual(['#b23a24', '#1f5f50']);
    expect(art.width / art.height).toBeCloseTo(2, 2);
  });

  it('does not hang on a circular use', async () => {
    const circular =
      '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><g id="a"><use href="#b"/></g><g id="b"><use href="#a"/><rect width="4" height="4"/></g></svg>';
    const read = await readSvgFile(circular).catch((error: Error) => error.message);
    if (typeof read === 'string') expect(read).toContain('the SVG cannot be read');
    else expect(read.outlines.length).toBeGreaterThan(0);
  });

  it.each(['owl', 'mushroom', 'boots', 'moth'])('reads Duskwren’s %s with nothing left out', async (name) => {
    const art = await readSvgFile(readFileSync(join(DEMO_FOLDER, `figures/${name}.svg`), 'utf8'));
    expect(art.left).toEqual([]);
    expect(art.outlines.length).toBeGreaterThan(8);
  });
});
