import {
  BASELINE_KINDS,
  ENVELOPE_KINDS,
  LETTER_CASES,
  type Baseline,
  type Envelope,
  type Measure,
  type Span,
} from '../type';
import type { Checked } from './checked';
import { inkOf } from './read-ink';
import {
  DECORATION_KINDS,
  type Decoration,
  type LetteringGradient,
  type LetteringLine,
  type LetteringPart,
} from './types';

const LINE_FIELDS = [
  'text',
  'face',
  'size',
  'tracking',
  'wordSpace',
  'leading',
  'case',
  'ink',
  'features',
  'axes',
  'shift',
  'spans',
];
export const LETTERING_FIELDS = [
  'align',
  'lines',
  'measure',
  'baseline',
  'upright',
  'envelope',
  'decorations',
  'gradient',
];

const absent = (c: Checked): boolean => c.missing || c.value === null;

function feature(f: Checked): string {
  const text = f.string({ max: 20 });
  if (text && !/^[+-]?[A-Za-z0-9]{4}(=\d{1,3})?$/.test(text))
    f.fault('must be a feature such as liga, ss01 or kern=0');
  return text;
}

function axes(a: Checked): Record<string, number> {
  if (a.missing) return {};
  const keys = a.keys();
  a.object(keys);
  for (const key of keys)
    if (!/^[A-Za-z0-9]{4}$/.test(key))
      a.at(key).fault('must be the four-letter tag of an axis, such as wght');
  return Object.fromEntries(keys.map((key) => [key, a.at(key).number({ min: -100_000, max: 100_000 })]));
}

function span(s: Checked, inks: Set<string>, length: number): Span {
  s.object(['from', 'to', 'face', 'scale', 'tracking', 'ink', 'shift', 'turn', 'features', 'axes']);
  const from = s.at('from').number({ min: 0, max: Math.max(0, length - 1), whole: true });
  const given = <K extends string, T>(key: K, read: (c: Checked) => T) =>
    s.at(key).missing ? {} : ({ [key]: read(s.at(key)) } as { [k in K]: T });
  return {
    from,
    to: s.at('to').number({ min: from + 1, max: Math.max(from + 1, length), whole: true }),
    ...given('face', (c) => c.id()),
    ...given('scale', (c) => c.number({ min: 0.05, max: 20 })),
    ...given('tracking', (c) => c.number({ min: -500, max: 5000 })),
    ...given('ink', (c) => inkOf(c, inks)),
    ...given('shift', (c) => c.number({ min: -3000, max: 3000 })),
    ...given('turn', (c) => c.number({ min: -360, max: 360 })),
    ...given('features', (c) => c.list(feature, { max: 40 })),
    ...given('axes', axes),
  };
}

function line(l: Checked, inks: Set<string>): LetteringLine {
  l.object(LINE_FIELDS);
  const text = l.at('text').string({ max: 10000 });
  const spans = l.at('spans').list((s) => span(s, inks, text.length), { max: 10000, optional: true });
  spans.forEach((s, i) => {
    if (i > 0 && s.from < spans[i - 1].to)
      l.at('spans').at(i).at('from').fault('must not lie before the end of the span before it');
  });
  return {
    text,
    face: l.at('face').id(),
    size: l.at('size').number({ min: 1, max: 20000 }),
    tracking: l.at('tracking').number({ min: -500, max: 5000, fallback: 0 }),
    wordSpace: l.at('wordSpace').number({ min: -1000, max: 10000, fallback: 0 }),
    leading: l.at('leading').number({ min: 0, max: 20, fallback: 1.1 }),
    case: l.at('case').oneOf(LETTER_CASES, 'typed'),
    ink: inkOf(l.at('ink'), inks),
    features: l.at('features').list(feature, { max: 40, optional: true }),
    axes: axes(l.at('axes')),
    shift: l.at('shift').number({ min: -3000, max: 3000, fallback: 0 }),
    spans,
  };
}

function measure(m: Checked): Measure | null {
  if (absent(m)) return null;
  m.object(['width', 'by', 'least', 'most', 'gap', 'optical']);
  const least = m.at('least').number({ min: 0.05, max: 20, fallback: 0.6 });
  return {
    width: m.at('width').number({ min: 1, max: 60000 }),
    by: m.at('by').oneOf(['size', 'tracking', 'both'] as const, 'size'),
    least,
    most: m.at('most').number({ min: least, max: 50, fallback: Math.max(least, 2.5) }),
    gap: m.at('gap').number({ min: -5000, max: 20000, fallback: 40 }),
    optical: m.at('optical').boolean(true),
  };
}

function baseline(b: Checked): Baseline {
  if (absent(b)) return { kind: 'straight' };
  const kind = b.at('kind').oneOf(BASELINE_KINDS, 'straight');
  const fields = (...own: string[]) => b.object(['kind', ...own]);
  switch (kind) {
    case 'straight':
      fields();
      return { kind };
    case 'arch':
      fields('by', 'value');
      return {
        kind,
        by: b.at('by').oneOf(['height', 'radius'] as const, 'height'),
        value: b.at('value').number({ min: -60000, max: 60000 }),
      };
    case 'ring':
      fields('radius', 'start', 'direction', 'side', 'halves', 'separator');
      return {
        kind,
        radius: b.at('radius').number({ min: 1, max: 60000 }),
        start: b.at('start').number({ min: -360, max: 360, fallback: 0 }),
        direction: b.at('direction').oneOf(['clockwise', 'counter'] as const, 'clockwise'),
        side: b.at('side').oneOf(['outside', 'inside'] as const, 'outside'),
        halves: b.at('halves').boolean(false),
        separator: b.at('separator').string({ max: 20, fallback: '' }),
      };
    case 'wave':
      fields('length', 'height', 'phase');
      return {
        kind,
        length: b.at('length').number({ min: 10, max: 60000 }),
        height: b.at('height').number({ min: -20000, max: 20000 }),
        phase: b.at('phase').number({ min: -360, max: 360, fallback: 0 }),
      };
    case 'slope':
      fields('degrees');
      return { kind, degrees: b.at('degrees').number({ min: -89, max: 89 }) };
    case 'along':
      fields('part', 'start', 'flip');
      return {
        kind,
        part: b.at('part').id(),
        start: b.at('start').number({ min: 0, max: 1, fallback: 0.5 }),
        flip: b.at('flip').boolean(false),
      };
  }
}

function envelope(e: Checked): Envelope | null {
  if (absent(e)) return null;
  e.object(['kind', 'strength', 'middle', 'net']);
  const net = e.at('net').missing
    ? undefined
    : e
        .at('net')
        .list(
          (p): [number, number] => [p.at(0).number({ min: -5, max: 5 }), p.at(1).number({ min: -5, max: 5 })],
          { max: 16 },
        );
  if (net && net.length !== 16) e.at('net').fault('must have 16 points');
  return {
    kind: e.at('kind').oneOf(ENVELOPE_KINDS),
    strength: e.at('strength').number({ min: -1, max: 1, fallback: 0.5 }),
    middle: e.at('middle').number({ min: 0, max: 1, fallback: 0.5 }),
    ...(net ? { net } : {}),
  };
}

export function decoration(d: Checked, inks: Set<string>): Decoration {
  const kind = d.at('kind').oneOf(DECORATION_KINDS);
  const ink = d.at('ink').value === null ? null : inkOf(d.at('ink'), inks);
  const share = (key: string) => d.at(key).number({ min: -1, max: 3 });
  const width = () => d.at('width').number({ min: 0.1, max: 5000 });
  const fields = (...own: string[]) => d.object(['kind', 'ink', ...own]);
  switch (kind) {
    case 'band':
      fields('at', 'width');
      return { kind, ink, at: share('at'), width: width() };
    case 'cuts':
      fields('count', 'width', 'from', 'to');
      return {
        kind,
        ink,
        count: d.at('count').number({ min: 1, max: 60, whole: true }),
        width: width(),
        from: share('from'),
        to: share('to'),
      };
    case 'split':
      fields('at');
      return { kind, ink, at: share('at') };
    case 'fade':
      fields('pitch', 'from', 'to');
      return {
        kind,
        ink,
        pitch: d.at('pitch').number({ min: 2, max: 2000 }),
        from: share('from'),
        to: share('to'),
      };
    case 'inner':
      fields('width', 'distance');
      if (ink === null) d.at('ink').fault('must be an ink: an inner line has a colour');
      return {
        kind,
        ink: ink ?? '',
        width: width(),
        distance: d.at('distance').number({ min: 0, max: 5000, fallback: 0 }),
      };
  }
}

function gradient(g: Checked, inks: Set<string>): LetteringGradient | null {
  if (absent(g)) return null;
  g.object(['kind', 'to', 'angle', 'over']);
  return {
    kind: g.at('kind').oneOf(['linear', 'radial'] as const),
    to: inkOf(g.at('to'), inks),
    angle: g.at('angle').number({ min: -360, max: 360, fallback: 180 }),
    over: g.at('over').oneOf(['letter', 'line', 'block'] as const, 'block'),
  };
}

/** The fields that only lettering has. */
export function letteringFields(
  p: Checked,
  inks: Set<string>,
): Pick<
  LetteringPart,
  'align' | 'lines' | 'measure' | 'baseline' | 'upright' | 'envelope' | 'decorations' | 'gradient'
> {
  return {
    align: p.at('align').oneOf(['left', 'centre', 'right'], 'centre'),
    lines: p.at('lines').list((l) => line(l, inks), { max: 200 }),
    measure: measure(p.at('measure')),
    baseline: baseline(p.at('baseline')),
    upright: p.at('upright').boolean(false),
    envelope: envelope(p.at('envelope')),
    decorations: p.at('decorations').list((d) => decoration(d, inks), { max: 20, optional: true }),
    gradient: gradient(p.at('gradient'), inks),
  };
}
