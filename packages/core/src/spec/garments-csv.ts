import Papa from 'papaparse';
import { plainName, type Garment } from '../colour';
import { freshSlug } from '../design';
import { DocumentError, type FieldFault } from '../fields';
import { readGarment } from './read-garments';

const COLUMNS = ['name', 'value', 'kind', 'second', 'blank', 'takes'];
const MOST_ROWS = 1000;

/** An identifier made of a name, with `-2`, `-3` … where it is taken. */
export const garmentId = (name: string, taken: ReadonlySet<string>): string =>
  freshSlug(name, taken, 'colour');

/**
 * Garment colours of a CSV file (RFC 4180; comma, semicolon or tab): a first row of column names, of
 * which `value` is needed and `name`, `kind`, `second`, `blank` and `takes` may be there. Throws a
 * DocumentError that names each fault by line and column.
 */
export function readGarmentsCsv(text: string, taken: ReadonlySet<string>): Garment[] {
  const faults: FieldFault[] = [];
  const fail = (field: string, message: string) => faults.push({ field, message });
  const parsed = Papa.parse<Record<string, string>>(text.replace(/^\ufeff/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (h) => h.trim().toLowerCase(),
    transform: (v) => v.trim(),
  });
  const columns = parsed.meta.fields ?? [];
  if (!columns.includes('value'))
    throw new DocumentError([
      { field: 'line 1', message: `needs a column "value"; the columns are ${COLUMNS.join(', ')}` },
    ]);
  for (const column of columns)
    if (!COLUMNS.includes(column))
      fail('line 1', `"${column}" is no column of garments: ${COLUMNS.join(', ')}`);
  if (parsed.data.length === 0) fail('line 2', 'has no garment colour');
  if (parsed.data.length > MOST_ROWS)
    fail(`line ${MOST_ROWS + 2}`, `is one too many: at most ${MOST_ROWS} colours at once`);
  const ids = new Set(taken);
  const garments: Garment[] = [];
  parsed.data.slice(0, MOST_ROWS).forEach((row, i) => {
    // Empty cells are fields that are left out; a name is made where there is none.
    const given = Object.fromEntries(COLUMNS.filter((c) => row[c]).map((c) => [c, row[c]]));
    if (given.value && /^[0-9a-f]{6}$/i.test(given.value)) given.value = `#${given.value}`;
    let name = given.name;
    try {
      name ??= plainName(given.value);
    } catch {
      name = 'colour';
    }
    try {
      const id = garmentId(name, ids);
      garments.push(readGarment({ ...given, name, id, own: true }));
      ids.add(id);
    } catch (error) {
      if (!(error instanceof DocumentError)) throw error;
      for (const fault of error.faults) fail(`line ${i + 2}, ${fault.field}`, fault.message);
    }
  });
  if (faults.length) throw new DocumentError(faults.slice(0, 50));
  return garments;
}
