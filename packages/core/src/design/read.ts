import { parseSvgPath } from '../geometry';
import { Checked } from './checked';
import {
  DESIGN_FORMAT,
  DESIGN_VERSION,
  PART_KINDS,
  type Board,
  type Colourway,
  type Design,
  type Keyline,
  type LetteringLine,
  type Licence,
  type Material,
  type MotifOutline,
  type Part,
  type Place,
} from './types';

const JOINS = ['round', 'mitre', 'bevel'] as const;
const PART_FIELDS = ['id', 'kind', 'name', 'hidden', 'locked', 'mustRead', 'opacity', 'place', 'keylines'];

function board(b: Checked): Board {
  b.object(['spec', 'side', 'width', 'height', 'dpi']);
  return {
    spec: b.at('spec').id(),
    side: b.at('side').id(),
    width: b.at('width').number({ min: 16, max: 20000, whole: true }),
    height: b.at('height').number({ min: 16, max: 20000, whole: true }),
    dpi: b.at('dpi').number({ min: 30, max: 2400 }),
  };
}

function licence(l: Checked): Licence {
  if (l.missing) return { id: 'unknown' };
  l.object(['id', 'source']);
  const source = l.at('source');
  return {
    id: l.at('id').string({ max: 120 }),
    ...(source.missing ? {} : { source: source.string() }),
  };
}

/** Faults a path that leaves the folder of the design file. */
function relativeFile(f: Checked): string {
  const path = f.string({ max: 400 });
  if (/^([/\\]|[a-z]+:)|(^|[/\\])\.\.([/\\]|$)/i.test(path))
    f.fault('must be a path inside the folder of the design file');
  return path;
}

function material(m: Checked): Material {
  m.object(['id', 'name', 'file', 'sha256', 'width', 'height', 'licence']);
  const file = m.at('file');
  const sha = m.at('sha256');
  if (file.missing && sha.missing) m.fault('needs "file", the path of the picture beside the design');
  if (!sha.missing && !/^[0-9a-f]{64}$/.test(sha.string())) sha.fault('must be 64 hexadecimal digits');
  return {
    id: m.at('id').id(),
    name: m.at('name').string({ max: 300 }),
    ...(file.missing ? {} : { file: relativeFile(file) }),
    ...(sha.missing ? {} : { sha256: sha.string() }),
    width: m.at('width').number({ min: 1, max: 60000, whole: true }),
    height: m.at('height').number({ min: 1, max: 60000, whole: true }),
    licence: licence(m.at('licence')),
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
  k.object(['ink', 'width', 'join']);
  return {
    ink: inkOf(k.at('ink'), inks),
    width: k.at('width').number({ min: 0.1, max: 2000 }),
    join: k.at('join').oneOf(JOINS, 'round'),
  };
}

function inkOf(i: Checked, inks: Set<string>): string {
  const id = i.id();
  if (id && !inks.has(id)) i.fault(`there is no ink "${id}" in this design`);
  return id;
}

function line(l: Checked, inks: Set<string>): LetteringLine {
  l.object(['text', 'face', 'size', 'tracking', 'leading', 'ink', 'features']);
  return {
    text: l.at('text').string({ max: 10000 }),
    face: l.at('face').id(),
    size: l.at('size').number({ min: 1, max: 20000 }),
    tracking: l.at('tracking').number({ min: -500, max: 5000, fallback: 0 }),
    leading: l.at('leading').number({ min: 0, max: 20, fallback: 1.1 }),
    ink: inkOf(l.at('ink'), inks),
    features: l.at('features').list(feature, { max: 40, optional: true }),
  };
}

function feature(f: Checked): string {
  const text = f.string({ max: 20 });
  if (text && !/^[+-]?[A-Za-z0-9]{4}(=\d{1,3})?$/.test(text))
    f.fault('must be a feature such as liga, ss01 or kern=0');
  return text;
}

function outline(o: Checked, inks: Set<string>): MotifOutline {
  o.object(['path', 'ink', 'rule', 'opacity', 'stroke']);
  const path = o.at('path').string({ max: 2_000_000 });
  try {
    parseSvgPath(path);
  } catch (error) {
    o.at('path').fault((error as Error).message);
  }
  const s = o.at('stroke');
  const stroke = s.missing || s.value === null ? null : s.object(['width', 'join', 'cap']);
  return {
    path,
    ink: inkOf(o.at('ink'), inks),
    rule: o.at('rule').oneOf(['nonzero', 'evenodd'], 'nonzero'),
    opacity: o.at('opacity').number({ min: 0, max: 1, fallback: 1 }),
    stroke: stroke && {
      width: stroke.at('width').number({ min: 0, max: 100000 }),
      join: stroke.at('join').oneOf(JOINS, 'mitre'),
      cap: stroke.at('cap').oneOf(['butt', 'round', 'square'], 'butt'),
    },
  };
}

function part(p: Checked, inks: Set<string>, materials: Set<string>): Part {
  const kind = p.at('kind').oneOf(PART_KINDS);
  const base = {
    id: p.at('id').id(),
    name: p.at('name').string({ max: 300, fallback: '' }),
    hidden: p.at('hidden').boolean(false),
    locked: p.at('locked').boolean(false),
    mustRead: p.at('mustRead').boolean(kind === 'lettering'),
    opacity: p.at('opacity').number({ min: 0, max: 1, fallback: 1 }),
    place: place(p.at('place')),
    keylines: p.at('keylines').list((k) => keyline(k, inks), { max: 12, optional: true }),
  };
  switch (kind) {
    case 'lettering':
      p.object([...PART_FIELDS, 'align', 'lines']);
      return {
        ...base,
        kind,
        align: p.at('align').oneOf(['left', 'centre', 'right'], 'centre'),
        lines: p.at('lines').list((l) => line(l, inks), { max: 200 }),
      };
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
    case 'picture': {
      p.object([...PART_FIELDS, 'material', 'ground']);
      if (base.keylines.length) p.at('keylines').fault('must be empty: a picture takes no keyline');
      const id = p.at('material').id();
      if (id && !materials.has(id)) p.at('material').fault(`there is no material "${id}" in this design`);
      const g = p.at('ground');
      const ground = g.missing || g.value === null ? null : g.object(['tolerance']);
      return {
        ...base,
        kind,
        material: id,
        ground: ground && { tolerance: ground.at('tolerance').number({ min: 0, max: 100 }) },
      };
    }
  }
}

function colourway(c: Checked, inks: Set<string>): Colourway {
  c.object(['id', 'name', 'inks', 'garments']);
  const values: Record<string, string> = {};
  const table = c.at('inks');
  for (const id of table.keys()) {
    if (!inks.has(id)) table.at(id).fault(`there is no ink "${id}" in this design`);
    values[id] = table.at(id).colour();
  }
  return {
    id: c.at('id').id(),
    name: c.at('name').string({ max: 120 }),
    inks: values,
    garments: c.at('garments').list((g) => g.id(), { optional: true }),
  };
}

/**
 * Reads a parsed `.brelm.json`. Fields with defaults may be left out; everything else must be
 * there and right. Throws a DocumentError that lists each fault by its field.
 */
export function readDesign(document: unknown): Design {
  return Checked.read(document, (d) => {
    if (d.keys().length === 0) {
      d.fault('this is no design: a design is a JSON object with "format": "brelm-design"');
      return undefined as unknown as Design;
    }
    const format = d.at('format');
    const version = d.at('version');
    if (format.value !== DESIGN_FORMAT) format.fault(`must be "${DESIGN_FORMAT}"`);
    else if (version.value !== DESIGN_VERSION)
      version.fault(
        `is ${JSON.stringify(version.value) ?? 'missing'}: this Brelm reads version ${DESIGN_VERSION}`,
      );
    // Another format or version would only bring a flood of misleading faults.
    if (format.value !== DESIGN_FORMAT || version.value !== DESIGN_VERSION)
      return undefined as unknown as Design;
    d.object([
      '$schema',
      'format',
      'version',
      'name',
      'board',
      'backdrop',
      'garments',
      'inks',
      'colourways',
      'materials',
      'parts',
    ]);
    const inks = d.at('inks').list((i) => {
      i.object(['id', 'name', 'value']);
      return {
        id: i.at('id').id(),
        name: i.at('name').string({ max: 120 }),
        value: i.at('value').colour(),
      };
    });
    const inkIds = new Set(inks.map((i) => i.id));
    const materials = d.at('materials').list(material, { optional: true });
    const materialIds = new Set(materials.map((m) => m.id));
    const colourways = d.at('colourways').list((c) => colourway(c, inkIds), { optional: true });
    const parts = d.at('parts').list((p) => part(p, inkIds, materialIds));
    for (const [key, list] of Object.entries({ inks, materials, colourways, parts }))
      uniqueIdsOf(d.at(key), list);
    return {
      format: DESIGN_FORMAT,
      version: DESIGN_VERSION,
      name: d.at('name').string({ max: 300 }),
      board: board(d.at('board')),
      backdrop: d.at('backdrop').id(),
      garments: d.at('garments').list((g) => g.id(), { max: 400, optional: true }),
      inks,
      colourways,
      materials,
      parts,
    };
  });
}

function uniqueIdsOf(list: Checked, items: readonly { id: string }[]): void {
  const seen = new Set<string>();
  items.forEach(({ id }, i) => {
    if (id && seen.has(id)) list.at(i).at('id').fault(`"${id}" is used twice`);
    seen.add(id);
  });
}
