import { catalogueFace, CATALOGUE, createTypeface, setBlock, blockBox, type LineToSet } from './index';
import { boxWidth, isEmptyBox, isFinitePath, pathBounds } from '../geometry';
import { faceBytes, loadFace, loadHarfBuzz } from '../../testing';

const line = async (text: string, over: Partial<LineToSet> = {}): Promise<LineToSet> => ({
  text,
  face: await loadFace('anton'),
  size: 1000,
  tracking: 0,
  leading: 1.2,
  ...over,
});

describe('typefaces', () => {
  it('shape with kerning, which can be switched off', async () => {
    const oswald = await loadFace('oswald-bold');
    const width = (features?: string[]) =>
      oswald.shape('AVAToWe', features).reduce((n, g) => n + g.advance, 0);
    expect(width()).not.toBe(width(['kern=0']));
  });

  it('give outlines that stand on the baseline: an H of Anton', async () => {
    const anton = await loadFace('anton');
    const [h] = anton.shape('H');
    const box = pathBounds(anton.outline(h.id));
    expect(box.top).toBeCloseTo(0, 0);
    expect(box.bottom).toBeGreaterThan(anton.unitsPerEm * 0.6);
  });

  it.each(CATALOGUE.map((f) => [f.id]))(
    '%s is a font that can be read and has its licence beside it',
    async (id) => {
      const face = await loadFace(id);
      expect(face.has('A')).toBe(true);
      expect(face.shape('Owl').length).toBeGreaterThan(0);
      expect(catalogueFace(id)!.licence).toMatch(/^(OFL-1.1|Apache-2.0)$/);
      expect(() => require.resolve(`${catalogueFace(id)!.package}/LICENSE_FONT`)).not.toThrow();
    },
  );

  it('refuse what is no font, and a font that is cut off', async () => {
    const hb = await loadHarfBuzz();
    const text = new TextEncoder().encode('not a font at all');
    expect(() => createTypeface(hb, 'x', text)).toThrow('no TrueType or OpenType font');
    expect(() => createTypeface(hb, 'x', faceBytes('anton').subarray(0, 600))).toThrow('damaged');
  });
});

describe('setBlock', () => {
  it('centres each line on the origin', async () => {
    const set = setBlock([await line('OWLS'), await line('I')], 'centre');
    for (const l of set) expect(Math.abs(l.box.left + l.box.right)).toBeLessThan(60);
    expect(set[1].baseline).toBe(1200);
  });

  it('begins or ends at the origin when aligned left or right', async () => {
    const [left] = setBlock([await line('OWLS')], 'left');
    const [right] = setBlock([await line('OWLS')], 'right');
    expect(left.box.left).toBeGreaterThanOrEqual(0);
    expect(left.box.left).toBeLessThan(80);
    expect(right.box.right).toBeLessThanOrEqual(0);
    expect(right.box.right).toBeGreaterThan(-80);
  });

  it('tracks between letters, not after the last', async () => {
    const [plain] = setBlock([await line('OWLS')], 'left');
    const [loose] = setBlock([await line('OWLS', { tracking: 100 })], 'left');
    expect(loose.width - plain.width).toBeCloseTo(3 * 100, 6);
    expect(boxWidth(loose.box) - boxWidth(plain.box)).toBeCloseTo(300, 3);
  });

  it('scales in proportion to the size', async () => {
    const [small] = setBlock([await line('OWLS', { size: 100 })], 'left');
    const [large] = setBlock([await line('OWLS', { size: 1000 })], 'left');
    expect(large.width / small.width).toBeCloseTo(10, 6);
  });

  it('names the letters that a typeface lacks', async () => {
    const [set] = setBlock([await line('a★b漢')], 'left');
    expect(set.missing).toEqual(['★', '漢']);
  });

  it.each(['', '   ', '\u0000\u0007\u200b', '\u0301', '👩‍🚀🦉', 'x'.repeat(10000)])(
    'makes no broken path of %j',
    async (text) => {
      const set = setBlock([await line(text)], 'centre');
      expect(isFinitePath(set[0].path)).toBe(true);
      expect(Number.isFinite(set[0].width)).toBe(true);
      if (text.trim() === '' || text.startsWith('\u0000')) expect(isEmptyBox(blockBox(set))).toBe(true);
    },
  );
});
