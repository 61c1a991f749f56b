import fc from 'fast-check';
import { loadFace } from '../../testing/base';
import {
  applyMatrix,
  boxHeight,
  boxWidth,
  EMPTY_BOX,
  isFinitePath,
  pathBounds,
  unite,
  type Box,
} from '../geometry';
import {
  alternatesOf,
  caretAt,
  ENVELOPE_KINDS,
  placeAt,
  setBlock,
  type Baseline,
  type BlockSettings,
  type Envelope,
  type LineSettings,
  type SetBlock,
  type SetLetter,
  type Typeface,
} from './index';
import { radiusForHeight } from './track';

const FACES = [
  'anton',
  'pacifico',
  'oswald-bold',
  'secular-one',
  'fraunces',
  'playfair-display-black',
  'rye',
];
const faces = new Map<string, Typeface>();
beforeAll(async () => {
  for (const id of FACES) faces.set(id, await loadFace(id));
});

const LINE: LineSettings = {
  ...{ text: '', face: 'anton', size: 200, tracking: 0, wordSpace: 0, leading: 1.2, case: 'typed' },
  ...{ ink: 'ink', features: [], axes: {}, shift: 0, spans: [] },
};
const PLAIN = {
  align: 'centre',
  measure: null,
  baseline: { kind: 'straight' },
  upright: false,
  envelope: null,
} as const;

const set = (
  lines: (string | Partial<LineSettings>)[],
  over: Partial<BlockSettings> = {},
  outline: { points: number[]; closed: boolean } | null = null,
): SetBlock =>
  setBlock(
    {
      ...PLAIN,
      lines: lines.map((l) => ({ ...LINE, ...(typeof l === 'string' ? { text: l } : l) })),
      ...over,
    },
    { face: (id) => faces.get(id), outline },
  );

const boxOf = (letters: SetLetter[]): Box =>
  letters.filter((l) => l.set.length).reduce((box, l) => unite(box, pathBounds(l.set)), EMPTY_BOX);
const lineBox = (block: SetBlock, line: number) => boxOf(block.letters.filter((l) => l.line === line));
/** Where the middle of a letter's foot stands, and its turn in degrees. */
const foot = (l: SetLetter) => applyMatrix(l.frame, l.advance / 2, 0);
const turnOf = (l: SetLetter) => (Math.atan2(l.frame[1], l.frame[0]) * 180) / Math.PI;

describe('a line', () => {
  it('is capitalised as asked, letter ß and all, and still knows where its letters come from', () => {
    const upper = set([{ text: 'straße', case: 'upper' }]);
    expect(boxWidth(upper.box)).toBeCloseTo(boxWidth(set(['STRASSE']).box), 6);
    expect(upper.letters.map((l) => l.from)).toEqual([0, 1, 2, 3, 4, 4, 5]);
    expect(boxWidth(set([{ text: 'OWL', case: 'lower' }]).box)).toBeCloseTo(boxWidth(set(['owl']).box), 6);
  });

  it('has small capitals, of the typeface or made from its capitals', () => {
    expect(faces.get('pacifico')!.substitutions).not.toContain('smcp');
    const made = set([{ text: 'Hh', face: 'pacifico', case: 'small' }]);
    expect(boxHeight(pathBounds(made.letters[1].set))).toBeLessThan(
      0.85 * boxHeight(pathBounds(made.letters[0].set)),
    );
    const own = set([{ text: 'x', face: 'playfair-display-black', case: 'small' }]);
    const faked = faces.get('playfair-display-black')!;
    expect(faked.substitutions).toContain('smcp');
    expect(own.letters[0].set).not.toEqual(
      set([{ text: 'x', face: 'playfair-display-black' }]).letters[0].set,
    );
  });

  it('gives some letters a look of their own: typeface, size, ink, height, turn', () => {
    const block = set([
      {
        text: 'OWLS',
        spans: [
          { from: 0, to: 1, scale: 2, ink: 'red' },
          { from: 1, to: 2, face: 'rye' },
          { from: 2, to: 3, shift: 500 },
          { from: 3, to: 4, turn: 90 },
        ],
      },
    ]);
    const plain = set(['OWLS']).letters;
    const [o, w, l, s] = block.letters;
    expect(boxHeight(pathBounds(o.set))).toBeCloseTo(2 * boxHeight(pathBounds(plain[0].set)), 3);
    expect([o.ink, w.ink]).toEqual(['red', 'ink']);
    expect(w.set).toHaveLength(set([{ text: 'W', face: 'rye' }]).letters[0].set.length);
    expect(pathBounds(l.set).bottom).toBeCloseTo(pathBounds(plain[2].set).bottom - 100, 3);
    // Turned by a right angle about its middle, an S is as wide as it was high.
    expect(boxWidth(pathBounds(s.set))).toBeCloseTo(boxHeight(pathBounds(plain[3].set)), 3);
  });

  it('kerns across letters that differ in ink alone', () => {
    const inked = set([{ text: 'AVA', face: 'oswald-bold', spans: [{ from: 1, to: 2, ink: 'red' }] }]);
    expect(boxWidth(inked.box)).toBeCloseTo(boxWidth(set([{ text: 'AVA', face: 'oswald-bold' }]).box), 6);
  });

  it('runs from right to left where its script does, numbers within it from left to right', () => {
    const block = set([{ text: 'אבג 12', face: 'secular-one' }]);
    const order = [...block.letters].sort((a, b) => a.frame[4] - b.frame[4]).map((l) => l.from);
    expect(order).toEqual([4, 5, 3, 2, 1, 0]);
    const mixed = set([{ text: 'ab אב', face: 'secular-one' }]);
    expect([...mixed.letters].sort((a, b) => a.frame[4] - b.frame[4]).map((l) => l.from)).toEqual([
      0, 1, 2, 4, 3,
    ]);
  });

  it('is wider at a heavier place on its weight axis', () => {
    const at = (wght: number) => boxWidth(set([{ text: 'Owls', face: 'fraunces', axes: { wght } }]).box);
    expect(at(900)).toBeGreaterThan(at(100) * 1.05);
    // Beyond its ends an axis goes no further, and one that the typeface lacks does nothing.
    expect(at(99999)).toBeCloseTo(at(900), 6);
    expect(boxWidth(set([{ text: 'Owls', axes: { wght: 900 } }]).box)).toBeCloseTo(
      boxWidth(set(['Owls']).box),
      6,
    );
  });
});

describe('set to measure', () => {
  const measure = { width: 1200, by: 'size', least: 0.8, most: 1.3, gap: 30, optical: false } as const;
  const lines = ['COUNT', 'OWLS', 'I'];

  it('makes every line as wide as asked, by its size', () => {
    const block = set(lines, { measure });
    for (const i of [0, 1, 2]) {
      expect(boxWidth(lineBox(block, i))).toBeCloseTo(1200, 3);
      expect(lineBox(block, i).left).toBeCloseTo(-600, 3);
    }
  });

  it('keeps even gaps from ink to ink, whatever the lines', () => {
    const block = set(['gypsy', 'OWLS', 'acne'], { measure });
    for (const i of [0, 1])
      expect(lineBox(block, i + 1).top - lineBox(block, i).bottom).toBeCloseTo(measure.gap, 3);
  });

  it('by tracking keeps the size', () => {
    const block = set(['COUNT', 'OWLS'], { measure: { ...measure, width: 700, by: 'tracking' } });
    expect(boxWidth(lineBox(block, 0))).toBeCloseTo(700, 3);
    expect(boxHeight(lineBox(block, 0))).toBeCloseTo(boxHeight(set(['COUNT']).box), 3);
  });

  it('by both grows within its limits first, and tracks the rest', () => {
    const natural = boxWidth(set(['OWLS']).box);
    const block = set(['OWLS'], { measure: { ...measure, width: natural * 1.6, by: 'both' } });
    expect(boxWidth(lineBox(block, 0))).toBeCloseTo(natural * 1.6, 3);
    expect(boxHeight(lineBox(block, 0))).toBeCloseTo(boxHeight(set(['OWLS']).box) * 1.3, 3);
  });

  it('lets round letters stand out a little when the edges are optical, straight ones not', () => {
    const optical = { ...measure, optical: true };
    const [round, straight] = [set(['OWLO'], { measure: optical }), set(['HIH'], { measure: optical })];
    expect(boxWidth(round.box)).toBeGreaterThan(1202);
    expect(boxWidth(round.box)).toBeLessThan(1260);
    expect(Math.abs(boxWidth(straight.box) - 1200)).toBeLessThan(1);
  });

  it('holds for any words', () => {
    fc.assert(
      fc.property(
        fc.array(fc.stringMatching(/^[A-Za-z]{1,12}$/), { minLength: 1, maxLength: 4 }),
        (words) => {
          const block = set(words, { measure });
          words.forEach((_, i) => expect(boxWidth(lineBox(block, i))).toBeCloseTo(1200, 2));
        },
      ),
      { numRuns: 40 },
    );
  });
});

describe('baselines', () => {
  it('an arch by height rises by that height: the arc of the widest line', () => {
    // Half a circle of radius r is π r long and rises by r.
    expect(radiusForHeight(Math.PI * 100, 100)).toBeCloseTo(100, 6);
    const block = set(['MMMMMMMMMM'], { baseline: { kind: 'arch', by: 'height', value: 150 } });
    const ends = [block.letters[0], block.letters.at(-1)!];
    const top = Math.min(...block.letters.map((l) => foot(l)[1]));
    expect(Math.abs(top)).toBeLessThan(3);
    // The outer letters' middles lie a little within the ends of the line.
    for (const l of ends) expect(foot(l)[1]).toBeGreaterThan(95);
    for (const l of ends) expect(foot(l)[1]).toBeLessThan(150);
    expect(turnOf(ends[0])).toBeCloseTo(-turnOf(ends[1]), 6);
    expect(turnOf(ends[0])).toBeLessThan(0);
  });

  it('an arch by radius stands on that circle, down ones turn the other way', () => {
    for (const value of [500, -500]) {
      const block = set(['BOOTS ON'], { baseline: { kind: 'arch', by: 'radius', value } });
      for (const l of block.letters) {
        const [x, y] = foot(l);
        expect(Math.hypot(x, y - value)).toBeCloseTo(500, 3);
        expect(Math.sign(turnOf(l)) * Math.sign(value)).toBe(
          Math.sign(Math.round(x)) || Math.sign(turnOf(l)) * Math.sign(value),
        );
      }
    }
  });

  it('letters are spaced as they look at half their height: closer at the foot on an arch', () => {
    const straight = set(['HH']).letters;
    const bent = set(['HH'], { baseline: { kind: 'arch', by: 'radius', value: 400 } }).letters;
    const apart = (a: number[], b: number[]) => Math.hypot(a[0] - b[0], a[1] - b[1]);
    const middle = (l: SetLetter) => applyMatrix(l.frame, l.advance / 2, -l.capHeight / 2);
    expect(apart(foot(bent[0]), foot(bent[1]))).toBeLessThan(apart(foot(straight[0]), foot(straight[1])));
    // A chord is a little shorter than its arc.
    const ratio = apart(middle(bent[0]), middle(bent[1])) / apart(middle(straight[0]), middle(straight[1]));
    expect(ratio).toBeGreaterThan(0.98);
    expect(ratio).toBeLessThanOrEqual(1);
  });

  const ring = (over: Partial<Extract<Baseline, { kind: 'ring' }>>): Baseline => ({
    ...{
      kind: 'ring',
      radius: 600,
      start: 0,
      direction: 'clockwise',
      side: 'outside',
      halves: false,
      separator: '',
    },
    ...over,
  });

  it('a ring over the top stands on its circle, its middle at the top', () => {
    const block = set(['MOTH LEDGER'], { baseline: ring({}) });
    for (const l of block.letters) expect(Math.hypot(...foot(l))).toBeCloseTo(600, 3);
    expect((block.box.left + block.box.right) / 2).toBeCloseTo(0, -1);
    expect(block.box.bottom).toBeLessThan(0);
  });

  it('under a ring the words still read the right way up', () => {
    const block = set(['SOCIETY'], { baseline: ring({ start: 180, direction: 'counter' }) });
    expect(block.box.top).toBeGreaterThan(0);
    const xs = block.letters.map((l) => foot(l)[0]);
    expect([...xs].sort((a, b) => a - b)).toEqual(xs);
    for (const l of block.letters) expect(Math.abs(turnOf(l))).toBeLessThan(90);
  });

  it('both halves share one band, with a separator on both sides', () => {
    const block = set(['MOTH LEDGER', 'SOCIETY'], { baseline: ring({ halves: true, separator: '•' }) });
    const cap = block.letters[0].capHeight;
    const under = block.letters.filter((l) => l.line === 1);
    for (const l of under) expect(Math.hypot(...foot(l))).toBeCloseTo(600 + cap, 3);
    const dots = block.letters.filter((l) => l.from < 0);
    expect(dots).toHaveLength(2);
    expect(dots.map((l) => Math.sign(foot(l)[0])).sort()).toEqual([-1, 1]);
    // Each lies in the middle of the gap: as far from the upper words as from the lower ones.
    const angle = (p: number[]) => Math.atan2(p[1], p[0]);
    const right = dots.find((l) => foot(l)[0] > 0)!;
    const up = Math.max(
      ...block.letters.filter((l) => l.line === 0 && l.from >= 0).map((l) => angle(foot(l))),
    );
    const down = Math.min(...under.map((l) => angle(foot(l))));
    expect(angle(foot(right)) - up).toBeCloseTo(down - angle(foot(right)), 1);
  });

  it('a ring too small for its words says how large it must be; that is then large enough', () => {
    const words = 'FAR TOO MANY WORDS FOR SUCH A LITTLE RING AS THIS ONE';
    const [fault] = set([words], { baseline: ring({ radius: 100 }) }).faults;
    expect(fault).toMatchObject({ kind: 'ring-small', line: 0 });
    const needs = (fault as { needs: number }).needs;
    expect(set([words], { baseline: ring({ radius: needs * 1.02 }) }).faults).toEqual([]);
  });

  it('a wave passes through its crests, a slope rises by its angle', () => {
    const wave = set(['MMMMMMMMMMMMMMMM'], {
      baseline: { kind: 'wave', length: 600, height: 100, phase: 0 },
    });
    for (const l of wave.letters) {
      const [x, y] = foot(l);
      expect(y).toBeCloseTo(-50 * Math.sin((2 * Math.PI * x) / 600), -0.5);
    }
    for (const l of set(['SLOPE'], { baseline: { kind: 'slope', degrees: 20 } }).letters) {
      const [x, y] = foot(l);
      expect(y).toBeCloseTo(-x * Math.tan((20 * Math.PI) / 180), 6);
      expect(turnOf(l)).toBeCloseTo(-20, 6);
    }
  });

  it('runs along an outline, and on straight beyond an end; without one it is straight', () => {
    const baseline: Baseline = { kind: 'along', part: 'x', start: 0.5, flip: false };
    const level = { points: [0, 100, 400, 100], closed: false };
    for (const l of set(['LONG WORDS HERE'], { baseline }, level).letters)
      expect(foot(l)[1]).toBeCloseTo(100, 6);
    const flipped = set(['AB'], { baseline: { ...baseline, flip: true } }, level);
    for (const l of flipped.letters) expect(Math.abs(turnOf(l))).toBeCloseTo(180, 6);
    for (const l of set(['AB'], { baseline }).letters) expect(foot(l)[1]).toBe(0);
  });

  it('keeps letters upright when asked', () => {
    const block = set(['OWLS'], { baseline: ring({}), upright: true });
    for (const l of block.letters) expect(turnOf(l)).toBe(0);
  });
});

describe('envelopes', () => {
  const anyEnvelope: fc.Arbitrary<Envelope> = fc.record({
    kind: fc.constantFrom(...ENVELOPE_KINDS.filter((k) => k !== 'net')),
    strength: fc.double({ min: -1, max: 1, noNaN: true }),
    middle: fc.double({ min: 0, max: 1, noNaN: true }),
  });

  it('at no strength change nothing', () => {
    const plain = set(['MOONS OUT']).box;
    for (const kind of ENVELOPE_KINDS) {
      const bent = set(['MOONS OUT'], { envelope: { kind, strength: 0, middle: 0.5 } }).box;
      for (const side of ['left', 'top', 'right', 'bottom'] as const)
        if (kind !== 'pinch') expect(bent[side]).toBeCloseTo(plain[side], 1);
    }
  });

  it('make no broken path at any strength, and stay near the block', () => {
    fc.assert(
      fc.property(anyEnvelope, (envelope) => {
        const plain = set(['Owls', 'out']).box;
        const block = set(['Owls', 'out'], { envelope });
        for (const l of block.letters) expect(isFinitePath(l.set)).toBe(true);
        expect(boxWidth(block.box)).toBeLessThan(boxWidth(plain) + boxHeight(plain) * 2.1);
        expect(boxHeight(block.box)).toBeLessThan(boxHeight(plain) * 3);
      }),
      { numRuns: 60 },
    );
  });

  it('do what they are called: swell in the middle, arch the top alone, lean over', () => {
    const plain = set(['HHHHH']);
    const swollen = set(['HHHHH'], { envelope: { kind: 'swell', strength: 0.6, middle: 0.5 } });
    const height = (b: SetBlock, i: number) => boxHeight(pathBounds(b.letters[i].set));
    expect(height(swollen, 2)).toBeCloseTo(height(plain, 2) * 1.6, -1);
    expect(height(swollen, 0)).toBeLessThan(height(swollen, 1));
    const arched = set(['HHHHH'], { envelope: { kind: 'arch-top', strength: 0.5, middle: 0.5 } });
    for (const l of arched.letters) expect(pathBounds(l.set).bottom).toBeCloseTo(plain.box.bottom, 1);
    expect(arched.box.top).toBeCloseTo(plain.box.top - 0.5 * boxHeight(plain.box), 0);
    const leant = set(['HHHHH'], { envelope: { kind: 'lean', strength: 0.5, middle: 0.5 } });
    expect(leant.box.right - plain.box.right).toBeCloseTo(0.5 * boxHeight(plain.box), 0);
    expect(leant.box.left).toBeCloseTo(plain.box.left, 0);
  });
});

describe('the caret', () => {
  it('stands before and after each letter, and is found again where it stands', () => {
    const texts = ['MOTH LEDGER', 'SOCIETY'];
    for (const baseline of [
      { kind: 'straight' },
      { kind: 'arch', by: 'height', value: 200 },
      {
        kind: 'ring',
        radius: 700,
        start: 0,
        direction: 'clockwise',
        side: 'outside',
        halves: true,
        separator: '',
      },
    ] as Baseline[]) {
      const block = set(texts, { baseline, envelope: { kind: 'swell', strength: 0.3, middle: 0.5 } });
      texts.forEach((text, line) => {
        for (let index = 0; index <= text.length; index++) {
          const [fx, fy, hx, hy] = caretAt(block, line, index)!;
          expect(placeAt(block, texts, (fx + hx) / 2, (fy + hy) / 2)).toEqual({ line, index });
        }
      });
    }
  });

  it('has a place in an empty line, too', () => {
    expect(caretAt(set(['OWLS', '']), 1, 0)!.every(Number.isFinite)).toBe(true);
    expect(caretAt(set(['']), 1, 0)).toBeNull();
  });
});

describe('alternates', () => {
  it('are the forms that the typeface offers, the usual one first, each once', () => {
    const face = faces.get('playfair-display-black')!;
    const found = alternatesOf(face, 'a1', 1);
    expect(found.length).toBeGreaterThan(2);
    expect(found[0].feature).toBe('');
    expect(new Set(found.map((f) => f.glyph)).size).toBe(found.length);
    // Each feature really gives that form.
    for (const { glyph, feature } of found.slice(1)) {
      const [tag, value = '1'] = feature.split('=');
      const shaped = face.shape('a1', [`${tag}[1:2]=${value}`]).filter((g) => g.cluster === 1);
      expect(shaped[0].id).toBe(glyph);
    }
  });

  it('are none but the usual for a letter that has none, and nothing for no letter', () => {
    expect(alternatesOf(faces.get('rye')!, '', 0)).toEqual([]);
    expect(alternatesOf(faces.get('rye')!, 'Q', 0).length).toBeGreaterThanOrEqual(1);
  });
});
