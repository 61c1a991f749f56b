import { producePath, type PathData } from '../geometry';

/** A number as PDF writes it: no exponent, no needless zeros. */
export function num(v: number, digits = 3): string {
  if (!Number.isFinite(v)) return '0';
  const text = v.toFixed(digits).replace(/\.?0+$/, '');
  return text === '-0' || text === '' ? '0' : text;
}

/** `#rrggbb` as three numbers 0–1. */
export const contentColour = (hex: string): number[] =>
  [1, 3, 5].map((i) => parseInt(hex.slice(i, i + 2), 16) / 255);

/** Path operators; quadratics become the cubics that they are. */
export function pathOps(path: PathData): string {
  const out: string[] = [];
  let [px, py, sx, sy] = [0, 0, 0, 0];
  const say = (operator: string, ...numbers: number[]) => {
    out.push(`${numbers.map((v) => num(v)).join(' ')} ${operator}\n`);
    [px, py] = numbers.slice(-2);
  };
  const third = (a: number, b: number) => a + (2 / 3) * (b - a);
  producePath(
    {
      moveTo(x, y) {
        say('m', x, y);
        [sx, sy] = [x, y];
      },
      lineTo: (x, y) => say('l', x, y),
      quadraticCurveTo: (cx, cy, x, y) =>
        say('c', third(px, cx), third(py, cy), third(x, cx), third(y, cy), x, y),
      bezierCurveTo: (...points) => say('c', ...points),
      closePath() {
        out.push('h\n');
        [px, py] = [sx, sy];
      },
    },
    path,
  );
  return out.join('');
}

/** A reference to an object of the file. */
export class Ref {
  constructor(readonly id: number) {}
  toString(): string {
    return `${this.id} 0 R`;
  }
}

/** Text as a PDF string: UTF-16 with its mark, in hexadecimal. */
const textString = (text: string): string =>
  `<FEFF${Array.from({ length: text.length }, (_, i) => text.charCodeAt(i).toString(16).padStart(4, '0')).join('')}>`;

/** The objects of a PDF file (ISO 32000-1, 7.5), in the order in which they were added. */
export class PdfFile {
  private readonly pieces: Uint8Array[] = [];
  private readonly offsets: number[] = [];
  private length = 0;

  constructor(private readonly deflate: (bytes: Uint8Array) => Uint8Array) {
    // The second line tells transfer programs that bytes over 127 follow.
    this.put('%PDF-1.7\n%\u00e2\u00e3\u00cf\u00d3\n');
  }

  private put(what: string | Uint8Array): void {
    const bytes = typeof what === 'string' ? Uint8Array.from(what, (c) => c.charCodeAt(0)) : what;
    this.pieces.push(bytes);
    this.length += bytes.length;
  }

  private begin(): Ref {
    this.offsets.push(this.length);
    const ref = new Ref(this.offsets.length);
    this.put(`${ref.id} 0 obj\n`);
    return ref;
  }

  add(body: string): Ref {
    const ref = this.begin();
    this.put(`${body}\nendobj\n`);
    return ref;
  }

  stream(entries: string, bytes: Uint8Array): Ref {
    const packed = this.deflate(bytes);
    const ref = this.begin();
    this.put(`<< ${entries} /Filter /FlateDecode /Length ${packed.length} >>\nstream\n`);
    this.put(packed);
    this.put('\nendstream\nendobj\n');
    return ref;
  }

  /** The file's bytes, with one page. `size` in points. */
  finish(page: { size: readonly number[]; resources: string; content: Ref; title?: string }): Uint8Array {
    const pages = this.offsets.length + 2;
    const leaf = this.add(
      `<< /Type /Page /Parent ${pages} 0 R /MediaBox [0 0 ${page.size.map((v) => num(v, 4)).join(' ')}] /Resources ${page.resources} /Contents ${page.content} /Group << /S /Transparency /CS /DeviceRGB /I true >> >>`,
    );
    const tree = this.add(`<< /Type /Pages /Kids [${leaf}] /Count 1 >>`);
    const catalog = this.add(`<< /Type /Catalog /Pages ${tree} >>`);
    const info = page.title ? this.add(`<< /Title ${textString(page.title)} >>`) : null;
    const start = this.length;
    const rows = this.offsets.map((at) => `${String(at).padStart(10, '0')} 00000 n \n`).join('');
    const count = this.offsets.length + 1;
    this.put(`xref\n0 ${count}\n0000000000 65535 f \n${rows}`);
    this.put(
      `trailer\n<< /Size ${count} /Root ${catalog}${info ? ` /Info ${info}` : ''} >>\nstartxref\n${start}\n%%EOF\n`,
    );
    const out = new Uint8Array(this.length);
    let at = 0;
    for (const piece of this.pieces) {
      out.set(piece, at);
      at += piece.length;
    }
    return out;
  }
}
