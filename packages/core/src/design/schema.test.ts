import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import Ajv2020 from 'ajv/dist/2020';
import { designSchema, readDesign } from './index';
import { place, shapeOf } from '../parts';
import { DEMO } from '../../testing';

const json = (path: string) => JSON.parse(readFileSync(path, 'utf8')) as Record<string, unknown>;
const owls = () => json(join(DEMO, 'designs/count-owls-not-sheep.brelm.json'));
const schema = new Ajv2020({ strict: false }).compile(json(join(DEMO, '../docs/design.schema.json')));

const taken = (document: unknown): boolean => {
  try {
    readDesign(document);
    return true;
  } catch {
    return false;
  }
};

describe('the schema', () => {
  const shapes = (document: unknown) =>
    (document as { sides: { parts: Record<string, unknown>[] }[] }).sides[0].parts;
  const withShape = (change: Record<string, unknown>) => {
    const document = structuredClone(owls());
    const part = shapeOf('star', place(2000, 2000), 'star', 400, 'bone');
    shapes(document).push({ ...JSON.parse(JSON.stringify(part)), ...change } as Record<string, unknown>);
    return document;
  };
  const both = (document: unknown) => [schema(document), taken(document)];

  it('is what docs/design.schema.json says: `npm run schema` writes it', () => {
    expect(json(join(DEMO, '../docs/design.schema.json'))).toEqual(
      JSON.parse(JSON.stringify(designSchema())),
    );
  });

  it('takes what the reader takes and refuses what it refuses, where they differed', () => {
    expect(both(withShape({}))).toEqual([true, true]);
    expect(both(withShape({ values: {} }))).toEqual([false, false]);
    const stroke = (dash: number[]) => ({ stroke: { ink: 'bone', width: 4, dash } });
    expect(both(withShape(stroke([3, 2])))).toEqual([true, true]);
    expect(both(withShape(stroke([3, 0.01])))).toEqual([false, false]);
    const picture = structuredClone(owls());
    const part = shapes(picture).find((x) => x.kind === 'picture');
    if (part) {
      part.shade = { kind: 'drop', ink: 'bone', dx: 4, dy: 4 };
      expect(both(picture)).toEqual([false, false]);
    }
    expect(part).toBeDefined();
  });
});
