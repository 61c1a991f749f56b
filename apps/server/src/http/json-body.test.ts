import fc from 'fast-check';
import { BodyError, readBody, scanBody } from './json-body';

const bytes = (text: string) => new TextEncoder().encode(text);
const read = (text: string) => readBody(bytes(text));

describe('a body', () => {
  it('has the fields that JSON.parse finds, and its document as text', () => {
    fc.assert(
      fc.property(
        fc.dictionary(
          fc.string().filter((k) => k !== 'document'),
          fc.jsonValue({ maxDepth: 5 }),
          { maxKeys: 20 },
        ),
        fc.dictionary(fc.string(), fc.jsonValue()),
        fc.constantFrom('', ' ', '\n\t', '  '),
        (fields, document, space) => {
          const whole = Object.assign(Object.create(null) as object, fields, { document });
          const text = space + JSON.stringify(whole, null, space) + space;
          const { body, document: found } = read(text);
          expect(JSON.parse(found!)).toEqual(JSON.parse(JSON.stringify(document)));
          expect(JSON.stringify(body)).toBe(JSON.stringify({ ...fields }));
        },
      ),
      { seed: 11, numRuns: 300 },
    );
  });

  it('ends long texts where they end, wherever quotes and backslashes stand in them', () => {
    const piece = fc.oneof(
      fc.constantFrom('"', '\\', '\\"', '\\\\"', '{', 'ю'),
      fc.integer({ min: 55, max: 75 }).map((n) => 'x'.repeat(n)),
    );
    const long = fc.array(piece, { minLength: 1, maxLength: 12 }).map((pieces) => pieces.join(''));
    fc.assert(
      fc.property(long, long, long, (name, title, path) => {
        const { body, document } = read(JSON.stringify({ name, document: { path }, title }));
        expect(body).toEqual({ name, title });
        expect(JSON.parse(document!)).toEqual({ path });
      }),
      { seed: 12, numRuns: 500 },
    );
    expect(() => read(`{"a":"${'x'.repeat(500)}\\"}`)).toThrow(BodyError);
    expect(() => read(`{"a":"${'x'.repeat(500)}`)).toThrow(BodyError);
  });

  it('is refused where JSON.parse refuses it, whatever was cut or changed', () => {
    const whole = JSON.stringify({ a: [1, { b: '"}' }], name: 'Ow\\l', c: null, d: -1.5e3 });
    fc.assert(
      fc.property(
        fc.nat(whole.length),
        fc.constantFrom('', '"', '}', ',', ':', '[', 'x', '\\'),
        (at, put) => {
          const text = whole.slice(0, at) + put + whole.slice(at + 1);
          let right: unknown;
          try {
            right = JSON.parse(text);
          } catch {
            expect(() => read(text)).toThrow(BodyError);
            return;
          }
          if (typeof right === 'object' && right !== null && !Array.isArray(right))
            expect(read(text).body).toEqual(right);
          else expect(() => read(text)).toThrow(BodyError);
        },
      ),
      { seed: 12, numRuns: 500 },
    );
  });

  it.each([
    ['lists 2,000 deep', `{"a":${'['.repeat(2000)}${']'.repeat(2000)}}`, 400],
    ['a document 2,000 deep', `{"document":{"a":${'['.repeat(2000)}${']'.repeat(2000)}}}`, 400],
    [
      '80,000 keys in one object',
      `{"a":{${Array.from({ length: 80_000 }, (_, i) => `"k${i}":1`).join()}}}`,
      400,
    ],
    ['80,000 fields', `{${Array.from({ length: 80_000 }, (_, i) => `"k${i}":1`).join()}}`, 400],
    ['a list of 3 MB', `{"a":[${'1,'.repeat(1_500_000)}1]}`, 413],
    ['a list instead of an object', '[1]', 400],
    ['text that is no UTF-8', '', 400],
  ])('of %s is refused with its status', (name, text, status) => {
    const given = name.endsWith('UTF-8')
      ? Uint8Array.of(0x7b, 0x22, 0xff, 0x22, 0x3a, 0x31, 0x7d)
      : bytes(text);
    let fault: unknown;
    try {
      readBody(given);
    } catch (error) {
      fault = error;
    }
    expect(fault).toBeInstanceOf(BodyError);
    expect(fault).toMatchObject({ status });
  });

  it('takes "__proto__" for a name like any other', () => {
    const { body } = read('{"__proto__":{"admin":true}}');
    expect(Object.getPrototypeOf(body)).toBe(Object.prototype);
    expect((body as { admin?: boolean }).admin).toBeUndefined();
    expect(Object.keys(body)).toEqual(['__proto__']);
  });

  it('finds where each field lies', () => {
    expect(scanBody(bytes('{ "a" : [1,2] ,"b":"x" }')).map((m) => [m.key, m.start, m.end])).toEqual([
      ['a', 8, 14],
      ['b', 19, 23],
    ]);
  });
});
