import { createCanvas, loadImage } from '@napi-rs/canvas';
import sharp from 'sharp';
import { emptyDesign, type Design, type Material } from '@brelm/core/design';
import { motif, picture, place } from '@brelm/core/parts';
import { NO_MATERIALS, paintSurface, type ImageItem } from '@brelm/core/drawing';
import { resolve } from '@brelm/core/resolve';
import { readHeader, readChunks } from '@brelm/core/export';
import { homeAt, newPlacement } from '@brelm/core/placement';
import type { Spec, SpecSide } from '@brelm/core/spec';
import {
  expectedBytes,
  FitError,
  encodeWithin,
  loadMaterials,
  loadPictures,
  makeFile,
  makeSurface,
  paintExact,
  PictureError,
  rasterSource,
  type FileJob,
} from '../index';

const SIDE: SpecSide = {
  id: 'front',
  name: 'Front',
  widthIn: 3,
  heightIn: 2,
  widthPx: 900,
  heightPx: 600,
  dpi: 300,
  safeIn: { left: 0.1, top: 0.1, right: 0.1, bottom: 0.1 },
};
const SPEC: Spec = {
  format: 'brelm-spec',
  version: 2,
  id: 'test/card',
  marketplace: 'Test',
  product: 'Card',
  blank: 'card',
  kind: 'other',
  sides: [SIDE],
  formats: ['png', 'jpeg', 'webp', 'svg', 'pdf'],
  background: 'either',
  maxBytes: 2_000_000,
  colourSpace: 'srgb',
  leastDpi: 150,
  perColour: true,
  sources: [],
  checked: '2026-11-02',
};
const BOARD = { spec: SPEC.id, side: 'front', width: 900, height: 600, dpi: 300 };

/** Grain of many colours, which compresses badly. */
const noise = (width: number, height: number): Promise<Buffer> => {
  let seed = 7;
  const next = () => {
    // Mulberry32: a short period would compress.
    let t = (seed = (seed + 0x6d2b79f5) | 0);
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return (t ^ (t >>> 14)) >>> 8;
  };
  const data = Buffer.from(
    Uint8Array.from({ length: width * height * 4 }, (_, i) => (i % 4 === 3 ? 255 : next() & 255)),
  );
  return sharp(data, { raw: { width, height, channels: 4 } })
    .png()
    .toBuffer();
};

function designOf(material?: Material, scale = 1, turn = 0): Design {
  const design = emptyDesign('Card & co', BOARD, 'soot', ['soot'], { name: 'Rust', value: '#b3492a' });
  const outline = {
    path: 'M0 0H300V200H0Z',
    ink: 'ink-1',
    rule: 'nonzero' as const,
    opacity: 1,
    stroke: null,
  };
  const art = { width: 300, height: 200, outlines: [outline] };
  const square = motif('m', 'Square', place(200, 150), art, { id: 'own' });
  return {
    ...design,
    materials: material ? [material] : [],
    parts: [
      square,
      ...(material ? [{ ...picture('p', { ...place(600, 300, scale), turn }, material) }] : []),
    ],
  };
}
const materialOf = (width: number, height: number): Material => ({
  id: 'grain',
  name: 'grain.png',
  width,
  height,
  licence: { id: 'own' },
});
const jobOf = (
  design: Design,
  format: FileJob['format'],
  over: Partial<FileJob['placement']> = {},
  spec: Partial<Spec> = {},
): FileJob => ({
  design,
  colourway: 'base',
  spec: { ...SPEC, ...spec },
  side: SIDE,
  placement: { ...newPlacement(SPEC, SIDE, homeAt(BOARD, SIDE)), ...over },
  apart: null,
  format,
});
const make = async (job: FileJob, bytes?: Buffer) =>
  makeFile(
    job,
    await loadMaterials(job.design),
    rasterSource(job.design, () => Promise.resolve(bytes!)),
  );

describe('files of every kind from one drawing', () => {
  it('PNG: exact ink, resolution, a table of colours where it is enough', async () => {
    const { bytes, report } = await make(jobOf(designOf(), 'png'));
    const header = readHeader(readChunks(bytes));
    expect(header).toMatchObject({
      width: 900,
      height: 600,
      colourType: 3,
      pxPerMetre: 11811,
      colourSpace: 'srgb',
    });
    const { data } = await sharp(bytes).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
    expect([...data.subarray((150 * 900 + 200) * 4, (150 * 900 + 200) * 4 + 4)]).toEqual([
      0xb3, 0x49, 0x2a, 255,
    ]);
    expect(data[3]).toBe(0);
    expect(report).toMatchObject({ loss: null, dpi: 300, bytes: bytes.length });
  });

  it('PNG as small as can be: the same pixels in fewer bytes, of flat artwork and of a turned one', async () => {
    const pixels = async (bytes: Buffer) =>
      (await sharp(bytes).ensureAlpha().raw().toBuffer()).toString('hex');
    for (const turn of [0, 17]) {
      const design = designOf();
      const job = jobOf(
        { ...design, parts: design.parts.map((p) => ({ ...p, place: { ...p.place, turn } })) },
        'png',
      );
      const [quick, small] = [await make(job), await make({ ...job, smallest: true })];
      expect(await pixels(small.bytes)).toBe(await pixels(quick.bytes));
      expect(small.bytes.length).toBeLessThanOrEqual(quick.bytes.length);
      expect(small.report).toMatchObject({ loss: null, checked: quick.report.checked });
    }
  });

  it('JPEG and PNG on a ground: no alpha, the ground to the edge', async () => {
    const jpeg = await make(jobOf(designOf(), 'jpeg', { ground: '#1f2a44' }));
    const meta = await sharp(jpeg.bytes).metadata();
    expect(meta).toMatchObject({
      format: 'jpeg',
      width: 900,
      height: 600,
      channels: 3,
      density: 300,
      chromaSubsampling: '4:4:4',
    });
    const { data } = await sharp(jpeg.bytes).raw().toBuffer({ resolveWithObject: true });
    [0x1f, 0x2a, 0x44].forEach((v, i) => expect(Math.abs(data[i] - v)).toBeLessThan(4));
    const png = await make(jobOf(designOf(), 'png', { ground: '#1f2a44' }));
    expect((await sharp(png.bytes).metadata()).hasAlpha).toBe(false);
    await expect(make(jobOf(designOf(), 'jpeg'))).rejects.toThrow('JPEG has no transparency');
  });

  it('WebP without loss, SVG and PDF of outlines', async () => {
    const webp = await make(jobOf(designOf(), 'webp'));
    const { data } = await sharp(webp.bytes).raw().toBuffer({ resolveWithObject: true });
    expect([...data.subarray((150 * 900 + 200) * 4, (150 * 900 + 200) * 4 + 4)]).toEqual([
      0xb3, 0x49, 0x2a, 255,
    ]);
    const svg = (await make(jobOf(designOf(), 'svg'))).bytes.toString();
    expect(svg).toContain('width="76.2mm"');
    expect(svg).toContain('class="ink-rust"');
    expect((await make(jobOf(designOf(), 'pdf'))).bytes.subarray(0, 8).toString()).toBe('%PDF-1.7');
  });

  it('are about as large as expected', async () => {
    const material = materialOf(400, 300);
    const grain = await noise(400, 300);
    for (const design of [designOf(), designOf(material)]) {
      const job = jobOf(design, 'png');
      const read = () => Promise.resolve(grain);
      const expected = await expectedBytes(
        job,
        await loadMaterials(design),
        await loadPictures(design, read, NO_MATERIALS),
        rasterSource(design, read),
      );
      const { length } = (await make(job, grain)).bytes;
      expect(expected / length).toBeGreaterThan(0.4);
      expect(expected / length).toBeLessThan(2.5);
    }
  });
});

describe('limits of bytes', () => {
  const painted = async (width = 400, height = 300) => ({
    pixels: await sharp(await noise(width, height))
      .ensureAlpha()
      .raw()
      .toBuffer(),
    width,
    height,
    dpi: 300,
  });

  it('are met by a PNG with the least loss that fits, which is said', async () => {
    const of = await painted();
    const whole = await encodeWithin(of, 'png', 1e9, false);
    expect(whole.loss).toBeNull();
    const less = await encodeWithin(of, 'png', whole.bytes.length * 0.9, false);
    expect(less.bytes.length).toBeLessThanOrEqual(whole.bytes.length * 0.9);
    expect(less.loss).toContain('colours in steps of');
    const least = await encodeWithin(of, 'png', whole.bytes.length * 0.3, false);
    expect(least.loss).toMatch(/^\d+ colours instead of all/);
    expect(await sharp(least.bytes).ensureAlpha().raw().toBuffer()).toEqual(least.pixels);
    await expect(encodeWithin(of, 'png', 2000, false)).rejects.toThrow(FitError);
    // What it says to do can be done: another format only where that is taken.
    await expect(encodeWithin(of, 'png', 2000, false)).rejects.toThrow(/allowed: make grainy pictures/);
    await expect(encodeWithin(of, 'png', 2000, false, ['WEBP'])).rejects.toThrow(/allowed: choose WEBP/);
  });

  it.each(['jpeg', 'webp'] as const)('are met by a %s at the best quality that fits', async (format) => {
    const of = await painted();
    const full = await encodeWithin(of, format, 1e9, true);
    const limit = Math.round(full.bytes.length / (format === 'jpeg' ? 2.2 : 4.5));
    const less = await encodeWithin(of, format, limit, true);
    expect(less.bytes.length).toBeLessThanOrEqual(limit);
    const quality = Number(/quality (\d+)/.exec(less.loss!)![1]);
    const next = sharp(of.pixels, { raw: { width: 400, height: 300, channels: 4 } });
    const better = await (
      format === 'jpeg'
        ? next.removeAlpha().jpeg({ quality: quality + 1, chromaSubsampling: '4:4:4' })
        : next.webp({ quality: quality + 1, effort: 4 })
    ).toBuffer();
    expect(better.length).toBeGreaterThan(limit - 40);
    await expect(encodeWithin(of, format, 2000, true)).rejects.toThrow('at the least quality');
  });

  it('that an SVG is over are said', async () => {
    const grain = await noise(400, 300);
    await expect(
      make(jobOf(designOf(materialOf(400, 300)), 'svg', {}, { maxBytes: 5000 }), grain),
    ).rejects.toThrow('outlines lose nothing');
  });
});

describe('pictures in files', () => {
  /** A step edge from dark to light, at twice and a half the size it is shown at. */
  const edge = async () => {
    const canvas = createCanvas(500, 250);
    const c = canvas.getContext('2d');
    c.fillStyle = '#000';
    c.fillRect(0, 0, 500, 250);
    for (let x = 0; x < 500; x += 2) {
      c.fillStyle = '#fff';
      c.fillRect(x, 0, 1, 250);
    }
    return canvas.toBuffer('image/png');
  };

  it('are resampled in linear light: fine stripes of black and white become 188, not 128', async () => {
    const bytes = await edge();
    for (const turn of [0, 90, 30]) {
      const design = designOf(materialOf(500, 250), 0.4, turn);
      const job = jobOf(design, 'png');
      const surface = await paintExact(
        resolve(design, undefined, await loadMaterials(design)),
        rasterSource(job.design, () => Promise.resolve(bytes)),
      );
      const { data } = surface.context.getImageData(600, 300, 1, 1);
      expect(Math.abs(data[0] - 188)).toBeLessThanOrEqual(3);
      expect(data[3]).toBe(255);
    }
  });

  it('lie where the painter puts them, at any scale and turn', async () => {
    const canvas = createCanvas(300, 200);
    const c = canvas.getContext('2d');
    c.fillStyle = '#20c060';
    c.fillRect(0, 0, 300, 200);
    c.fillStyle = '#c02040';
    c.fillRect(0, 0, 150, 100);
    const bytes = canvas.toBuffer('image/png');
    for (const [sx, sy, turn] of [
      [1, 1, 0],
      [0.5, 0.5, 0],
      [-0.7, 0.7, 0],
      [1.6, 1.3, 0],
      [0.8, 0.8, 25],
      [1, -1, 180],
    ]) {
      const design = designOf(materialOf(300, 200));
      const placed: Design = {
        ...design,
        parts: design.parts.map((p) =>
          p.kind === 'picture' ? { ...p, place: { x: 500.3, y: 290.6, scaleX: sx, scaleY: sy, turn } } : p,
        ),
      };
      const read = () => Promise.resolve(bytes);
      const drawing = resolve(placed, undefined, await loadMaterials(placed));
      const ours = (await paintExact(drawing, rasterSource(placed, read))).context.getImageData(
        0,
        0,
        900,
        600,
      ).data;
      const theirs = paintSurface(
        drawing,
        1,
        await loadPictures(placed, read, NO_MATERIALS),
        makeSurface,
      ).context.getImageData(0, 0, 900, 600).data;
      let sum = 0;
      for (let i = 0; i < ours.length; i++) sum += Math.abs(ours[i] - theirs[i]);
      expect(sum / ours.length).toBeLessThan(0.5);
    }
  });

  it('that are gone or damaged are named', async () => {
    const design = designOf(materialOf(300, 200));
    const gone = Object.assign(new Error('no'), { code: 'ENOENT' });
    await expect(
      makeFile(
        jobOf(design, 'png'),
        await loadMaterials(design),
        rasterSource(design, () => Promise.reject(gone)),
      ),
    ).rejects.toThrow('grain.png: there is no picture file any more');
    await expect(make(jobOf(design, 'png'), Buffer.from('nonsense'))).rejects.toThrow(PictureError);
    await expect(make(jobOf(design, 'png'), await noise(30, 20))).rejects.toThrow(
      'is 30 × 20 px, not 300 × 200',
    );
  });

  it('that are to be enlarged are nearer to what was drawn large, lie where they lay, and are larger in SVG and PDF', async () => {
    /** A ring and a slanted bar, smoothed as canvases do. */
    const drawn = (times: number) => {
      const c = createCanvas(100 * times, 80 * times).getContext('2d');
      c.scale(times, times);
      c.strokeStyle = '#20c060';
      c.lineWidth = 5;
      c.arc(45, 40, 28, 0, 7);
      c.stroke();
      c.fillStyle = '#c02040';
      c.transform(1, 0.4, 0, 1, 0, 0);
      c.fillRect(20, 10, 60, 7);
      return c.canvas;
    };
    const bytes = drawn(1).toBuffer('image/png');
    const painted = async (enlarged?: 'twice' | 'fourfold', turn = 0) => {
      const plain = designOf(materialOf(100, 80), 4, turn);
      const part = plain.parts.at(-1)!;
      const design = { ...plain, parts: [{ ...part, ...(enlarged && { enlarged }) } as typeof part] };
      const surface = await paintExact(
        resolve(design, undefined, await loadMaterials(design)),
        rasterSource(design, () => Promise.resolve(bytes)),
      );
      return { design, data: surface.context.getImageData(400, 140, 400, 320).data };
    };
    const aim = drawn(4).getContext('2d').getImageData(0, 0, 400, 320).data;
    const apart = (data: Uint8ClampedArray) => {
      let sum = 0;
      for (let i = 3; i < data.length; i += 4) sum += (data[i] - aim[i]) ** 2;
      return sum / (data.length / 4);
    };
    const [plain, large] = [await painted(), await painted('fourfold')];
    expect(apart(large.data)).toBeLessThan(0.7 * apart(plain.data));
    // Turned by a right angle and back it is the same picture: px lie where they lay.
    const ink = ({ data }: { data: Uint8ClampedArray }) =>
      data.reduce((sum, v, i) => (i % 4 === 3 ? sum + v : sum), 0);
    expect(ink(await painted('fourfold', 180)) / ink(large)).toBeCloseTo(1, 2);
    const svg = (await make(jobOf(large.design, 'svg'), bytes)).bytes.toString();
    const inner = Buffer.from(/base64,([^"]+)"/.exec(svg)![1], 'base64');
    expect(await loadImage(inner).then((i) => [i.width, i.height])).toEqual([400, 320]);
    expect((await make(jobOf(large.design, 'pdf'), bytes)).bytes.toString('latin1')).toContain(
      '/Width 400 /Height 320',
    );
    // It is judged by what it has of its own.
    const [found] = resolve(large.design, undefined, await loadMaterials(large.design)).groups.at(-1)!.items;
    const { material, treatment } = found as ImageItem;
    const pictures = await loadPictures(large.design, () => Promise.resolve(bytes), NO_MATERIALS);
    expect((pictures(material, treatment, 1e6) as { width: number }).width).toBe(100);
  });

  it('are embedded at full resolution in SVG and PDF, though they are shown small', async () => {
    const grain = await noise(400, 300);
    const design = designOf(materialOf(400, 300), 0.2);
    const svg = (await make(jobOf(design, 'svg'), grain)).bytes.toString();
    const inner = Buffer.from(/base64,([^"]+)"/.exec(svg)![1], 'base64');
    expect(await loadImage(inner).then((i) => [i.width, i.height])).toEqual([400, 300]);
    expect((await make(jobOf(design, 'pdf'), grain)).bytes.toString('latin1')).toContain(
      '/Width 400 /Height 300',
    );
  });
});
