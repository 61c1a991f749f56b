import { newStep, STEP_KINDS } from '../steps';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import Ajv2020 from 'ajv/dist/2020';
import fc from 'fast-check';
import {
  applyEdit,
  applyEdits,
  differences,
  fitted,
  freshId,
  inksOfPart,
  inkValues,
  NO_AIDS,
  readDesign,
  refit,
  swapInks,
  type Aids,
  type Design,
  type Placement,
} from './index';
import { code, partTitle, picture, place, shapeOf, type Part } from '../parts';
import { DocumentError } from '../fields';
import { DEMO, circle, designOf, rect, reread, shape, written } from '../../testing';

const json = (path: string) => JSON.parse(readFileSync(path, 'utf8')) as Record<string, unknown>;
const files = readdirSync(join(DEMO, 'designs')).filter((n) => n.endsWith('.json'));
const owls = () => json(join(DEMO, 'designs/count-owls-not-sheep.brelm.json'));
const schema = new Ajv2020({ strict: false }).compile(json(join(DEMO, '../docs/design.schema.json')));

/** The demo design with one field set to a value (or removed, for undefined). */
/** Fields of the artwork stand on its side. */
const ON_SIDE = ['parts', 'board', 'bundles', 'aids'];
const onSide = (field: string) => (ON_SIDE.some((f) => field.startsWith(f)) ? `sides[0].${field}` : field);

function spoilt(given: (string | number)[], value: unknown): Record<string, unknown> {
  const document = owls();
  const path = ON_SIDE.includes(given[0] as string) ? ['sides', 0, ...given] : given;
  let at = document as Record<string | number, unknown>;
  for (const key of path.slice(0, -1)) at = at[key] as Record<string | number, unknown>;
  if (value === undefined) delete at[path.at(-1)!];
  else at[path.at(-1)!] = value;
  return document;
}

function faultsOf(document: unknown): { field: string; message: string }[] {
  try {
    readDesign(document);
    return [];
  } catch (error) {
    return [...(error as DocumentError).faults];
  }
}

describe('the file format', () => {
  it.each(files)('%s is right by the reader and by the schema', (name) => {
    const document = json(join(DEMO, 'designs', name));
    expect(schema(document) || schema.errors).toBe(true);
    const design = readDesign(document);
    expect(reread(design)).toEqual(design);
    expect(schema(written(design)) || schema.errors).toBe(true);
  });

  it.each([
    [['parts', 3, 'place', 'x'], '12', 'parts[3].place.x', 'must be a number'],
    [['parts', 0, 'place', 'scaleX'], 0, 'parts[0].place.scaleX', 'must not be 0'],
    [
      ['parts', 0, 'kind'],
      'hologram',
      'parts[0].kind',
      'must be one of lettering, motif, shape, line, picture, code',
    ],
    [['parts', 0, 'lines', 0, 'ink'], 'gold', 'parts[0].lines[0].ink', 'there is no ink "gold"'],
    [['parts', 0, 'lines', 0, 'features'], ['<b>'], 'parts[0].lines[0].features[0]', 'must be a feature'],
    [['parts', 3, 'outlines', 0, 'path'], 'M0 0LNaN 3', 'parts[3].outlines[0].path', 'path'],
    [['parts', 4, 'material'], 'sun', 'parts[4].material', 'there is no material "sun"'],
    [['parts', 1, 'id'], 'supply', 'parts[1].id', 'is used twice'],
    [['parts', 0, 'sparkle'], 1, 'parts[0].sparkle', 'is not a field of this format'],
    [['materials', 0, 'file'], '../../secret.png', 'materials[0].file', 'inside the folder'],
    [['materials', 0, 'file'], '/etc/passwd', 'materials[0].file', 'inside the folder'],
    [['inks', 0, 'value'], 'bone', 'inks[0].value', 'must be a colour written as #rrggbb'],
    [['board', 'width'], 4500.5, 'board.width', 'must be a whole number'],
    [['board', 'dpi'], undefined, 'board.dpi', 'is missing'],
    [['colourways', 1, 'inks', 'gold'], '#ffffff', 'colourways[1].inks.gold', 'there is no ink'],
    [['name'], 7, 'name', 'must be text'],
    [['parts'], {}, 'parts', 'must be a list'],
    [['version'], 4, 'version', 'is 4: this Brelm reads versions 1, 2 and 3'],
    [['format'], 'other', 'format', 'must be "brelm-design"'],
  ] as [(string | number)[], unknown, string, string][])(
    'refuses %j = %j by its field',
    (path, value, field, message) => {
      const fault = faultsOf(spoilt(path, value)).find((f) => f.field === onSide(field));
      expect(fault?.message).toContain(message);
    },
  );

  it('keeps everything that a part, a colourway and an acceptance can say', () => {
    const material = { id: 'm', name: 'm', file: 'm.png', width: 9, height: 9, licence: { id: 'own' } };
    const dressed = {
      keylines: [{ ink: 'b', width: 4, join: 'mitre' as const }],
      shade: { kind: 'block' as const, ink: 'b', dx: 5, dy: -6 },
    };
    const design: Design = {
      ...designOf(
        { a: '#ffffff', b: '#000000' },
        { ...code('qr', place(1, 2), 'owl', 'a', 'b'), ...dressed, spread: 1.5, level: 'H', quiet: 2 },
        {
          ...shapeOf('s', place(1, 2), 'star', 300, 'a'),
          gradient: { kind: 'radial', to: 'b', angle: 0 },
          stroke: { ink: 'b', width: 3, side: 'outside', join: 'bevel', dash: [0, 2] },
        },
        {
          ...shape('fig', rect(0, 0, 9, 9), 'a'),
          outlines: [
            {
              path: rect(0, 0, 9, 9),
              ink: 'a',
              rule: 'nonzero',
              opacity: 1,
              stroke: null,
              clips: [{ path: rect(1, 1, 5, 5), rule: 'evenodd' }],
              gradient: {
                kind: 'radial',
                matrix: [1, 0, 0, 2, 3, 4],
                x0: 1,
                y0: 2,
                x1: 3,
                y1: 4,
                r: 5,
                stops: [
                  { at: 0, ink: 'a', opacity: 1 },
                  { at: 1, ink: 'b', opacity: 0.5 },
                ],
              },
            },
          ],
        },
        {
          ...picture('p', place(1, 2), material),
          steps: STEP_KINDS.map((kind) => newStep(kind, { ink: 'a', light: 'b' })),
        },
      ),
      materials: [material],
      colourways: [
        { id: 'base', name: 'Base', inks: {}, garments: [] },
        {
          id: 'day',
          name: 'Day',
          inks: { a: '#112233' },
          garments: ['bone'],
          parts: { qr: { hidden: true, ...dressed }, s: { shade: null } },
        },
      ],
      accepted: [{ check: 'contrast', part: 's', garment: null, reason: 'meant' }],
      placements: [
        {
          spec: 'gannet-row/tote',
          side: 'front',
          x: -0.25,
          y: 7.5,
          scale: 0.9,
          turn: -4,
          mirror: true,
          narrow: true,
          ground: '#1f2a44',
          format: 'jpeg',
          colourway: 'day',
          colourways: { soot: 'base' },
          apart: { bone: { x: 0, y: 1, scale: 1, turn: 0 } },
        },
      ],
      bundles: [
        { id: 'pair', name: 'Moon and moth', bundle: 'night', joined: 'weld' },
        { id: 'night', name: '', bundle: null, joined: null },
      ],
      aids: {
        guides: [{ axis: 'x', at: 450 }],
        margin: 75,
        grid: 50,
        unit: 'in',
        reference: { sha256: 'a'.repeat(64), name: 'dusk' },
      },
    };
    const document = written(design);
    expect(readDesign(document)).toEqual(design);
    expect(schema(document) || schema.errors).toBe(true);
  });

  it.each([
    ['twice on one side', [{}, {}], 'placements[1].side'],
    ['of no size', [{ scale: 0 }], 'placements[0].scale'],
    ['far beyond the product', [{ x: 1e6 }], 'placements[0].x'],
    ['with an odd position of its own', [{ apart: { soot: { x: 'left' } } }], 'placements[0].apart.soot.x'],
    ['with a format that there is not', [{ format: 'gif' }], 'placements[0].format'],
  ])('refuses placements that are %s', (_what, given, field) => {
    const start = { spec: 'a', side: 'b', x: 0, y: 1, scale: 1 };
    const document = {
      ...written(designOf({ a: '#ffffff' })),
      placements: given.map((g) => ({ ...start, ...g })),
    };
    expect(faultsOf(document).map((f) => f.field)).toContain(field);
  });

  it.each([
    [{ form: 'dodo' }, 'form'],
    [{ values: { radius: 10, sides: 2, corner: 0 } }, 'values.sides'],
    [{ values: { radius: 10, sides: 6.5, corner: 0 } }, 'values.sides'],
    [{ values: { radius: 10, sides: 6, corner: 0, spin: 1 } }, 'values.spin'],
    [{ values: { radius: 10, corner: 0 } }, 'values.sides'],
    [{ fill: 'gold' }, 'fill'],
    [{ stroke: { ink: 'a', width: 3, side: 'under' } }, 'stroke.side'],
    [{ stroke: { ink: 'a', width: 3, dash: [1] } }, 'stroke.dash[1]'],
    [{ gradient: { kind: 'conic', to: 'a' } }, 'gradient.kind'],
  ])('refuses a shape with %j', (change, field) => {
    const good = designOf({ a: '#ffffff' }, shapeOf('s', place(1, 2), 'polygon', 300, 'a'));
    const bad = { ...good, parts: [{ ...good.parts[0], ...change } as Part] };
    expect(faultsOf(written(bad)).map((f) => f.field)).toContain(`sides[0].parts[0].${field}`);
  });

  it.each([
    [{ repeat: { kind: 'spiral', count: 3, dx: 0, dy: 0 } }, 'repeat.kind'],
    [{ repeat: { kind: 'step', count: 1, dx: 0, dy: 0 } }, 'repeat.count'],
    [{ repeat: { kind: 'ring', count: 361, dx: 0, dy: 0 } }, 'repeat.count'],
    [{ repeat: { kind: 'step', count: 3, dx: 0 } }, 'repeat.dy'],
    [{ repeat: { kind: 'ring', count: 3, dx: 0, dy: 0, turn: 5 } }, 'repeat.turn'],
    [{ bundle: 'nobody' }, 'bundle'],
  ])('refuses a part with %j', (change, field) => {
    const good = designOf({ a: '#ffffff' }, shape('s', circle(450, 450, 50), 'a'));
    const bad = { ...good, parts: [{ ...good.parts[0], ...change } as Part] };
    expect(faultsOf(written(bad)).map((f) => f.field)).toContain(`sides[0].parts[0].${field}`);
  });

  it.each([
    [{ guides: [{ axis: 'z', at: 3 }] }, 'aids.guides[0].axis'],
    [{ grid: 1 }, 'aids.grid'],
    [{ unit: 'ells' }, 'aids.unit'],
    [{ margin: -1 }, 'aids.margin'],
    [{ reference: { sha256: 'x' } }, 'aids.reference.sha256'],
  ])('refuses aids of %j', (aids, field) => {
    const bad = { ...designOf({ a: '#ffffff' }), aids: aids as unknown as Aids };
    expect(faultsOf(written(bad)).map((f) => f.field)).toContain(`sides[0].${field}`);
  });

  it('gives a design of before bundles, aids and repeats none of them', () => {
    const now = designOf({ a: '#ffffff' }, shape('s', circle(450, 450, 50), 'a'));
    const { bundle: _p, repeat: _r, ...part } = now.parts[0];
    const sides = [{ id: 'front', board: now.board, parts: [part] }];
    expect(readDesign({ ...written(now), sides })).toEqual(now);
  });

  it.each([null, 7, 'text', [], {}])('refuses %j as no design', (document) => {
    expect(faultsOf(document)[0].message).toContain('this is no design');
  });

  it('never breaks on any JSON: it reads or it says what is wrong', () => {
    fc.assert(
      fc.property(
        fc.jsonValue(),
        fc.constantFrom('parts', 'inks', 'board', 'colourways', 'materials'),
        (v, key) => {
          for (const document of [v, spoilt([key], v)])
            try {
              readDesign(document);
            } catch (error) {
              expect(error).toBeInstanceOf(DocumentError);
            }
        },
      ),
      { numRuns: 200 },
    );
  });
});

const two = (): Design =>
  designOf(
    { a: '#ff0000', b: '#00ff00' },
    shape('one', circle(450, 450, 50), 'a'),
    shape('two', circle(100, 100, 50), 'b'),
  );

describe('edits', () => {
  it('change only what they name and leave the rest shared', () => {
    const before = two();
    const after = applyEdit(before, { op: 'place', part: 'one', place: { x: 7 } });
    expect(after.parts[0].place).toEqual({ ...before.parts[0].place, x: 7 });
    expect(after.parts[1]).toBe(before.parts[1]);
    expect(before.parts[0].place.x).toBe(450);
  });

  it('move a part through the stack and back again', () => {
    const there = applyEdit(two(), { op: 'reorder', part: 'one', to: 1 });
    expect(there.parts.map((p) => p.id)).toEqual(['two', 'one']);
    expect(applyEdit(there, { op: 'reorder', part: 'one', to: 0 }).parts.map((p) => p.id)).toEqual([
      'one',
      'two',
    ]);
  });

  it('set an ink in the base for every colourway that has no value of its own', () => {
    const design: Design = {
      ...two(),
      colourways: [
        { id: 'base', name: 'Base', inks: {}, garments: [] },
        { id: 'day', name: 'Day', inks: { b: '#111111' }, garments: [] },
      ],
    };
    const base = applyEdits(design, [
      { op: 'setInk', ink: 'a', value: '#123456', colourway: 'base' },
      { op: 'setInk', ink: 'b', value: '#654321' },
    ]);
    expect(inkValues(base, 'day')).toEqual(
      new Map([
        ['a', '#123456'],
        ['b', '#111111'],
      ]),
    );
    const day = applyEdit(design, { op: 'setInk', ink: 'a', value: '#abcdef', colourway: 'day' });
    expect(inkValues(day, 'base').get('a')).toBe('#ff0000');
    expect(inkValues(day, 'day').get('a')).toBe('#abcdef');
  });

  it('that name nothing change nothing', () => {
    const before = two();
    expect(applyEdit(before, { op: 'reorder', part: 'ghost', to: 0 })).toBe(before);
    expect(applyEdit(before, { op: 'place', part: 'ghost', place: { x: 1 } })).toEqual(before);
  });

  it('find a fresh id', () => {
    expect(freshId('ink', ['ink-1', 'ink-2', 'ink-4'])).toBe('ink-3');
  });

  it('call a part by its words when it has no name', () => {
    const design = readDesign(json(join(DEMO, 'designs/moth-ledger-society.brelm.json')));
    const unnamed = design.parts.find((p) => p.name === '')!;
    expect(partTitle(unnamed)).toBe('MOTH LEDGER SOCIETY');
  });
});

describe('refit', () => {
  it('scales evenly, centres, and comes back', () => {
    const design = two();
    const board = { ...design.board, width: 450, height: 1350 };
    const there = refit(design, board);
    expect(there.parts[0].place).toMatchObject({ x: 225, y: 675, scaleX: 0.5, scaleY: 0.5 });
    expect(refit(design, { ...design.board, spec: 'other' }).parts).toBe(design.parts);
  });

  it('fits one frame into the other, keeps the size, or keeps the position', () => {
    const design = { ...two(), aids: { ...NO_AIDS, guides: [{ axis: 'x' as const, at: 450 }], margin: 30 } };
    const board = { ...design.board, width: 1200, height: 600, dpi: 600 };
    const frames = {
      from: { left: 100, top: 100, right: 800, bottom: 800 },
      to: { left: 300, top: 50, right: 1100, bottom: 400 },
    };
    const scaled = refit(design, board, 'scale', frames);
    expect(scaled.parts[0].place).toMatchObject({ x: 700, y: 225, scaleX: 0.5 });
    expect(scaled.aids).toMatchObject({ guides: [{ axis: 'x', at: 700 }], margin: 60 });
    const kept = refit(design, board, 'size');
    expect(kept.parts[0].place).toMatchObject({ x: 600, y: 300, scaleX: 2 });
    const put = refit(design, board, 'position');
    expect(put.parts[0].place).toMatchObject({ x: 900, y: 900, scaleX: 2 });
    expect(put.aids.guides[0].at).toBe(900);
  });

  it('of the artwork alone leaves the aids where they are', () => {
    const design = { ...two(), aids: { ...NO_AIDS, guides: [{ axis: 'x' as const, at: 450 }], margin: 30 } };
    const box = { left: 50, top: 50, right: 500, bottom: 500 };
    const there = fitted(design, box, { left: 0, top: 0, right: 900, bottom: 1800 });
    expect(there.aids).toBe(design.aids);
    expect(there.parts[1].place).toMatchObject({ x: 800, y: 1250, scaleX: 2 });
  });

  it('to the same board does something only when its frame is another', () => {
    const design = two();
    const frame = { left: 0, top: 0, right: 900, bottom: 900 };
    expect(refit(design, design.board, 'scale', { from: frame, to: frame }).parts).toBe(design.parts);
    const half = { ...frame, right: 450, bottom: 450 };
    expect(refit(design, design.board, 'scale', { from: frame, to: half }).parts[0].place.scaleX).toBe(0.5);
  });
});

describe('swapping inks', () => {
  it('puts each where the other was, in every colourway, and twice is nothing', () => {
    const start = applyEdits(two(), [
      { op: 'addKeyline', part: 'one', keyline: { ink: 'b', width: 4, join: 'round' } },
      { op: 'addColourway', colourway: { id: 'day', name: 'Day', inks: { a: '#111111' }, garments: [] } },
      {
        op: 'overridePart',
        colourway: 'day',
        part: 'two',
        change: { keylines: [{ ink: 'a', width: 3, join: 'round' }] },
      },
    ]);
    const swapped = applyEdits(start, swapInks(start, 'a', 'b'));
    expect(swapped.inks).toEqual(start.inks);
    const [one, twoThere] = swapped.parts.map((p) => inksOfPart(p));
    expect([one, twoThere]).toEqual([['b', 'a'], ['a']]);
    expect(swapped.colourways[1].parts!.two.keylines![0].ink).toBe('b');
    expect(applyEdits(swapped, swapInks(swapped, 'a', 'b'))).toEqual(start);
  });
});

describe('differences', () => {
  it('are told part by part, and none are none', () => {
    const mine = two();
    expect(differences(mine, structuredClone(mine))).toEqual([]);
    const theirs = applyEdits(mine, [
      { op: 'rename', name: 'Other' },
      { op: 'place', part: 'one', place: { x: 3 } },
      { op: 'removeParts', parts: ['two'] },
      { op: 'setInk', ink: 'a', value: '#123456' },
    ]);
    expect(differences(mine, theirs)).toEqual([
      'Named “Test” here, “Other” there',
      '“one” differs',
      '“two” is only here',
      'Inks differ',
    ]);
    const turned = applyEdits(mine, [{ op: 'reorder', part: 'one', to: 1 }]);
    expect(differences(mine, turned)).toEqual(['Parts lie in another order']);
    expect(differences(mine, { ...mine, garments: ['bone'] })).toEqual([
      'Only settings such as the garments differ',
    ]);
  });
});

describe('placements as edits', () => {
  const at = (spec: string, side: string, x = 0): Placement => ({
    ...{ spec, side, x, y: 1, scale: 1, turn: 0, mirror: false, narrow: false, ground: null },
    ...{ format: null, colourway: null, colourways: {}, apart: {} },
  });
  const placed = applyEdits(designOf({ a: '#ffffff' }), [
    { op: 'setPlacement', placement: at('mug', 'wrap') },
    { op: 'setPlacement', placement: at('ornament', 'front') },
    { op: 'setPlacement', placement: at('ornament', 'back') },
  ]);
  const keys = (d: Design) => d.placements.map((p) => `${p.spec} ${p.side} ${p.x}`);

  it('replace the one of the same side in its place, and add others at the end', () => {
    const moved = applyEdits(placed, [{ op: 'setPlacement', placement: at('ornament', 'front', 2) }]);
    expect(keys(moved)).toEqual(['mug wrap 0', 'ornament front 2', 'ornament back 0']);
    expect(keys(placed)).toEqual(['mug wrap 0', 'ornament front 0', 'ornament back 0']);
  });

  it('take away one side, or all of a product; what is not there changes nothing', () => {
    const without = (side?: string) =>
      keys(applyEdits(placed, [{ op: 'removePlacement', spec: 'ornament', ...(side ? { side } : {}) }]));
    expect(without('back')).toEqual(['mug wrap 0', 'ornament front 0']);
    expect(without()).toEqual(['mug wrap 0']);
    expect(without('lid')).toEqual(keys(placed));
  });
});
