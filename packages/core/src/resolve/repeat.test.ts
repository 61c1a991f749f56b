import fc from 'fast-check';
import { applyEdits } from '../design';
import type { Part, Repeat } from '../parts';
import { applyMatrix } from '../geometry';
import { circle, designOf, shape } from '../../testing';
import { anyDesign, anyRepeat } from '../../testing/any';
import { beginRepeats, breakApartEdits, handleOf, middleOf, repeatMatrices } from './index';
import { groupBounds } from '../drawing';
import { drawn, differing, painted } from '../../testing/painting';

const step: Repeat = { kind: 'step', count: 4, dx: 100, dy: 10, turn: 0, scale: 1 };
const ring: Repeat = { kind: 'ring', count: 8, dx: 0, dy: 200, sweep: 360, upright: false };
const at = (repeat: Repeat, x: number, y: number, middle: [number, number] = [450, 250]) =>
  repeatMatrices(repeat, middle).map((m) => applyMatrix(m, x, y));

describe('live copies', () => {
  it('step by an even distance', () => {
    expect(at(step, 450, 250)).toEqual([
      [450, 250],
      [550, 260],
      [650, 270],
      [750, 280],
    ]);
  });

  it('turn and scale about their own middle, each from the one before', () => {
    const turned = at({ ...step, dx: 0, dy: 0, turn: 90, scale: 2, count: 3 }, 460, 250);
    expect(turned[1][0]).toBeCloseTo(450);
    expect(turned[1][1]).toBeCloseTo(270);
    expect(turned[2][0]).toBeCloseTo(410);
    expect(turned[2][1]).toBeCloseTo(250);
  });

  it('share out a whole ring, and lie at both ends of an arc', () => {
    const round = at(ring, 450, 250);
    expect(round[2][0]).toBeCloseTo(650);
    expect(round[2][1]).toBeCloseTo(450);
    expect(round[4][1]).toBeCloseTo(650);
    const arc = at({ ...ring, count: 3, sweep: 180 }, 450, 250);
    expect(arc[1][0]).toBeCloseTo(650);
    expect(arc[2][1]).toBeCloseTo(650);
  });

  it('stay upright in a ring when asked to: they only move', () => {
    for (const m of repeatMatrices({ ...ring, upright: true }, [450, 250]))
      expect(m.slice(0, 4)).toEqual([1, 0, 0, 1]);
    expect(at({ ...ring, upright: true }, 450, 250)).toEqual(
      at(ring, 450, 250).map(([x, y]) => [expect.closeTo(x, 9), expect.closeTo(y, 9)]),
    );
  });

  it('stay within reason however steep the scale', () => {
    const far = repeatMatrices({ ...step, count: 360, scale: 10 }, [0, 0]).at(-1)!;
    expect(Math.hypot(far[0], far[1])).toBeCloseTo(1000);
  });

  it('of a ring lie as far from its centre as the original, whatever the part', () => {
    fc.assert(
      fc.property(anyDesign, fc.integer({ min: 3, max: 12 }), (design, count) => {
        const part = { ...design.parts[0], repeat: { ...ring, count } } as Part;
        const group = drawn({ ...design, parts: [{ ...part, repeat: null } as Part] }).groups[0];
        const [mx, my] = middleOf(part, handleOf(group).box, handleOf(group).matrix);
        for (const m of repeatMatrices(part.repeat, [mx, my])) {
          const [x, y] = applyMatrix(m, mx, my);
          expect(Math.hypot(x - mx, y - (my + 200))).toBeCloseTo(200, 6);
        }
      }),
      { numRuns: 30 },
    );
  });

  it('follow the original when it changes', () => {
    const disc = { ...shape('disc', circle(450, 450, 40), 'a'), repeat: { ...step, dy: 0 } };
    const design = designOf({ a: '#ff0000' }, disc);
    expect(groupBounds(drawn(design).groups[0])).toMatchObject({ left: 410, right: 790 });
    const larger = applyEdits(design, [{ op: 'place', part: 'disc', place: { scaleX: 0.5, scaleY: 0.5 } }]);
    expect(groupBounds(drawn(larger).groups[0])).toMatchObject({ left: 430, right: 770 });
  });
});

describe('live copies of what is one thing', () => {
  const boxes = [
    { left: 100, top: 100, right: 200, bottom: 140 },
    { left: 150, top: 300, right: 260, bottom: 380 },
  ];
  const middles = [
    [150, 120],
    [205, 340],
  ] as const;
  const board = { width: 900, height: 900 };
  /** Each copy's map of a point, by part. */
  const maps = (kind: Repeat['kind'], change: (r: Repeat) => Repeat = (r) => r) =>
    beginRepeats(kind, boxes, board).map((r, i) => repeatMatrices(change(r), [...middles[i]]));

  it.each<[string, Repeat['kind'], (r: Repeat) => Repeat]>([
    ['steps', 'step', (r) => r],
    ['turned and growing steps', 'step', (r) => ({ ...r, turn: 25, scale: 1.2 }) as Repeat],
    ['a ring', 'ring', (r) => r],
    ['a ring of upright copies', 'ring', (r) => ({ ...r, upright: true }) as Repeat],
  ])('in %s lie to each other as the originals do', (_, kind, change) => {
    const [one, other] = maps(kind, change);
    expect(one.length).toBe(other.length);
    one.forEach((m, k) => m.forEach((v, i) => expect(v).toBeCloseTo(other[k][i], 6)));
  });

  it('step beside all of it, and go around the board’s middle', () => {
    const [step] = beginRepeats('step', boxes, board);
    expect(step.dx).toBe(Math.round(160 * 1.15));
    const [ring] = beginRepeats('ring', boxes, board);
    expect([150 + ring.dx, 120 + ring.dy]).toEqual([450, 450]);
  });

  it('go around a point below what lies in the middle already, and of one part by its own middle', () => {
    const [ring] = beginRepeats('ring', [{ left: 400, top: 400, right: 500, bottom: 500 }], board);
    expect(ring).toEqual({ kind: 'ring', count: 8, dx: 0, dy: 120, sweep: 360, upright: false });
  });
});

describe('breaking copies apart', () => {
  it('changes nothing that is seen, and leaves as many parts as there were copies', () => {
    fc.assert(
      fc.property(anyDesign, anyRepeat, (design, repeat) => {
        // Keylines, spread and shade count board px, so a copy that was scaled with them would differ.
        const part = {
          ...design.parts[0],
          repeat: repeat.kind === 'step' ? { ...repeat, scale: 1 } : repeat,
          shade: null,
          keylines: [],
          opacity: 1,
        } as Part;
        const live = { ...design, parts: [part, ...design.parts.slice(1)] };
        const group = drawn({ ...live, parts: [{ ...part, repeat: null } as Part] }).groups[0];
        const { edits, select } = breakApartEdits(
          live,
          part,
          middleOf(part, handleOf(group).box, handleOf(group).matrix),
        );
        const apart = applyEdits(live, edits);
        expect(select).toHaveLength(repeat.count);
        expect(apart.parts.slice(0, repeat.count).map((p) => p.id)).toEqual(select);
        expect(apart.parts.every((p, i) => i >= repeat.count || p.repeat === null)).toBe(true);
        expect(differing(painted(apart, 0.3).data, painted(live, 0.3).data)).toBeLessThan(0.002);
      }),
      // The threshold counts pixels, so the designs are the same each time.
      { numRuns: 25, seed: 20261125 },
    );
  });
});
