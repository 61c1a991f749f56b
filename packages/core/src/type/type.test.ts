import { readFileSync } from 'node:fs';
import {
  CATALOGUE,
  createTypeface,
  setBlock,
  type BlockSettings,
  type LineSettings,
  type SetBlock,
  type Typeface,
} from './index';
import { boxWidth, EMPTY_BOX, isEmptyBox, isFinitePath, pathBounds, unite, type Box } from '../geometry';
import { faceBytes, loadFace, loadHarfBuzz } from '../../testing';

const LINE: LineSettings = {
  text: '',
  face: 'anton',
  size: 1000,
  tracking: 0,
  wordSpace: 0,
  leading: 1.2,
  case: 'typed',
  ink: 'ink',
  features: [],
  axes: {},
  shift: 0,
  spans: [],
};
const line = (text: string, over: Partial<LineSettings> = {}): LineSettings => ({ ...LINE, text, ...over });

const PLAIN = { measure: null, baseline: { kind: 'straight' }, upright: false, envelope: null } as const;

async function set(lines: LineSettings[], over: Partial<BlockSettings> = {}): Promise<SetBlock> {
  const faces = new Map<string, Typeface>();
  for (const l of lines)
    for (const id of [l.face, ...l.spans.flatMap((s) => s.face ?? [])]) faces.set(id, await loadFace(id));
  return setBlock({ align: 'centre', lines, ...PLAIN, ...over }, { face: (id) => faces.get(id) });
}

const ofLine = (block: SetBlock, i: number): Box =>
  block.letters
    .filter((l) => l.line === i && l.set.length)
    .reduce((box, l) => unite(box, pathBounds(l.set)), EMPTY_BOX);

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

  it('are eighty families and more, some of them variable', () => {
    expect(new Set(CATALOGUE.map((f) => f.package)).size).toBeGreaterThanOrEqual(80);
    expect(CATALOGUE.filter((f) => f.group === 'variable').length).toBeGreaterThanOrEqual(3);
    expect(new Set(CATALOGUE.map((f) => f.id)).size).toBe(CATALOGUE.length);
  });

  it.each(CATALOGUE.map((f) => [f.id, f] as const))(
    '%s is a font that can be read and has its licence beside it',
    async (id, entry) => {
      const face = await loadFace(id);
      expect(['A', '★', '🦉'].some(face.has)).toBe(true);
      expect(face.shape('Owl').length).toBeGreaterThan(0);
      expect(entry.licence).toMatch(/^(OFL-1.1|Apache-2.0)$/);
      const licence = readFileSync(require.resolve(`${entry.package}/${entry.licenceFile}`), 'utf8');
      expect(licence).toMatch(entry.licence === 'OFL-1.1' ? /SIL OPEN FONT LICENSE/i : /Apache License/);
      expect(face.axes.length > 0).toBe(entry.group === 'variable');
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
  it('centres each line on the origin, one leading below the other', async () => {
    const block = await set([line('OWLS'), line('I')]);
    for (const i of [0, 1]) expect(Math.abs(ofLine(block, i).left + ofLine(block, i).right)).toBeLessThan(60);
    expect(ofLine(block, 1).bottom - ofLine(block, 0).bottom).toBeCloseTo(1200, -2);
  });

  it('begins or ends at the origin when aligned left or right', async () => {
    const left = (await set([line('OWLS')], { align: 'left' })).box;
    const right = (await set([line('OWLS')], { align: 'right' })).box;
    expect(left.left).toBeGreaterThanOrEqual(0);
    expect(left.left).toBeLessThan(80);
    expect(right.right).toBeLessThanOrEqual(0);
    expect(right.right).toBeGreaterThan(-80);
  });

  it('tracks between letters, not after the last; so it does in word spaces', async () => {
    const width = async (over: Partial<LineSettings>, text = 'OWLS') =>
      boxWidth((await set([line(text, over)])).box);
    expect((await width({ tracking: 100 })) - (await width({}))).toBeCloseTo(300, 3);
    expect((await width({ wordSpace: 100 }, 'A B C')) - (await width({}, 'A B C'))).toBeCloseTo(200, 3);
  });

  it('scales in proportion to the size', async () => {
    const small = (await set([line('OWLS', { size: 100 })])).box;
    const large = (await set([line('OWLS', { size: 1000 })])).box;
    expect(boxWidth(large) / boxWidth(small)).toBeCloseTo(10, 6);
  });

  it('names the letters that a typeface lacks, each once', async () => {
    const { faults } = await set([line('a★b漢★')]);
    expect(faults).toEqual([{ kind: 'no-letter', face: 'anton', characters: ['★', '漢'] }]);
  });

  it.each(['', '   ', '\u0000\u0007\u200b', '\u0301', '👩‍🚀🦉', 'x'.repeat(10000)])(
    'makes no broken path of %j',
    async (text) => {
      const block = await set([line(text)]);
      for (const l of block.letters) expect(isFinitePath(l.set)).toBe(true);
      if (text.trim() === '' || text.startsWith('\u0000')) expect(isEmptyBox(block.box)).toBe(true);
    },
  );
});
