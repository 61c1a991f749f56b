import fc from 'fast-check';
import { correctByReference, encoded, hexToRgb, linearLight, meanColour, REFERENCES } from './index';

describe('white balance', () => {
  it('leaves a colour alone when the reference is as it should be', () => {
    expect(correctByReference(hexToRgb('#8a2f2f'), hexToRgb('#f4f4f2'), REFERENCES.white)).toBe('#8a2f2f');
  });

  it('undoes a tinted, dim light', () => {
    const component = fc.integer({ min: 10, max: 244 });
    fc.assert(
      fc.property(fc.tuple(component, component, component), (rgb) => {
        const light = [0.9, 0.62, 0.45];
        const seen = (of: readonly number[]) =>
          of.map((v, c) => encoded(linearLight(v) * light[c])) as unknown as [number, number, number];
        const corrected = hexToRgb(
          correctByReference(seen(rgb), seen(hexToRgb('#f4f4f2')), REFERENCES.white),
        );
        corrected.forEach((v, c) => expect(Math.abs(v - rgb[c])).toBeLessThanOrEqual(1));
      }),
    );
  });

  it('takes a grey card of 18 % for mid grey, and refuses a black reference', () => {
    expect(REFERENCES.grey).toBe('#767676');
    expect(() => correctByReference([90, 90, 90], [2, 2, 2], REFERENCES.grey)).toThrow('too dark');
  });

  it('mixes in linear light', () => {
    const mean = meanColour(Uint8ClampedArray.from([255, 255, 255, 255, 0, 0, 0, 255, 9, 9, 9, 0]));
    expect(Math.round(mean[0])).toBe(188);
  });
});
