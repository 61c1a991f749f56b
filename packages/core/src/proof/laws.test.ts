import fc from 'fast-check';
import { applyEdits, type Design, type Edit } from '../design';
import { resolve } from '../resolve';
import { inWords } from '../sentences';
import { garment, inputOf, NO_FACES, NO_PICTURES, surfaces, reread } from '../../testing';
import { anyDesign, anyHex, anyPlace } from '../../testing/any';
import {
  judgeGarments,
  proofOf,
  slowFindings,
  thinLimits,
  thinOf,
  wallOf,
  type LayerCache,
  type ThinCache,
  type WalkCache,
} from './index';

const GARMENTS = [
  garment('Soot', '#1b1b1d'),
  garment('Bone', '#f2ead8'),
  garment('Clay', '#b07a62', '#cfa892'),
];

/** Something that a seller does between two looks: another colour, or another place. */
const anyStep: fc.Arbitrary<(design: Design) => Edit> = fc.oneof(
  anyHex.map((value) => (): Edit => ({ op: 'setInk', ink: 'rust', value })),
  anyHex.map((value) => (): Edit => ({ op: 'setInk', ink: 'pale', value, colourway: 'other' })),
  anyPlace.map((place) => (design: Design): Edit => ({
    op: 'place',
    part: design.parts[0].id,
    place: { x: place.x, y: place.y },
  })),
  fc.constant((design: Design): Edit => ({
    op: 'updatePart',
    part: design.parts[0].id,
    change: { hidden: !design.parts[0].hidden },
  })),
);
const anySteps = fc.array(anyStep, { minLength: 1, maxLength: 4 });

describe('what is kept from one look to the next', () => {
  it('never changes a verdict: layers and edges', () => {
    fc.assert(
      fc.property(anyDesign, anySteps, (start, steps) => {
        const cache: LayerCache = new Map();
        const walks: WalkCache = new Map();
        let design = start;
        judgeGarments(inputOf(design, GARMENTS, { cache, walks }), 300);
        for (const step of steps) {
          design = applyEdits(design, [step(design)]);
          const kept = judgeGarments(inputOf(design, GARMENTS, { cache, walks }), 300).garments;
          expect(kept).toEqual(judgeGarments(inputOf(design, GARMENTS), 300).garments);
        }
      }),
      { numRuns: 25 },
    );
  });

  it('never changes the wall', () => {
    fc.assert(
      fc.property(anyDesign, anySteps, (start, steps) => {
        const caches = new Map<string, LayerCache>();
        const walks: WalkCache = new Map();
        let design = start;
        for (const step of steps) {
          design = applyEdits(design, [step(design)]);
          expect(wallOf(inputOf(design, GARMENTS, { walks }), caches)).toEqual(
            wallOf(inputOf(design, GARMENTS)),
          );
        }
      }),
      { numRuns: 8 },
    );
  });

  it('never changes where it is thin', () => {
    const thin = (design: Design, cache?: ThinCache) =>
      thinOf(resolve(design, undefined, NO_FACES), thinLimits(300), NO_PICTURES, surfaces, cache);
    fc.assert(
      fc.property(anyDesign, anySteps, (start, steps) => {
        const cache: ThinCache = new Map();
        let design = start;
        thin(design, cache);
        for (const step of steps) {
          design = applyEdits(design, [step(design)]);
          expect(thin(design, cache)).toEqual(thin(design));
        }
      }),
      { numRuns: 20 },
    );
  });
});

describe('the proof of any design', () => {
  it('has ratios from 1 to 21, shares from 0 to 1, and regions that are numbers', () => {
    fc.assert(
      fc.property(anyDesign, (design) => {
        const { garments, findings } = proofOf(
          inputOf(design, GARMENTS, { mendFor: new Set(), slow: false }),
        );
        for (const g of garments)
          for (const p of g.parts) {
            expect(p.medianRatio).toBeGreaterThanOrEqual(1);
            expect(p.medianRatio).toBeLessThanOrEqual(21.01);
            expect(p.p20Ratio).toBeLessThanOrEqual(p.medianRatio + 1e-9);
            expect(p.shareBelow3).toBeGreaterThanOrEqual(0);
            expect(p.shareBelow3).toBeLessThanOrEqual(1);
          }
        for (const f of findings) {
          expect(f.message).not.toMatch(/NaN|undefined|null|Infinity/);
          for (const place of [f.region, ...(f.places ?? [])])
            for (const n of place) expect(Number.isFinite(n)).toBe(true);
          expect(Number.isFinite(f.figure)).toBe(true);
        }
      }),
      { numRuns: 25 },
    );
  });

  it('offers only mends after which the design is still one', () => {
    fc.assert(
      fc.property(anyDesign, (design) => {
        const input = inputOf(design, [GARMENTS[0]]);
        for (const f of [...proofOf({ ...input, slow: false }).findings, ...slowFindings(input)])
          for (const mend of f.mends) {
            const after = applyEdits(design, mend.edits);
            expect(reread(after)).toEqual(after);
            expect(inWords(mend.said)).toBe(mend.title);
            expect(inWords(mend.said, 'de')).not.toMatch(/[{}]|undefined/);
          }
      }),
      { numRuns: 10 },
    );
  });

  it('does not mind in which order the garments stand', () => {
    fc.assert(
      fc.property(anyDesign, (design) => {
        const of = (list: typeof GARMENTS) =>
          new Map(judgeGarments(inputOf(design, list), 300).garments.map((g) => [g.id, g]));
        expect(of([...GARMENTS].reverse())).toEqual(new Map([...of(GARMENTS)].reverse()));
      }),
      { numRuns: 15 },
    );
  });

  it('on a heather is never better than on the better of its yarns alone', () => {
    fc.assert(
      fc.property(anyDesign, anyHex, anyHex, (design, first, second) => {
        const [mixed, one, two] = judgeGarments(
          inputOf(design, [garment('mixed', first, second), garment('one', first), garment('two', second)]),
          300,
        ).garments;
        mixed.parts.forEach((p, i) => {
          expect(p.medianRatio).toBeLessThanOrEqual(
            Math.max(one.parts[i].medianRatio, two.parts[i].medianRatio) * 1.003,
          );
        });
      }),
      { numRuns: 20 },
    );
  });
});
