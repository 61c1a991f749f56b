import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';
import { withMoments } from './answers';

const SOURCES = join(__dirname, '..');
/** Classes whose routes several controllers have, with what one of them is at. */
const SHARED: Record<string, string> = {
  LooksController: 'lettering-styles',
  MarketRoutes: 'markets/gannet-row',
};

/** Calls of a decorator: its name and the text that it is given. */
const decorators = (node: ts.HasDecorators): [string, string][] =>
  (ts.getDecorators(node) ?? []).flatMap(({ expression }): [string, string][] => {
    if (!ts.isCallExpression(expression)) return [];
    const [given] = expression.arguments;
    return [[expression.expression.getText(), given && ts.isStringLiteralLike(given) ? given.text : '']];
  });

/** Each route of a file with the type that its method says it answers. */
function routesIn(file: string): { route: string; says: string }[] {
  const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true);
  return source.statements.filter(ts.isClassDeclaration).flatMap((controller) => {
    const at =
      decorators(controller).find(([name]) => name === 'Controller')?.[1] ??
      SHARED[controller.name?.text ?? ''];
    if (at === undefined) return [];
    const base = file.includes('/house/') ? `house/${at}` : at;
    return controller.members.filter(ts.isMethodDeclaration).flatMap((method) =>
      decorators(method)
        .filter(([name]) => /^(Get|Post|Put|Patch|Delete|Sse)$/.test(name))
        .map(([name, path]) => ({
          route: `${name === 'Sse' ? 'GET' : name.toUpperCase()} ${[base, path].join('/').replace(/^\/|\/(?=\/)|\/$/g, '')}`,
          says: method.type?.getText() ?? '',
        })),
    );
  });
}

describe('what the methods of routes say that they answer', () => {
  const files = (readdirSync(SOURCES, { recursive: true }) as string[])
    .filter((f) => /(controller|market-routes)\.ts$/.test(f))
    .map((f) => join(SOURCES, f));
  const routes = files.flatMap(routesIn);

  it('is looked for in every controller', () => {
    expect(routes.length).toBeGreaterThan(240);
  });

  it('is the answer of that very route in the contract, bytes, or events', () => {
    const other = routes.filter(
      ({ route, says }) =>
        !/^(Promise<)?(StreamableFile|string|Observable<MessageEvent>)>?$/.test(says) &&
        !says.includes(`Answer<'${route}'>`) &&
        !says.includes(`AsText<'${route}'>`),
    );
    expect(other).toEqual([]);
  });
});

describe('a row that goes out', () => {
  it('has moments for its dates, and all else as it was', () => {
    const row = { at: new Date(0), never: null as Date | null, n: 1, list: [1] };
    expect(withMoments(row)).toEqual({ at: '1970-01-01T00:00:00.000Z', never: null, n: 1, list: [1] });
  });
});
