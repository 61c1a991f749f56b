import { reread } from '../../testing/base';
import fc from 'fast-check';
import { applyEdits, clippingOf, copyEdits, pasteEdits, readClipping, refit, type Design } from '../design';
import { boxHeight, boxWidth, intersect, isEmptyBox } from '../geometry';
import { alphaBox } from '../raster';
import { anyDesign } from '../../testing/any';
import { differing, drawn, painted } from '../../testing/painting';
import { drawingBounds, groupBounds } from '../drawing';

const BOARD = { left: 0, top: 0, right: 900, bottom: 900 };

/** Thresholds count pixels, so the designs are the same each time. */
const SEED = 20261125;

describe('any design', () => {
  it('is painted within its bounds, and reaches them', () => {
    fc.assert(
      fc.property(anyDesign, (design) => {
        const bounds = intersect(drawingBounds(drawn(design)), BOARD);
        const ink = alphaBox(painted(design), 8);
        if (isEmptyBox(ink)) return;
        expect(ink.left).toBeGreaterThanOrEqual(Math.floor(bounds.left) - 1);
        expect(ink.top).toBeGreaterThanOrEqual(Math.floor(bounds.top) - 1);
        expect(ink.right).toBeLessThanOrEqual(Math.ceil(bounds.right) + 1);
        expect(ink.bottom).toBeLessThanOrEqual(Math.ceil(bounds.bottom) + 1);
      }),
      { numRuns: 30, seed: SEED },
    );
  });

  it('is never painted far within its bounds either, when nothing but plain shapes makes them', () => {
    fc.assert(
      fc.property(anyDesign, (design) => {
        const plain = {
          ...design,
          parts: design.parts
            .filter((p) => p.kind === 'motif')
            .map((p) => ({
              ...p,
              place: { ...p.place, x: 450, y: 450, turn: 0 },
              shade: null,
              keylines: [],
              hollow: false,
              repeat: null,
            })),
        };
        if (plain.parts.length === 0) return;
        const bounds = intersect(drawingBounds(drawn(plain)), BOARD);
        const ink = alphaBox(painted(plain), 100);
        for (const side of ['left', 'top', 'right', 'bottom'] as const)
          expect(Math.abs(ink[side] - bounds[side])).toBeLessThanOrEqual(2);
      }),
      { numRuns: 40, seed: SEED },
    );
  });

  it('looks the same at half the size', () => {
    fc.assert(
      fc.property(anyDesign, (design) => {
        const half = painted(design, 0.5);
        const smaller = painted(refit(design, { ...design.board, width: 450, height: 450 }));
        expect([smaller.width, smaller.height]).toEqual([half.width, half.height]);
        expect(differing(half.data, smaller.data)).toBeLessThan(0.0005);
      }),
      { numRuns: 15, seed: SEED },
    );
  });

  it('is the same after it was written and read', () => {
    fc.assert(
      fc.property(anyDesign, (design) => {
        expect(reread(design)).toEqual(design);
      }),
      { numRuns: 100, seed: SEED },
    );
  });

  it('gives the very same groups until something about them changes', () => {
    fc.assert(
      fc.property(anyDesign, (design) => {
        const [first, again] = [drawn(design), drawn({ ...design, name: 'renamed' })];
        again.groups.forEach((g, i) => expect(g).toBe(first.groups[i]));
        const id = design.parts[0].id;
        const moved = drawn(
          applyEdits(design, [{ op: 'place', part: id, place: { x: design.parts[0].place.x + 1 } }]),
        );
        for (const g of moved.groups) expect(first.groups.includes(g)).toBe(g.part !== id);
      }),
      { numRuns: 40, seed: SEED },
    );
  });

  it('moves as a whole when a part is moved: its box by just as much', () => {
    fc.assert(
      fc.property(
        anyDesign,
        fc.integer({ min: -99, max: 99 }),
        fc.integer({ min: -99, max: 99 }),
        (design, dx, dy) => {
          const part = design.parts[0];
          const before = groupBounds(drawn(design).groups.find((g) => g.part === part.id)!);
          const edit = {
            op: 'place' as const,
            part: part.id,
            place: { x: part.place.x + dx, y: part.place.y + dy },
          };
          const after = groupBounds(
            drawn(applyEdits(design, [edit])).groups.find((g) => g.part === part.id)!,
          );
          expect(after.left - before.left).toBeCloseTo(dx, 4);
          expect(after.top - before.top).toBeCloseTo(dy, 4);
          expect(boxWidth(after)).toBeCloseTo(boxWidth(before), 4);
          expect(boxHeight(after)).toBeCloseTo(boxHeight(before), 4);
        },
      ),
      { numRuns: 60, seed: SEED },
    );
  });

  it('has the same shapes in each colourway, and only other colours', () => {
    fc.assert(
      fc.property(anyDesign, (design) => {
        const [base, other] = [drawn(design, 'base'), drawn(design, 'other')];
        const shapes = (d: typeof base) =>
          d.groups.map((g) =>
            g.items.map((i) => (i.kind === 'outline' ? [i.path, i.matrix, i.stroke, i.role] : i)),
          );
        expect(shapes(other)).toEqual(shapes(base));
      }),
      { numRuns: 40, seed: SEED },
    );
  });
});

describe('copying', () => {
  it('and pasting into an empty design paints the same', () => {
    fc.assert(
      fc.property(anyDesign, (design) => {
        const clipping = readClipping(
          clippingOf(
            design,
            design.parts.map((p) => p.id),
          ),
        )!;
        const empty: Design = { ...design, inks: [], parts: [], colourways: [design.colourways[0]] };
        const { edits } = pasteEdits(empty, clipping);
        const there = applyEdits(empty, edits);
        expect(reread(there)).toEqual(there);
        expect(differing(painted(there, 0.3).data, painted(design, 0.3).data)).toBe(0);
      }),
      { numRuns: 12, seed: SEED },
    );
  });

  it('in place changes nothing that is seen when all is opaque, and removing the copies brings the design back', () => {
    fc.assert(
      fc.property(anyDesign, (design) => {
        const ids = design.parts.map((p) => p.id);
        const { edits, select } = copyEdits(design, ids, () => ({}));
        const doubled = applyEdits(design, edits);
        expect(doubled.parts).toHaveLength(2 * ids.length);
        expect(applyEdits(doubled, [{ op: 'removeParts', parts: select }]).parts).toEqual(design.parts);
        // An antialiased edge that is painted twice is a little denser: nothing more. Where there was
        // nothing there is nothing, and nothing becomes thinner.
        const once = Uint8Array.from(painted(design, 0.3).data);
        const twice = Uint8Array.from(painted(doubled, 0.3).data);
        let [appeared, thinner] = [0, 0];
        for (let i = 3; i < once.length; i += 4) {
          if (once[i] === 0 && twice[i] > 0) appeared++;
          if (twice[i] < once[i] - 1) thinner++;
        }
        expect([appeared, thinner]).toEqual([0, 0]);
        expect(differing(twice, once)).toBeLessThan(0.05);
      }),
      { numRuns: 10, seed: SEED },
    );
  });
});
