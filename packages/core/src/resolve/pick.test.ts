import fc from 'fast-check';
import { designOf, NO_FACES, NO_PICTURES, surfaces } from '../../testing';
import type { PartGroup } from '../drawing';
import { place, shapeOf, type ShapePart } from '../parts';
import { paintsAt, pickPart, resolve } from './index';

const seed = 20_261_129;
const disc = (id: string, x: number, y: number, size: number, turn = 0): ShapePart =>
  shapeOf(id, { ...place(x, y), turn }, 'ellipse', size, 'a');
const ring = (id: string, x: number, y: number, size: number): ShapePart => ({
  ...disc(id, x, y, size),
  fill: null,
  stroke: { ink: 'a', width: 8, side: 'centre', join: 'round', dash: null },
});

/** What is picked of parts, given front first as a design has them, where somebody points. */
const picked = (parts: ShapePart[], at: [number, number], chosen: string[] = []) => {
  const { groups } = resolve(designOf({ a: '#ffffff' }, ...parts), undefined, NO_FACES);
  const seen = (group: PartGroup) => paintsAt(group, at, 3, 1, NO_PICTURES, surfaces);
  return pickPart(groups, at, seen, new Set(chosen));
};

describe('pointing at the board', () => {
  const moth = disc('moth', 400, 400, 200);
  const around = ring('ring', 400, 400, 600);

  it('means what is painted there, though the box of a ring lies before it', () => {
    expect(picked([around, moth], [400, 400])).toBe('moth');
    expect(picked([moth, around], [400, 400])).toBe('moth');
    // On the ring itself it is the ring.
    expect(picked([around, moth], [400, 100])).toBe('ring');
    expect(picked([moth, around], [700, 400])).toBe('ring');
  });

  it('means the front one of two that are painted', () => {
    const behind = disc('behind', 430, 400, 200);
    expect(picked([moth, behind], [420, 400])).toBe('moth');
    expect(picked([behind, moth], [420, 400])).toBe('behind');
  });

  it('means a small part in the gaps of what it draws before a large one, and the large one beside it', () => {
    const ground = shapeOf('ground', place(400, 400), 'rectangle', 700, 'a');
    const small = ring('small', 300, 300, 120);
    expect(picked([small, ground], [300, 300])).toBe('small');
    expect(picked([small, ground], [500, 500])).toBe('ground');
    // Behind the ground it is not seen.
    expect(picked([ground, small], [300, 300])).toBe('ground');
  });

  it('means the smallest box where nothing is painted, but what is chosen first, and nothing beyond all', () => {
    const within = ring('within', 400, 400, 300);
    expect(picked([around, within], [400, 400])).toBe('within');
    expect(picked([around, within], [400, 400], ['ring'])).toBe('ring');
    expect(picked([around, within], [20, 20])).toBeNull();
    expect(picked([], [20, 20])).toBeNull();
  });

  it('knows where a turned part lies, and where its live copies do', () => {
    const bar = shapeOf('bar', { ...place(400, 400), turn: 45, scaleY: 0.1 }, 'rectangle', 300, 'a');
    // Towards its end, and where it would lie unturned.
    expect(picked([bar], [490, 490])).toBe('bar');
    expect(picked([bar], [520, 400])).toBeNull();
    const row: ShapePart = {
      ...disc('row', 150, 150, 60),
      repeat: { kind: 'step', count: 3, dx: 200, dy: 0, turn: 0, scale: 1 },
    };
    expect(picked([row], [350, 150])).toBe('row');
    expect(picked([row], [250, 150])).toBeNull();
  });

  it('is never what paints nothing there, while something smaller or nearer does', () => {
    const where = fc.record({ x: fc.integer({ min: 200, max: 700 }), y: fc.integer({ min: 200, max: 700 }) });
    const some = fc.array(fc.record({ at: where, size: fc.integer({ min: 40, max: 300 }) }), {
      minLength: 1,
      maxLength: 5,
    });
    fc.assert(
      fc.property(some, where, (list, { x, y }) => {
        const parts = list.map(({ at, size }, i) => disc(`p${i}`, at.x, at.y, size));
        const id = picked(parts, [x, y]);
        const covers = list.map(({ at, size }) => Math.hypot(at.x - x, at.y - y) < size / 2);
        const front = covers.indexOf(true);
        if (front < 0) return;
        const at = Number(id!.slice(1));
        // It is the front one that is painted, or a smaller one before it.
        expect(at <= front && (at === front || list[at].size <= list[front].size)).toBe(true);
      }),
      { seed, numRuns: 60 },
    );
  });
});
