import fc from 'fast-check';
import {
  boxCentre,
  boxHeight,
  boxWidth,
  MOVE,
  LINE,
  CLOSE,
  pathBounds,
  unite,
  EMPTY_BOX,
} from '../../geometry';
import { HELD, SUBJECTS, WORN } from '../book';
import { composeFigure, fillsBox } from '.';
import { readRequest } from '../request';
import type { FigureArt, Fill } from '../types';

const square = (left: number, top: number, right: number, bottom: number, colour = '#7d5230'): Fill => ({
  ...{ colour, opacity: 1 },
  path: [MOVE, left, top, LINE, right, top, LINE, right, bottom, LINE, left, bottom, CLOSE],
});
/** Every figure of the library as a block of its 32 × 32, with a darker one in its upper left. */
const block: FigureArt = { fills: [square(2, 2, 30, 29.8), square(4, 4, 8, 8, '#1c1c1c')] };
const composed = (words: string, seed = 0) => composeFigure(readRequest(words), () => block, seed);
const boxOf = (of: ReturnType<typeof composed>, id: string, nth = 0) =>
  fillsBox(of.pieces.filter((p) => p.id === id)[nth].fills);
const allBox = (of: ReturnType<typeof composed>) =>
  of.pieces.flatMap((p) => p.fills).reduce((b, f) => unite(b, pathBounds(f.path)), EMPTY_BOX);

describe('a figure put together', () => {
  it('wears a hat where its head is, as wide as the head', () => {
    const owl = SUBJECTS.find((s) => s.id === 'flat/owl')!;
    const hat = WORN.find((w) => w.id === 'flat/top-hat')!;
    const k = owl.head.width / hat.spot.width;
    const box = boxOf(composed('owl in a top hat'), 'flat/top-hat');
    // A block of 28 units with its lower edge 4.8 under the spot.
    expect(boxWidth(box)).toBeCloseTo(28 * k, 6);
    expect(boxCentre(box)[0]).toBeCloseTo(owl.head.x, 6);
    expect(box.bottom).toBeCloseTo(owl.head.y + (29.8 - hat.spot.y) * k, 6);
  });

  it('holds things by their grips, before it or behind it', () => {
    const owl = SUBJECTS.find((s) => s.id === 'flat/owl')!;
    const candle = HELD.find((h) => h.id === 'flat/candle')!;
    const with0 = composed('owl with a candle');
    const box = boxOf(with0, candle.id);
    const k = boxWidth(box) / 28;
    expect(box.left + (candle.grip.x - 2) * k).toBeCloseTo(owl.hold.x, 6);
    expect(box.top + (candle.grip.y - 2) * k).toBeCloseTo(owl.hold.y, 6);
    expect(with0.pieces.map((p) => p.id)).toEqual(['flat/owl', candle.id]);
    // A stick never crosses a face.
    expect(composed('owl with a broom').pieces.map((p) => p.id)).toEqual(['flat/broom', 'flat/owl']);
  });

  it('what cannot be held stands on the ground, beside what stands there already', () => {
    const of = composed('fox with a telescope and a trophy');
    const [first, second] = [boxOf(of, 'flat/telescope'), boxOf(of, 'flat/trophy')];
    expect(first.bottom).toBeCloseTo(30, 6);
    expect(second.bottom).toBeCloseTo(30, 6);
    expect(first.left >= 30 || first.right <= 2).toBe(true);
    expect(second.left >= first.right || second.right <= first.left).toBe(true);
  });

  it('sits on what it sits on: its feet at the top of it, as wide as it needs', () => {
    const of = composed('owl on a stump');
    const seat = boxOf(of, 'flat/wood');
    expect(of.pieces.map((p) => p.id)).toEqual(['flat/wood', 'flat/owl']);
    expect(seat.top).toBeLessThan(29.8);
    expect(seat.bottom).toBeGreaterThan(31);
    expect(boxCentre(seat)[0]).toBeCloseTo(16, 0);
  });

  it('stands behind, above and beside in their order', () => {
    const ids = composed('owl with a lantern and a mouse under the moon and the stars').pieces.map(
      (p) => p.id,
    );
    expect(ids).toEqual(['flat/full-moon', 'flat/owl', 'form/lantern', 'flat/mouse', 'flat/star']);
    const of = composed('owl and a mouse');
    const [owl, mouse] = [boxOf(of, 'flat/owl'), boxOf(of, 'flat/mouse')];
    expect(mouse.left).toBeGreaterThan(owl.right);
    expect(boxHeight(mouse)).toBeLessThan(boxHeight(owl));
  });

  it('several alike stand side by side on one ground, each with what it wears', () => {
    const of = composed('three owls in top hats');
    const owls = [0, 1, 2].map((n) => boxOf(of, 'flat/owl', n)).sort((a, b) => a.left - b.left);
    expect(of.pieces.filter((p) => p.id === 'flat/top-hat')).toHaveLength(3);
    for (const { bottom } of owls) expect(bottom).toBeCloseTo(29.8, 1);
    expect(owls[1].left).toBeGreaterThan(owls[0].left + 10);
    expect(owls[2].left).toBeGreaterThan(owls[1].left + 10);
  });

  it('looks the way that is asked, else the other way from one seed to the next', () => {
    const snout = (words: string, seed: number) => {
      const of = composed(words, seed);
      const [body, dark] = of.pieces[0].fills.map((f) => pathBounds(f.path));
      return Math.sign(boxCentre(dark)[0] - boxCentre(body)[0]);
    };
    for (const seed of [0, 1, 2, 3]) {
      expect(snout('badger facing left', seed)).toBe(-1);
      expect(snout('badger facing right', seed)).toBe(1);
    }
    expect([0, 1, 2, 3].map((seed) => snout('badger', seed))).toEqual([-1, 1, -1, 1]);
    expect(composed('owl facing left').undone).toEqual(['facing left (owl is drawn from the front)']);
  });

  it('takes another way to draw it with another seed, where there is one', () => {
    expect([0, 2, 4, 6].map((seed) => composed('cat', seed).pieces[0].id)).toEqual([
      'flat/cat',
      'flat/black-cat',
      'flat/cat-face',
      'flat/cat',
    ]);
  });

  it('is posed: off the ground, on its head, asleep, and says where it cannot', () => {
    expect(allBox(composed('owl flying')).bottom).toBeLessThan(allBox(composed('owl')).bottom);
    const turned = composed('owl upside down').pieces[0].fills.map((f) => boxCentre(pathBounds(f.path)));
    expect(turned[1][1]).toBeGreaterThan(turned[0][1]);
    expect(composed('cat asleep').used).toContain('flat/zzz');
    expect(composed('owl jumping').used).toContain('form/shadow');
    expect(composed('owl sitting').undone).toEqual([]);
    expect(composed('hedgehog sitting').undone).toEqual(['sitting (hedgehog is drawn as it stands)']);
    expect(composed('hedgehog sitting on a log').undone).toEqual([]);
  });

  it('says what it cannot wear, and what has no drawing', () => {
    expect(composed('boar in a scarf').undone).toEqual(['scarf (boar has no neck to wear it on)']);
    const none = composeFigure(
      readRequest('owl with a trophy'),
      (id) => (id === 'flat/trophy' ? undefined : block),
      0,
    );
    expect([none.undone, none.used]).toEqual([['trophy'], ['flat/owl']]);
    expect(composeFigure(readRequest('owl'), () => undefined, 0)).toEqual({
      pieces: [],
      used: [],
      undone: ['owl'],
    });
  });

  it('colours the thing that is to be so, its darks stay', () => {
    const { pieces } = composed('red owl with a blue candle');
    const [body, dark] = pieces[0].fills;
    expect(body.colour).toBe('#c8342b');
    expect(dark.colour).toBe('#1c1c1c');
    expect(pieces[1].fills[0].colour).toBe('#2f6fb3');
  });

  it('is the same for the same words and seed, never the same for four seeds, and finite', () => {
    const name = fc.constantFrom(...SUBJECTS.map((s) => s.words[0]));
    const wear = fc.constantFrom(...WORN.map((w) => w.words[0]));
    const hold = fc.constantFrom(...HELD.map((h) => h.words[0]));
    const pose = fc.constantFrom('', ', flying', ', dancing', ', asleep', ', running', ' on a log');
    fc.assert(
      fc.property(name, wear, hold, pose, fc.integer({ min: 0, max: 900 }), (n, w, h, p, seed) => {
        const words = `${n} wearing a ${w}, holding a ${h}${p}`;
        const four = [0, 1, 2, 3].map((i) => composed(words, seed + i));
        expect(composed(words, seed)).toEqual(four[0]);
        const shapes = four.map((f) => JSON.stringify(f.pieces.map((x) => x.fills[0].path)));
        expect(new Set(shapes).size).toBe(4);
        for (const { pieces, used } of four) {
          expect(new Set(pieces.map((x) => x.id)).size).toBeLessThanOrEqual(used.length);
          for (const { fills } of pieces)
            for (const { path } of fills) expect(path.every(Number.isFinite)).toBe(true);
        }
      }),
      { seed: 26, numRuns: 120, endOnFailure: true },
    );
  });
});
