import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { IntlMessageFormat } from 'intl-messageformat';
import type { Plugin } from 'vite';

type Sentences = typeof import('@brelm/core/sentences');
type Catalogue = Readonly<Record<string, string>>;

const PARSER = '@formatjs/icu-messageformat-parser';

const eachOf = (catalogue: Catalogue, parse: (message: string) => unknown): string =>
  JSON.stringify(Object.fromEntries(Object.entries(catalogue).map(([k, m]) => [k, parse(m)])));

/** A message of the interface: parsed, unless it is said as it stands. */
function own(message: string): unknown {
  const ast = new IntlMessageFormat(message, 'en').getAst();
  const [only] = ast;
  return ast.length === 1 && only.type === 0 && !/['{<]/.test(only.value) ? only.value : ast;
}

/** A sentence of core, which takes titles with tags in them as they are. */
const ofCore = (message: string): unknown =>
  new IntlMessageFormat(message, 'en', undefined, { ignoreTag: true }).getAst();

/**
 * Parses the catalogues of what is said, the interface's own and core's, and leaves the parser out of what a browser loads.
 * Core's are taken as they were compiled, which is done before the interface is built.
 */
export const words = (): Plugin => ({
  name: 'words',
  enforce: 'pre',
  resolveId(source, importer) {
    return source === PARSER ? this.resolve(`${PARSER}/lib/no-parser.js`, importer) : null;
  },
  load(id) {
    if (/\/words\/(english|german)\/\w+\.json$/.test(id))
      return eachOf(JSON.parse(readFileSync(id, 'utf8')) as Catalogue, own);
    const language = /\/core\/src\/sentences\/(english|german)\.ts$/.exec(id)?.[1];
    if (!language) return null;
    const { LANGUAGES } = createRequire(import.meta.url)('@brelm/core/sentences') as Sentences;
    return language === 'english'
      ? `export const ENGLISH = ${eachOf(LANGUAGES.en, ofCore)}`
      : `export const GERMAN = ${eachOf(LANGUAGES.de, ofCore)}`;
  },
});
