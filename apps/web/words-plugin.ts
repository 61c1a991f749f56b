import { IntlMessageFormat } from 'intl-messageformat';
import type { Plugin } from 'vite';

const PARSER = '@formatjs/icu-messageformat-parser';

/** A message that is more than its text, parsed. */
function parsed(message: string): unknown {
  const ast = new IntlMessageFormat(message, 'en').getAst();
  const [only] = ast;
  return ast.length === 1 && only.type === 0 ? only.value : ast;
}

/** Parses the catalogues of what the interface says, and leaves the parser out of what a browser loads. */
export const words = (): Plugin => ({
  name: 'words',
  enforce: 'pre',
  resolveId(source, importer) {
    return source === PARSER ? this.resolve(`${PARSER}/lib/no-parser.js`, importer) : null;
  },
  transform(code, id) {
    if (!/\/words\/(english|german)\/\w+\.json$/.test(id)) return null;
    const catalogue = JSON.parse(code) as Record<string, string>;
    return {
      code: JSON.stringify(Object.fromEntries(Object.entries(catalogue).map(([k, m]) => [k, parsed(m)]))),
      map: null,
    };
  },
});
