/**
 * The archive of a whole shop: a ZIP of open formats. `tables/NAME.ndjson` has every row of a table, a line each;
 * `files/SHA256` every file that was brought in; designs, series, sheets and specs lie there as documents of their own,
 * too, for whoever wants them without Brelm. `brelm-backup.json` says what is in it, with its SHA-256.
 */
export const BACKUP_FORMAT = 'brelm-backup';
export const BACKUP_VERSION = 1;
export const MANIFEST = 'brelm-backup.json';

export interface BackedTable {
  name: string;
  rows: number;
  sha256: string;
}

export interface BackupManifest {
  format: typeof BACKUP_FORMAT;
  version: typeof BACKUP_VERSION;
  /** When its tables were as they are in it. */
  takenAt: string;
  /** The last change of the database's form that was made: a newer Brelm makes the later ones when it is restored. */
  schema: string;
  tables: BackedTable[];
  /** SHA-256 of each file; `files/SHA256` is it. */
  files: string[];
  /** Of these, files that runs have made: they lie in `made/`. Empty unless they were asked for. */
  made: string[];
}

/** An archive that cannot be used, and why; in words for the seller. */
export class BackupError extends Error {}

export const tableEntry = (name: string): string => `tables/${name}.ndjson`;
export const fileEntry = (sha256: string): string => `files/${sha256}`;
export const madeEntry = (sha256: string): string => `made/${sha256}`;

/** A row as a line: what JSON has no word for is said in an object. */
export const rowLine = (row: Record<string, unknown>): string =>
  `${JSON.stringify(row, (_, v: unknown) => {
    // Buffers come as what their toJSON makes of them.
    const bytes = v as { type?: unknown; data?: number[] } | null;
    return bytes?.type === 'Buffer' && Array.isArray(bytes.data)
      ? { $base64: Buffer.from(bytes.data).toString('base64') }
      : v;
  })}\n`;

/** A row of a line; throws a SyntaxError for what is none. */
export function rowOf(line: string): Record<string, string | number | null | Buffer> {
  const row = JSON.parse(line) as Record<string, unknown>;
  if (row === null || typeof row !== 'object' || Array.isArray(row)) throw new SyntaxError('no row');
  return Object.fromEntries(
    Object.entries(row).map(([name, v]) => {
      if (v === null || typeof v === 'string' || typeof v === 'number') return [name, v];
      const bytes = v as { $base64?: unknown };
      if (typeof bytes === 'object' && typeof bytes.$base64 === 'string')
        return [name, Buffer.from(bytes.$base64, 'base64')];
      throw new SyntaxError(`"${name}" is neither text nor a number`);
    }),
  );
}

const SHA256 = /^[0-9a-f]{64}$/;
const NAME = /^[a-z][a-z0-9_]{0,63}$/;

/** Reads what an archive says of itself. Throws a BackupError. */
export function readManifest(text: string): BackupManifest {
  const refuse = (why: string): never => {
    throw new BackupError(`${MANIFEST}: ${why}`);
  };
  let read: Partial<BackupManifest> | null = null;
  try {
    read = JSON.parse(text) as BackupManifest;
  } catch {
    refuse('this is no JSON');
  }
  if (read?.format !== BACKUP_FORMAT) return refuse('this is no copy of a shop');
  if (read.version !== BACKUP_VERSION)
    return refuse(`its version is ${String(read.version)}; this Brelm reads ${BACKUP_VERSION}`);
  const { tables, files, made = [], schema, takenAt } = read;
  if (typeof schema !== 'string' || typeof takenAt !== 'string')
    return refuse('schema or takenAt is missing');
  const list = (v: unknown): v is string[] =>
    Array.isArray(v) && v.every((s) => typeof s === 'string' && SHA256.test(s));
  if (!list(files) || !list(made)) return refuse('files and made must list SHA-256s');
  if (!Array.isArray(tables)) return refuse('tables is missing');
  for (const t of tables)
    if (!NAME.test(String(t?.name)) || !Number.isInteger(t.rows) || !SHA256.test(String(t.sha256)))
      return refuse(`tables: "${String(t?.name).slice(0, 60)}" is not said as a table is`);
  return { format: BACKUP_FORMAT, version: BACKUP_VERSION, takenAt, schema, tables, files, made };
}
