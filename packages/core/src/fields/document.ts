import { Checked, DocumentError } from './checked';
import type { Field } from './field';
import { readField } from './read';

/** Nothing that a document could refer to. */
const NOTHING_KNOWN = { ink: new Map(), material: new Map(), bundle: new Map() };

/** Reads a parsed value by a field that refers to nothing. Throws a DocumentError that lists each fault by its field. */
export const readAlone = <T>(field: Field<T>, value: unknown): T =>
  Checked.read(value, (root) => readField(field, root, NOTHING_KNOWN));

/**
 * Reads a parsed document of a format and version by the field of its body. Throws a DocumentError that lists each fault
 * by its field.
 */
export function readDocument<T extends object, const F extends string, const V extends number>(
  document: unknown,
  { format, version, body }: { format: F; version: V; body: Field<T> },
): T & { format: F; version: V } {
  const said = (document ?? {}) as Record<string, unknown>;
  const refuse = (field: string, message: string) => {
    throw new DocumentError([{ field, message }]);
  };
  if (said.format !== format) refuse('format', `must be "${format}"`);
  if (said.version !== version)
    refuse('version', `is ${JSON.stringify(said.version) ?? 'missing'}: this Brelm reads version ${version}`);
  const read = Checked.read(document, (root) =>
    readField(body, root.without(['$schema', 'format', 'version']), NOTHING_KNOWN),
  );
  return { format, version, ...read };
}
