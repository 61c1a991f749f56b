import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { IntlMessageFormat } from 'intl-messageformat';
import type { Plugin } from 'vite';

type Sentences = typeof import('@brelm/core/sentences');

const PARSER = '@formatjs/icu-messageformat-parser';

/** A message that is more than its text, parsed. */
function parsed(message: string, ignoreTag: boolean): unknown {
  const ast = new IntlMessageFormat(message, 'en', undefined, { ignoreTag }).getAst();
  const [only] = ast;
  return ast.length === 1 && only.type === 0 ? only.value : ast;
}

const allParsed = (catalogue: Readonly<Record<string, string>>, ignoreTag: boolean): string =>
  JSON.stringify(Object.fromEntries(Object.entries(catalogue).map(([k, m]) => [k, parsed(m, ignoreTag)])));

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
    const own = /\/words\/(english|german)\/\w+\.json$/.test(id);
    if (own) return allParsed(JSON.parse(readFileSync(id, 'utf8')) as Record<string, string>, false);
    const core = /\/core\/src\/sentences\/(english|german)\.ts$/.exec(id)?.[1];
    if (!core) return null;
    const { LANGUAGES } = createRequire(import.meta.url)('@brelm/core/sentences') as Sentences;
    return core === 'english'
      ? `export const ENGLISH = ${allParsed(LANGUAGES.en, true)}`
      : `export const GERMAN = ${allParsed(LANGUAGES.de, true)}`;
  },
});
