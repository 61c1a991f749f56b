import { Checked, DocumentError, readField, type Known } from '../fields';
import { DESIGN_FIELD } from './fields';
import { designFrom } from './sides';
import { DESIGN_FORMAT, DESIGN_VERSION, type Design, type DesignDocument } from './types';
import { FORMER_FIELDS, READ_VERSIONS, upgraded } from './upgrades';

/** Entries of lists by their id, as they stand in a document that has not been read. */
function byId(...lists: unknown[]): Map<string, unknown> {
  const entries = lists.flatMap((list) => (Array.isArray(list) ? (list as { id?: unknown }[]) : []));
  return new Map(entries.flatMap((e) => (typeof e?.id === 'string' ? [[e.id, e] as const] : [])));
}

function readBody(d: Checked): DesignDocument {
  const sides = d.at('sides').value;
  const known: Known = {
    ink: byId(d.at('inks').value),
    material: byId(d.at('materials').value),
    bundle: byId(...(Array.isArray(sides) ? sides : []).map((s: { bundles?: unknown } | null) => s?.bundles)),
  };
  const read = readField(DESIGN_FIELD, d.without(['$schema', 'format', 'version']), known);
  return { format: DESIGN_FORMAT, version: DESIGN_VERSION, ...read };
}

/** Faults where they stand in the document that was given, which may be of an earlier version. */
function inTermsOf<T>(version: unknown, read: () => T): T {
  try {
    return read();
  } catch (error) {
    const former = FORMER_FIELDS[version as number];
    if (!(error instanceof DocumentError) || !former) throw error;
    throw new DocumentError(error.faults.map((f) => ({ ...f, field: former(f.field) })));
  }
}

/**
 * Reads a parsed `.brelm.json`, of this version or one that can be upgraded, and opens it at its first side. Fields
 * with defaults may be left out; everything else must be there and right. Throws a DocumentError that lists each fault
 * by its field.
 */
export function readDesign(document: unknown): Design {
  const refuse = (field: string, says: string) => {
    throw new DocumentError([{ field, message: says }]);
  };
  if (
    typeof document !== 'object' ||
    document === null ||
    Array.isArray(document) ||
    !Object.keys(document).length
  )
    refuse('', 'this is no design: a design is a JSON object with "format": "brelm-design"');
  const { format, version } = document as Record<string, unknown>;
  // Another format or version would only bring a flood of misleading faults.
  if (format !== DESIGN_FORMAT) refuse('format', `must be "${DESIGN_FORMAT}"`);
  if (version !== DESIGN_VERSION && !READ_VERSIONS.includes(version as number)) {
    const is = JSON.stringify(version) ?? 'missing';
    refuse(
      'version',
      `is ${is}: this Brelm reads versions ${READ_VERSIONS.join(', ')} and ${DESIGN_VERSION}`,
    );
  }
  const current = upgraded(document as Record<string, unknown>, DESIGN_VERSION);
  return designFrom(inTermsOf(version, () => Checked.read(current, readBody)));
}

/**
 * A document as this version has it, without a check of anything: for those that were read before they were stored,
 * where only a little of them is looked at.
 */
export const storedDocument = (document: unknown): DesignDocument =>
  upgraded(document as Record<string, unknown>, DESIGN_VERSION) as unknown as DesignDocument;
