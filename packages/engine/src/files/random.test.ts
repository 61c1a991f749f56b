import fc from 'fast-check';
import type { Design } from '@brelm/core/design';
import type { Part } from '@brelm/core/parts';
import type { Materials } from '@brelm/core/drawing';
import { homeAt, newPlacement } from '@brelm/core/placement';
import { anyDesign } from '../../../../packages/core/testing/any';
import { garment, SPEC, reread } from '../../../../packages/core/testing/base';
import { proofOf } from '@brelm/core/proof';
import { FitError, loadMaterials, makeFile, makeSurface } from '../index';

/** A spec of the board that the designs have. */
const side = { ...SPEC.sides[0], widthPx: 900, heightPx: 900, widthIn: 3, heightIn: 3, dpi: 300 };
const spec = { ...SPEC, sides: [side] };
const garments = [garment('soot', '#1b1b1d'), garment('bone', '#f2ead8')];
const judged = (design: Design, materials: Materials) => ({
  ...{ design, colourway: undefined, spec, side, garments, materials, pictures: () => null },
  surfaces: makeSurface,
});
const noPicture = () => Promise.reject(new Error('there is no picture'));

describe('any design that can be read', () => {
  it('is proofed and made into a file, the same bytes each time, and into one that says so where it does not fit', async () => {
    await fc.assert(
      fc.asyncProperty(anyDesign, async (given) => {
        const design = reread(given);
        const materials = await loadMaterials(design);
        const { findings } = proofOf(judged(design, materials));
        for (const { message } of findings) expect(message).not.toMatch(/undefined|NaN|Infinity/);
        const placement = newPlacement(spec, side, homeAt(design.board, side));
        const job = { design, colourway: 'base', spec, side, placement, apart: null, format: 'png' as const };
        const make = () =>
          makeFile(job, materials, noPicture).catch((error: unknown) => {
            if (!(error instanceof FitError)) throw error;
            return { sha256: error.message };
          });
        expect((await make()).sha256).toBe((await make()).sha256);
      }),
      { seed: 20, numRuns: 12 },
    );
  });

  it('a hollow code has nothing to be read, and that is found instead of failing', async () => {
    const design = reread({
      ...fc.sample(anyDesign, { seed: 1, numRuns: 1 })[0],
      parts: [
        {
          ...{ id: 'c', kind: 'code', text: 'owls', level: 'M', quiet: 4, ink: 'pale', ground: null },
          ...{ place: { x: 450, y: 450, turn: 0, scaleX: 8, scaleY: 8 }, hollow: true, mustRead: true },
          keylines: [{ ink: 'rust', width: 2, join: 'round' }],
        } as unknown as Part,
      ],
    });
    const materials = await loadMaterials(design);
    const { findings } = proofOf(judged(design, materials));
    expect(findings.length).toBeGreaterThan(0);
  });
});
