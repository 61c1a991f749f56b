import { SPEC } from '../../testing';
import { cutRules, readSpec } from './index';

const RULES = { cut: 'kiss', borderMm: 2, radiusMm: 1.5, gapMm: 4 };
const read = (sticker: object) => readSpec(JSON.parse(JSON.stringify({ ...SPEC, sticker })) as unknown);

describe('what a product asks of a cut', () => {
  it('is read with its limits, which may be left out', () => {
    const spec = read({ ...RULES, mostPaths: 3, mostPoints: 400 });
    expect(spec.sticker).toEqual({ ...RULES, mostPaths: 3, mostPoints: 400 });
    expect(cutRules(spec, spec.sides[0])).toMatchObject({ borderMm: 2, mostPaths: 3, mostPoints: 400 });
    expect(read(RULES).sticker).toEqual(RULES);
    expect(cutRules(read(RULES), spec.sides[0]).mostPaths).toBeUndefined();
  });

  it.each([{ mostPaths: 0 }, { mostPaths: 1.5 }, { mostPoints: null }, { mostPoints: 'few' }])(
    'refuses %o by its field',
    (wrong) => {
      expect(() => read({ ...RULES, ...wrong })).toThrow(new RegExp(`sticker\\.${Object.keys(wrong)[0]}`));
    },
  );

  it('of what is no sticker is nothing but its size', () => {
    const rules = cutRules({ sticker: undefined }, SPEC.sides[0]);
    expect(rules).toMatchObject({ borderMm: 0, radiusMm: 0 });
    expect(rules.widthMm).toBeCloseTo((SPEC.sides[0].widthPx / SPEC.sides[0].dpi) * 25.4);
  });
});
