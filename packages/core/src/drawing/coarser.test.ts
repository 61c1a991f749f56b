import type { Hex } from '../colour';
import { circle, designOf, loadOutlineOps, NO_FACES, NO_PICTURES, shape, surfaces } from '../../testing';
import { resolve } from '../resolve';
import { coarser } from './coarser';
import { paintSurface, type Drawing, type DrawingNode, type Group, type OutlineItem } from './index';

const INKS: Record<string, Hex> = { a: '#804000', dark: '#101010', mid: '#d0a030', light: '#fff0c0' };
let drawing: Drawing;
beforeAll(async () => {
  const stops = [
    { at: 0, ink: 'dark' },
    { at: 0.5, ink: 'light' },
    { at: 1, ink: 'mid' },
  ];
  const part = {
    ...shape('s', circle(450, 450, 300), 'a'),
    relief: [{ kind: 'metal' as const, depth: 60, stops }],
  };
  drawing = resolve(designOf(INKS, part), undefined, { ...NO_FACES, ops: await loadOutlineOps() });
});
const worked = () => (drawing.groups[0].items[0] as Group).items;
const lines = (nodes: readonly DrawingNode[]) =>
  nodes.filter((n): n is OutlineItem => n.kind === 'outline' && n.role === 'relief' && !!n.stroke);

describe('lines of a relief that are painted in small', () => {
  it('are fewer, the fewer px there are, and as they are at the size of the board', () => {
    expect(coarser(worked(), 1)).toBe(worked());
    const counts = [0.5, 0.25, 0.1, 0.02].map((scale) => lines(coarser(worked(), scale)).length);
    expect(counts).toEqual([...counts].sort((a, b) => b - a));
    expect(counts[0]).toBe(lines(worked()).length);
    expect(counts[2]).toBeLessThan(lines(worked()).length / 2);
    expect(counts[3]).toBeLessThan(6);
    expect(coarser(worked(), 0.1)).toBe(coarser(worked(), 0.1));
  });

  it('cover as much together as they did one over the other', () => {
    const left = (nodes: readonly DrawingNode[], ink: string) =>
      lines(nodes)
        .filter((line) => line.ink === ink)
        .reduce((rest, line) => rest * (1 - line.opacity), 1);
    for (const scale of [0.3, 0.1, 0.03])
      for (const ink of ['dark', 'light'])
        expect(left(coarser(worked(), scale), ink)).toBeCloseTo(left(worked(), ink), 9);
  });

  it('look the same', () => {
    const scale = 0.15;
    const small = paintSurface(drawing, scale, NO_PICTURES, surfaces);
    const { data } = small.context.getImageData(0, 0, small.width, small.height);
    const large = paintSurface(drawing, 1, NO_PICTURES, surfaces);
    const all = surfaces(small.width, small.height);
    all.context.imageSmoothingEnabled = true;
    all.context.imageSmoothingQuality = 'high';
    all.context.drawImage(large.canvas, 0, 0, small.width, small.height);
    const wanted = all.context.getImageData(0, 0, small.width, small.height).data;
    let [sum, n] = [0, 0];
    for (let i = 0; i < data.length; i += 4) {
      if (data[i + 3] < 255 || wanted[i + 3] < 255) continue;
      for (let c = 0; c < 3; c++) sum += Math.abs(data[i + c] - wanted[i + c]);
      n += 3;
    }
    expect(sum / n).toBeLessThan(8);
  });
});
