import {
  choice,
  flag,
  given,
  id,
  kinds,
  link,
  list,
  nullable,
  number,
  record,
  ref,
  share,
  table,
  text,
  tuple,
  type Field,
  type FieldsOf,
  type Rule,
} from '../../fields';
import {
  ENVELOPE_KINDS,
  LETTER_CASES,
  type Align,
  type Baseline,
  type Envelope,
  type Measure,
  type Span,
} from '../../type';
import { gradientFields, type PartBase } from '../base';
import type { Decoration, LetteringGradient, LetteringLine, LetteringPart } from './types';

const MOST_LETTERS = 10_000;
const turn = (fallback?: number) =>
  number({ min: -360, max: 360, ...(fallback === undefined ? {} : { fallback }) });
const shift = { min: -3000, max: 3000 };
const tracking = { min: -500, max: 5000 };

const feature = text({
  max: 20,
  pattern: /^[+-]?[A-Za-z0-9]{4}(=\d{1,3})?$|^$/,
  says: 'must be a feature such as liga, ss01 or kern=0',
});
const axes = table(number({ min: -100_000, max: 100_000 }), {
  pattern: /^[A-Za-z0-9]{4}$/,
  says: 'must be the four-letter tag of an axis, such as wght',
});

const span = record<Span>({
  from: number({ min: 0, max: MOST_LETTERS - 1, whole: true }),
  to: number({ min: 1, max: MOST_LETTERS, whole: true }),
  face: given(id()),
  scale: given(number({ min: 0.05, max: 20 })),
  tracking: given(number(tracking)),
  ink: given(ref('ink')),
  shift: given(number(shift)),
  turn: given(turn()),
  features: given(list(feature, { most: 40 })),
  axes: given(axes),
});

/** Letters that a line has, and spans that follow one another. */
const spansLieInLine: Rule<LetteringLine> = ({ text: words, spans }, line) => {
  spans.forEach(({ from, to }, i) => {
    const at = line.at('spans').at(i);
    const last = Math.max(0, words.length - 1);
    if (from > last) at.at('from').fault(`must be from 0 to ${last}`);
    const most = Math.max(from + 1, words.length);
    if (to <= from || to > most) at.at('to').fault(`must be from ${from + 1} to ${most}`);
    if (i > 0 && from < spans[i - 1].to)
      at.at('from').fault('must not lie before the end of the span before it');
  });
};

const line = record<LetteringLine>(
  {
    text: text({ max: MOST_LETTERS }),
    face: id(),
    size: number({ min: 1, max: 20_000 }),
    tracking: number({ ...tracking, fallback: 0 }),
    wordSpace: number({ min: -1000, max: 10_000, fallback: 0 }),
    leading: number({ min: 0, max: 20, fallback: 1.1 }),
    case: choice(LETTER_CASES, 'typed'),
    ink: ref('ink'),
    features: list(feature, { most: 40, optional: true }),
    axes,
    shift: number({ ...shift, fallback: 0 }),
    spans: list(span, { most: MOST_LETTERS, optional: true }),
  },
  { rule: spansLieInLine },
);

const most = 50;
const measure = record<Measure>(
  {
    width: number({ min: 1, max: 60_000 }),
    by: choice(['size', 'tracking', 'both'], 'size'),
    least: number({ min: 0.05, max: 20, fallback: 0.6 }),
    most: number({ min: 0.05, max: most, fallback: ({ least = 0 }) => Math.max(least as number, 2.5) }),
    gap: number({ min: -5000, max: 20_000, fallback: 40 }),
    optical: flag(true),
  },
  {
    rule: ({ least, most: given }, at) => {
      if (given < least) at.at('most').fault(`must be from ${least} to ${most}`);
    },
  },
);

const baseline = kinds<Baseline>(
  {
    straight: {},
    arch: { by: choice(['height', 'radius'], 'height'), value: number({ min: -60_000, max: 60_000 }) },
    ring: {
      radius: number({ min: 1, max: 60_000 }),
      start: turn(0),
      direction: choice(['clockwise', 'counter'], 'clockwise'),
      side: choice(['outside', 'inside'], 'outside'),
      halves: flag(),
      separator: text({ max: 20, fallback: '' }),
    },
    wave: {
      length: number({ min: 10, max: 60_000 }),
      height: number({ min: -20_000, max: 20_000 }),
      phase: turn(0),
    },
    slope: { degrees: number({ min: -89, max: 89 }) },
    along: { part: link('part'), start: share(0.5), flip: flag() },
  },
  { fallback: 'straight' },
);

const netShare = number({ min: -5, max: 5 });
const envelope = record<Envelope>({
  kind: choice(ENVELOPE_KINDS),
  strength: number({ min: -1, max: 1, fallback: 0.5 }),
  middle: share(0.5),
  net: given(
    tuple<[number, number][]>(
      Array.from({ length: 16 }, () => tuple<[number, number]>([netShare, netShare])),
      'must have 16 points',
    ),
  ),
});

const height = number({ min: -1, max: 3 });
const width = number({ min: 0.1, max: 5000 });
const inkOrBare = nullable(ref('ink'), { required: true });
const decoration: Field<Decoration> = kinds<Decoration>({
  band: { ink: inkOrBare, at: height, width },
  cuts: { ink: inkOrBare, count: number({ min: 1, max: 60, whole: true }), width, from: height, to: height },
  split: { ink: inkOrBare, at: height },
  fade: { ink: inkOrBare, pitch: number({ min: 2, max: 2000 }), from: height, to: height },
  inner: {
    ink: ref('ink', 'must be an ink: an inner line has a colour'),
    width,
    distance: number({ min: 0, max: 5000, fallback: 0 }),
  },
});

export const LETTERING_FIELDS: FieldsOf<Omit<LetteringPart, keyof PartBase | 'kind'>> = {
  align: choice<Align>(['left', 'centre', 'right'], 'centre'),
  lines: list(line, { most: 200 }),
  measure: nullable(measure),
  baseline,
  upright: flag(),
  envelope: nullable(envelope),
  decorations: list(decoration, { most: 20, optional: true }),
  gradient: nullable(
    record<LetteringGradient>({ ...gradientFields, over: choice(['letter', 'line', 'block'], 'block') }),
  ),
};
