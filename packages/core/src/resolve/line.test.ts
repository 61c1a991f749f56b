import { line, nodesOf, type LinePart, type LineSample } from '../parts';
import { boxHeight, boxWidth } from '../geometry';
import { alphaBox } from '../raster';
import { designOf, loadOutlineOps, NO_FACES } from '../../testing';
import { differing, drawn, painted } from '../../testing/painting';
import { toOutlines } from './index';
import { groupBounds, type Materials } from '../drawing';

let withOps: Materials;
beforeAll(async () => {
  withOps = { ...NO_FACES, ops: await loadOutlineOps() };
});

const level = (pressure: (t: number) => number = () => 1) =>
  Array.from({ length: 80 }, (_, i): LineSample => [100 + (700 * i) / 79, 450, pressure(i / 79)]);
const made = (samples: LineSample[], look: Partial<LinePart> = {}): LinePart => ({
  ...line('l', nodesOf(samples, 1)!.nodes, { ink: 'a', width: 60, pen: 'even', nib: 0 }),
  ...look,
});
const of = (part: LinePart) => designOf({ a: '#ff0000' }, part);
const inkBox = (part: LinePart) => alphaBox(painted(of(part)), 128);
/** Height of the ink at x. */
const thickness = (part: LinePart, x: number) => {
  const { data } = painted(of(part));
  let n = 0;
  for (let y = 0; y < 900; y++) if (data[(y * 900 + x) * 4 + 3] > 128) n++;
  return n;
};

describe('drawn lines', () => {
  it('are as wide as they say, with round ends', () => {
    const box = inkBox(made(level()));
    expect(Math.round(boxHeight(box))).toBe(60);
    expect(Math.round(boxWidth(box))).toBe(760);
  });

  it('follow the pressure: thin where it was light', () => {
    const part = made(
      level((t) => 0.2 + 0.8 * t),
      { pen: 'pressed' },
    );
    expect(Math.abs(thickness(part, 110) - 12)).toBeLessThanOrEqual(3);
    expect(Math.abs(thickness(part, 790) - 59)).toBeLessThanOrEqual(3);
    expect(thickness(part, 300)).toBeLessThan(thickness(part, 600));
  });

  it('of a flat nib are thin along it and thick across', () => {
    const along = made(level(), { pen: 'chisel', nib: 0 });
    const across = made(level(), { pen: 'chisel', nib: 90 });
    expect(Math.abs(thickness(along, 450) - 10)).toBeLessThanOrEqual(2);
    expect(Math.abs(thickness(across, 450) - 60)).toBeLessThanOrEqual(2);
  });

  it.each(['even', 'pressed', 'chisel'] as const)('%s: lie within the box that is told', (pen) => {
    const wavy = Array.from({ length: 120 }, (_, i): LineSample => [
      150 + i * 5,
      450 + 150 * Math.sin(i / 12),
      0.3 + 0.7 * Math.abs(Math.sin(i / 20)),
    ]);
    const part = made(wavy, { pen, nib: 30 });
    const told = groupBounds(drawn(of(part)).groups[0]);
    const ink = inkBox(part);
    for (const side of ['left', 'top', 'right', 'bottom'] as const)
      expect(Math.abs(ink[side] - told[side])).toBeLessThanOrEqual(2);
  });

  it.each(['even', 'pressed', 'chisel'] as const)('%s: look the same as outlines', (pen) => {
    const part = {
      ...made(
        level((t) => t),
        { pen, nib: 30 },
      ),
      place: { x: 400, y: 500, turn: 25, scaleX: -0.8, scaleY: 0.6 },
      mustRead: true,
    };
    const { part: outlines } = toOutlines(part, of(part), withOps)!;
    expect(outlines).toMatchObject({ kind: 'motif', id: 'l', mustRead: true });
    expect(differing(painted(of(part)).data, painted({ ...of(part), parts: [outlines] }).data)).toBeLessThan(
      0.001,
    );
  });
});
