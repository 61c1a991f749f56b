import { readdirSync, readFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { TYPE, type MessageFormatElement } from '@formatjs/icu-messageformat-parser';
import { IntlMessageFormat } from 'intl-messageformat';
import ts from 'typescript';

const SRC = join(__dirname, '..');
const catalogue = (language: string, room: string): Record<string, string> =>
  JSON.parse(readFileSync(join(__dirname, language, `${room}.json`), 'utf8')) as Record<string, string>;
const ROOMS = readdirSync(join(__dirname, 'english')).map((f) => basename(f, '.json'));

/** What a message names: values and tags. */
function namedIn(message: string): string[] {
  const walk = (elements: readonly MessageFormatElement[]): string[] =>
    elements.flatMap((e) => {
      if (e.type === TYPE.literal || e.type === TYPE.pound) return [];
      if (e.type === TYPE.tag) return [e.value, ...walk(e.children)];
      if (e.type === TYPE.plural || e.type === TYPE.select)
        return [e.value, ...Object.values(e.options).flatMap((o) => walk(o.value))];
      return [e.value];
    });
  return [...new Set(walk(new IntlMessageFormat(message, 'en').getAst()))].sort();
}

/** Files of the interface, parsed. */
const files = readdirSync(SRC, { recursive: true, encoding: 'utf8' })
  .filter((f) => /\.tsx?$/.test(f) && !/\.test\.|\.d\.ts$|^words\//.test(f))
  .map((name) => {
    const text = readFileSync(join(SRC, name), 'utf8');
    return { name, text, tree: ts.createSourceFile(name, text, ts.ScriptTarget.Latest, true) };
  });

function eachNode(node: ts.Node, visit: (node: ts.Node) => void): void {
  visit(node);
  ts.forEachChild(node, (child) => eachNode(child, visit));
}

/** Names that an object literal gives values to; null where something is spread into it, and it cannot be told. */
const given = (values: ts.Expression | undefined): string[] | null => {
  if (!values) return [];
  if (!ts.isObjectLiteralExpression(values) || values.properties.some(ts.isSpreadAssignment)) return null;
  return values.properties.map((p) => p.name!.getText()).sort();
};

describe('what the interface says', () => {
  it.each(ROOMS)('in %s is said in German, too: the same keys, and the same named in each', (room) => {
    const [english, german] = [catalogue('english', room), catalogue('german', room)];
    expect(Object.keys(german)).toEqual(Object.keys(english));
    const unlike = Object.keys(english).filter(
      (k) => namedIn(german[k]).join() !== namedIn(english[k]).join(),
    );
    expect(unlike).toEqual([]);
  });

  it('is asked for by a key that is there, with the values that it names; and all that is there is asked for', () => {
    const wrong: string[] = [];
    const asked = new Map(ROOMS.map((room) => [room, new Set<string>()]));
    for (const { name, text, tree } of files) {
      const room = /import \{ say \} from '[./]*\/words\/(\w+)';/.exec(text)?.[1];
      if (!room) continue;
      const english = catalogue('english', room);
      eachNode(tree, (node) => {
        if (!ts.isCallExpression(node)) return;
        const called = node.expression.getText();
        if (called !== 'say' && called !== 'say.rich') return;
        const [key, values] = node.arguments;
        if (!ts.isStringLiteral(key))
          return void wrong.push(`${name}: ${key.getText()} is no key that is written out`);
        asked.get(room)!.add(key.text);
        if (!Object.hasOwn(english, key.text))
          return void wrong.push(`${name}: there is no ${room}.${key.text}`);
        const names = given(values);
        if (names && names.join() !== namedIn(english[key.text]).join())
          wrong.push(
            `${name}: ${room}.${key.text} names ${namedIn(english[key.text]).join()}, not ${names.join()}`,
          );
      });
    }
    for (const room of ROOMS)
      for (const key of Object.keys(catalogue('english', room)))
        if (!asked.get(room)!.has(key)) wrong.push(`nothing says ${room}.${key}`);
    expect(wrong).toEqual([]);
  });

  it('is not written in the code: no text between tags, and none in what a control is called', () => {
    // Names of formats, of keys and of Brelm itself are the same in every language.
    const SAME =
      /^(Brelm|\w+@duskwren\.example|Ctrl Enter|DXF|SVG|PNG|PDF|CSV|YAML|JSON|[\W\d_]*(px|mm|cm|in|dpi|s|MB|L|ms|R|G|B)?[\W\d_]*)$/;
    const CALLED = [
      'label',
      'aria-label',
      'title',
      'placeholder',
      'alt',
      'hint',
      'heading',
      'aria-roledescription',
    ];
    const left: string[] = [];
    for (const { name, tree } of files)
      eachNode(tree, (node) => {
        const text = ts.isJsxText(node)
          ? node.text
          : ts.isJsxAttribute(node) &&
              CALLED.includes(node.name.getText()) &&
              node.initializer &&
              ts.isStringLiteral(node.initializer)
            ? node.initializer.text
            : '';
        if (/\p{L}{2}/u.test(text) && !SAME.test(text.trim())) left.push(`${name}: ${text.trim()}`);
      });
    expect(left).toEqual([]);
  });
});
