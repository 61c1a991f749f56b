import type { Design } from '../design';
import { lettering, letteringLine, place, type Keyline, type LetteringPart, type Part } from '../parts';
import { ANY_INKS } from '../../testing/any';
import { circle, designOf, materialsWith, shape } from '../../testing';
import { resolve } from './index';
import type { DrawingFault, Materials } from '../drawing';

let materials: Materials;
beforeAll(async () => {
  materials = await materialsWith('anton');
});

const WORDS = 'Count owls not sheep by night ';
const words = (n: number) => WORDS.repeat(Math.ceil(n / WORDS.length)).slice(0, n);
const keyline = (distance: number): Keyline => ({ ink: 'rust', width: 4, join: 'round', distance });
const nested = (n: number) => Array.from({ length: n }, () => keyline(3));
const letters = (lines: number, each: number, over: Partial<LetteringPart> = {}): LetteringPart => ({
  ...lettering(
    'words',
    'Words',
    place(450, 450),
    Array.from({ length: lines }, () => letteringLine(words(each), 'anton', 20, 'pale')),
  ),
  ...over,
});
const design = (...parts: Part[]): Design => designOf(ANY_INKS, ...parts);
const tooMuch = (faults: readonly DrawingFault[]) => faults.filter((f) => f.kind === 'too-much');
const drawn = (d: Design) => resolve(d, undefined, materials);

describe('what one design may ask', () => {
  it('is far more than words with all their keylines do', () => {
    const { faults, groups } = drawn(design(letters(6, 30, { keylines: nested(4) })));
    expect(faults).toEqual([]);
    expect(groups[0].items.filter((i) => i.kind === 'outline' && i.role === 'keyline')).toHaveLength(4);
  });

  it('a scribble that crosses itself without end is drawn with fewer points; as many that do not cross are kept', () => {
    const POINTS = 12_000;
    const at = (i: number, k: number) =>
      ((Math.imul(i * 2 + k + 1, 2_654_435_761) >>> 0) / 2 ** 32) * 800 + 50;
    const scribble = Array.from(
      { length: POINTS },
      (_, i) => `${at(i, 0).toFixed(1)} ${at(i, 1).toFixed(1)}`,
    );
    const spiral = Array.from({ length: POINTS }, (_, i) => {
      const [r, a] = [(400 * i) / POINTS, (40 * 2 * Math.PI * i) / POINTS];
      return `${(450 + r * Math.cos(a)).toFixed(2)} ${(450 + r * Math.sin(a)).toFixed(2)}`;
    });
    const lengthOf = (points: string[]) => {
      const { faults, groups } = drawn(design(shape('m', `M${points.join('L')}Z`, 'pale')));
      const [item] = groups[0].items;
      return { faults: tooMuch(faults), length: item.kind === 'outline' ? item.path.length : 0 };
    };
    const crossing = lengthOf(scribble);
    expect(crossing.faults).toMatchObject([{ part: 'm', of: 'points', asked: POINTS * 3 + 1 }]);
    expect(crossing.length).toBeLessThan(POINTS);
    expect(crossing.length).toBeGreaterThan(500);
    expect(lengthOf(spiral)).toEqual({ faults: [], length: POINTS * 3 + 1 });
  });

  it('letters by the thousand with twelve keylines are drawn with one, as a stroke, and that is said', () => {
    const much = design(letters(100, 100, { keylines: nested(12) }));
    const { faults, groups } = drawn(much);
    expect(tooMuch(faults)).toEqual([
      { kind: 'too-much', part: 'words', of: 'outlines', drawn: 0, asked: expect.any(Number) as number },
    ]);
    const around = groups[0].items.filter((i) => i.kind === 'outline' && i.role === 'keyline');
    expect(around).toHaveLength(1);
    expect(around[0]).toMatchObject({ stroke: { side: 'outside' } });
  });

  it('an outline of many thousand points has its keylines as strokes, one of few as outlines', () => {
    const wavy = (n: number) =>
      `M${Array.from({ length: n }, (_, i) => {
        const [a, r] = [(i * 2 * Math.PI) / n, 300 + (i % 7)];
        return `${(450 + r * Math.cos(a)).toFixed(2)} ${(450 + r * Math.sin(a)).toFixed(2)}`;
      }).join('L')}Z`;
    const of = (n: number) => drawn(design({ ...shape('coast', wavy(n), 'pale'), keylines: [keyline(5)] }));
    expect(tooMuch(of(200).faults)).toEqual([]);
    expect(tooMuch(of(50_000).faults)).toHaveLength(1);
  });

  it('a scribble that crosses itself everywhere has its keylines as strokes, one that hardly does as outlines', () => {
    const scribble = (n: number) =>
      `M${Array.from({ length: n }, (_, i) => `${(i * 7919) % 600} ${(i * 104_729) % 600}`).join('L')}Z`;
    const of = (n: number) => drawn(design({ ...shape('s', scribble(n), 'pale'), keylines: [keyline(9)] }));
    expect(tooMuch(of(12).faults)).toEqual([]);
    expect(tooMuch(of(190).faults)).toHaveLength(1);
  });

  it('letters beyond 20,000 are not set, whichever parts they are in; nearest the back comes first', () => {
    const { faults, groups } = drawn(
      design({ ...letters(60, 300), id: 'front' }, { ...letters(10, 400), id: 'back' }),
    );
    expect(tooMuch(faults)).toEqual([
      { kind: 'too-much', part: 'front', of: 'letters', drawn: 16_000, asked: 18_000 },
    ]);
    expect(groups.map((g) => g.part)).toEqual(['back', 'front']);
  });

  it('copies of copies come to an end, with the original always there', () => {
    const many = Array.from({ length: 200 }, (_, i) => ({
      ...shape(`m${i}`, circle(450, 450, 20), 'pale'),
      keylines: [{ ink: 'rust', width: 4, join: 'round' as const }],
      repeat: { kind: 'step' as const, count: 100, dx: 3, dy: 2, turn: 0, scale: 1 },
    }));
    const { faults, groups } = drawn(design(...many));
    expect(groups.reduce((n, g) => n + g.items.length, 0)).toBeLessThan(21_000);
    expect(groups.every((g) => g.items.length >= 2)).toBe(true);
    const cut = tooMuch(faults);
    expect(cut.length).toBeGreaterThan(90);
    expect(cut.every((f) => f.kind === 'too-much' && f.of === 'copies' && f.drawn < f.asked)).toBe(true);
  });

  it('is counted: the same design is drawn the same way again, after others, and beside a change', () => {
    const heavy = { ...letters(90, 100, { keylines: nested(3) }), id: 'heavy' };
    const light = letters(3, 20, { keylines: nested(2) });
    const both = design(light, heavy);
    const first = drawn(both);
    drawn(design(heavy));
    drawn(design(light));
    const second = drawn(both);
    expect(second.groups.map((g, i) => g === first.groups[i])).toEqual([true, true]);
    expect(second.faults).toEqual(first.faults);
    const moved = drawn(design({ ...light, place: place(460, 450) }, heavy));
    expect(moved.groups[0]).toBe(first.groups[0]);
  });
});
