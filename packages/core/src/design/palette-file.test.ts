import fc from 'fast-check';
import { paletteOf, rgbToHex } from '../colour';
import {
  applyEdits,
  mergeInks,
  readPalette,
  unusedInks,
  writePalette,
  type Design,
  type PaletteFormat,
} from './index';
import { DocumentError } from '../fields';
import { circle, designOf, shape } from '../../testing';

const INKS = [
  { name: 'Bone', value: '#f2ead8' },
  { name: 'Owl’s eye, amber', value: '#e6b84c' },
  { name: 'Nacht "tief"', value: '#101418' },
];
const faultsOf = (text: string) => {
  try {
    readPalette(text);
    return [];
  } catch (error) {
    return (error as DocumentError).faults.map((f) => `${f.field}: ${f.message}`);
  }
};

describe('palette files', () => {
  it.each(['tokens', 'css', 'csv'] as PaletteFormat[])('%s come back as they were written', (format) => {
    expect(readPalette(writePalette(INKS, format))).toEqual(INKS);
    const hex = fc
      .tuple(fc.nat(255), fc.nat(255), fc.nat(255))
      .map((rgb) => rgbToHex(rgb as [number, number, number]));
    fc.assert(
      fc.property(fc.array(hex, { minLength: 1, maxLength: 20 }), (values) => {
        const colours = values.map((value, i) => ({ name: `Ink ${i}`, value }));
        expect(readPalette(writePalette(colours, format))).toEqual(colours);
      }),
      { numRuns: 40 },
    );
  });

  it('writes design tokens as the community group’s format has them', () => {
    expect(JSON.parse(writePalette([INKS[0]], 'tokens'))).toEqual({
      bone: {
        $type: 'color',
        $description: 'Bone',
        $value: { colorSpace: 'srgb', components: [0.949, 0.9176, 0.8471], hex: '#f2ead8' },
      },
    });
  });

  it('reads tokens in groups whose type is inherited, and values as text', () => {
    const text = JSON.stringify({
      brand: { $type: 'color', night: { $value: '#20262a' }, 'warm-bone': { $value: '#f2ead8ff' } },
      space: { $type: 'dimension', small: { $value: '4px' } },
    });
    expect(readPalette(text)).toEqual([
      { name: 'Night', value: '#20262a' },
      { name: 'Warm bone', value: '#f2ead8' },
    ]);
  });

  it('reads other CSV and CSS than its own', () => {
    expect(readPalette('hex\n20262a\n#FFF\n')).toEqual([
      { name: 'Black', value: '#20262a' },
      { name: 'White', value: '#ffffff' },
    ]);
    expect(readPalette('/* ours */\n:root{--moth-wing:#DCC79C;--gap:4px}')).toEqual([
      { name: 'Moth wing', value: '#dcc79c' },
    ]);
  });

  it('names what is wrong, and where', () => {
    expect(faultsOf('name,value\nA,#112233\nB,12O4X6\n')).toEqual([
      'line 3: "12O4X6" is no colour: write it as #rrggbb',
    ]);
    expect(faultsOf('{"a":{"$type":"color","$value":7}}')).toEqual(['a: 7 is no sRGB colour']);
    expect(faultsOf('{"a":')[0]).toContain('is no JSON');
    expect(faultsOf('{}')).toEqual([': holds no colours']);
    expect(faultsOf('--a: rgb(1,2,3);')[0]).toContain('--a: rgb(1,2,3) is not written');
    expect(faultsOf('name,size\nA,4\n')[0]).toContain('needs a column "value"');
    expect(faultsOf('')[0]).toContain('needs a column');
  });
});

describe('a palette of a picture', () => {
  const picture = (...colours: [number, number, number, number][]) => {
    const data: number[] = [];
    for (const [r, g, b, n] of colours) for (let i = 0; i < n; i++) data.push(r, g, b, 255);
    return Uint8ClampedArray.from(data);
  };

  it('finds the colours that are there, most of it first', () => {
    const found = paletteOf(picture([242, 234, 216, 600], [179, 73, 42, 300], [32, 38, 42, 100]), 3);
    expect(found.map((c) => c.value)).toEqual(['#f2ead8', '#b3492a', '#20262a']);
    expect(found.map((c) => c.share)).toEqual([0.6, 0.3, 0.1]);
    expect(paletteOf(picture([242, 234, 216, 600]), 5)).toHaveLength(1);
  });

  it('gathers what is near, always the same way, and passes over what is clear', () => {
    const noisy: [number, number, number, number][] = Array.from({ length: 40 }, (_, i) => [
      170 + (i % 20),
      70,
      40,
      5,
    ]);
    const data = picture(...noisy, [20, 60, 50, 200]);
    const two = paletteOf(data, 2);
    expect(two).toHaveLength(2);
    expect(two[0].share).toBeCloseTo(0.5, 6);
    expect(paletteOf(data, 2)).toEqual(two);
    expect(paletteOf(new Uint8ClampedArray(400), 4)).toEqual([]);
  });
});

describe('inks', () => {
  const design: Design = {
    ...designOf(
      { a: '#ffffff', b: '#000000', c: '#ff0000', spare: '#00ff00' },
      { ...shape('d', circle(450, 450, 50), 'a'), keylines: [{ ink: 'b', width: 4, join: 'round' }] },
    ),
    colourways: [
      { id: 'base', name: 'Base', inks: {}, garments: [] },
      {
        id: 'day',
        name: 'Day',
        inks: { a: '#112233', b: '#445566' },
        garments: [],
        parts: { d: { shade: { kind: 'drop', ink: 'c', dx: 1, dy: 1 } } },
      },
    ],
  };

  it('that nothing uses are told, colourways’ own shades included', () => {
    expect(unusedInks(design).map((i) => i.id)).toEqual(['spare']);
  });

  it('are merged everywhere: in parts, keylines and colourways', () => {
    const after = applyEdits(design, mergeInks(design, 'b', 'a'));
    expect(after.inks.map((i) => i.id)).toEqual(['a', 'c', 'spare']);
    expect(after.parts[0].keylines[0].ink).toBe('a');
    expect(after.colourways[1].inks).toEqual({ a: '#112233' });
    const other = applyEdits(design, mergeInks(design, 'c', 'a'));
    expect(other.colourways[1].parts!.d.shade!.ink).toBe('a');
  });
});
