/** Arbitrary designs for property tests: any parts, dressed in any way, that a seller could make. */
import fc from 'fast-check';
import type { Design } from '@brelm/core/design';
import {
  code,
  KNOCK_OUTS,
  shapeOf,
  type Keyline,
  type Part,
  type Place,
  type Repeat,
  type Shade,
  type ShapeStroke,
} from '@brelm/core/parts';
import { FORMS } from '@brelm/core/geometry';
import { newWear, WEAR_KINDS, WEAR_WHERE, type Wear } from '@brelm/core/wear';
import { circle, designOf, rect, shape } from './base';

export const ANY_INKS = { pale: '#f2ead8', rust: '#b3492a', night: '#20262a', leaf: '#3a9a4c' };
const anyInk = fc.constantFrom(...Object.keys(ANY_INKS));

export const anyHex = fc
  .tuple(fc.nat(255), fc.nat(255), fc.nat(255))
  .map((rgb) => `#${rgb.map((v) => v.toString(16).padStart(2, '0')).join('')}`);

/** A place on, or a little over, a board of 900 × 900. */
export const anyPlace: fc.Arbitrary<Place> = fc.record({
  x: fc.integer({ min: 50, max: 850 }),
  y: fc.integer({ min: 50, max: 850 }),
  turn: fc.integer({ min: -180, max: 180 }),
  scaleX: fc.constantFrom(-1.5, -0.7, 0.5, 1, 1.3),
  scaleY: fc.constantFrom(0.5, 1, 1.3),
});

const anyKeyline: fc.Arbitrary<Keyline> = fc.record(
  {
    ink: anyInk,
    width: fc.integer({ min: 2, max: 20 }),
    join: fc.constantFrom('round', 'bevel'),
    side: fc.constantFrom('outside', 'outside', 'inside'),
    distance: fc.integer({ min: 0, max: 12 }),
    counters: fc.constantFrom('kept', 'filled', 'small'),
    least: fc.integer({ min: 0, max: 60 }),
  },
  { requiredKeys: ['ink', 'width', 'join'] },
);
const anyShade: fc.Arbitrary<Shade> = fc.record(
  {
    kind: fc.constantFrom('drop', 'block', 'long', 'echo'),
    ink: anyInk,
    dx: fc.integer({ min: -40, max: 40 }),
    dy: fc.integer({ min: -40, max: 40 }),
    keyline: fc.option(fc.record({ ink: anyInk, width: fc.integer({ min: 2, max: 12 }) })),
    fade: fc.boolean(),
    echoes: fc.array(anyInk, { maxLength: 2 }),
  },
  { requiredKeys: ['kind', 'ink', 'dx', 'dy'] },
);
const anyStroke: fc.Arbitrary<ShapeStroke> = fc.record({
  ink: anyInk,
  width: fc.integer({ min: 2, max: 24 }),
  side: fc.constantFrom('inside', 'centre', 'outside'),
  join: fc.constantFrom('round', 'bevel'),
  dash: fc.constant(null),
});

/** Copies that stay about the board. */
export const anyRepeat: fc.Arbitrary<Repeat> = fc.oneof(
  fc.record({
    kind: fc.constant('step' as const),
    count: fc.integer({ min: 2, max: 5 }),
    dx: fc.integer({ min: -90, max: 90 }),
    dy: fc.integer({ min: -90, max: 90 }),
    turn: fc.integer({ min: -60, max: 60 }),
    scale: fc.constantFrom(0.8, 1, 1.2),
  }),
  fc.record({
    kind: fc.constant('ring' as const),
    count: fc.integer({ min: 2, max: 8 }),
    dx: fc.integer({ min: -200, max: 200 }),
    dy: fc.integer({ min: -200, max: 200 }),
    sweep: fc.constantFrom(90, 180, 360, -360),
    upright: fc.boolean(),
  }),
);

const anyForm: fc.Arbitrary<Part> = fc
  .tuple(
    fc.constantFrom(...FORMS.map((f) => f.id)),
    fc.integer({ min: 60, max: 400 }),
    anyInk,
    fc.option(anyStroke),
  )
  .map(([form, size, ink, stroke]) => {
    const made = shapeOf('x', { x: 0, y: 0, turn: 0, scaleX: 1, scaleY: 1 }, form, size, ink);
    return stroke && made.fill ? { ...made, stroke } : made;
  });
const anyMotif: fc.Arbitrary<Part> = fc
  .tuple(fc.integer({ min: 20, max: 200 }), fc.boolean(), anyInk)
  .map(([r, round, ink]) => shape('x', round ? circle(450, 450, r) : rect(450 - r, 400, 2 * r, 100), ink));
const anyCode: fc.Arbitrary<Part> = fc
  .tuple(fc.string({ minLength: 1, maxLength: 20 }), anyInk, fc.option(anyInk))
  .map(([text, ink, ground]) => code('x', { x: 0, y: 0, turn: 0, scaleX: 6, scaleY: 6 }, text, ink, ground));

/** A part of any kind that needs no file and no typeface; its id is given by the design. */
export const anyPart: fc.Arbitrary<Part> = fc
  .tuple(
    fc.oneof(anyForm, anyMotif, anyCode),
    anyPlace,
    fc.array(anyKeyline, { maxLength: 2 }),
    fc.option(anyShade),
    fc.constantFrom(0, 0, 3),
    fc.boolean(),
    fc.option(anyRepeat, { freq: 4 }),
    fc.constantFrom(false, false, false, true),
  )
  .map(
    ([part, place, keylines, shade, spread, mustRead, repeat, hollow]) =>
      ({
        ...part,
        place: part.kind === 'code' ? { ...part.place, x: place.x, y: place.y, turn: place.turn } : place,
        keylines,
        shade,
        spread,
        mustRead,
        repeat,
        hollow,
      }) as Part,
  );

/** A design of one to four such parts and two colourways. */
export const anyDesign: fc.Arbitrary<Design> = fc
  .tuple(fc.array(anyPart, { minLength: 1, maxLength: 4 }), anyHex, anyHex)
  .map(([parts, pale, rust]): Design => ({
    ...designOf(ANY_INKS, ...parts.map((p, i) => ({ ...p, id: `part-${i + 1}` }))),
    colourways: [
      { id: 'base', name: 'Base', inks: {}, garments: [] },
      { id: 'other', name: 'Other', inks: { pale, rust }, garments: [] },
    ],
  }));

/** A picture of 2 × 2 px, two of them dark. */
const CHECKS = { width: 2, height: 2, data: 'AP//AA==' };

const anyWear: fc.Arbitrary<Wear> = fc
  .record({
    kind: fc.constantFrom(...WEAR_KINDS),
    amount: fc.constantFrom(0, 0.05, 0.3, 0.9, 1),
    seed: fc.nat(99),
    where: fc.constantFrom(...WEAR_WHERE),
    soft: fc.constantFrom(0, 0, 0.5),
    off: fc.constantFrom(false, false, true),
  })
  .map(({ kind, seed, ...change }) =>
    newWear(kind, seed, {
      ...change,
      ...(kind === 'picture' && seed % 2 ? { picture: CHECKS, light: true } : {}),
    }),
  );

/** The same with parts that cut one another at random, also in circles and by what is not there, and with wear. */
export const anyCutDesign: fc.Arbitrary<Design> = anyDesign.chain((design) => {
  const ids = [...design.parts.map((p) => p.id), 'gone'];
  const anyId = fc.constantFrom(...ids);
  const cuts = fc.record({
    window: fc.option(anyId.map((part) => ({ kind: 'part' as const, part }))),
    knockOut: fc.option(
      fc.record({
        from: fc.constantFrom(...KNOCK_OUTS),
        parts: fc.subarray(ids),
        gap: fc.constantFrom(0, 7),
      }),
    ),
    unprinted: fc.boolean(),
    wear: fc.array(anyWear, { maxLength: 1 }),
    spared: fc.boolean(),
  });
  return fc
    .tuple(
      fc.array(cuts, { minLength: ids.length - 1, maxLength: ids.length - 1 }),
      fc.array(anyWear, { maxLength: 1 }),
    )
    .map(([each, wear]) => ({
      ...design,
      parts: design.parts.map((p, i) => ({ ...p, ...each[i] }) as Part),
      wear,
    }));
});
