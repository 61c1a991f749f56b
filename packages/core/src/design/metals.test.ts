import { designOf, rect, shape } from '../../testing';
import { place, shapeOf, type LetteringPart, type Relief } from '../parts';
import { applyEdits, documentOf, metalEdits, METALS, readDesign, refit, usualDepth } from './index';

const INKS = { a: '#336699' };
const part = shape('s', rect(100, 100, 200, 100), 'a');
const [gold] = METALS;
const metalOf = (relief: readonly Relief[]) => relief.find((r) => r.kind === 'metal')!;

describe('a metal', () => {
  it.each(METALS)('$name is inks of the design, which is right by its format', (metal) => {
    const design = designOf(INKS, part);
    const made = applyEdits(design, metalEdits(design, part, metal, 12));
    expect(made.inks.slice(1).map((i) => i.value)).toEqual(metal.inks);
    expect(new Set(made.inks.map((i) => i.name)).size).toBe(4);
    const [{ relief }] = made.parts;
    expect(relief.map((r) => r.kind)).toEqual(['metal', 'raised']);
    expect(readDesign(documentOf(made)).parts[0].relief).toEqual(relief);
  });

  it('takes inks that are there, so that a second part is of the same, and takes the place of another', () => {
    const second = { ...part, id: 't' };
    const design = designOf(INKS, part, second);
    const one = applyEdits(design, metalEdits(design, part, gold, 12));
    const two = applyEdits(one, metalEdits(one, second, gold, 30));
    expect(two.inks).toEqual(one.inks);
    const stops = two.parts.map((p) => metalOf(p.relief)).map((r) => r.kind === 'metal' && r.stops);
    expect(stops[0]).toEqual(stops[1]);
    const other = applyEdits(two, metalEdits(two, two.parts[0], METALS[1], 12));
    expect(other.parts[0].relief).toHaveLength(2);
    expect(other.inks).toHaveLength(7);
  });

  it('takes no ink that is a film: that has a look of its own', () => {
    const design = designOf({ ...INKS, b: gold.inks[1] }, part);
    const film = { kind: 'foil', name: 'Foil', piece: 1, line: 1, under: false } as const;
    const pressed = {
      ...design,
      inks: design.inks.map((i) => (i.id === 'b' ? { ...i, film } : i)),
    } as typeof design;
    const made = applyEdits(pressed, metalEdits(pressed, part, gold, 12));
    const metal = metalOf(made.parts[0].relief);
    expect(metal.kind === 'metal' && metal.stops.some((s) => s.ink === 'b')).toBe(false);
  });

  it('goes with the artwork where that is made larger', () => {
    const design = designOf(INKS, part);
    const made = applyEdits(design, metalEdits(design, part, gold, 12));
    const { width, height } = design.board;
    const twice = refit(made, { ...design.board, width: 2 * width, height: 2 * height });
    const [before, after] = [made, twice].map((d) => d.parts[0].relief as { depth: number }[]);
    expect(after.map((r) => r.depth)).toEqual(before.map((r) => 2 * r.depth));
  });
});

describe('the depth that suits a part', () => {
  const box = { left: 0, top: 0, right: 300, bottom: 100 };
  const figure = shapeOf('r', place(0, 0, 2), 'rectangle', 300, 'a');

  it('follows its lesser side on the board, and is never nothing', () => {
    expect(usualDepth(figure, box)).toBe(18);
    const mirrored = { ...figure, place: { ...figure.place, scaleX: -0.1 } };
    expect(usualDepth(mirrored, box)).toBe(3);
    expect(usualDepth(figure, { left: 0, top: 0, right: 0, bottom: 0 })).toBe(1);
    expect(usualDepth(figure, { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity })).toBe(
      1,
    );
  });

  it('of words follows their smallest line', () => {
    const words = { kind: 'lettering', place: place(0, 0, 1), lines: [{ size: 400 }, { size: 200 }] };
    expect(usualDepth(words as unknown as LetteringPart, box)).toBe(15);
  });
});
