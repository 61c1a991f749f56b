import { loadOutlineOps } from '../../testing/base';
import { EVERYWHERE, flatten, parseSvgPath, signedArea, type OutlineOps, type PathData } from '../geometry';
import { inkPieces, itemOutline, oneOutline } from './ink-outline';
import type { DrawingNode, Group, ImageItem, OutlineItem } from './types';

let ops: OutlineOps;
beforeAll(async () => {
  ops = await loadOutlineOps();
});

const area = (path: PathData) =>
  Math.abs(flatten(path, 0.01).reduce((sum, { points }) => sum + signedArea(points) / 2, 0));
const square = (x: number, y: number, s: number) => parseSvgPath(`M${x} ${y}h${s}v${s}h${-s}Z`);
const item = (path: PathData, more: Partial<OutlineItem> = {}): OutlineItem => ({
  ...{ kind: 'outline', role: 'ink', ink: 'a', colour: '#000000', rule: 'nonzero', opacity: 1, stroke: null },
  ...{ path, matrix: [1, 0, 0, 1, 0, 0] },
  ...more,
});
const group = (items: DrawingNode[], more: Partial<Group> = {}): Group => ({
  ...{ kind: 'group', items, opacity: 1 },
  ...more,
});
const picture: ImageItem = {
  ...{ kind: 'image', material: 'm', treatment: null, width: 10, height: 10, matrix: [1, 0, 0, 1, 0, 0] },
  shown: { left: -5, top: -5, right: 5, bottom: 5 },
};
const sum = (nodes: DrawingNode[]) =>
  area(
    oneOutline(
      inkPieces(nodes, ops).pieces.map((p) => p.path),
      ops,
    ),
  );

describe('the outline of an item', () => {
  it('follows its rule, its matrix and its clips', () => {
    const nested = [...square(0, 0, 100), ...square(30, 30, 40)];
    expect(area(itemOutline(item(nested), ops))).toBeCloseTo(10000, 0);
    expect(area(itemOutline(item(nested, { rule: 'evenodd' }), ops))).toBeCloseTo(8400, 0);
    const half = { path: square(0, 0, 50), rule: 'nonzero' as const };
    const twice = item(square(0, 0, 100), { matrix: [2, 0, 0, 2, 7, 9], clips: [half] });
    expect(area(itemOutline(twice, ops))).toBeCloseTo(10000, 0);
  });

  it('makes lines what they cover: on one side, in board px, in its own units', () => {
    const line = { width: 10, join: 'mitre', cap: 'butt', space: 'board' } as const;
    const drawn = (stroke: OutlineItem['stroke'], k = 1) =>
      area(itemOutline(item(square(0, 0, 100), { stroke, matrix: [k, 0, 0, k, 0, 0] }), ops));
    expect(drawn(line)).toBeCloseTo(110 * 110 - 90 * 90, 0);
    expect(drawn({ ...line, side: 'inside' })).toBeCloseTo(100 * 100 - 80 * 80, 0);
    expect(drawn({ ...line, side: 'outside' })).toBeCloseTo(120 * 120 - 100 * 100, 0);
    expect(drawn(line, 2)).toBeCloseTo(210 * 210 - 190 * 190, 0);
    expect(drawn({ ...line, space: 'own' }, 2)).toBeCloseTo(220 * 220 - 180 * 180, 0);
  });
});

describe('what nodes draw as outlines', () => {
  it('is cut by the clips and masks around it, those that take away included', () => {
    const whole = item(square(0, 0, 100));
    const clip = (path: PathData, rule: 'nonzero' | 'evenodd' = 'nonzero') => ({
      ...{ path, rule, matrix: [1, 0, 0, 1, 0, 0] as const },
    });
    expect(sum([group([whole], { clips: [clip(square(50, 50, 100))] })])).toBeCloseTo(2500, 0);
    const outside = [...EVERYWHERE, ...square(50, 50, 100)];
    expect(sum([group([whole], { clips: [clip(outside, 'evenodd')] })])).toBeCloseTo(7500, 0);
    const nodes = [item(square(0, 0, 20)), group([item(square(80, 80, 40))])];
    expect(sum([group([whole], { mask: { nodes, shows: 'covered' } })])).toBeCloseTo(800, 0);
    expect(sum([group([whole], { mask: { nodes, shows: 'bare' } })])).toBeCloseTo(9200, 0);
    // A group within a group is cut by both.
    const inner = group([whole], { clips: [clip(square(0, 0, 60))] });
    expect(sum([group([inner], { clips: [clip(square(40, 40, 60))] })])).toBeCloseTo(400, 0);
  });

  it('leaves out what is not printed or not seen, and names the pictures', () => {
    const whole = item(square(0, 0, 100));
    expect(sum([group([whole], { layer: 'guide' })])).toBe(0);
    expect(sum([group([whole], { opacity: 0 }), { ...whole, opacity: 0 }])).toBe(0);
    const { pieces, pictures } = inkPieces([whole, group([picture])], ops);
    expect([pieces.length, pictures]).toEqual([1, [picture]]);
  });

  it('takes a mask of pictures for what their outline covers, and leaves it where they have none', () => {
    const worn = group([item(square(0, 0, 100))], { mask: { nodes: [picture], shows: 'bare' } });
    expect(sum([worn])).toBeCloseTo(10000, 0);
    const { pieces } = inkPieces([worn], ops, () => square(10, 10, 30));
    expect(area(pieces[0].path)).toBeCloseTo(9100, 0);
  });

  it('cuts a picture in a mask by the mask around it: wear along edges alone takes nothing elsewhere', () => {
    const edge: DrawingNode = group([picture], {
      mask: { nodes: [item(square(0, 0, 20))], shows: 'covered' },
    });
    const worn = group([item(square(0, 0, 100))], { mask: { nodes: [edge], shows: 'bare' } });
    const { pieces, pictures } = inkPieces([worn], ops, () => square(10, 10, 60));
    // Of the 60 × 60 only what lies within the 20 × 20 is taken.
    expect(area(pieces[0].path)).toBeCloseTo(10_000 - 100, 0);
    expect(pictures).toEqual([]);
  });

  it('counts what lies on one another once', () => {
    expect(sum([item(square(0, 0, 100)), item(square(50, 0, 100)), item(square(20, 20, 10))])).toBeCloseTo(
      15000,
      0,
    );
  });
});
