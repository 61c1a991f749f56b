import fc from 'fast-check';
import { emptyDesign, type Design } from '../design';
import { allPlannedFiles, homeAt, newPlacement } from '../placement';
import type { Spec } from '../spec';
import { SPEC } from '../../testing';
import { plannedNames, slug } from './index';

const GARMENTS = ['soot', 'midnight', 'bone', 'white', 'pine'];
const COLOURWAYS = ['Night', 'Day', 'Dusk after rain', 'Éclair № 7'];

/** Products that are worn or not, made once or for each colour, with garment colours of their own or all. */
const anySpec: fc.Arbitrary<Spec> = fc
  .record({
    perColour: fc.boolean(),
    garments: fc.option(fc.subarray(GARMENTS, { minLength: 1 }), { nil: undefined }),
  })
  .map(({ perColour, garments }): Spec => ({ ...SPEC, perColour, ...(garments ? { garments } : {}) }));

const anyDesign = (spec: Spec): fc.Arbitrary<Design> =>
  fc
    .tuple(
      fc.nat(COLOURWAYS.length),
      fc.array(fc.nat(3), { minLength: GARMENTS.length, maxLength: GARMENTS.length }),
      fc.boolean(),
      fc.subarray(GARMENTS),
    )
    .map(([count, ticks, placed, apart]) => {
      const side = spec.sides[0];
      const board = {
        spec: spec.id,
        side: side.id,
        width: side.widthPx,
        height: side.heightPx,
        dpi: side.dpi,
      };
      const design = emptyDesign('Owls', board, 'soot', [], { name: 'Bone', value: '#f2ead8' });
      const at = homeAt(board, side);
      return {
        ...design,
        colourways: COLOURWAYS.slice(0, count).map((name, i) => ({
          ...{ id: `c${i}`, name, inks: {} },
          // A garment colour has one colourway, or none.
          garments: GARMENTS.filter((_, g) => ticks[g] === i),
        })),
        placements: placed
          ? [{ ...newPlacement(spec, side, at), apart: Object.fromEntries(apart.map((g) => [g, at])) }]
          : [],
      };
    });

describe('files that are planned', () => {
  it('are named by what is in them, each by a name of its own, and there is one unless nothing is sold', () => {
    fc.assert(
      fc.property(
        anySpec.chain((spec) => fc.tuple(fc.constant(spec), anyDesign(spec))),
        ([spec, design]) => {
          const files = allPlannedFiles(design, [spec]);
          const names = plannedNames(
            files.map((file) => ({ design, file })),
            (id) => id,
          );
          expect(new Set(names.map((n) => n.toLowerCase())).size).toBe(names.length);
          files.forEach(({ colourway, apart, garments }, i) => {
            const own = design.colourways.find((c) => c.id === colourway.id);
            expect(colourway.name).toBe(own?.name ?? 'Base');
            for (const c of design.colourways) {
              if (design.colourways.length < 2) break;
              // No other colourway's name is in it, unless its own name holds that, too.
              const said = names[i].includes(`-${slug(c.name)}-`);
              expect(said).toBe(c.id === colourway.id || slug(colourway.name).includes(slug(c.name)));
            }
            if (apart !== null) expect(garments).toContain(apart);
          });
          const asked = design.colourways.flatMap((c) => c.garments);
          const sold = asked.filter((g) => !spec.garments || spec.garments.includes(g));
          if (!asked.length || sold.length) expect(files.length).toBeGreaterThan(0);
          // Every garment colour that is sold is in one file, in the colourway that it was given.
          if (spec.perColour && sold.length)
            for (const g of sold) {
              const its = files.filter((f) => f.garments.includes(g));
              expect(its).toHaveLength(1);
              expect(design.colourways.find((c) => c.id === its[0].colourway.id)!.garments).toContain(g);
            }
        },
      ),
      { seed: 18, numRuns: 400 },
    );
  });
});
