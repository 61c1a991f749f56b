import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import Ajv2020 from 'ajv/dist/2020';
import fc from 'fast-check';
import { circle, DEMO, designOf, shape, written } from '../../testing';
import { anyValue, type AnyRefs } from '../../testing/any-field';
import { DocumentError } from '../fields';
import { mapPart, PART_FIELD, type Part } from '../parts';
import { designSchema, documentOf, readDesign, scaledPart } from './index';

const SEED = 26;
const REFS: AnyRefs = { ink: ['a', 'b', 'c'], material: ['moon'], bundle: ['pair'] };
const INKS = { a: '#ffffff', b: '#b3492a', c: '#20262a' };
const MATERIAL = {
  id: 'moon',
  name: 'Moon',
  file: 'm.png',
  width: 60000,
  height: 60000,
  licence: { id: 'own' },
};

const schema = new Ajv2020({ strict: false }).compile(designSchema());

function documentWith(part: unknown): Record<string, unknown> {
  const document = written({
    ...designOf(INKS),
    materials: [MATERIAL],
    bundles: [{ id: 'pair', name: '', bundle: null, joined: null }],
  });
  (document.sides as { parts: unknown[] }[])[0].parts = [part];
  return document;
}

function faultsOf(document: unknown): string[] {
  try {
    readDesign(document);
    return [];
  } catch (error) {
    if (!(error instanceof DocumentError)) throw error;
    return error.faults.map((f) => `${f.field}: ${f.message}`);
  }
}

/** What only rules between fields say: no schema can. */
const BETWEEN_FIELDS =
  /there is no|used twice|leaves nothing|before the end of the span|spans\[\d+\]\.(from|to): must be from|measure\.most: must be from|of another side|less than that of the one before|\.path: path/;

/** All paths into a value, each to a thing that can be spoilt. */
const pathsOf = (value: unknown, path: (string | number)[] = []): (string | number)[][] =>
  typeof value !== 'object' || value === null
    ? [path]
    : [
        path,
        ...Object.entries(value).flatMap(([k, v]) =>
          pathsOf(v, [...path, Array.isArray(value) ? Number(k) : k]),
        ),
      ];

function spoilt(value: unknown, path: readonly (string | number)[], by: unknown): unknown {
  const copy = structuredClone(value) as Record<string | number, unknown>;
  const at = path.slice(0, -1).reduce<Record<string | number, unknown>>((o, k) => o[k] as typeof o, copy);
  const key = path.at(-1)!;
  if (by === undefined && Array.isArray(at)) at.splice(Number(key), 1);
  else if (by === undefined) delete at[key];
  else at[key] = by;
  return copy;
}

describe('the fields of a part', () => {
  const anyPart = anyValue(PART_FIELD, REFS) as fc.Arbitrary<Record<string, unknown>>;

  it('read what they allow, and the schema takes it too', () => {
    fc.assert(
      fc.property(anyPart, (part) => {
        const document = documentWith(part);
        expect(
          faultsOf(document).filter((f) => !BETWEEN_FIELDS.test(f) && !/a picture takes no/.test(f)),
        ).toEqual([]);
        if (part.kind !== 'picture') expect(schema(document) || schema.errors).toBe(true);
      }),
      { seed: SEED, numRuns: 300 },
    );
  });

  it('are spoilt for the schema wherever they are for the reader, but for what lies between fields', () => {
    const junk = fc.constantFrom(undefined, null, 'owl', -1e9, 0.5, true, [], {}, [1, 2, 3], { owl: 1 });
    fc.assert(
      fc.property(anyPart, fc.nat(), junk, (part, at, by) => {
        const paths = pathsOf(part).filter((p) => p.length);
        const document = documentWith(spoilt(part, paths[at % paths.length], by));
        const faults = faultsOf(document);
        const taken = schema(document);
        if (!taken) expect(faults).not.toEqual([]);
        else expect(faults.filter((f) => !BETWEEN_FIELDS.test(f))).toEqual([]);
      }),
      { seed: SEED, numRuns: 800 },
    );
  });

  it('are the same after they were read, written and read', () => {
    fc.assert(
      fc.property(anyPart, (part) => {
        const document = documentWith(part);
        if (faultsOf(document).length) return;
        const once = readDesign(document);
        expect(readDesign(JSON.parse(JSON.stringify(documentOf(once))))).toEqual(once);
      }),
      { seed: SEED, numRuns: 200 },
    );
  });

  const read = (part: unknown): Part | null => {
    const document = documentWith(part);
    return faultsOf(document).length ? null : readDesign(document).parts[0];
  };

  it('name every ink: with all inks renamed and back a part is as it was, and the very same where none is', () => {
    fc.assert(
      fc.property(anyPart, (given) => {
        const part = read(given);
        if (!part) return;
        expect(mapPart(part, { ref: (_to, id) => id })).toBe(part);
        const renamed = mapPart(part, { ref: (to, id) => (to === 'ink' ? `new-${id}` : id) });
        expect(JSON.stringify(renamed)).not.toMatch(/"(ink|fill|to)":"[abc]"/);
        expect(mapPart(renamed, { ref: (_to, id) => id.replace('new-', '') })).toEqual(part);
      }),
      { seed: SEED, numRuns: 300 },
    );
  });

  it('can be read whatever they are scaled by', () => {
    fc.assert(
      fc.property(anyPart, fc.constantFrom(0.01, 0.3, 1, 3.5, 100), (given, k) => {
        const part = read(given);
        if (!part) return;
        const scaled = scaledPart(part, k);
        if (Math.abs(scaled.place.scaleX) > 1000 || Math.abs(scaled.place.scaleY) > 1000) return;
        if (Math.abs(scaled.place.x) > 1e7 || Math.abs(scaled.place.y) > 1e7) return;
        expect(faultsOf(documentWith(scaled))).toEqual([]);
        if (k === 1) expect(scaled).toEqual(part);
      }),
      { seed: SEED, numRuns: 300 },
    );
  });
});

describe('earlier versions', () => {
  const kept = (version: number): Record<string, unknown> =>
    JSON.parse(
      readFileSync(join(__dirname, `../../testing/kept/version-${version}.brelm.json`), 'utf8'),
    ) as Record<string, unknown>;

  it('read version 1, of one board, as a design of one side that is called as its product’s', () => {
    const document = kept(1);
    const design = readDesign(document);
    const now = readDesign(JSON.parse(readFileSync(join(DEMO, 'designs/bog-standard.brelm.json'), 'utf8')));
    expect(design.side).toEqual({ id: 'face', name: '' });
    expect(design.parts).toEqual(now.parts);
    expect(documentOf(design)).toMatchObject({ version: 3, sides: [{ id: 'face', board: document.board }] });
    expect(schema(written(design)) || schema.errors).toBe(true);
  });

  it('say what is wrong with them in their own terms', () => {
    const document = kept(1);
    (document.parts as { opacity: number }[])[0].opacity = 7;
    expect(faultsOf(document)).toEqual(['parts[0].opacity: must be from 0 to 1']);
    expect(faultsOf({ ...document, board: undefined })[0]).toMatch(/^board: is missing/);
    expect(faultsOf({ ...kept(1), sparkle: 1 })).toEqual(['sparkle: is not a field of this format']);
  });

  it('are never guessed at: a version that is not known is refused', () => {
    for (const version of [0, 4, 1.5, '1', null, undefined])
      expect(faultsOf({ ...kept(1), version })[0]).toMatch(
        /^version: is .*: this Brelm reads versions 1, 2 and 3/,
      );
  });
});

describe('sides in a document', () => {
  const part = (id: string) => shape(id, circle(450, 450, 50), 'a');
  const two = () => {
    const document = written(designOf(INKS, part('moth')));
    const [front] = document.sides as Record<string, unknown>[];
    const back = { ...structuredClone(front), id: 'back', parts: [JSON.parse(JSON.stringify(part('owl')))] };
    return { ...document, sides: [front, back] as Record<string, unknown>[] };
  };

  it('have ids of their own, and parts and bundles that stand once in the design', () => {
    expect(faultsOf(two())).toEqual([]);
    const twin = two();
    twin.sides[1].id = 'front';
    expect(faultsOf(twin)).toEqual(['sides[1].id: "front" is used twice']);
    const same = two();
    (same.sides[1].parts as { id: string }[])[0].id = 'moth';
    expect(faultsOf(same)).toEqual(['sides[1].parts[0].id: "moth" is used twice']);
    const bundled = two();
    bundled.sides[0].bundles = [{ id: 'pair', name: '' }];
    (bundled.sides[1].parts as { bundle: string }[])[0].bundle = 'pair';
    expect(faultsOf(bundled)).toEqual(['sides[1].parts[0].bundle: "pair" is a bundle of another side']);
    expect(faultsOf({ ...two(), sides: [] })).toEqual(['sides: must have at least one']);
  });
});
