import fc from 'fast-check';
import { contrastRatio, deltaE, hexToRgb, OTHER_EYES, rgbToHex, seenByOthers, type OtherEyes } from './index';

const seen = (hex: string, eyes: OtherEyes) => rgbToHex(seenByOthers(hexToRgb(hex), eyes));

describe('colours as other eyes see them', () => {
  it('are the same where they are grey', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 255 }), fc.constantFrom(...OTHER_EYES), (v, eyes) => {
        for (const c of seenByOthers([v, v, v], eyes)) expect(Math.abs(c - v)).toBeLessThan(0.05);
      }),
    );
  });

  it('of red and green are nearly one without red’s or green’s cones, of blue and green without blue’s', () => {
    const apart = (p: string, q: string, eyes: OtherEyes) => deltaE(seen(p, eyes), seen(q, eyes));
    expect(deltaE('#c0392b', '#6b7d2e')).toBeGreaterThan(40);
    expect(apart('#c0392b', '#6b7d2e', 'deutan')).toBeLessThan(20);
    expect(apart('#00a0c8', '#00a884', 'tritan')).toBeLessThan(apart('#00a0c8', '#00a884', 'deutan'));
  });

  it('of red are dark without red’s cones', () => {
    expect(contrastRatio('#d02020', '#000000')).toBeGreaterThan(3.5);
    expect(contrastRatio(seen('#d02020', 'protan'), '#000000')).toBeLessThan(2.8);
    expect(contrastRatio(seen('#d02020', 'deutan'), '#000000')).toBeGreaterThan(3);
  });

  it('stay within what there is', () => {
    const level = fc.integer({ min: 0, max: 255 });
    fc.assert(
      fc.property(level, level, level, fc.constantFrom(...OTHER_EYES), (r, g, b, eyes) => {
        for (const c of seenByOthers([r, g, b], eyes)) {
          expect(c).toBeGreaterThanOrEqual(0);
          expect(c).toBeLessThanOrEqual(255);
        }
      }),
    );
  });
});
