import fc from 'fast-check';
import type { Design } from '../design';
import { groupBounds, paintSurface, printed, writeSvg, type Drawing, type Materials } from '../drawing';
import { NO_RELATIONS, type Part } from '../parts';
import { loadOutlineOps, NO_FACES, reread, surfaces, WORN } from '../../testing';
import { anyCutDesign } from '../../testing/any';
import { resolve } from './resolve';

let withOps: Materials;
beforeAll(async () => {
  withOps = { ...NO_FACES, ops: await loadOutlineOps() };
});

const SCALE = 0.25;
/** A rim that is painted apart, or cut to an outline, is rounded in another way; 0–255. */
const RIM = 12;
const alphaOf = (drawing: Drawing): Uint8Array => {
  const { context, width, height } = paintSurface(drawing, SCALE, WORN, surfaces);
  const { data } = context.getImageData(0, 0, width, height);
  return Uint8Array.from({ length: width * height }, (_, i) => data[4 * i + 3]);
};
const uncut = (design: Design): Design => ({
  ...design,
  wear: [],
  parts: design.parts.map((p) => ({ ...p, ...NO_RELATIONS, wear: [] }) as Part),
});

describe('whatever cuts whatever, and however it is worn', () => {
  it('there is never more ink than before, and the same each time', () => {
    fc.assert(
      fc.property(anyCutDesign, (given) => {
        const design = reread(given);
        const drawing = resolve(design, undefined, withOps);
        const before = alphaOf(resolve(uncut(design), undefined, withOps));
        const after = alphaOf(drawing);
        const more = before.map((v, i) => Math.max(0, after[i] - v));
        expect(more.filter((v) => v > RIM).length).toBeLessThan(before.length / 1000);
        expect(Math.max(...more)).toBeLessThan(5 * RIM);
        expect(alphaOf(resolve(reread(design), undefined, withOps))).toEqual(after);
        for (const group of printed(drawing)) {
          const { left, right } = groupBounds(group);
          expect(Number.isNaN(left + right) && left <= right).toBe(false);
        }
        expect(writeSvg(drawing, { picture: () => null })).not.toMatch(/NaN|undefined|Infinity/);
      }),
      { seed: 1411, numRuns: 14, endOnFailure: true },
    );
  });

  it('looks the same with outline operations as without, but for rims', () => {
    fc.assert(
      fc.property(anyCutDesign, (given) => {
        const design: Design = {
          ...given,
          wear: [],
          parts: given.parts.map(
            (p) => ({ ...p, wear: [], shade: null, hollow: false, keylines: [] }) as Part,
          ),
        };
        const [exact, drawn] = [withOps, NO_FACES].map((m) => alphaOf(resolve(design, undefined, m)));
        let off = 0;
        for (let i = 0; i < exact.length; i++) if (Math.abs(exact[i] - drawn[i]) > 100) off++;
        expect(off / exact.length).toBeLessThan(0.004);
      }),
      { seed: 1412, numRuns: 40, endOnFailure: true },
    );
  });
});
