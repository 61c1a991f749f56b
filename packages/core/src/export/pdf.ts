/** What a PDF says of itself. */
export interface PdfFacts {
  /** Points. */
  width: number;
  height: number;
  pages: number;
  /** Fonts; a file of outlines has none. */
  fonts: number;
}

/** A PDF that is not whole; the message says how. */
export class PdfError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'PdfError';
  }
}

const latin = (bytes: Uint8Array): string => {
  let text = '';
  for (let i = 0; i < bytes.length; i += 8192) text += String.fromCharCode(...bytes.subarray(i, i + 8192));
  return text;
};

/**
 * Reads a PDF's frame back (ISO 32000-1, 7.5): that every entry of its cross-reference table is an
 * object, and what its page says. Throws a PdfError.
 */
export function readPdf(file: Uint8Array): PdfFacts {
  if (latin(file.subarray(0, 5)) !== '%PDF-') throw new PdfError('this is no PDF file');
  const tail = latin(file.subarray(-1024));
  const start = /startxref\s+(\d+)\s+%%EOF\s*$/.exec(tail);
  if (!start) throw new PdfError('the PDF is cut off before its end');
  const table = latin(file.subarray(Number(start[1])));
  const head = /^xref\n0 (\d+)\n/.exec(table);
  if (!head) throw new PdfError('the PDF has no table of its objects where it says');
  const rows = table.slice(head[0].length).split('\n').slice(0, Number(head[1]));
  const bodies: string[] = [];
  rows.forEach((row, id) => {
    if (id === 0) return;
    const at = Number(row.slice(0, 10));
    const text = latin(file.subarray(at, at + 4000));
    if (!text.startsWith(`${id} 0 obj`)) throw new PdfError(`the PDF's object ${id} is not where it says`);
    bodies.push(text.split(/\bstream\n|\bendobj\n/)[0]);
  });
  const pages = bodies.filter((b) => /\/Type \/Page\b(?!s)/.test(b));
  const box = /\/MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/.exec(pages[0] ?? '');
  if (!box) throw new PdfError('the PDF has no page');
  return {
    width: Number(box[1]),
    height: Number(box[2]),
    pages: pages.length,
    fonts: bodies.filter((b) => /\/Type \/Font\b/.test(b)).length,
  };
}
