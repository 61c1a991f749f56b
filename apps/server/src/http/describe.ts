import { readFileSync } from 'node:fs';
import type { INestApplication } from '@nestjs/common';
import { DocumentBuilder, SwaggerModule, type OpenAPIObject } from '@nestjs/swagger';

/** How a route answers: the contract made into schemas (JSON Schema, whose references are to `definitions`). */
export type RouteAnswer =
  { kind: 'nothing' } | { kind: 'media'; media: string } | { kind: 'json' | 'events'; schema: object };

export interface ContractSchemas {
  routes: Record<string, RouteAnswer>;
  definitions: Record<string, object>;
}

let schemas: ContractSchemas | undefined;

/** The contract of `@brelm/contract`, as it was built. */
export function contractSchemas(): ContractSchemas {
  schemas ??= JSON.parse(
    readFileSync(require.resolve('@brelm/contract/answers.json'), 'utf8'),
  ) as ContractSchemas;
  return schemas;
}

/** What the contract calls a route that is described: `GET designs/:id`. */
export const routeNamed = (method: string, path: string): string =>
  `${method.toUpperCase()} ${path.replace(/^\/api\//, '').replace(/\{(\w+)\}/g, ':$1')}`;

const inOpenApi = (schema: object): object =>
  JSON.parse(JSON.stringify(schema).replaceAll('"#/definitions/', '"#/components/schemas/')) as object;

/** What is refused, as the filter of faults says it. */
const REFUSAL = {
  type: 'object',
  properties: {
    message: { type: 'string', description: 'What is wrong, in words.' },
    faults: {
      type: 'array',
      description: 'Each field that is wrong.',
      items: {
        type: 'object',
        properties: { field: { type: 'string' }, message: { type: 'string' } },
        required: ['field', 'message'],
      },
    },
  },
  required: ['message'],
};

const content = (answer: RouteAnswer): object | undefined =>
  answer.kind === 'nothing'
    ? undefined
    : answer.kind === 'media'
      ? { [answer.media]: { schema: { type: 'string', format: 'binary' } } }
      : {
          [answer.kind === 'json' ? 'application/json' : 'text/event-stream']: {
            schema: inOpenApi(answer.schema),
          },
        };

/** The definitions that something refers to, and those that they refer to. */
function namedIn(value: object, definitions: ContractSchemas['definitions']): string[] {
  const found = new Set<string>();
  const look = (text: string) => {
    for (const [, name] of text.matchAll(/"#\/(?:components\/schemas|definitions)\/([^"]+)"/g)) {
      if (found.has(name) || !(name in definitions)) continue;
      found.add(name);
      look(JSON.stringify(definitions[name]));
    }
  };
  look(JSON.stringify(value));
  return [...found];
}

/** Says of each operation what it answers where all is well, and where it is refused. */
export function withAnswers(described: OpenAPIObject): OpenAPIObject {
  const { routes, definitions } = contractSchemas();
  const paths = Object.fromEntries(
    Object.entries(described.paths).map(([path, methods]) => [
      path,
      Object.fromEntries(
        Object.entries(
          methods as Record<string, { responses: Record<string, { description?: string }> }>,
        ).map(([method, operation]) => {
          const answer = routes[routeNamed(method, path)];
          if (!answer) return [method, operation];
          const [status = '200'] = Object.keys(operation.responses).filter((s) => s.startsWith('2'));
          return [
            method,
            {
              ...operation,
              responses: {
                [status]: {
                  description: operation.responses[status]?.description ?? '',
                  content: content(answer),
                },
                '4XX': {
                  description: 'Refused.',
                  content: { 'application/json': { schema: { $ref: '#/components/schemas/Refusal' } } },
                },
              },
            },
          ];
        }),
      ),
    ]),
  );
  const shared = Object.fromEntries(
    namedIn(paths, definitions).map((name) => [name, inOpenApi(definitions[name])]),
  );
  return {
    ...described,
    paths,
    components: {
      ...described.components,
      schemas: { ...described.components?.schemas, ...shared, Refusal: REFUSAL },
    },
  } as OpenAPIObject;
}

/** Describes an application at an address: what each route is asked, and what it answers. Made once it is asked for. */
export function describeAt(app: INestApplication, address: string, title: string): void {
  SwaggerModule.setup(address, app, () =>
    withAnswers(
      SwaggerModule.createDocument(
        app,
        // The dialect whose schemas are JSON Schema.
        new DocumentBuilder().setOpenAPIVersion('3.1.0').setTitle(title).setVersion('1').build(),
      ),
    ),
  );
}
