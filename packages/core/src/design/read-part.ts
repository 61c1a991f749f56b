import { FORMS, formOf, parseSvgPath } from '../geometry';
import type { AlphaRule } from '../raster';
import type { Checked } from './checked';
import { inkOf } from './read-ink';
import { LETTERING_FIELDS, letteringFields } from './read-lettering';
import {
  CODE_LEVELS,
  MOST_COPIES,
  PART_KINDS,
  SHADE_KINDS,
  type Keyline,
  type LineNode,
  type MotifGradient,
  type MotifOutline,
  type Part,
  type PicturePart,
  type Place,
  type Repeat,
  type Shade,
  type ShapePart,
} from './types';
import { type Licence } from '../rights';

const JOINS = ['round', 'mitre', 'bevel'] as const;
const PART_FIELDS = [
  'id',
  'kind',
  'name',
  'hidden',
  'locked',
  'mustRead',
  'opacity',
  'place',
  'keylines',
  'hollow',
  'spread',
  'shade',
  'repeat',
  'bundle',
  'slot',
];

export function licence(l: Checked): Licence {
  if (l.missing) return { id: 'unknown' };
  l.object(['id', 'source']);
  const source = l.at('source');
  return {
    id: l.at('id').string({ max: 120 }),
    ...(source.missing ? {} : { source: source.string() }),
  };
}

function place(p: Checked): Place {
  p.object(['x', 'y', 'turn', 'scaleX', 'scaleY']);
  const scale = (key: 'scaleX' | 'scaleY') => {
    const value = p.at(key).number({ min: -1000, max: 1000, fallback: 1 });
    if (value === 0) p.at(key).fault('must not be 0');
    return value;
  };
  return {
    x: p.at('x').number(),
    y: p.at('y').number(),
    turn: p.at('turn').number({ fallback: 0 }),
    scaleX: scale('scaleX'),
    scaleY: scale('scaleY'),
  };
}

function keyline(k: Checked, inks: Set<string>): Keyline {
  k.object(['ink', 'width', 'join', 'side', 'distance', 'counters', 'least']);
  const given = <T>(key: string, read: (c: Checked) => T) =>
    k.at(key).missing ? {} : { [key]: read(k.at(key)) };
  return {
    ink: inkOf(k.at('ink'), inks),
    width: k.at('width').number({ min: 0.1, max: 2000 }),
    join: k.at('join').oneOf(JOINS, 'round'),
    ...given('side', (c) => c.oneOf(['outside', 'inside'] as const)),
    ...given('distance', (c) => c.number({ min: 0, max: 2000 })),
    ...given('counters', (c) => c.oneOf(['kept', 'filled', 'small'] as const)),
    ...given('least', (c) => c.number({ min: 0, max: 5000 })),
  };
}

export function keylines(list: Checked, inks: Set<string>): Keyline[] {
  return list.list((k) => keyline(k, inks), { max: 12, optional: true });
}

export function shade(s: Checked, inks: Set<string>): Shade | null {
  if (s.missing || s.value === null) return null;
  s.object(['kind', 'ink', 'dx', 'dy', 'soft', 'opacity', 'keyline', 'fade', 'echoes']);
  const given = <T>(key: string, read: (c: Checked) => T) =>
    s.at(key).missing ? {} : { [key]: read(s.at(key)) };
  return {
    kind: s.at('kind').oneOf(SHADE_KINDS),
    ink: inkOf(s.at('ink'), inks),
    dx: s.at('dx').number({ min: -20000, max: 20000 }),
    dy: s.at('dy').number({ min: -20000, max: 20000 }),
    ...given('soft', (c) => c.number({ min: 0, max: 1000 })),
    ...given('opacity', (c) => c.number({ min: 0, max: 1 })),
    ...given('keyline', (c) =>
      c.value === null
        ? null
        : {
            ink: inkOf(c.object(['ink', 'width']).at('ink'), inks),
            width: c.at('width').number({ min: 0.1, max: 2000 }),
          },
    ),
    ...given('fade', (c) => c.boolean(false)),
    ...given('echoes', (c) => c.list((i) => inkOf(i, inks), { max: 12 })),
  };
}

function repeat(r: Checked): Repeat | null {
  if (r.missing || r.value === null) return null;
  const kind = r.at('kind').oneOf(['step', 'ring'] as const);
  const shared = {
    count: r.at('count').number({ min: 2, max: MOST_COPIES, whole: true }),
    dx: r.at('dx').number({ min: -20000, max: 20000 }),
    dy: r.at('dy').number({ min: -20000, max: 20000 }),
  };
  if (kind === 'step') {
    r.object(['kind', 'count', 'dx', 'dy', 'turn', 'scale']);
    return {
      kind,
      ...shared,
      turn: r.at('turn').number({ min: -360, max: 360, fallback: 0 }),
      scale: r.at('scale').number({ min: 0.1, max: 10, fallback: 1 }),
    };
  }
  r.object(['kind', 'count', 'dx', 'dy', 'sweep', 'upright']);
  return {
    kind,
    ...shared,
    sweep: r.at('sweep').number({ min: -360, max: 360, fallback: 360 }),
    upright: r.at('upright').boolean(false),
  };
}

function crop(c: Checked): PicturePart['crop'] {
  if (c.missing || c.value === null) return null;
  c.object(['left', 'top', 'right', 'bottom']);
  const side = (key: string) => c.at(key).number({ min: 0, max: 60000, fallback: 0 });
  return { left: side('left'), top: side('top'), right: side('right'), bottom: side('bottom') };
}

function motifGradient(g: Checked, inks: Set<string>): MotifGradient {
  g.object(['kind', 'matrix', 'x0', 'y0', 'x1', 'y1', 'r', 'stops']);
  const number = (key: string) => g.at(key).number();
  const matrix = g.at('matrix').list((n) => n.number(), { max: 6 });
  if (matrix.length !== 6) g.at('matrix').fault('must be six numbers');
  const stops = g.at('stops').list(
    (s) => {
      s.object(['at', 'ink', 'opacity']);
      return {
        at: s.at('at').number({ min: 0, max: 1 }),
        ink: inkOf(s.at('ink'), inks),
        opacity: s.at('opacity').number({ min: 0, max: 1, fallback: 1 }),
      };
    },
    { max: 64 },
  );
  if (stops.length === 0) g.at('stops').fault('must have at least one');
  return {
    kind: g.at('kind').oneOf(['linear', 'radial'] as const),
    matrix: matrix as MotifGradient['matrix'],
    x0: number('x0'),
    y0: number('y0'),
    x1: number('x1'),
    y1: number('y1'),
    r: g.at('r').number({ min: 0, fallback: 0 }),
    stops,
  };
}

function pathText(field: Checked): string {
  const path = field.string({ max: 2_000_000 });
  try {
    parseSvgPath(path);
  } catch (error) {
    field.fault((error as Error).message);
  }
  return path;
}

function clip(c: Checked): { path: string; rule: 'nonzero' | 'evenodd' } {
  c.object(['path', 'rule']);
  return {
    path: pathText(c.at('path')),
    rule: c.at('rule').oneOf(['nonzero', 'evenodd'] as const, 'nonzero'),
  };
}

function outline(o: Checked, inks: Set<string>): MotifOutline {
  o.object(['path', 'ink', 'rule', 'opacity', 'stroke', 'gradient', 'clips']);
  const path = pathText(o.at('path'));
  const s = o.at('stroke');
  const stroke = s.missing || s.value === null ? null : s.object(['width', 'join', 'cap', 'mitre', 'dash']);
  return {
    path,
    ink: inkOf(o.at('ink'), inks),
    rule: o.at('rule').oneOf(['nonzero', 'evenodd'], 'nonzero'),
    opacity: o.at('opacity').number({ min: 0, max: 1, fallback: 1 }),
    stroke: stroke && {
      width: stroke.at('width').number({ min: 0, max: 100000 }),
      join: stroke.at('join').oneOf(JOINS, 'mitre'),
      cap: stroke.at('cap').oneOf(['butt', 'round', 'square'], 'butt'),
      ...(stroke.at('mitre').missing ? {} : { mitre: stroke.at('mitre').number({ min: 1, max: 100 }) }),
      ...(stroke.at('dash').missing
        ? {}
        : {
            dash: [
              stroke.at('dash').at(0).number({ min: 0, max: 10000 }),
              stroke.at('dash').at(1).number({ min: 0.01, max: 10000 }),
            ] as [number, number],
          }),
    },
    ...(o.at('clips').missing ? {} : { clips: o.at('clips').list(clip, { max: 40 }) }),
    ...(o.at('gradient').missing ? {} : { gradient: motifGradient(o.at('gradient'), inks) }),
  };
}

function alphaRule(a: Checked): AlphaRule | null {
  if (a.missing || a.value === null) return null;
  const mode = a.at('mode').oneOf(['solid', 'halftone']);
  a.object(mode === 'solid' ? ['mode', 'at'] : ['mode', 'pitch']);
  return mode === 'solid'
    ? { mode, at: a.at('at').number({ min: 1, max: 255 }) }
    : { mode, pitch: a.at('pitch').number({ min: 2, max: 400 }) };
}

function shapeFields(
  p: Checked,
  inks: Set<string>,
): Pick<ShapePart, 'form' | 'values' | 'fill' | 'gradient' | 'stroke'> {
  const form = p.at('form').oneOf(FORMS.map((f) => f.id));
  const settings = formOf(form)?.settings ?? [];
  const given = p.at('values').object(settings.map((s) => s.name));
  const values = Object.fromEntries(
    settings.map((s) => {
      const whole = s.kind === 'count' || s.kind === 'seed';
      return [s.name, given.at(s.name).number({ min: s.min, max: s.max, whole })];
    }),
  );
  const optional = (field: Checked) => (field.missing || field.value === null ? null : field);
  const fill = optional(p.at('fill'));
  const gradient = optional(p.at('gradient'))?.object(['kind', 'to', 'angle']);
  const stroke = optional(p.at('stroke'))?.object(['ink', 'width', 'side', 'join', 'dash']);
  const dash = stroke && optional(stroke.at('dash'));
  return {
    form,
    values,
    fill: fill && inkOf(fill, inks),
    gradient: gradient
      ? {
          kind: gradient.at('kind').oneOf(['linear', 'radial'] as const),
          to: inkOf(gradient.at('to'), inks),
          angle: gradient.at('angle').number({ min: -360, max: 360, fallback: 180 }),
        }
      : null,
    stroke: stroke
      ? {
          ink: inkOf(stroke.at('ink'), inks),
          width: stroke.at('width').number({ min: 0.1, max: 5000 }),
          side: stroke.at('side').oneOf(['inside', 'centre', 'outside'] as const, 'centre'),
          join: stroke.at('join').oneOf(JOINS, 'round'),
          dash: dash
            ? [dash.at(0).number({ min: 0, max: 100 }), dash.at(1).number({ min: 0.1, max: 100 })]
            : null,
        }
      : null,
  };
}

function lineNode(n: Checked): LineNode {
  n.object(['x', 'y', 'inX', 'inY', 'outX', 'outY', 'pressure']);
  const [x, y] = [n.at('x').number(), n.at('y').number()];
  return {
    x,
    y,
    inX: n.at('inX').number({ fallback: x }),
    inY: n.at('inY').number({ fallback: y }),
    outX: n.at('outX').number({ fallback: x }),
    outY: n.at('outY').number({ fallback: y }),
    pressure: n.at('pressure').number({ min: 0, max: 1, fallback: 1 }),
  };
}

function bundleOf(b: Checked, bundles: Set<string>): string | null {
  if (b.missing || b.value === null) return null;
  const id = b.id();
  if (id && !bundles.has(id)) b.fault(`there is no bundle "${id}" in this design`);
  return id;
}

export function part(
  p: Checked,
  inks: Set<string>,
  materials: ReadonlyMap<string, { width: number; height: number }>,
  bundles: Set<string>,
): Part {
  const kind = p.at('kind').oneOf(PART_KINDS);
  const base = {
    id: p.at('id').id(),
    name: p.at('name').string({ max: 300, fallback: '' }),
    hidden: p.at('hidden').boolean(false),
    locked: p.at('locked').boolean(false),
    mustRead: p.at('mustRead').boolean(kind === 'lettering' || kind === 'code'),
    opacity: p.at('opacity').number({ min: 0, max: 1, fallback: 1 }),
    place: place(p.at('place')),
    keylines: keylines(p.at('keylines'), inks),
    hollow: p.at('hollow').boolean(false),
    spread: p.at('spread').number({ min: 0, max: 500, fallback: 0 }),
    shade: shade(p.at('shade'), inks),
    repeat: repeat(p.at('repeat')),
    bundle: bundleOf(p.at('bundle'), bundles),
    slot: p.at('slot').missing || p.at('slot').value === null ? null : p.at('slot').string({ max: 60 }),
  };
  switch (kind) {
    case 'lettering':
      p.object([...PART_FIELDS, ...LETTERING_FIELDS]);
      return { ...base, kind, ...letteringFields(p, inks) };
    case 'motif':
      p.object([...PART_FIELDS, 'width', 'height', 'outlines', 'licence']);
      return {
        ...base,
        kind,
        width: p.at('width').number({ min: 0.001 }),
        height: p.at('height').number({ min: 0.001 }),
        outlines: p.at('outlines').list((o) => outline(o, inks), { max: 20000 }),
        licence: licence(p.at('licence')),
      };
    case 'shape':
      p.object([...PART_FIELDS, 'form', 'values', 'fill', 'gradient', 'stroke']);
      return { ...base, kind, ...shapeFields(p, inks) };
    case 'line':
      p.object([...PART_FIELDS, 'nodes', 'closed', 'ink', 'width', 'pen', 'nib']);
      if (!p.at('nodes').missing && p.at('nodes').list(() => 0).length < 2)
        p.at('nodes').fault('must have two points or more');
      return {
        ...base,
        kind,
        nodes: p.at('nodes').list(lineNode, { max: 5000 }),
        closed: p.at('closed').boolean(false),
        ink: inkOf(p.at('ink'), inks),
        width: p.at('width').number({ min: 0.1, max: 5000 }),
        pen: p.at('pen').oneOf(['even', 'pressed', 'chisel'] as const, 'even'),
        nib: p.at('nib').number({ min: -360, max: 360, fallback: 45 }),
      };
    case 'picture': {
      p.object([...PART_FIELDS, 'material', 'ground', 'lift', 'alpha', 'specks', 'crop']);
      if (base.keylines.length) p.at('keylines').fault('must be empty: a picture takes no keyline');
      if (base.shade) p.at('shade').fault('must be null: a picture takes no shade');
      const id = p.at('material').id();
      if (id && !materials.has(id)) p.at('material').fault(`there is no material "${id}" in this design`);
      const cut = crop(p.at('crop'));
      const whole = materials.get(id);
      if (cut && whole && (cut.left + cut.right >= whole.width || cut.top + cut.bottom >= whole.height))
        p.at('crop').fault(`leaves nothing of a picture of ${whole.width} × ${whole.height} px`);
      const g = p.at('ground');
      const ground = g.missing || g.value === null ? null : g.object(['tolerance']);
      return {
        ...base,
        kind,
        material: id,
        ground: ground && { tolerance: ground.at('tolerance').number({ min: 0, max: 100 }) },
        lift: p.at('lift').boolean(false),
        alpha: alphaRule(p.at('alpha')),
        specks: p.at('specks').number({ min: 0, max: 100_000, fallback: 0 }),
        crop: cut,
      };
    }
    case 'code': {
      p.object([...PART_FIELDS, 'text', 'level', 'quiet', 'ink', 'ground']);
      const g = p.at('ground');
      return {
        ...base,
        kind,
        text: p.at('text').string({ max: 2000 }),
        level: p.at('level').oneOf(CODE_LEVELS, 'M'),
        quiet: p.at('quiet').number({ min: 0, max: 20, whole: true, fallback: 4 }),
        ink: inkOf(p.at('ink'), inks),
        ground: g.missing || g.value === null ? null : inkOf(g, inks),
      };
    }
  }
}
