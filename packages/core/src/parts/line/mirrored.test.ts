import fc from 'fast-check';
import { mirrored, type LineNode } from './index';

const seed = 20261129;
const node = (x: number, y: number, [ix, iy] = [x, y], [ox, oy] = [x, y]): LineNode => ({
  ...{ x, y, inX: ix, inY: iy, outX: ox, outY: oy },
  pressure: 1,
});
const wavy = [
  node(10, 0, [10, 0], [14, 6]),
  node(30, 20, [24, 18], [36, 22]),
  node(12, 60, [20, 55], [12, 60]),
];
describe('a line that is drawn with its image', () => {
  it('is two where it does not touch the axis', () => {
    const [a, b] = mirrored(wavy, 0, 5);
    expect(a.nodes).toEqual(wavy);
    expect(b.nodes.map((n) => n.x)).toEqual([-10, -30, -12]);
    expect(b.nodes.map((n) => n.outX)).toEqual([-14, -36, -12]);
    expect([a.closed, b.closed]).toEqual([false, false]);
  });

  it('is one where an end is at the axis, whichever it is, and closed where both are', () => {
    const fromAxis = [node(2, 0, [2, 0], [8, 3]), ...wavy.slice(1)];
    const one = mirrored(fromAxis, 0, 5);
    expect(one.map((l) => [l.nodes.length, l.closed])).toEqual([[5, false]]);
    expect(one[0].nodes.map((n) => n.x)).toEqual([12, 30, 0, -30, -12]);
    // It leaves the axis as it came to it: the handles are each other's image.
    const middle = one[0].nodes[2];
    expect([middle.inX, middle.inY, middle.outX, middle.outY]).toEqual([6, 3, -6, 3]);

    const toAxis = [...wavy.slice(0, 2), node(-3, 60, [9, 55])];
    expect(mirrored(toAxis, 0, 5).map((l) => l.nodes.map((n) => n.x))).toEqual([[10, 30, 0, -30, -10]]);

    const both = mirrored([fromAxis[0], wavy[1], toAxis[2]], 0, 5);
    expect(both.map((l) => [l.nodes.map((n) => n.x), l.closed])).toEqual([[[0, 30, 0, -30], true]]);
    expect([both[0].nodes[0].inX, both[0].nodes[0].outX]).toEqual([-6, 6]);
  });

  it('is symmetric about the axis, wherever that is', () => {
    const at = fc.integer({ min: -40, max: 40 });
    const any = fc
      .tuple(at, at, at, at, at, at)
      .map(([x, y, ix, iy, ox, oy]) => node(x, y, [ix, iy], [ox, oy]));
    fc.assert(
      fc.property(
        fc.array(any, { minLength: 2, maxLength: 5 }),
        at,
        fc.integer({ min: 0, max: 20 }),
        (line, axis, near) => {
          const made = mirrored(line, axis, near);
          // Which handle comes in and which goes out is the other way round on the way back.
          const known = (n: LineNode, flip: (x: number) => number) => {
            const handles = [`${flip(n.inX)} ${n.inY}`, `${flip(n.outX)} ${n.outY}`].sort();
            return [flip(n.x), n.y, ...handles].join(', ');
          };
          const nodes = made.flatMap((l) => l.nodes);
          const all = new Set(nodes.map((n) => known(n, (x) => x)));
          const image = nodes.map((n) => known(n, (x) => 2 * axis - x));
          return image.every((p) => all.has(p)) && made.every((l) => l.nodes.length >= 2);
        },
      ),
      { seed },
    );
  });
});
