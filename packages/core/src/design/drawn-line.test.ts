import fc from 'fast-check';
import { pathBounds } from '../geometry';
import { designOf, reread } from '../../testing';
import { DocumentError } from '../fields';
import {
  joinedNodes,
  line,
  nodesOf,
  nodesPath,
  rubbedOut,
  samplesOf,
  simplified,
  withNodeAt,
  withoutNode,
  type LinePart,
  type LineSample,
  type Part,
} from '../parts';

const LOOK = { ink: 'a', width: 20, pen: 'even', nib: 45 } as const;
const arc = (n = 120, shake = 0): LineSample[] =>
  Array.from({ length: n }, (_, i) => {
    const a = (Math.PI * i) / (n - 1);
    const r = 200 + (i % 2 ? shake : -shake);
    return [450 + r * Math.cos(a), 450 + r * Math.sin(a), i / (n - 1)];
  });
const drawn = (samples = arc(), over: Partial<LinePart> = {}): LinePart => ({
  ...line('l', nodesOf(samples, 1)!.nodes, LOOK),
  ...over,
});

describe('a drawn line', () => {
  it('has few points, the pressure of the hand at each, and its origin in their middle', () => {
    const part = drawn();
    expect(part.nodes.length).toBeLessThanOrEqual(5);
    expect([part.nodes[0].pressure, part.nodes.at(-1)!.pressure]).toEqual([0, 1]);
    const box = pathBounds(nodesPath(part.nodes, false));
    expect(box.left + part.place.x).toBeCloseTo(250, 0);
    expect(box.right + part.place.x).toBeCloseTo(650, 0);
    expect(part.place.x).toBeCloseTo(450, 0);
  });

  it('of a shaking hand is steadied', () => {
    const still = nodesOf(arc(), 1)!;
    const shaky = nodesOf(arc(120, 3), 3)!;
    expect(shaky.nodes.length).toBeLessThanOrEqual(still.nodes.length + 2);
  });

  it('is none when the pen did not move', () => {
    expect(nodesOf([], 1)).toBeNull();
    expect(nodesOf([[3, 3, 1]], 1)).toBeNull();
    expect(
      nodesOf(
        Array.from({ length: 9 }, () => [3, 3, 1] as const),
        1,
      ),
    ).toBeNull();
  });

  it('is written and read again, and faulted where it is wrong', () => {
    const design = designOf({ a: '#ff0000' }, drawn());
    expect(reread(design)).toEqual(design);
    const faulty = (change: object) => {
      try {
        reread({ ...design, parts: [{ ...design.parts[0], ...change } as Part] });
        return [];
      } catch (error) {
        return (error as DocumentError).faults.map((f) => f.field);
      }
    };
    expect(faulty({ nodes: [{ x: 1, y: 1 }] })).toEqual(['sides[0].parts[0].nodes']);
    expect(
      faulty({
        nodes: [
          { x: 1, y: 1 },
          { x: 'left', y: 1 },
        ],
      }),
    ).toEqual(['sides[0].parts[0].nodes[1].x']);
    expect(faulty({ pen: 'quill' })).toEqual(['sides[0].parts[0].pen']);
    expect(faulty({ width: 0 })).toEqual(['sides[0].parts[0].width']);
  });

  it('can have fewer points, which stray by no more than is said', () => {
    const wavy = Array.from({ length: 200 }, (_, i): LineSample => [i * 3, 40 * Math.sin(i / 9), 1]);
    const part = drawn(wavy);
    const fewer = simplified(part, 20)!;
    expect(fewer.nodes.length).toBeLessThan(part.nodes.length);
    expect(fewer.error).toBeLessThanOrEqual(20);
    const ring = drawn(arc(), { closed: true });
    const round = simplified(ring, 4)!;
    expect(round.nodes.length).toBeLessThanOrEqual(ring.nodes.length + 1);
    expect(pathBounds(nodesPath(round.nodes, true)).right).toBeCloseTo(200, -1);
  });

  it('keeps its way when it is taken as samples and fitted again', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: -40, max: 40 }), fc.integer({ min: -40, max: 40 })), {
          minLength: 3,
          maxLength: 20,
        }),
        (steps) => {
          const samples: LineSample[] = [[0, 0, 1]];
          for (const [dx, dy] of steps) {
            const [x, y] = samples.at(-1)!;
            samples.push([x + dx, y + dy, 1]);
          }
          const found = nodesOf(samples, 2);
          if (!found) return;
          const part = line('l', found.nodes, LOOK);
          const again = samplesOf(part, 0.1);
          expect(again.flat().every(Number.isFinite)).toBe(true);
          const end = part.nodes.at(-1)!;
          expect([again.at(-1)![0], again.at(-1)![1]]).toEqual([end.x, end.y]);
        },
      ),
      { numRuns: 100 },
    );
  });
});

describe('points of a line', () => {
  it('are moved with their handles, and taken away down to two', () => {
    const part = drawn();
    const moved = withNodeAt(part, 1, 7, 9)[1];
    expect([moved.x, moved.y]).toEqual([7, 9]);
    expect(moved.inX - 7).toBeCloseTo(part.nodes[1].inX - part.nodes[1].x);
    expect(withoutNode(part, 1)).toHaveLength(part.nodes.length - 1);
    expect(withoutNode({ ...part, nodes: part.nodes.slice(0, 2) }, 1)).toBeNull();
  });
});

describe('rubbing out', () => {
  const level = drawn(Array.from({ length: 60 }, (_, i): LineSample => [i * 10, 0, 1]));

  it('leaves what was not touched, in two pieces when its middle goes', () => {
    const { pieces, hit } = rubbedOut(level, { along: [[0, 0]], r: 30 });
    expect(hit).toBe(true);
    expect(pieces).toHaveLength(2);
    // 30 and half of the line's own width are gone on each side.
    expect(pieces[0].at(-1)![0]).toBeLessThanOrEqual(-40);
    expect(pieces[0].at(-1)![0]).toBeGreaterThan(-55);
    expect(pieces[1][0][0]).toBeGreaterThanOrEqual(40);
  });

  it('touches nothing that it misses, and leaves nothing of what it covers', () => {
    expect(rubbedOut(level, { along: [[0, 200]], r: 30 })).toMatchObject({ hit: false });
    const all = Array.from({ length: 80 }, (_, i) => [i * 10 - 400, 0] as const);
    expect(rubbedOut(level, { along: all, r: 30 }).pieces).toEqual([]);
  });

  it('takes what lies within an outline, up to where that crosses the line', () => {
    const box = [
      [-60, -20],
      [90, -20],
      [90, 20],
      [-60, 20],
    ] as const;
    const { pieces, hit } = rubbedOut(level, { within: box });
    expect([hit, pieces.length]).toEqual([true, 2]);
    expect(Math.abs(pieces[0].at(-1)![0] + 60)).toBeLessThan(3);
    expect(Math.abs(pieces[1][0][0] - 90)).toBeLessThan(3);
    // A line that lies outside it altogether, or one that only its width reaches, stays.
    expect(rubbedOut(level, { within: box.map(([x, y]) => [x, y + 40] as const) }).hit).toBe(false);
    // All within it is gone.
    expect(rubbedOut(level, { within: box.map(([x, y]) => [10 * x, y] as const) }).pieces).toEqual([]);
  });

  it('opens a closed line into one piece', () => {
    const ring = drawn(arc(), { closed: true });
    const bottom = ring.nodes.reduce((low, n) => (n.y > low.y ? n : low));
    const { pieces } = rubbedOut(ring, { along: [[bottom.x, bottom.y]], r: 20 });
    expect(pieces).toHaveLength(1);
  });
});

describe('joining ends', () => {
  const a = nodesOf(
    [
      [0, 0, 1],
      [50, 10, 1],
      [100, 0, 1],
    ],
    1,
  )!.nodes;
  const b = nodesOf(
    [
      [300, 0, 1],
      [200, 20, 1],
      [110, 0, 1],
    ],
    1,
  )!.nodes;

  it('goes on from the nearest ends, whichever way the lines were drawn', () => {
    for (const [p, q] of [
      [a, b],
      [b, a],
    ]) {
      const xs = joinedNodes(p, q).map((n) => n.x);
      const rising = xs[0] < xs.at(-1)! ? xs : [...xs].reverse();
      expect([rising[0], rising.at(-1)]).toEqual([0, 300]);
      expect([...rising].sort((x, y) => x - y)).toEqual(rising);
    }
  });

  it('makes one point of ends that touch', () => {
    const touching = nodesOf(
      [
        [100, 0, 1],
        [150, 30, 1],
        [200, 0, 1],
      ],
      1,
    )!.nodes;
    expect(joinedNodes(a, touching)).toHaveLength(a.length + touching.length - 1);
  });
});
