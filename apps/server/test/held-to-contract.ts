import Ajv from 'ajv';
import { contractSchemas, type RouteAnswer } from '../src/http/describe';

const { routes, definitions } = contractSchemas();
const ajv = new Ajv({
  strict: false,
  allErrors: true,
  formats: { 'date-time': /^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d+)?Z$/ },
});
ajv.addSchema({ definitions }, 'contract');
const compiled = new Map<string, ReturnType<typeof ajv.compile>>();

/** The routes as patterns; one whose address is written out goes before one with a name for anything. */
const patterns = Object.keys(routes)
  .map((route) => {
    const [method, path] = route.split(' ');
    return { route, method, pieces: path.split('/') };
  })
  .sort((a, b) => a.pieces.filter((p) => p[0] === ':').length - b.pieces.filter((p) => p[0] === ':').length);

/** Which route of the contract a request is for; null where it is for no API. */
export function routeOf(method: string, url: string): string | null {
  const path = /^(?:\/shops\/[^/]+)?\/api\/(.+)$/.exec(new URL(url).pathname)?.[1];
  if (!path) return null;
  const pieces = path.split('/');
  return (
    patterns.find(
      (p) =>
        p.method === method &&
        p.pieces.length === pieces.length &&
        p.pieces.every((piece, i) => piece[0] === ':' || piece === pieces[i]),
    )?.route ?? null
  );
}

/** What is wrong with an answer by its contract, in words; none where nothing is. */
export function faultsOf(route: string, status: number, type: string, text: string): string[] {
  const answer: RouteAnswer = routes[route];
  if (answer.kind === 'nothing')
    return status === 204 && text === ''
      ? []
      : [`answers ${status} with “${text.slice(0, 80)}” instead of nothing`];
  if (answer.kind !== 'json') return type.startsWith('application/json') ? ['answers JSON'] : [];
  if (!type.startsWith('application/json')) return [`answers ${type || 'no type'} instead of JSON`];
  let check = compiled.get(route);
  if (!check) {
    const schema = JSON.parse(
      JSON.stringify(answer.schema).replaceAll('"#/definitions/', '"contract#/definitions/'),
    ) as object;
    compiled.set(route, (check = ajv.compile(schema)));
  }
  if (check(JSON.parse(text))) return [];
  return (check.errors ?? [])
    .slice(0, 5)
    .map((e) => `${e.instancePath || '(all)'} ${e.message} ${JSON.stringify(e.params)}`);
}

/** What answers that were seen were not as the contract says; emptied by who reads it. */
export const broken: string[] = [];
/** Routes that were answered well. */
export const answered = new Set<string>();

const asked = globalThis.fetch;
/** Every answer that a test gets is held to the contract. */
globalThis.fetch = async (input, init) => {
  const response = await asked(input, init);
  const url = input instanceof Request ? input.url : input.toString();
  const method = (init?.method ?? (input instanceof Request ? input.method : 'GET')).toUpperCase();
  const route = response.ok ? routeOf(method, url) : null;
  const kind = route && routes[route].kind;
  if (route && (kind === 'json' || kind === 'nothing'))
    // An answer that is given up while it comes is nobody's.
    await response
      .clone()
      .text()
      .then(
        (text) => {
          answered.add(route);
          const type = response.headers.get('content-type') ?? '';
          broken.push(...faultsOf(route, response.status, type, text).map((fault) => `${route}: ${fault}`));
        },
        () => undefined,
      );
  return response;
};
