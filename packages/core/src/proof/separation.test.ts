import { designOf, garment, inputOf, rect, shape } from '../../testing';
import { printedColour, separationOf } from './index';

const SOOT = garment('Soot', '#1b1b1d');
const at = (image: { width: number; data: Uint8Array | Uint8ClampedArray }, x: number, y: number) => [
  ...image.data.slice((y * image.width + x) * 4, (y * image.width + x) * 4 + 3),
];

describe('separation', () => {
  const design = designOf({ a: '#c03020' }, shape('r', rect(300, 300, 300, 300), 'a'));
  const input = inputOf(design, [SOOT]);

  it('lays white under the ink, drawn in by the choke', () => {
    // 0.5 mm at 300 dpi and full size is 5.9 px.
    const { underbase, shares } = separationOf(input, 0.5);
    expect(at(underbase, 450, 450)).toEqual([255, 255, 255]);
    expect(at(underbase, 303, 450)).toEqual([27, 27, 29]);
    expect(at(underbase, 308, 450)).toEqual([255, 255, 255]);
    expect(shares.ink).toBeCloseTo(1 / 9, 3);
    expect(shares.underbase).toBeCloseTo((288 * 288) / (900 * 900), 2);
  });

  it('prints the ink true on white, and darker where the choke leaves it on the cloth', () => {
    const { printed } = separationOf(input, 0.5);
    expect(at(printed, 450, 450)).toEqual([192, 48, 32]);
    expect(at(printed, 301, 450)[0]).toBeLessThan(60);
    expect(at(printed, 100, 100)).toEqual([27, 27, 29]);
  });

  it('has no white on a garment that takes ink directly', () => {
    const { shares } = separationOf({ ...input, garments: [{ ...SOOT, takes: 'direct' }] });
    expect(shares.underbase).toBe(0);
  });

  it('shows partial alpha as it comes out: paler than on screen', () => {
    expect(printedColour([192, 48, 32], 1, 1, [27, 27, 29])).toEqual([192, 48, 32]);
    const half = printedColour([192, 48, 32], 0.5, 0.5, [27, 27, 29]);
    // Half white on the cloth is 141; half ink over that.
    expect(half[0]).toBeCloseTo((192 + 141) / 2, 1);
    expect(half[0]).toBeGreaterThan((192 + 27) / 2);
    expect(printedColour([192, 48, 32], 0, 0, [27, 27, 29])).toEqual([27, 27, 29]);
    const faint = { ...design, parts: design.parts.map((p) => ({ ...p, opacity: 0.5 })) };
    expect(separationOf({ ...input, design: faint }).shares.partial).toBeCloseTo(1 / 9, 2);
  });
});
