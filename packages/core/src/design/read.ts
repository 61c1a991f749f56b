import { Checked } from './checked';
import { NO_AIDS } from './defaults';
import { keylines, licence, part, shade } from './read-part';
import { placements } from './read-placement';
import {
  DESIGN_FORMAT,
  DESIGN_VERSION,
  type Acceptance,
  type Aids,
  type Board,
  type Bundle,
  type Colourway,
  type Design,
  type Material,
  type PartOverride,
} from './types';

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

function override(o: Checked, inks: Set<string>): PartOverride {
  o.object(['hidden', 'keylines', 'shade']);
  return {
    ...(o.at('hidden').missing ? {} : { hidden: o.at('hidden').boolean(false) }),
    ...(o.at('keylines').missing ? {} : { keylines: keylines(o.at('keylines'), inks) }),
    ...(o.at('shade').missing ? {} : { shade: shade(o.at('shade'), inks) }),
  };
}

function bundle(b: Checked): Bundle {
  b.object(['id', 'name']);
  return { id: b.at('id').id(), name: b.at('name').string({ max: 120, fallback: '' }) };
}

function reference(r: Checked): Aids['reference'] {
  if (r.missing || r.value === null) return null;
  r.object(['sha256', 'name']);
  const sha256 = r.at('sha256').string();
  if (!/^[0-9a-f]{64}$/.test(sha256)) r.at('sha256').fault('must be 64 hexadecimal digits');
  return { sha256, name: r.at('name').string({ max: 300, fallback: '' }) };
}

function aids(a: Checked): Aids {
  if (a.missing) return NO_AIDS;
  a.object(['guides', 'margin', 'grid', 'unit', 'reference']);
  const grid = a.at('grid');
  return {
    guides: a.at('guides').list(
      (g) => {
        g.object(['axis', 'at']);
        return {
          axis: g.at('axis').oneOf(['x', 'y'] as const),
          at: g.at('at').number({ min: -20000, max: 40000 }),
        };
      },
      { max: 200, optional: true },
    ),
    margin: a.at('margin').number({ min: 0, max: 10000, fallback: 0 }),
    grid: grid.missing || grid.value === null ? null : grid.number({ min: 2, max: 10000 }),
    unit: a.at('unit').oneOf(['px', 'in', 'mm'] as const, 'px'),
    reference: reference(a.at('reference')),
  };
}

function acceptance(a: Checked): Acceptance {
  a.object(['check', 'part', 'garment', 'reason']);
  const idOrNull = (field: Checked) => (field.missing || field.value === null ? null : field.id());
  return {
    check: a.at('check').id(),
    part: idOrNull(a.at('part')),
    garment: idOrNull(a.at('garment')),
    reason: a.at('reason').string({ max: 500 }),
  };
}

function colourway(c: Checked, inks: Set<string>): Colourway {
  c.object(['id', 'name', 'inks', 'garments', 'parts']);
  const overrides = c.at('parts');
  const parts = Object.fromEntries(
    (overrides.missing ? [] : overrides.keys()).map((id) => [id, override(overrides.at(id), inks)]),
  );
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
    ...(Object.keys(parts).length ? { parts } : {}),
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
      'bundles',
      'aids',
      'accepted',
      'placements',
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
    const materialsById = new Map(materials.map((m) => [m.id, m]));
    const bundles = d.at('bundles').list(bundle, { optional: true });
    const bundleIds = new Set(bundles.map((b) => b.id));
    const colourways = d.at('colourways').list((c) => colourway(c, inkIds), { optional: true });
    const parts = d.at('parts').list((p) => part(p, inkIds, materialsById, bundleIds));
    for (const [key, list] of Object.entries({ inks, materials, colourways, parts, bundles }))
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
      bundles,
      aids: aids(d.at('aids')),
      accepted: d.at('accepted').list(acceptance, { max: 1000, optional: true }),
      placements: placements(d.at('placements')),
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
