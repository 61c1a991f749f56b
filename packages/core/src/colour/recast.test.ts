import fc from 'fast-check';
import { deltaE, lightness } from './difference';
import { recast, shifted } from './recast';
import { rgbToHex } from './srgb';

describe('colours of a figure in another colour', () => {
  it('the main one becomes it, near-black and near-white greys stay', () => {
    const cast = recast('#c8342b', '#2f6fb3');
    expect(deltaE(cast('#c8342b'), '#2f6fb3')).toBeLessThan(1);
    expect(cast('#1c1c1c')).toBe('#1c1c1c');
    expect(cast('#ffffff')).toBe('#ffffff');
  });

  it('a shade of the main one stays the darker one, a grey thing takes the colour too', () => {
    const cast = recast('#d9643a', '#4c9a3f');
    expect(lightness(cast('#a8472a'))).toBeLessThan(lightness(cast('#d9643a')) - 8);
    expect(deltaE(recast('#9b9b9b', '#c8342b')('#9b9b9b'), '#c8342b')).toBeLessThan(1);
    expect(recast('#20262a', '#f2c230')('#20262a')).not.toBe('#20262a');
  });

  it('a colour a little aside is near it, and itself where nothing is asked', () => {
    expect(deltaE(shifted('#7d5230', 0, 0), '#7d5230')).toBeLessThan(0.5);
    expect(lightness(shifted('#7d5230', 12, 0.06))).toBeGreaterThan(lightness('#7d5230') + 3);
    expect(shifted('#f4f2ec', 40, 0.5)).toBe('#f4f2ec');
  });

  it('is a colour for any colours', () => {
    const byte = fc.integer({ min: 0, max: 255 });
    const hex = fc.tuple(byte, byte, byte).map((rgb) => rgbToHex(rgb));
    fc.assert(
      fc.property(hex, hex, hex, (main, like, colour) => {
        expect(recast(main, like)(colour)).toMatch(/^#[0-9a-f]{6}$/);
      }),
      { seed: 4, endOnFailure: true },
    );
  });
});
