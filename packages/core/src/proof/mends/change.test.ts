import { applyEdits, partsIn, type Design, type PartOverride } from '../../design';
import type { Keyline, Part } from '../../parts';
import { circle, designOf, garment, inputOf, rect, shape } from '../../../testing';
import { resolve } from '../../resolve';
import type { Artwork, MendInput } from '../types';
import { changeIn } from './change';
import { moveAll } from './move';

const line = (width: number): Keyline[] => [{ ink: 'b', width, join: 'round' }];
const disc: Part = { ...shape('d', circle(450, 450, 200), 'a'), keylines: line(10) };

const inTwo = (override?: PartOverride): Design => ({
  ...designOf({ a: '#ffffff', b: '#b3492a' }, disc),
  colourways: [
    { id: 'base', name: 'Base', inks: {}, garments: [] },
    { id: 'own', name: 'Own', inks: {}, garments: [], ...(override ? { parts: { d: override } } : {}) },
  ],
});
function mendInput(design: Design, colourway: string): MendInput<Artwork> {
  const input = inputOf(design, [garment('soot', '#1b1b1d')], { colourway });
  const drawing = resolve(design, colourway, input.materials);
  return { ...input, drawing, design, colourway, tried: new Map() };
}
/** The keyline's width in both colourways after it was changed to 30 in one of them. */
function widths(design: Design, colourway: string): (number | undefined)[] {
  const mended = applyEdits(design, [changeIn(mendInput(design, colourway), disc, { keylines: line(30) })]);
  return ['base', 'own'].map((id) => partsIn(mended, id)[0].keylines[0]?.width);
}

describe('a change where it comes from', () => {
  it('is one of the part for all colourways that have nothing of their own', () => {
    expect(widths(inTwo(), 'base')).toEqual([30, 30]);
    expect(widths(inTwo(), 'own')).toEqual([30, 30]);
  });

  it('is one of the colourway that has it of its own, and leaves the other', () => {
    expect(widths(inTwo({ keylines: line(5) }), 'own')).toEqual([10, 30]);
    expect(widths(inTwo({ keylines: line(5) }), 'base')).toEqual([30, 5]);
  });

  it('is one of the part where a colourway has only something else of its own', () => {
    expect(widths(inTwo({ shade: null }), 'own')).toEqual([30, 30]);
  });
});

describe('parts that are moved together', () => {
  const a = shape('a', rect(100, 100, 200, 100), 'a');
  const b: Part = {
    ...shape('b', rect(500, 500, 100, 100), 'a'),
    repeat: { kind: 'step', count: 3, dx: 40, dy: -20, turn: 0, scale: 1 },
  };
  const design = designOf({ a: '#ffffff', b: '#b3492a' }, a, b);
  const boxes = (of: Design) => of.parts.map((p) => [p.place.x, p.place.y, p.place.scaleX, p.place.scaleY]);

  it('stay where they are to one another, live copies too', () => {
    const moved = applyEdits(design, moveAll(design, design.parts, 0.5, 450, 450, 100, 200)!);
    const before = boxes(design);
    expect(boxes(moved)).toEqual(
      before.map(([x, y, sx, sy]) => [100 + (x - 450) * 0.5, 200 + (y - 450) * 0.5, sx * 0.5, sy * 0.5]),
    );
    expect(moved.parts[1].repeat).toMatchObject({ count: 3, dx: 20, dy: -10 });
  });

  it('keep the step of their copies where they are only moved', () => {
    const edits = moveAll(design, design.parts, 1, 450, 450, 460, 440)!;
    expect(edits.every((e) => e.op === 'place')).toBe(true);
    expect(applyEdits(design, edits).parts[1].repeat).toEqual(b.repeat);
  });

  it('are as before when it is done and undone', () => {
    const there = applyEdits(design, moveAll(design, design.parts, 2, 450, 450, 300, 300)!);
    const back = applyEdits(there, moveAll(there, there.parts, 0.5, 300, 300, 450, 450)!);
    expect(boxes(back)).toEqual(boxes(design));
  });
});
