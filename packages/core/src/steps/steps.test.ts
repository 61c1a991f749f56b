import fc from 'fast-check';
import { encoded, linearLight } from '../colour';
import { createImage, type RasterImage } from '../raster';
import {
  applyStep,
  enlargedFor,
  isScreened,
  newStep,
  STEP_KINDS,
  stepKind,
  stepsForAnother,
  tonesOf,
  treatmentFor,
  treatmentKey,
  treatPicture,
  monotone,
  type Enlarge,
  type Step,
  type StepKind,
  type Stroke,
} from './index';

const INKS = { ink: '#203040', light: '#f0e8d0' };
const SIDE = 48;

/** A picture from what each of its pixels is. */
function imageOf(pixel: (x: number, y: number) => readonly number[], side = SIDE): RasterImage {
  const image = createImage(side, side);
  for (let y = 0; y < side; y++)
    for (let x = 0; x < side; x++) image.data.set(pixel(x, y), 4 * (y * side + x));
  return image;
}
const at = (image: RasterImage, x: number, y: number) => [
  ...image.data.subarray(4 * (y * image.width + x)).subarray(0, 4),
];
const ramp = imageOf((x) => [(x * 255) / (SIDE - 1), (x * 255) / (SIDE - 1), (x * 255) / (SIDE - 1), 255]);
const inDisc = (x: number, y: number, r = 15) => Math.hypot(x - SIDE / 2 + 0.5, y - SIDE / 2 + 0.5) < r;
const disc = imageOf((x, y) => (inDisc(x, y) ? [200, 60, 40, 255] : [0, 0, 0, 0]));
const given = (untouched: RasterImage, scale = 1) => ({ untouched, scale, light: 315 });
const make = <K extends StepKind>(
  image: RasterImage,
  kind: K,
  change: Partial<Extract<Step, { kind: K }>> = {},
  scale = 1,
) => applyStep(image, newStep(kind, INKS, change), given(image, scale));
const stroke = (points: number[], change: Partial<Stroke> = {}): Stroke => ({
  ...{ does: 'paint', points, size: 8, hardness: 1, flow: 1, specks: 0 },
  ...change,
});

describe('every step', () => {
  const speckled = imageOf((x, y) => [(x * 5) % 256, (y * 7) % 256, (x * y) % 256, inDisc(x, y) ? 255 : 90]);

  it.each(STEP_KINDS)('%s makes a picture of the same size and leaves the given one as it is', (kind) => {
    const before = speckled.data.slice();
    const made = make(speckled, kind);
    expect([made.width, made.height, made.data.length]).toEqual([SIDE, SIDE, before.length]);
    expect(speckled.data).toEqual(before);
  });

  it.each(STEP_KINDS)('%s does nothing at no strength, nor where its mask is not', (kind) => {
    const nowhere = { kind: 'tones', from: 0, to: 1, fall: 0, invert: true, soften: 0, grow: 0 } as const;
    expect(make(speckled, kind, { mask: nowhere } as never).data).toEqual(speckled.data);
    expect(treatmentFor([newStep(kind, INKS, { strength: 0 } as never)], (i) => i, 0)).toBeNull();
  });

  it.each(STEP_KINDS)('%s can be made of one px and of a picture that is clear', (kind) => {
    expect(
      make(
        imageOf(() => [9, 9, 9, 255], 1),
        kind,
      ).data,
    ).toHaveLength(4);
    const clear = make(
      imageOf(() => [0, 0, 0, 0]),
      kind,
    );
    expect(clear.data.every((v, i) => i % 4 !== 3 || v === 0)).toBe(true);
  });

  it.each(
    STEP_KINDS.filter(
      (k) =>
        ![
          'ground',
          'screen',
          'outline',
          'edge',
          'marks',
          'stencil',
          'halftone',
          'dots',
          'solid',
          'specks',
          'blur',
        ].includes(k),
    ),
  )('%s leaves what the picture covers as it is', (kind) => {
    const { data } = make(speckled, kind);
    for (let p = 3; p < data.length; p += 4) expect(data[p]).toBe(speckled.data[p]);
  });

  it('at half strength lies half way', () => {
    const step = newStep('threshold', INKS, { strength: 0.5 });
    expect(at(applyStep(ramp, step, given(ramp)), SIDE - 1, 0)).toEqual([255, 255, 255, 255]);
    const dark = applyStep(ramp, step, given(ramp));
    expect(at(dark, 10, 0)[0]).toBeCloseTo(at(ramp, 10, 0)[0] / 2, 0);
  });
});

describe('a list of steps', () => {
  const steps = [newStep('levels', INKS, { black: 0.2 }), newStep('blur', INKS), newStep('tint', INKS)];
  const whole = treatmentFor(steps, (ink) => ink, 315)!;

  it('goes on from any of its states to the very same picture', () => {
    const states: RasterImage[] = [];
    const done = treatPicture(ramp, whole, 1, (_, state) => states.push(state));
    expect(states).toHaveLength(3);
    states.forEach((state, i) =>
      expect(treatPicture(ramp, whole, 1, undefined, { made: i + 1, state }).data).toEqual(done.data),
    );
  });

  it('is known by what it does: order, inks, switches and light count', () => {
    const key = (list: Step[], light = 315) => treatmentKey(treatmentFor(list, (ink) => ink, light));
    expect(key(steps)).toBe(key(structuredClone(steps)));
    expect(key([...steps].reverse())).not.toBe(key(steps));
    expect(key([{ ...steps[0], on: false }, ...steps.slice(1)])).toBe(key(steps.slice(1)));
    expect(treatmentKey(treatmentFor(steps, () => '#00ff00', 315))).not.toBe(key(steps));
    // Light is asked for by few: the others are not made anew when it moves.
    expect(key(steps, 90)).toBe(key(steps));
    const raised = [newStep('raised', INKS)];
    expect(key(raised, 90)).not.toBe(key(raised));
    expect(treatmentKey(null)).toBe('whole');
  });

  it('is the very same object as long as steps, inks and light do the same: what is dragged is not made anew', () => {
    const list: Step[] = [newStep('tint', INKS), newStep('raised', INKS)];
    const of = (colour: string, light: number) => treatmentFor(list, () => colour, light);
    const first = of('#102030', 315);
    expect(of('#102030', 315)).toBe(first);
    expect(of('#405060', 315)).not.toBe(first);
    expect(of('#405060', 90)).toMatchObject({
      light: 90,
      steps: [{ stops: [{ ink: '#405060' }, { ink: '#405060' }] }, {}],
    });
    expect(of('#102030', 315)).toEqual(first);
  });

  it('may be enlarged after its steps, as far as it is shown, and not beyond what can be held', () => {
    const of = (enlarge: Enlarge, list = steps) => treatmentFor(list, (ink) => ink, 315, enlarge);
    expect(of(1, [])).toBeNull();
    expect(of(2, [])).toMatchObject({ steps: [], enlarge: 2 });
    expect(of(2)).not.toBe(of(4));
    expect(new Set(([1, 2, 4] as const).map((by) => treatmentKey(of(by)))).size).toBe(3);
    // Documents of before are known by what they were known by.
    expect(treatmentKey(of(1))).toBe(JSON.stringify([of(1)!.steps, of(1)!.light]));
    const times = (by: Enlarge, shown?: number, image = ramp) =>
      enlargedFor(image, of(by), shown).width / image.width;
    expect([times(1), times(2), times(4)]).toEqual([1, 2, 4]);
    expect([times(4, 1), times(4, 1.2), times(4, 2), times(4, 2.1), times(2, 9)]).toEqual([1, 2, 2, 4, 2]);
    expect(enlargedFor(ramp, null)).toBe(ramp);
    const large = { width: 9000, height: 9000, data: new Uint8Array(0) };
    expect(enlargedFor(large, of(4))).toBe(large);
  });

  it('says when dots are meant', () => {
    expect(isScreened(whole)).toBe(false);
    expect(isScreened(treatmentFor([newStep('dots', INKS)], (i) => i, 0))).toBe(true);
  });

  it('gives clear pixels no colour in the end, though a cut-out keeps it for the steps after it', () => {
    const cut = newStep('outline', INKS, {
      loops: [
        {
          points: [
            [0, 0],
            [24, 0],
            [24, 48],
            [0, 48],
          ],
          curved: false,
          takes: false,
        },
      ],
    });
    expect(at(applyStep(ramp, cut, given(ramp)), 40, 10)).toEqual([217, 217, 217, 0]);
    expect(
      at(
        treatPicture(
          ramp,
          treatmentFor([cut], (i) => i, 0)!,
        ),
        40,
        10,
      ),
    ).toEqual([0, 0, 0, 0]);
  });
});

describe('tones', () => {
  it('levels put black and white where they are asked', () => {
    const made = make(ramp, 'levels', { black: 0.25, white: 0.75, from: 0.1, to: 0.9 });
    expect(at(made, 0, 0)[0]).toBe(26);
    expect(at(made, SIDE - 1, 0)[0]).toBe(230);
    const middle = make(
      imageOf(() => [128, 128, 128, 255]),
      'levels',
      { grey: 2 },
    );
    expect(at(middle, 3, 3)[0]).toBe(Math.round(255 * Math.sqrt(128 / 255)));
  });

  it('one stop of exposure doubles the light', () => {
    const lit = make(
      imageOf(() => [89, 89, 89, 255]),
      'exposure',
      { stops: 1, contrast: 0 },
    );
    expect(Math.abs(at(lit, 0, 0)[0] - encoded(2 * linearLight(89)))).toBeLessThanOrEqual(0.5);
  });

  it('a curve goes through its points, and never turns back between points that rise', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 40 }), fc.integer({ min: 0, max: 40 })), {
          minLength: 2,
          maxLength: 8,
        }),
        (raw) => {
          const xs = [...new Set(raw.map(([x]) => x))].sort((a, b) => a - b);
          const ys = raw.map(([, y]) => y).sort((a, b) => a - b);
          const points = xs.map((x, i): [number, number] => [x / 40, ys[i] / 40]);
          const f = monotone(points);
          points.forEach(([x, y]) => expect(f(x)).toBeCloseTo(y, 9));
          let before = -Infinity;
          for (let i = 0; i <= 100; i++) {
            expect(f(i / 100)).toBeGreaterThanOrEqual(before - 1e-9);
            before = f(i / 100);
          }
        },
      ),
      { seed: 15, endOnFailure: true },
    );
  });

  it('matching takes the quantiles of another picture', () => {
    const other = imageOf((x, y) => [60 + (x % 9) * 8, 40 + (y % 5) * 4, 30, 255]);
    const noisy = imageOf((x, y) => [(x * 37 + y * 11) % 256, (x * 5 + y * 91) % 256, (x * y) % 256, 255]);
    const to = tonesOf(other);
    const made = tonesOf(make(noisy, 'match', { from: 'another', ...to }));
    made.light.forEach((v, i) => expect(Math.abs(v - to.light[i])).toBeLessThan(0.03));
    expect(make(noisy, 'match').data).toEqual(noisy.data);
  });

  it.each(['dot', 'line', 'square'] as const)(
    'a halftone of %ss covers as much as the tone asks',
    (shape) => {
      for (const grey of [40, 128, 210]) {
        const flat = imageOf(() => [grey, grey, grey, 255], 120);
        const { data } = make(flat, 'halftone', { shape, pitch: 12, angle: 20, clear: true });
        const cover = [...data].reduce((sum, v, i) => sum + (i % 4 === 3 ? v : 0), 0) / 255 / 120 / 120;
        expect(cover).toBeCloseTo(1 - grey / 255, 1);
      }
    },
  );
});

describe('tints', () => {
  it('black and white become the inks at the ends, in whatever they stand for', () => {
    const made = treatPicture(
      ramp,
      treatmentFor(
        [newStep('tint', { ink: 'a', light: 'b' })],
        (ink) => ({ a: '#203040', b: '#f0e8d0' })[ink]!,
        0,
      )!,
    );
    expect(at(made, 0, 0)).toEqual([0x20, 0x30, 0x40, 255]);
    expect(at(made, SIDE - 1, 0)).toEqual([0xf0, 0xe8, 0xd0, 255]);
  });

  it('a stencil prints dark in one ink, and light not at all', () => {
    const made = make(ramp, 'stencil', { full: 0.2, clear: 0.8 });
    expect(at(made, 2, 0)).toEqual([0x20, 0x30, 0x40, 255]);
    expect(at(made, SIDE - 2, 0)[3]).toBe(0);
    expect(at(make(ramp, 'stencil', { full: 0.2, clear: 0.8, invert: true }), SIDE - 2, 0)[3]).toBe(255);
  });

  it('one colour turns into an ink and the others stay', () => {
    const two = imageOf((x) => (x < 24 ? [192, 58, 43, 255] : [60, 120, 60, 255]));
    const made = make(two, 'shift', { from: '#c03a2b', to: '#203040', within: 5, fall: 5 });
    expect(at(made, 3, 3)).toEqual([0x20, 0x30, 0x40, 255]);
    expect(at(made, 40, 3)).toEqual([60, 120, 60, 255]);
  });

  it('balance without a lean changes nothing to speak of', () => {
    const none = { a: 0, b: 0 };
    const { data } = make(ramp, 'balance', { shadows: none, middle: none, lights: none });
    data.forEach((v, i) => expect(Math.abs(v - ramp.data[i])).toBeLessThanOrEqual(1));
  });
});

describe('steps for another picture', () => {
  it('are all but what was drawn on this one by hand', () => {
    const strokes: Stroke[] = [
      { does: 'paint', width: 9, hardness: 1, points: [[1, 1]] } as unknown as Stroke,
    ];
    const all = STEP_KINDS.map((kind) => newStep(kind, INKS));
    const left = all.map((s) => s.kind).filter((k) => !stepsForAnother(all).some((s) => s.kind === k));
    expect(left).toEqual(['marks', 'outline', 'light']);
    const masked = (mask: Step['mask']) => stepsForAnother([newStep('grey', INKS, { mask })])[0].mask;
    const rim = { invert: false, soften: 0, grow: 0 };
    expect(masked({ ...rim, kind: 'brush', strokes })).toBeNull();
    expect(
      masked({
        ...rim,
        kind: 'outline',
        points: [
          [0, 0],
          [9, 0],
          [0, 9],
        ],
      }),
    ).toBeNull();
    const tones = { ...rim, kind: 'tones' as const, from: 0, to: 0.5, fall: 0.1 };
    expect(masked(tones)).toEqual(tones);
  });
});

describe('light', () => {
  it('strokes lighten, darken, and are rubbed out again', () => {
    const grey = imageOf(() => [100, 100, 100, 255]);
    const line = [4, 24, 1, 44, 24, 1];
    const strokes = [
      stroke(line),
      stroke([4, 40, 1, 44, 40, 1], { does: 'less' }),
      stroke([24, 0, 1, 24, 48, 1], { does: 'rub', size: 6 }),
    ];
    const made = make(grey, 'light', { strokes, lightest: 1, darkest: 1 });
    expect(at(made, 10, 24)).toEqual([255, 255, 255, 255]);
    expect(at(made, 10, 40)).toEqual([0, 0, 0, 255]);
    expect(at(made, 24, 24)).toEqual([100, 100, 100, 255]);
    expect(at(made, 10, 8)).toEqual([100, 100, 100, 255]);
  });

  it('a scattered brush prints whole specks or nothing, in the same places on a smaller copy', () => {
    const grey = (side: number) => imageOf(() => [100, 100, 100, 255], side);
    const strokes = [stroke([10, 24, 1, 38, 24, 1], { size: 30, specks: 6, flow: 0.6 })];
    const large = make(grey(96), 'light', { strokes, lightest: 1 }, 2);
    const values = new Set([...large.data].filter((_, i) => i % 4 === 0));
    expect([...values].sort()).toEqual([100, 255]);
    const small = make(grey(48), 'light', { strokes, lightest: 1 }, 1);
    let same = 0;
    for (let y = 0; y < 48; y++)
      for (let x = 0; x < 48; x++) if (at(small, x, y)[0] === at(large, 2 * x, 2 * y)[0]) same++;
    expect(same / 48 / 48).toBeGreaterThan(0.9);
  });

  it('a raised edge is light towards the light and dark away from it', () => {
    const tone = (light: number | null, x: number, y: number) =>
      at(make(disc, 'raised', { width: 6, from: light }), x, y)[0];
    expect(tone(0, 24, 11)).toBeGreaterThan(210);
    expect(tone(0, 24, 36)).toBeLessThan(190);
    expect(tone(180, 24, 11)).toBeLessThan(190);
    // Where nothing is said the design's light counts: from the upper left.
    expect(tone(null, 15, 15)).toBeGreaterThan(210);
    expect(tone(0, 24, 24)).toBe(200);
  });
});

describe('masks', () => {
  const mask = (change: object) => ({ invert: false, soften: 0, grow: 0, ...change }) as never;
  const blackened = (m: object) => make(ramp, 'levels', { to: 0, mask: mask(m) });

  it('take in an outline, tones, a colour, and strokes', () => {
    const square = blackened({
      kind: 'outline',
      points: [
        [10, 10],
        [30, 10],
        [30, 30],
        [10, 30],
      ],
    });
    expect(at(square, 20, 20)[0]).toBe(0);
    expect(at(square, 35, 20)[0]).toBe(at(ramp, 35, 20)[0]);
    const tones = blackened({ kind: 'tones', from: 0.8, to: 1, fall: 0 });
    expect(at(tones, SIDE - 1, 0)[0]).toBe(0);
    expect(at(tones, 20, 0)[0]).toBe(at(ramp, 20, 0)[0]);
    const strokes = blackened({ kind: 'brush', strokes: [stroke([24, 0, 1, 24, 48, 1])] });
    expect([at(strokes, 24, 10)[0], at(strokes, 40, 10)[0]]).toEqual([0, at(ramp, 40, 10)[0]]);
    const colour = blackened({ kind: 'colour', colour: '#ffffff', within: 2, fall: 0 });
    expect([at(colour, SIDE - 1, 0)[0], at(colour, 30, 0)[0]]).toEqual([0, at(ramp, 30, 0)[0]]);
  });

  it('are turned round, grown and shrunk', () => {
    const points = [
      [10, 10],
      [30, 10],
      [30, 30],
      [10, 30],
    ];
    expect(at(blackened({ kind: 'outline', points, invert: true }), 20, 20)[0]).toBe(at(ramp, 20, 20)[0]);
    expect(at(blackened({ kind: 'outline', points, grow: 6 }), 34, 20)[0]).toBe(0);
    expect(at(blackened({ kind: 'outline', points, grow: -6 }), 12, 20)[0]).toBe(at(ramp, 12, 20)[0]);
    const soft = blackened({ kind: 'outline', points, soften: 4 });
    expect(at(soft, 30, 20)[0]).toBeGreaterThan(20);
    expect(at(soft, 30, 20)[0]).toBeLessThan(at(ramp, 30, 20)[0] - 20);
  });
});

describe('cut by hand', () => {
  it('keeps what is inside, takes out what is taken, and lays a rim of paper around', () => {
    const white = imageOf(() => [10, 20, 30, 255]);
    const square = (a: number, b: number): [number, number][] => [
      [a, a],
      [b, a],
      [b, b],
      [a, b],
    ];
    const loops = [
      { points: square(12, 36), curved: false, takes: false },
      { points: square(20, 28), curved: false, takes: true },
    ];
    const made = make(white, 'outline', { loops });
    expect([at(made, 15, 15)[3], at(made, 24, 24)[3], at(made, 5, 5)[3]]).toEqual([255, 0, 0]);
    const rimmed = make(white, 'outline', { loops: [loops[0]], rim: { width: 5, ink: '#ff0000' } });
    expect(at(rimmed, 9, 24)).toEqual([255, 0, 0, 255]);
    expect(at(rimmed, 15, 15)).toEqual([10, 20, 30, 255]);
    expect(at(rimmed, 3, 24)[3]).toBe(0);
  });
});

it('every kind has a label, says what it does, and begins with settings of its own fields', () => {
  for (const kind of STEP_KINDS) {
    const { label, does, fields, start } = stepKind(kind);
    expect(label && does).toBeTruthy();
    const needed = Object.entries(fields).filter(([, field]) => (field as { is: string }).is !== 'given');
    expect(Object.keys(start(INKS)).sort()).toEqual(needed.map(([key]) => key).sort());
  }
});
