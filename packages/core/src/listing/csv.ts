import Papa from 'papaparse';

/** What a spreadsheet would take for a formula at the start of a cell (OWASP, CSV injection). */
const FORMULA = /^[=+\-@\t\r]/;

/** A table as CSV (RFC 4180), or with another separator. A text that a spreadsheet would run gets an apostrophe before it; numbers stay. */
export const csvOf = (
  header: readonly string[],
  rows: readonly (readonly (string | number | null)[])[],
  delimiter = ',',
): string =>
  Papa.unparse(
    [header, ...rows].map((row) =>
      row.map((cell) => (typeof cell === 'string' && FORMULA.test(cell) ? `'${cell}` : (cell ?? ''))),
    ),
    { newline: '\r\n', delimiter },
  );
