import { designOf, loadOutlineOps, materialsWith, NO_PICTURES, surfaces } from '../../testing/base';
import { differing } from '../../testing/painting';
import { applyEdits, type Design } from '../design';
import { lettering, letteringLine, place, shapeOf, type Decoration, type LetteringPart } from '../parts';
import { boxHeight, isFinitePath, pathBounds } from '../geometry';
import { backToWords, lettersApart, resolve, wordsBehind } from './index';
import { groupBounds, paintSurface, type Materials, type OutlineItem } from '../drawing';

const INKS = { a: '#ff0000', b: '#0000ff', c: '#00ff00' };
let materials: Materials;
beforeAll(async () => {
  materials = await materialsWith('anton', 'pacifico', 'alfa-slab-one');
});

/** Lettering with its baseline at y = 600 about the middle of a board of 900 × 900. */
const words = (text: string, over: Partial<LetteringPart> = {}, size = 300): LetteringPart => ({
  ...lettering('w', '', place(450, 600), [letteringLine(text, 'anton', size, 'a')]),
  ...over,
});
const drawingOf = (part: LetteringPart, design: Design = designOf(INKS, part)) =>
  resolve(design, undefined, materials);
function painted(part: LetteringPart, design?: Design) {
  const surface = paintSurface(drawingOf(part, design), 1, NO_PICTURES, surfaces);
  const { data } = surface.context.getImageData(0, 0, 900, 900);
  const bytes = new Uint8Array(data);
  const at = (x: number, y: number) => [...bytes.subarray((y * 900 + x) * 4, (y * 900 + x) * 4 + 4)];
  const count = (rgb: [number, number, number]) => {
    let n = 0;
    for (let i = 0; i < bytes.length; i += 4)
      if (bytes[i + 3] > 200 && rgb.every((v, k) => Math.abs(bytes[i + k] - v) < 30)) n++;
    return n;
  };
  return { bytes, at, count };
}
const RED: [number, number, number] = [255, 0, 0];
const BLUE: [number, number, number] = [0, 0, 255];
const GREEN: [number, number, number] = [0, 255, 0];

describe('keylines of lettering', () => {
  // An I of Anton is a bar: its edges are where its box is.
  const bar = () => pathBounds((drawingOf(words('I')).groups[0].items[0] as OutlineItem).path);

  it('lie between their distances from the edge, the garment showing in the gap', () => {
    const box = bar();
    const right = Math.round(450 + box.right);
    const { at } = painted(words('I', { keylines: [{ ink: 'b', width: 20, join: 'mitre', distance: 15 }] }));
    expect(at(right - 5, 500)).toEqual([255, 0, 0, 255]);
    expect(at(right + 7, 500)[3]).toBe(0);
    expect(at(right + 25, 500)).toEqual([0, 0, 255, 255]);
    expect(at(right + 40, 500)[3]).toBe(0);
  });

  it('nest: the next lies around the one before', () => {
    const right = Math.round(450 + bar().right);
    const { at } = painted(
      words('I', {
        keylines: [
          { ink: 'b', width: 10, join: 'round' },
          { ink: 'c', width: 10, join: 'round' },
        ],
      }),
    );
    expect(at(right + 5, 500)).toEqual([0, 0, 255, 255]);
    expect(at(right + 15, 500)).toEqual([0, 255, 0, 255]);
  });

  it('inside lie on the letter; one wider than the letter is told and leaves it whole', () => {
    const box = bar();
    const right = Math.round(450 + box.right);
    const { at } = painted(
      words('I', { keylines: [{ ink: 'b', width: 10, join: 'mitre', side: 'inside', distance: 8 }] }),
    );
    expect(at(right - 4, 500)).toEqual([255, 0, 0, 255]);
    expect(at(right - 13, 500)).toEqual([0, 0, 255, 255]);
    expect(at(450, 500)).toEqual([255, 0, 0, 255]);
    const wide = words('I', {
      keylines: [{ ink: 'b', width: 10, join: 'round', side: 'inside', distance: 400 }],
    });
    expect(drawingOf(wide).faults).toEqual([{ kind: 'keyline-wide', part: 'w', keyline: 0 }]);
    expect(painted(wide).count(BLUE)).toBe(0);
  });

  it('keep, fill, or fill small holes', () => {
    const holes = (counters: 'kept' | 'filled' | 'small', least = 0) =>
      painted(words('O', { keylines: [{ ink: 'b', width: 6, join: 'round', counters, least }] })).at(
        450,
        500,
      )[3];
    expect(holes('kept')).toBe(0);
    expect(holes('filled')).toBe(255);
    expect(holes('small', 10)).toBe(0);
    expect(holes('small', 300)).toBe(255);
  });

  it('of hollow letters are all that shows', () => {
    const { at, count } = painted(
      words('I', { hollow: true, keylines: [{ ink: 'b', width: 12, join: 'round' }] }),
    );
    expect(at(450, 500)[3]).toBe(0);
    expect(count(RED)).toBe(0);
    expect(count(BLUE)).toBeGreaterThan(1000);
  });

  it('as true outlines look like strokes of twice their width under the letters', async () => {
    const part = words('Rag', { keylines: [{ ink: 'b', width: 14, join: 'round' }] });
    const strokes = resolve(designOf(INKS, part), undefined, { face: materials.face });
    const surface = paintSurface(strokes, 1, NO_PICTURES, surfaces);
    const { data } = surface.context.getImageData(0, 0, 900, 900);
    expect(differing(painted(part).bytes, data)).toBeLessThan(0.001);
    expect((await loadOutlineOps()) === materials.ops).toBe(true);
  });

  it('without time are strokes for now, and the drawing says that it is late', () => {
    const part = words('Moth', { keylines: [{ ink: 'b', width: 9.37, join: 'round', distance: 3 }] });
    const late = resolve(designOf(INKS, part), undefined, { ...materials, hurry: () => true });
    expect(late.late).toBe(true);
    expect(late.groups[0].items.some((i) => i.kind === 'outline' && i.role === 'keyline' && i.stroke)).toBe(
      true,
    );
    const whole = drawingOf(part);
    expect(whole.late).toBe(false);
    expect(whole.groups[0].items.some((i) => i.kind === 'outline' && i.stroke)).toBe(false);
    // What is known needs no time.
    expect(resolve(designOf(INKS, { ...part }), undefined, { ...materials, hurry: () => true }).late).toBe(
      false,
    );
  });
});

describe('shades of lettering', () => {
  it('soft ones fade out around their place', () => {
    const { at } = painted(
      words('I', { hollow: true, shade: { kind: 'drop', ink: 'b', dx: 0, dy: 0, soft: 15 } }),
    );
    const alphas = [450, 490, 520, 560].map((x) => at(x, 480)[3]);
    expect([...alphas].sort((a, b) => b - a)).toEqual(alphas);
    expect(alphas[0]).toBeGreaterThan(180);
    expect(alphas[3]).toBeLessThan(20);
  });

  it('see-through ones are evenly so, however many letters overlap', () => {
    const { bytes } = painted(
      words('nnn', { hollow: true, shade: { kind: 'drop', ink: 'b', dx: 5, dy: 5, opacity: 0.5 } }, 200),
    );
    let most = 0;
    for (let i = 3; i < bytes.length; i += 4) most = Math.max(most, bytes[i]);
    expect(Math.abs(most - 128)).toBeLessThanOrEqual(2);
  });

  it('echo in their inks, each further on', () => {
    const { count } = painted(
      words('I', { shade: { kind: 'echo', ink: 'b', dx: 30, dy: 0, echoes: ['c'] } }),
    );
    expect(count(RED)).toBeGreaterThan(count(BLUE));
    expect(Math.abs(count(BLUE) - count(GREEN))).toBeLessThan(count(BLUE) * 0.05);
  });

  it('of a block have a keyline of their own around them', () => {
    const { count } = painted(
      words('I', { shade: { kind: 'block', ink: 'b', dx: 40, dy: 40, keyline: { ink: 'c', width: 8 } } }),
    );
    for (const colour of [RED, BLUE, GREEN]) expect(count(colour)).toBeGreaterThan(1000);
  });

  it('run out into nothing when long and fading', () => {
    const { at } = painted(
      words('I', { shade: { kind: 'long', ink: 'b', dx: 0, dy: 250, fade: true } }, 200),
    );
    expect(at(450, 650)[3]).toBeGreaterThan(at(450, 780)[3]);
    expect(at(450, 845)[3]).toBeLessThan(30);
  });
});

describe('decorations', () => {
  const shown = (...decorations: Decoration[]) => painted(words('I', { decorations }));
  const cap = () => boxHeight(pathBounds((drawingOf(words('I')).groups[0].items[0] as OutlineItem).path));
  const level = (share: number) => Math.round(600 - share * cap());

  it('a line across in an ink, or cut away to the garment', () => {
    expect(shown({ kind: 'band', ink: 'b', at: 0.5, width: 20 }).at(450, level(0.5))).toEqual([
      0, 0, 255, 255,
    ]);
    const cut = shown({ kind: 'band', ink: null, at: 0.5, width: 20 });
    expect(cut.at(450, level(0.5))[3]).toBe(0);
    expect(cut.at(450, level(0.5) - 14)).toEqual([255, 0, 0, 255]);
  });

  it('two tones meet at their height', () => {
    const { at } = shown({ kind: 'split', ink: 'b', at: 0.5 });
    expect(at(450, level(0.6))).toEqual([255, 0, 0, 255]);
    expect(at(450, level(0.4))).toEqual([0, 0, 255, 255]);
  });

  it('cuts are as many as asked', () => {
    const { at } = shown({ kind: 'cuts', ink: null, count: 3, width: 8, from: 0.2, to: 0.8 });
    let gaps = 0;
    for (let y = level(0.95); y < level(0.05); y++)
      if (at(450, y)[3] === 0 && at(450, y - 1)[3] !== 0) gaps++;
    expect(gaps).toBe(3);
  });

  it('a fade covers less and less from full to nothing', () => {
    const { bytes } = painted(
      words('H', { decorations: [{ kind: 'fade', ink: null, pitch: 12, from: 0.9, to: 0.1 }] }),
    );
    const row = (share: number) => {
      let n = 0;
      for (let y = level(share) - 8; y < level(share) + 8; y++)
        for (let x = 0; x < 900; x++) if (bytes[(y * 900 + x) * 4 + 3] > 128) n++;
      return n;
    };
    const rows = [0.95, 0.7, 0.5, 0.3, 0.15].map(row);
    expect([...rows].sort((a, b) => b - a)).toEqual(rows);
    expect(row(0.03)).toBe(0);
  });

  it('an inner line leaves the letter’s own ink at its edge', () => {
    const box = pathBounds((drawingOf(words('I')).groups[0].items[0] as OutlineItem).path);
    const right = Math.round(450 + box.right);
    const { at } = shown({ kind: 'inner', ink: 'b', width: 8, distance: 10 });
    expect(at(right - 5, 500)).toEqual([255, 0, 0, 255]);
    expect(at(right - 14, 500)).toEqual([0, 0, 255, 255]);
    expect(at(450, 500)).toEqual([255, 0, 0, 255]);
  });

  it('stay within the letters on any baseline and in any envelope', () => {
    const over: Partial<LetteringPart> = {
      baseline: { kind: 'arch', by: 'height', value: 60 },
      envelope: { kind: 'swell', strength: 0.4, middle: 0.5 },
    };
    const plain = painted(words('Moth', over, 200)).bytes;
    const decorated = painted(
      words(
        'Moth',
        {
          ...over,
          decorations: [
            { kind: 'split', ink: 'b', at: 0.4 },
            { kind: 'band', ink: 'c', at: 0.7, width: 14 },
          ],
        },
        200,
      ),
    ).bytes;
    let outside = 0;
    for (let i = 3; i < plain.length; i += 4) if (plain[i] === 0 && decorated[i] > 8) outside++;
    expect(outside).toBe(0);
  });

  it('a gradient runs over the block, a line or each letter', () => {
    const gradient = { kind: 'linear', to: 'b', angle: 90 } as const;
    const over = (which: 'letter' | 'block') =>
      painted(words('II', { gradient: { ...gradient, over: which } }));
    const block = (drawingOf(words('II')).groups[0].items[0] as OutlineItem).path;
    const { left, right } = pathBounds(block);
    const [first, last] = [Math.round(450 + left + 6), Math.round(450 + right - 6)];
    expect(over('block').at(first, 500)[0]).toBeGreaterThan(200);
    expect(over('block').at(last, 500)[2]).toBeGreaterThan(200);
    const middle = Math.round(450 + left + (right - left) * 0.4);
    expect(over('letter').at(middle, 500)[2]).toBeGreaterThan(over('block').at(middle, 500)[2] + 40);
  });
});

describe('lettering along another part', () => {
  const circle = { ...shapeOf('ring', place(450, 450), 'ellipse', 500, 'b'), id: 'ring' };
  const along = words(
    'MOTHS',
    { place: place(0, 0), baseline: { kind: 'along', part: 'ring', start: 0.5, flip: false } },
    90,
  );

  it('follows it when it is moved', () => {
    const design = designOf(INKS, along, circle);
    const moved = applyEdits(design, [{ op: 'place', part: 'ring', place: { x: 500 } }]);
    const box = (d: Design) =>
      groupBounds(resolve(d, undefined, materials).groups.find((g) => g.part === 'w')!);
    expect(box(moved).left - box(design).left).toBeCloseTo(50, 3);
    expect(box(moved).top).toBeCloseTo(box(design).top, 3);
  });

  it('is straight and says so when it is gone', () => {
    expect(drawingOf(along).faults).toEqual([{ kind: 'no-baseline', part: 'w' }]);
  });
});

describe('letters apart', () => {
  const part = words(
    'MOTH owl',
    {
      keylines: [{ ink: 'b', width: 8, join: 'round' }],
      shade: { kind: 'block', ink: 'c', dx: 10, dy: 10 },
      decorations: [{ kind: 'band', ink: 'c', at: 0.5, width: 10 }],
      baseline: { kind: 'arch', by: 'height', value: 80 },
    },
    160,
  );
  const design = designOf(INKS, part);

  it('look as the words did, one part a letter', () => {
    const { edits, select } = lettersApart(part, design, materials);
    const apart = applyEdits(design, edits);
    // Seven letters and what lies behind them.
    expect(select).toHaveLength(8);
    expect(differing(painted(part).bytes, painted(part, apart).bytes)).toBeLessThan(0.001);
  });

  it('become the words again', () => {
    const apart = applyEdits(design, lettersApart(part, design, materials).edits);
    const bundle = apart.bundles[0].id;
    expect(wordsBehind(apart, bundle)!.id).toBe('w');
    expect(applyEdits(apart, backToWords(apart, bundle))).toEqual(design);
  });
});

describe('bad input', () => {
  const MANY = 'x'.repeat(10000);
  it.each([
    ['no words', words('')],
    ['ten thousand letters', words(MANY, {}, 4)],
    ['emoji and a lone mark', words('👩‍🚀\u0301\u0007')],
    [
      'a tiny ring',
      words('FAR TOO MANY WORDS', {
        baseline: {
          kind: 'ring',
          radius: 1,
          start: 0,
          direction: 'counter',
          side: 'inside',
          halves: false,
          separator: '',
        },
      }),
    ],
    [
      'an arch that bends round itself',
      words('MOTHS AND OWLS', { baseline: { kind: 'arch', by: 'radius', value: 3 } }),
    ],
    ['a wave of nothing', words('OWL', { baseline: { kind: 'wave', length: 10, height: 2000, phase: 3 } })],
    ['an envelope at full strength', words('OWL', { envelope: { kind: 'taper', strength: 1, middle: 0.5 } })],
    [
      'a keyline wider than the letters',
      words('OWL', { keylines: [{ ink: 'b', width: 900, join: 'mitre' }] }, 40),
    ],
    [
      'a measure of one px',
      words('OWL', { measure: { width: 1, by: 'tracking', least: 0.5, most: 2, gap: 0, optical: true } }),
    ],
  ])('%s ends, and makes no broken path', (_, part) => {
    const { groups } = drawingOf(part);
    for (const item of groups[0].items)
      if (item.kind === 'outline') expect(isFinitePath(item.path)).toBe(true);
  });

  it('a tiny ring says how large it must be', () => {
    const [fault] = drawingOf(
      words('FAR TOO MANY WORDS', {
        baseline: {
          kind: 'ring',
          radius: 40,
          start: 0,
          direction: 'clockwise',
          side: 'outside',
          halves: false,
          separator: '',
        },
      }),
    ).faults;
    expect(fault).toMatchObject({ kind: 'ring-small', part: 'w' });
  });
});
