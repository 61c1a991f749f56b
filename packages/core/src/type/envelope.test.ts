import fc from 'fast-check';
import { envelopeMap, FLAT_NET } from './envelope';
import type { Envelope } from './settings';

const BOX = { left: -300, top: -100, right: 300, bottom: 100 };
const share = fc.double({ min: 0, max: 1, noNaN: true });
const strength = fc.double({ min: -1, max: 1, noNaN: true });
const vertical = fc.constantFrom<Envelope['kind']>(
  'swell',
  'pinch',
  'taper',
  'flag',
  'arch-top',
  'arch-bottom',
  'arch-both',
);
const at = (u: number, v: number): [number, number] => [
  BOX.left + u * (BOX.right - BOX.left),
  BOX.top + v * (BOX.bottom - BOX.top),
];

describe('the map of an envelope', () => {
  it('keeps what is above above, at any strength and with any middle: nothing is folded', () => {
    fc.assert(
      fc.property(vertical, strength, share, share, share, share, (kind, s, middle, u, v, w) => {
        if (Math.abs(v - w) < 1e-6) return;
        const map = envelopeMap({ kind, strength: s, middle }, BOX);
        const [upper, lower] = [map(...at(u, Math.min(v, w))), map(...at(u, Math.max(v, w)))];
        expect(lower[1]).toBeGreaterThan(upper[1]);
        // None of these moves anything sideways.
        expect(upper[0]).toBeCloseTo(at(u, v)[0], 9);
      }),
    );
  });

  it('has no jump or corner: close places stay close', () => {
    fc.assert(
      fc.property(vertical, strength, share, share, share, (kind, s, middle, u, v) => {
        const map = envelopeMap({ kind, strength: s, middle }, BOX);
        const [a, b] = [map(...at(u, v)), map(at(u, v)[0] + 0.01, at(u, v)[1])];
        expect(Math.hypot(a[0] - b[0], a[1] - b[1])).toBeLessThan(0.2);
      }),
    );
  });

  it('is strongest at its middle', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 0.9, noNaN: true }), share, (middle, u) => {
        const map = envelopeMap({ kind: 'swell', strength: 0.5, middle }, BOX);
        expect(map(...at(middle, 0))[1]).toBeCloseTo(-150, 6);
        expect(map(...at(u, 0))[1]).toBeGreaterThanOrEqual(-150 - 1e-9);
      }),
    );
  });

  it('swells for what it pinches, and mirrors for a mirrored middle', () => {
    fc.assert(
      fc.property(strength, fc.double({ min: 0.1, max: 0.9, noNaN: true }), share, (s, middle, u) => {
        const one = envelopeMap({ kind: 'arch-top', strength: s, middle }, BOX);
        const other = envelopeMap({ kind: 'arch-top', strength: s, middle: 1 - middle }, BOX);
        expect(one(...at(u, 0))[1]).toBeCloseTo(other(...at(1 - u, 0))[1], 6);
      }),
    );
  });

  it('of a net moves its corners by just their moves, and a flat net moves nothing', () => {
    const net = FLAT_NET.map(([x, y]): [number, number] => [x, y]);
    const flat = envelopeMap({ kind: 'net', strength: 0, middle: 0.5, net }, BOX);
    expect(flat(...at(0.3, 0.7))).toEqual(at(0.3, 0.7));
    const moves: [number, number, number, number, number][] = [
      [0, 0, 0, 0.1, 0.2],
      [3, 1, 0, -0.1, 0.3],
      [12, 0, 1, 0.2, -0.4],
      [15, 1, 1, -0.3, 0.1],
    ];
    for (const [point, u, v, dx, dy] of moves) {
      const moved = net.map((p, i): [number, number] => (i === point ? [dx, dy] : p));
      const map = envelopeMap({ kind: 'net', strength: 0, middle: 0.5, net: moved }, BOX);
      const [x, y] = map(...at(u, v));
      expect(x - at(u, v)[0]).toBeCloseTo(dx * 600, 9);
      expect(y - at(u, v)[1]).toBeCloseTo(dy * 200, 9);
    }
  });

  it('of a block of no height is finite', () => {
    for (const kind of ['swell', 'taper', 'flag', 'net', 'lean'] as const) {
      const map = envelopeMap({ kind, strength: 1, middle: 0 }, { left: 5, top: 5, right: 5, bottom: 5 });
      expect(map(5, 5).every(Number.isFinite)).toBe(true);
    }
  });
});
