import Ajv from 'ajv';
import { contractSchemas, routeNamed } from '../src/http/describe';
import { faultsOf, routeOf } from './held-to-contract';
import { askOf, running, type Running } from './running';

interface Operation {
  requestBody?: { content: Record<string, { schema?: object }> };
  responses: Record<string, { content?: Record<string, { schema: object }> }>;
}

interface Described {
  openapi: string;
  paths: Record<string, Record<string, Operation>>;
  components: { schemas: Record<string, object> };
}

const { routes } = contractSchemas();
let it0: Running;
const described: Described[] = [];

beforeAll(async () => {
  it0 = await running(false);
  for (const path of ['docs-json', 'house/docs-json'])
    described.push((await askOf<Described>(it0, path)).body);
}, 180_000);
afterAll(() => it0.stop());

const operations = () =>
  described.flatMap(({ paths }) =>
    Object.entries(paths).flatMap(([path, methods]) =>
      Object.entries(methods).map(([method, operation]) => ({ route: routeNamed(method, path), operation })),
    ),
  );

describe('the contract', () => {
  it('says of every route what it answers, and of none that there is not', () => {
    expect(
      operations()
        .map((o) => o.route)
        .sort(),
    ).toEqual(Object.keys(routes).sort());
  });

  it('is what the server says of itself: nothing with 204, bytes by their media type, JSON by its schema', () => {
    for (const { route, operation } of operations()) {
      const [[status, { content }]] = Object.entries(operation.responses);
      const answer = routes[route];
      const shown = [route, status, content && Object.keys(content)];
      if (answer.kind === 'nothing') expect(shown).toEqual([route, '204', undefined]);
      else if (answer.kind === 'media') expect(shown.slice(2)).toEqual([[answer.media]]);
      else expect(Object.keys(Object.values(content!)[0].schema).length).toBeGreaterThan(0);
      expect(Object.keys(operation.responses)).toContain('4XX');
    }
  });

  it('has schemas that compile, each with all that it refers to', () => {
    for (const { openapi, components, paths } of described) {
      expect(openapi).toBe('3.1.0');
      const ajv = new Ajv({ strict: false, formats: { 'date-time': true, binary: true } });
      ajv.addSchema({ components }, 'api');
      const whole = JSON.stringify(paths).replaceAll('"#/components/', '"api#/components/');
      for (const methods of Object.values(JSON.parse(whole) as Described['paths']))
        for (const { requestBody, responses } of Object.values(methods))
          for (const { content = {} } of [requestBody ?? {}, ...Object.values(responses)])
            for (const { schema = {} } of Object.values(content))
              expect(typeof ajv.compile(schema)).toBe('function');
    }
  });

  it('is held by every test of the server: what is other is found', () => {
    const at = 'http://127.0.0.1:1';
    expect(routeOf('GET', `${at}/api/designs/names`)).toBe('GET designs/names');
    expect(routeOf('GET', `${at}/shops/x/api/designs/1`)).toBe('GET designs/:id');
    expect(routeOf('GET', `${at}/design/1`)).toBeNull();
    const json = 'application/json; charset=utf-8';
    expect(faultsOf('GET words', 200, json, '["owl"]')).toEqual([]);
    expect(faultsOf('GET words', 200, json, '[1]')).toHaveLength(1);
    expect(faultsOf('GET shop', 200, json, '{"name":null,"more":1}')).toHaveLength(1);
    expect(faultsOf('GET shop', 200, json, '{}')).toHaveLength(1);
    expect(faultsOf('PUT watched', 200, json, '{}')).toHaveLength(1);
    expect(faultsOf('PUT watched', 204, '', '')).toEqual([]);
  });
});
