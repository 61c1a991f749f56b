import { newStep } from '../steps';
import fc from 'fast-check';
import { IDENTITY, multiply, placeMatrix, transformBox, type Matrix } from '../geometry';
import {
  circle,
  designOf,
  loadOutlineOps,
  NO_FACES,
  NO_PICTURES,
  rect,
  shape,
  surfaces,
} from '../../testing';
import {
  BLENDS,
  groupBounds,
  keyOf,
  leastAlpha,
  movedNode,
  paintGroup,
  paintSurface,
  type Clip,
  type DrawingItem,
  type DrawingNode,
  type Group,
  type ImageItem,
  type OutlineItem,
} from './index';
import { resolve } from '../resolve';

const square = (colour: string, at = 0, more: Partial<OutlineItem> = {}): OutlineItem => ({
  kind: 'outline',
  role: 'ink',
  ink: 'a',
  colour,
  path: SQUARES[at],
  matrix: IDENTITY,
  rule: 'nonzero',
  opacity: 1,
  stroke: null,
  ...more,
});
const box = (x: number, y: number, w: number, h: number) => [
  ...[0, x, y, 1, x + w, y, 1, x + w, y + h, 1, x, y + h, 5],
];
/** 100 px squares: at the left, one that overlaps it by half, and one beside them. */
const SQUARES = [box(0, 0, 100, 100), box(50, 0, 100, 100), box(300, 0, 100, 100)];
const group = (items: DrawingNode[], more: Partial<Group> = {}): Group => ({
  kind: 'group',
  items,
  opacity: 1,
  ...more,
});
const clip = (path: number[]): Clip => ({ path, rule: 'nonzero', matrix: IDENTITY });
const image: ImageItem = {
  kind: 'image',
  material: 'm',
  treatment: null,
  width: 10,
  height: 10,
  shown: { left: -5, top: -5, right: 5, bottom: 5 },
  matrix: [4, 0, 0, 4, 50, 50],
};

function painted(...nodes: Group[]) {
  const surface = surfaces(400, 100);
  const options = { view: IDENTITY, pictures: NO_PICTURES, surfaces };
  for (const node of nodes) paintGroup(surface.context, node, options, surface);
  return (x: number) => [...surface.context.getImageData(x, 50, 1, 1).data];
}

describe('a group is painted as one', () => {
  const two = [square('#ff0000'), square('#0000ff', 1)];

  it('with its opacity: what overlaps within it does not show through', () => {
    const at = painted(group(two, { opacity: 0.5 }));
    expect(at(75)).toEqual([0, 0, 255, 128]);
    const nested = painted(group([group(two)], { opacity: 0.5 }));
    expect(nested(75)).toEqual([0, 0, 255, 128]);
  });

  it('within all of its clips', () => {
    const at = painted(group(two, { clips: [clip(box(20, 0, 100, 100)), clip(box(0, 0, 60, 100))] }));
    expect([10, 30, 55, 80].map((x) => at(x)[3])).toEqual([0, 255, 255, 0]);
  });

  it('where its mask covers, or where it does not, by the mask’s alpha', () => {
    const nodes = [square('#00ff00', 1, { opacity: 0.5 })];
    const covered = painted(group(two, { mask: { shows: 'covered', nodes } }));
    expect([25, 75, 125].map((x) => covered(x)[3])).toEqual([0, 128, 128]);
    const bare = painted(group(two, { mask: { shows: 'bare', nodes } }));
    expect([25, 75, 125].map((x) => bare(x)[3])).toEqual([255, 127, 127]);
  });

  it('multiplied with what lies below, and alone where nothing does', () => {
    const at = painted(group([square('#8080ff')]), group([square('#ff8000', 1)], { blend: 'multiply' }));
    expect(at(25)).toEqual([128, 128, 255, 255]);
    expect(at(75)).toEqual([128, 64, 0, 255]);
    expect(at(125)).toEqual([255, 128, 0, 255]);
  });

  it('without what only a blade or the eye follows', () => {
    const drawing = resolve(designOf({ a: '#ff0000' }, shape('p', rect(0, 0, 9, 9), 'a')), 'base', NO_FACES);
    const [own] = drawing.groups;
    const cut = { ...own, layer: 'cut' as const };
    const alpha = (groups: typeof drawing.groups) =>
      paintSurface({ ...drawing, groups }, 0.1, NO_PICTURES, surfaces)
        .context.getImageData(0, 0, 100, 100)
        .data.some((v) => v > 0);
    expect([alpha([own]), alpha([cut]), alpha([{ ...own, items: [cut] }])]).toEqual([true, false, false]);
  });
});

describe('what a node is', () => {
  it('has the box of what shows: within clips and masks, without what is not printed', () => {
    const two = [square('#ff0000'), square('#0000ff', 2)];
    expect(groupBounds(group(two))).toEqual({ left: 0, top: 0, right: 400, bottom: 100 });
    expect(groupBounds(group(two, { clips: [clip(box(50, 20, 300, 500))] }))).toEqual({
      ...{ left: 50, top: 20, right: 350, bottom: 100 },
    });
    const mask = { nodes: [square('#000000', 1)] };
    expect(groupBounds(group(two, { mask: { ...mask, shows: 'covered' } })).right).toBe(150);
    expect(groupBounds(group(two, { mask: { ...mask, shows: 'bare' } })).right).toBe(400);
    expect(groupBounds(group([two[0], group([two[1]], { layer: 'guide' })])).right).toBe(100);
  });

  it('is as solid as it is where it is least so', () => {
    const stops = [
      { at: 0, colour: '#ff0000', opacity: 1 },
      { at: 1, colour: '#ff0000', opacity: 0.25 },
    ];
    const gradient = { kind: 'linear' as const, matrix: IDENTITY, x0: 0, y0: 0, x1: 1, y1: 0, r: 0, stops };
    expect(leastAlpha(square('#ff0000'))).toBe(1);
    expect(leastAlpha(square('#ff0000', 0, { gradient }))).toBe(0.25);
    expect(leastAlpha(square('#ff0000', 0, { opacity: 0.5, gradient }))).toBe(0.125);
    expect(leastAlpha(square('#ff0000', 0, { blur: 3 }))).toBe(0);
    expect(leastAlpha(square('#ff0000', 0, { opacity: 0 }))).toBe(1);
    const faint = group([square('#ff0000', 0, { opacity: 0.5 })], { opacity: 0.5 });
    expect(leastAlpha(faint)).toBe(0.25);
    expect(leastAlpha(group([square('#00ff00')], { mask: { shows: 'covered', nodes: [faint] } }))).toBe(0.25);
    expect(leastAlpha(faint, (item) => item.kind === 'image')).toBe(0.5);
  });

  const there = () => true;
  const key = (node: DrawingNode, colours = true) => keyOf(node, there, colours);

  it('has a key in which every field that changes pixels is', () => {
    const outline = square('#ff0000');
    const gradient = {
      ...{ kind: 'linear' as const, matrix: IDENTITY, x0: 0, y0: 0, x1: 1, y1: 0, r: 0 },
      stops: [{ at: 0, colour: '#00ff00', opacity: 1 }],
    };
    const stroke = { width: 3, join: 'round', cap: 'butt', space: 'board' } as const;
    const outlines: Partial<OutlineItem>[] = [
      { colour: '#fe0000' },
      { path: SQUARES[1] },
      { matrix: [1, 0, 0, 1, 1, 0] },
      { rule: 'evenodd' },
      { opacity: 0.5 },
      { blur: 4 },
      { blur: 5 },
      { stroke },
      { stroke: { ...stroke, width: 4 } },
      { stroke: { ...stroke, side: 'inside' } },
      { stroke: { ...stroke, dash: [1, 2] } },
      { clips: [{ path: SQUARES[1], rule: 'nonzero' }] },
      { gradient },
      { gradient: { ...gradient, stops: [{ at: 0, colour: '#00ff00', opacity: 0.5 }] } },
    ];
    const images: Partial<ImageItem>[] = [
      { material: 'n' },
      { treatment: { steps: [newStep('ground', { ink: '', light: '' })], light: 0, enlarge: 1 } },
      { treatment: { steps: [newStep('ground', { ink: '', light: '' })], light: 90, enlarge: 1 } },
      { treatment: { steps: [], light: 0, enlarge: 2 } },
      { treatment: { steps: [], light: 0, enlarge: 4 } },
      { shown: { ...image.shown, left: -4 } },
      { matrix: IDENTITY },
    ];
    const groups: Partial<Group>[] = [
      { opacity: 0.5 },
      { blend: 'multiply' },
      { clips: [clip(SQUARES[1])] },
      { mask: { shows: 'covered', nodes: [outline] } },
      { mask: { shows: 'bare', nodes: [outline] } },
      { layer: 'film' },
      { items: [outline, outline] },
    ];
    const nodes: DrawingNode[] = [
      outline,
      ...outlines.map((o): DrawingItem => ({ ...outline, ...o })),
      image,
      ...images.map((i): DrawingItem => ({ ...image, ...i })),
      group([outline]),
      ...groups.map((g) => group([outline], g)),
    ];
    expect(new Set(nodes.map((node) => key(node))).size).toBe(nodes.length);
    expect(keyOf(image, () => false)).not.toBe(key(image));
    expect(key({ ...outline })).toBe(key(outline));
  });

  it('has a key without colours that only tells what is covered', () => {
    const stops = (opacity: number, colour: string) => ({
      gradient: {
        ...{ kind: 'linear' as const, matrix: IDENTITY, x0: 0, y0: 0, x1: 1, y1: 0, r: 0 },
        stops: [{ at: 0, colour, opacity }],
      },
    });
    const plain = (more: Partial<OutlineItem>, colour = '#ff0000') => key(square(colour, 0, more), false);
    expect(plain({})).toBe(plain({}, '#00ff00'));
    expect(plain(stops(1, '#00ff00'))).toBe(plain(stops(1, '#0000ff')));
    expect(plain(stops(0.5, '#00ff00'))).not.toBe(plain(stops(1, '#00ff00')));
    expect(plain({ blur: 3 })).not.toBe(plain({ blur: 4 }));
  });

  it('is moved with all that it holds', () => {
    const inner = group([square('#ff0000', 1)], { clips: [clip(SQUARES[0])] });
    const whole = group([inner, { ...image }], { mask: { shows: 'covered', nodes: [square('#000000', 0)] } });
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 5, noNaN: true }),
        fc.constantFrom(0, 90, 180, 270),
        fc.integer({ min: -200, max: 200 }),
        (k, turn, x) => {
          const m: Matrix = placeMatrix(x, 0, turn, k, k);
          const moved = groupBounds(movedNode(whole, m, k));
          const asked = transformBox(groupBounds(whole), m);
          for (const side of ['left', 'top', 'right', 'bottom'] as const)
            expect(moved[side]).toBeCloseTo(asked[side], 6);
        },
      ),
      { seed: 14, numRuns: 60 },
    );
  });

  it('keeps its lines, blurs and reaches in proportion', () => {
    const m = multiply([1, 0, 0, 1, 7, 0], [0.25, 0, 0, 0.25, 0, 0]);
    const lined = square('#ff0000', 0, {
      stroke: { width: 40, join: 'round', cap: 'round', space: 'board' },
      blur: 8,
      reach: 12,
      line: 20,
    });
    expect(movedNode(lined, m, 0.25)).toMatchObject({ stroke: { width: 10 }, blur: 2, reach: 3, line: 5 });
    const own = square('#ff0000', 0, {
      stroke: { width: 40, join: 'round', cap: 'round', space: 'own' },
    });
    expect(movedNode(own, m, 0.25)).toMatchObject({ stroke: { width: 40 } });
  });

  it('names every blend of the standard once', () => {
    expect(new Set(BLENDS).size).toBe(16);
  });
});

describe('live copies', () => {
  /** A disc of 400 px with a keyline of 40, and a copy at a quarter of its size, as wide as it is drawn. */
  const wide = async (distance: number) => {
    const part = {
      ...shape('p', circle(0, 0, 200), 'a'),
      keylines: [{ ink: 'b', width: 40, join: 'round' as const, distance }],
      repeat: { kind: 'step' as const, count: 2, dx: 500, dy: 0, turn: 0, scale: 0.25 },
    };
    const drawing = resolve(designOf({ a: '#ff0000', b: '#0000ff' }, part), undefined, {
      ...NO_FACES,
      ops: await loadOutlineOps(),
    });
    const [copy] = drawing.groups[0].items;
    const items = drawing.groups[0].items.slice(0, drawing.groups[0].items.length / 2);
    expect(copy.kind).toBe('outline');
    const b = groupBounds(group([...items]));
    return b.right - b.left;
  };

  it('have keylines in proportion, whether they touch the edge or not', async () => {
    expect(await wide(0)).toBeCloseTo((400 + 80) / 4, 0);
    expect(await wide(1)).toBeCloseTo((400 + 82) / 4, 0);
  });
});
