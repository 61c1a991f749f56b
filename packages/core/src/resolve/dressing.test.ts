import { applyEdits, refit, type Design } from '../design';
import { code, place, shapeOf, type MotifOutline, type MotifPart, type ShapePart } from '../parts';
import { alphaBox } from '../raster';
import { circle, designOf, NO_FACES, NO_PICTURES, rect, shape, surfaces } from '../../testing';
import { handleOf, resolve } from './index';
import { groupBounds, paintSurface } from '../drawing';

const paint = (design: Design, colourway?: string) => {
  const surface = paintSurface(resolve(design, colourway, NO_FACES), 1, NO_PICTURES, surfaces);
  return surface.context.getImageData(0, 0, 900, 900);
};
const at = (image: { data: Uint8ClampedArray }, x: number, y: number) => [
  ...image.data.slice((y * 900 + x) * 4, (y * 900 + x) * 4 + 4),
];
const INKS = { a: '#ff0000', b: '#00ff00', c: '#0000ff' };
const square = shape('s', rect(300, 300, 100, 100), 'a');

describe('spread', () => {
  it('grows a part by its width on every side, in its own ink', () => {
    const image = paint(designOf(INKS, { ...square, spread: 10 }));
    expect(alphaBox(image, 127)).toEqual({ left: 290, top: 290, right: 410, bottom: 410 });
    expect(at(image, 293, 350)).toEqual([255, 0, 0, 255]);
  });

  it('grows strokes, too, and keylines lie outside of it', () => {
    const part = { ...square, spread: 10, keylines: [{ ink: 'b', width: 6, join: 'mitre' as const }] };
    const image = paint(designOf(INKS, part));
    expect(at(image, 285, 350)).toEqual([0, 255, 0, 255]);
    expect(alphaBox(image, 127).left).toBe(284);
    const line = shape('l', 'M300 300H400', 'a');
    const stroked = {
      ...line,
      spread: 5,
      outlines: [{ ...line.outlines[0], stroke: { width: 4, join: 'mitre' as const, cap: 'butt' as const } }],
    };
    const { top, bottom } = alphaBox(paint(designOf(INKS, stroked)), 127);
    expect(bottom - top).toBe(14);
  });
});

describe('shade', () => {
  it('dropped is a copy moved aside, behind the part', () => {
    const image = paint(designOf(INKS, { ...square, shade: { kind: 'drop', ink: 'c', dx: 150, dy: 0 } }));
    expect(at(image, 350, 350)).toEqual([255, 0, 0, 255]);
    expect(at(image, 500, 350)).toEqual([0, 0, 255, 255]);
    expect(at(image, 425, 350)[3]).toBe(0);
  });

  it('in a block is joined to the part all the way, without seams', () => {
    const disc = {
      ...shape('d', circle(350, 350, 60), 'a'),
      shade: { kind: 'block' as const, ink: 'c', dx: 120, dy: 80 },
    };
    const image = paint(designOf(INKS, disc));
    for (let t = 0.55; t <= 1; t += 0.01)
      expect(at(image, Math.round(350 + 120 * t), Math.round(350 + 80 * t))).toEqual([0, 0, 255, 255]);
    expect(at(image, 350, 350)).toEqual([255, 0, 0, 255]);
    // The sweep of a disc: the distance from its axis is never more than the radius.
    const box = alphaBox(image, 127);
    expect(box.right).toBeGreaterThanOrEqual(530);
    expect(box.right).toBeLessThanOrEqual(531);
  });

  it('of a ring keeps its hole where nothing passes over it', () => {
    const ring = shape('r', `${circle(400, 400, 150)}${circle(400, 400, 120)}`, 'a');
    const open = { ...ring, outlines: ring.outlines.map((o) => ({ ...o, rule: 'evenodd' as const })) };
    const image = paint(designOf(INKS, { ...open, shade: { kind: 'block', ink: 'c', dx: 20, dy: 20 } }));
    expect(at(image, 410, 410)[3]).toBe(0);
    expect(at(image, 400 - 110, 400)).toEqual([0, 0, 255, 255]);
  });

  it('counts in the part’s bounds', () => {
    const { groups } = resolve(
      designOf(INKS, { ...square, shade: { kind: 'drop', ink: 'c', dx: 150, dy: 30 } }),
      undefined,
      NO_FACES,
    );
    expect(groupBounds(groups[0])).toEqual({ left: 300, top: 300, right: 550, bottom: 430 });
  });
});

describe('a colourway', () => {
  const design: Design = {
    ...designOf(INKS, square),
    colourways: [
      { id: 'base', name: 'Base', inks: {}, garments: [] },
      { id: 'day', name: 'Day', inks: {}, garments: [] },
    ],
  };

  it('hides a part, gives it other keylines or a shade, and leaves the base as it is', () => {
    const hide = applyEdits(design, [
      { op: 'overridePart', colourway: 'day', part: 's', change: { hidden: true } },
    ]);
    expect(resolve(hide, 'day', NO_FACES).groups).toEqual([]);
    expect(resolve(hide, 'base', NO_FACES).groups).toHaveLength(1);
    const lined = applyEdits(design, [
      {
        op: 'overridePart',
        colourway: 'day',
        part: 's',
        change: { keylines: [{ ink: 'b', width: 8, join: 'mitre' }] },
      },
      {
        op: 'overridePart',
        colourway: 'day',
        part: 's',
        change: { shade: { kind: 'drop', ink: 'c', dx: 200, dy: 0 } },
      },
    ]);
    const image = paint(lined, 'day');
    expect(at(image, 295, 350)).toEqual([0, 255, 0, 255]);
    expect(at(image, 550, 350)).toEqual([0, 0, 255, 255]);
    expect(alphaBox(paint(lined, 'base'), 127)).toEqual({ left: 300, top: 300, right: 400, bottom: 400 });
  });

  it('forgets a part that is removed, and what it differed in', () => {
    const hide = applyEdits(design, [
      { op: 'overridePart', colourway: 'day', part: 's', change: { hidden: true } },
    ]);
    expect(applyEdits(hide, [{ op: 'removeParts', parts: ['s'] }]).colourways[1].parts).toBeUndefined();
    const back = applyEdits(hide, [{ op: 'overridePart', colourway: 'day', part: 's', change: null }]);
    expect(back.colourways[1].parts).toBeUndefined();
  });

  it('is fitted to another board with its keylines and shades', () => {
    const lined = applyEdits(design, [
      {
        op: 'overridePart',
        colourway: 'day',
        part: 's',
        change: {
          keylines: [{ ink: 'b', width: 8, join: 'round' }],
          shade: { kind: 'drop', ink: 'c', dx: 20, dy: 10 },
        },
      },
    ]);
    const half = refit(lined, { ...lined.board, width: 450, height: 450 });
    expect(half.colourways[1].parts!.s).toEqual({
      keylines: [{ ink: 'b', width: 4, join: 'round' }],
      shade: { kind: 'drop', ink: 'c', dx: 10, dy: 5 },
    });
  });
});

describe('a code', () => {
  it('is drawn module by module within its quiet zone', () => {
    const image = paint(
      designOf({ a: '#000000', b: '#ffffff' }, code('qr', place(450, 450, 10), 'owl', 'a', 'b')),
    );
    // 21 modules and 4 clear ones on each side, 10 px each.
    expect(alphaBox(image, 127)).toEqual({ left: 305, top: 305, right: 595, bottom: 595 });
    expect(at(image, 310, 310)).toEqual([255, 255, 255, 255]);
    // The finder's corner, its ring's clear module, and its eye.
    expect(at(image, 350, 350)).toEqual([0, 0, 0, 255]);
    expect(at(image, 360, 360)).toEqual([255, 255, 255, 255]);
    expect(at(image, 380, 380)).toEqual([0, 0, 0, 255]);
  });

  it('without words draws nothing', () => {
    const { groups, faults } = resolve(
      designOf({ a: '#000000' }, code('qr', place(450, 450, 10), '', 'a', null)),
      undefined,
      NO_FACES,
    );
    expect(groups[0].items).toEqual([]);
    expect(faults).toEqual([]);
  });
});

describe('a shape', () => {
  const at450 = place(450, 450);
  const of = (form: string, size: number, change: Partial<ShapePart> = {}): ShapePart => ({
    ...shapeOf('f', at450, form, size, 'a'),
    ...change,
  });
  const line = (side: 'inside' | 'centre' | 'outside', dash: [number, number] | null = null) =>
    ({ ink: 'b', width: 20, side, join: 'mitre', dash }) as const;
  const square = { width: 200, height: 200, corner: 0 };

  it('is filled with its ink, as large as its settings say', () => {
    const image = paint(designOf(INKS, of('rectangle', 200, { values: square })));
    expect(alphaBox(image, 127)).toEqual({ left: 350, top: 350, right: 550, bottom: 550 });
    expect(at(image, 450, 450)).toEqual([255, 0, 0, 255]);
  });

  it.each([
    ['inside', 350, [0, 255, 0, 255], 350],
    ['centre', 340, [0, 255, 0, 255], 340],
    ['outside', 330, [0, 255, 0, 255], 330],
  ] as const)('has its line %s of the edge', (side, left, colour, from) => {
    const design = designOf(INKS, of('rectangle', 200, { values: square, stroke: line(side) }));
    const image = paint(design);
    expect(alphaBox(image, 127).left).toBe(left);
    expect(at(image, from + 5, 450)).toEqual(colour);
    expect(at(image, from + 25, 450)).toEqual([255, 0, 0, 255]);
    expect(groupBounds(resolve(design, undefined, NO_FACES).groups[0]).left).toBe(left);
  });

  it('without a fill is its line alone, on the side that was asked for', () => {
    const outside = paint(
      designOf(INKS, of('rectangle', 200, { values: square, fill: null, stroke: line('outside') })),
    );
    expect(at(outside, 340, 450)).toEqual([0, 255, 0, 255]);
    expect(at(outside, 355, 450)[3]).toBe(0);
    const inside = paint(
      designOf(INKS, of('rectangle', 200, { values: square, fill: null, stroke: line('inside') })),
    );
    expect(at(inside, 345, 450)[3]).toBe(0);
    expect(at(inside, 360, 450)).toEqual([0, 255, 0, 255]);
  });

  it('runs from one ink to another along its angle, or from the middle', () => {
    const gradient = (kind: 'linear' | 'radial', angle: number) => ({ kind, to: 'c', angle });
    const down = paint(
      designOf(INKS, of('rectangle', 200, { values: square, gradient: gradient('linear', 180) })),
    );
    expect(at(down, 450, 352)[0]).toBeGreaterThan(250);
    expect(at(down, 450, 548)[2]).toBeGreaterThan(250);
    expect(at(down, 450, 450)[0]).toBeCloseTo(127, -1);
    const out = paint(designOf(INKS, of('ellipse', 200, { gradient: gradient('radial', 0) })));
    expect(at(out, 450, 450)[0]).toBeGreaterThan(250);
    expect(at(out, 547, 450)[2]).toBeGreaterThan(240);
  });

  it('has gaps between dashes, and dots that are round', () => {
    const dashed = paint(designOf(INKS, of('line', 400, { stroke: line('centre', [2, 1]) })));
    const row = Array.from({ length: 400 }, (_, x) => at(dashed, 250 + x, 450)[3] > 127);
    // 40 px on, 20 px off.
    expect(row.filter(Boolean).length / 400).toBeCloseTo(2 / 3, 1);
    const dots = paint(designOf(INKS, of('line', 400, { stroke: line('centre', [0, 2]) })));
    expect(at(dots, 250, 450)[3]).toBe(255);
    expect(at(dots, 270, 450)[3]).toBe(0);
  });

  it('takes keylines outside of its own line', () => {
    const part = of('rectangle', 200, {
      values: square,
      stroke: line('centre'),
      keylines: [{ ink: 'c', width: 10, join: 'mitre' }],
    });
    const image = paint(designOf(INKS, part));
    expect(alphaBox(image, 127).left).toBe(330);
    expect(at(image, 334, 450)).toEqual([0, 0, 255, 255]);
  });

  it('is fitted to another board with its line', () => {
    const design = designOf(INKS, of('rectangle', 200, { values: square, stroke: line('centre') }));
    const half = refit(design, { ...design.board, width: 450, height: 450 });
    expect((half.parts[0] as ShapePart).stroke!.width).toBe(10);
  });
});

describe('an outline of a motif', () => {
  const outline = (more: Partial<MotifOutline>): MotifPart => {
    const part = shape('m', rect(300, 300, 200, 200), 'a');
    return { ...part, outlines: [{ ...part.outlines[0], ...more }] };
  };

  it('shows only where all its clips cover, and is no larger than they are', () => {
    const clips = [
      { path: rect(350, 0, 900, 900), rule: 'nonzero' as const },
      { path: rect(0, 0, 900, 420), rule: 'nonzero' as const },
    ];
    const design = designOf(INKS, outline({ clips }));
    const { groups } = resolve(design, undefined, NO_FACES);
    expect(alphaBox(paint(design), 127)).toEqual({ left: 350, top: 300, right: 500, bottom: 420 });
    expect(groupBounds(groups[0])).toEqual({ left: 350, top: 300, right: 500, bottom: 420 });
    expect(handleOf(groups[0]).box).toEqual({ left: -100, top: -150, right: 50, bottom: -30 });
  });

  it('runs through the stops of its gradient, each in its ink, before its matrix', () => {
    const gradient: MotifOutline['gradient'] = {
      kind: 'linear',
      // From 0 to 1 across the outline.
      matrix: [200, 0, 0, 1, 300, 0],
      x0: 0,
      y0: 0,
      x1: 1,
      y1: 0,
      r: 0,
      stops: [
        { at: 0, ink: 'a', opacity: 1 },
        { at: 0.5, ink: 'b', opacity: 1 },
        { at: 1, ink: 'c', opacity: 0 },
      ],
    };
    const image = paint(designOf(INKS, outline({ gradient })));
    expect(at(image, 302, 400)[0]).toBeGreaterThan(245);
    expect(at(image, 400, 400)[1]).toBeGreaterThan(245);
    expect(at(image, 498, 400)[3]).toBeLessThan(12);
  });
});
