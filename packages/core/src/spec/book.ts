import {
  isAlias,
  isMap,
  isScalar,
  isSeq,
  LineCounter,
  parseDocument,
  stringify,
  type Document,
  type Node,
} from 'yaml';
import { Checked, DocumentError, type FieldFault } from '../fields';
import { specOf } from './read';
import type { Spec } from './types';

/** What is wrong with a spec file at one place of it. */
export interface SpecFault extends FieldFault {
  /** Line and column, from 1; 0 where a fault belongs to no line. */
  line: number;
  column: number;
}

/** A spec file that cannot be used: every fault by line and field. */
export class SpecFileError extends DocumentError {
  constructor(readonly places: readonly SpecFault[]) {
    super(places);
    this.message = places.map(faultText).join('\n');
    this.name = 'SpecFileError';
  }
}

/** A fault as it is said: `line 12, sides[0].widthIn: must be a number`. */
export const faultText = ({ line, field, message }: SpecFault): string =>
  [line ? `line ${line}` : '', field].filter(Boolean).join(', ') + (line || field ? ': ' : '') + message;

/** Largest spec file, bytes, and most specs of one file. */
export const MOST_SPEC_BYTES = 4_000_000;
export const MOST_SPECS = 2000;

const only = (message: string, line = 0, column = 0): SpecFileError =>
  new SpecFileError([{ field: '', message, line, column }]);

/** The text of a file in UTF-8 or, by its byte order mark, UTF-16. Throws a SpecFileError. */
export function specText(bytes: Uint8Array): string {
  if (bytes.length > MOST_SPEC_BYTES)
    throw only(
      `the file has ${(bytes.length / 1e6).toFixed(1)} MB: at most ${MOST_SPEC_BYTES / 1e6} MB are read`,
    );
  const [a, b] = bytes;
  const encoding = a === 0xff && b === 0xfe ? 'utf-16le' : a === 0xfe && b === 0xff ? 'utf-16be' : 'utf-8';
  try {
    return new TextDecoder(encoding, { fatal: true }).decode(bytes);
  } catch {
    throw only('the file is not written in UTF-8 or UTF-16: save it again as UTF-8');
  }
}

/** `sides[0].widthIn` as the steps to it. */
const stepsOf = (field: string): (string | number)[] =>
  [...field.matchAll(/([^.[\]]+)|\[(\d+)\]/g)].map(([, key, index]) =>
    index === undefined ? key : Number(index),
  );

/** Where a field stands: itself, or the nearest thing around it that is there. */
function offsetOf(document: Document.Parsed, field: string): number {
  let node = document.contents as Node | null;
  let offset = node?.range?.[0] ?? 0;
  for (const step of stepsOf(field)) {
    if (isAlias(node)) node = node.resolve(document) as Node | null;
    if (isMap(node)) {
      const pair = node.items.find((p) => isScalar(p.key) && p.key.value === step);
      if (!pair) return offset;
      offset = (pair.key as Node).range?.[0] ?? offset;
      node = pair.value as Node | null;
    } else if (isSeq(node) && typeof step === 'number') {
      node = (node.items[step] as Node | undefined) ?? null;
      offset = node?.range?.[0] ?? offset;
    } else return offset;
  }
  return offset;
}

/** True when a value holds itself, as an alias within its own anchor makes it. */
function goesRound(value: unknown, within: ReadonlySet<unknown> = new Set()): boolean {
  if (typeof value !== 'object' || value === null) return false;
  if (within.has(value)) return true;
  const inside = new Set(within).add(value);
  return Object.values(value).some((v) => goesRound(v, inside));
}

/** Reads the specs of a document: one, a list of them, or a book. */
function specsOf(d: Checked): Spec[] {
  if (Array.isArray(d.value)) return listOf(d);
  if (d.at('format').value === 'brelm-spec') return [specOf(d)];
  d.object(['$schema', 'format', 'version', 'marketplace', 'specs']);
  d.at('format').oneOf(['brelm-spec-book']);
  if (d.at('version').value !== 1) d.at('version').fault('this Brelm reads version 1 of a spec book');
  const of = d.at('marketplace');
  const specs = listOf(d.at('specs'), of.missing ? undefined : of.string({ max: 120 }));
  return specs;
}

function listOf(list: Checked, marketplace?: string): Spec[] {
  if (Array.isArray(list.value) && list.value.length === 0) list.fault('holds no spec');
  const specs = list.list((s) => specOf(s.with({ format: 'brelm-spec', version: 2, marketplace })), {
    max: MOST_SPECS,
  });
  const seen = new Set<string>();
  specs.forEach(({ id }, i) => {
    if (id && seen.has(id)) list.at(i).at('id').fault(`"${id}" is used twice`);
    seen.add(id);
  });
  return specs;
}

/**
 * Reads a spec file, YAML 1.2 or JSON (which is YAML, too): one spec, a list, or a book of a whole
 * marketplace. Throws a SpecFileError that names each fault by line, column and field.
 */
export function readSpecFile(text: string): Spec[] {
  const lines = new LineCounter();
  const at = (offset: number) => {
    const { line, col } = lines.linePos(offset);
    return { line, column: col };
  };
  const document = parseDocument(text, { lineCounter: lines, prettyErrors: false, uniqueKeys: true });
  if (document.errors.length)
    throw new SpecFileError(
      document.errors.slice(0, 20).map((e) => ({ field: '', message: e.message, ...at(e.pos[0]) })),
    );
  if (document.contents === null) throw only('the file is empty');
  let value: unknown;
  try {
    value = document.toJS({ maxAliasCount: 200 });
  } catch (error) {
    throw only(
      error instanceof RangeError && /stack/i.test(error.message)
        ? 'the file is nested too deeply'
        : `the file cannot be read: ${(error as Error).message}`,
      1,
      1,
    );
  }
  if (goesRound(value)) throw only('the file refers to itself: an alias stands within its own anchor', 1, 1);
  try {
    return Checked.read(value, specsOf);
  } catch (error) {
    if (!(error instanceof DocumentError)) throw error;
    throw new SpecFileError(error.faults.map((f) => ({ ...f, ...at(offsetOf(document, f.field)) })));
  }
}

/** Specs as a file: YAML for people, JSON for programs. One spec stands by itself, several make a book. */
export function writeSpecFile(specs: readonly Spec[], format: 'yaml' | 'json'): string {
  const markets = new Set(specs.map((s) => s.marketplace));
  const document =
    specs.length === 1
      ? specs[0]
      : {
          format: 'brelm-spec-book',
          version: 1,
          ...(markets.size === 1 ? { marketplace: specs[0].marketplace } : {}),
          specs,
        };
  return format === 'json'
    ? `${JSON.stringify(document, null, 2)}\n`
    : stringify(document, { lineWidth: 110 });
}
