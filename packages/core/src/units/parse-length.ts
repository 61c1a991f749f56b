import { inchesToPx, mmToPx, pointsToPx } from './lengths';

export type LengthUnit = 'px' | 'in' | 'mm';

/** A value on its way: a length in px, or a plain number, which is a factor or a length in the unit at hand. */
interface Value {
  n: number;
  length: boolean;
}
type Token = ({ kind: 'number' } & Value) | { kind: 'op'; value: string };

const UNIT: Record<string, (n: number, dpi: number) => number> = {
  px: (n) => n,
  in: inchesToPx,
  '"': inchesToPx,
  mm: mmToPx,
  cm: (n, dpi) => mmToPx(n * 10, dpi),
  pt: pointsToPx,
};

function tokens(text: string, dpi: number): Token[] | null {
  const out: Token[] = [];
  const pattern = /\s*(?:(\d+(?:[.,]\d+)?|[.,]\d+)\s*(px|in|mm|cm|pt|")?|([-+*/()]))/gy;
  let at = 0;
  while (at < text.trimEnd().length) {
    pattern.lastIndex = at;
    const found = pattern.exec(text);
    if (!found) return null;
    at = pattern.lastIndex;
    if (found[3]) out.push({ kind: 'op', value: found[3] });
    else {
      const n = Number(found[1].replace(',', '.'));
      const unit = found[2] as string | undefined;
      out.push({ kind: 'number', n: unit ? UNIT[unit](n, dpi) : n, length: unit !== undefined });
    }
  }
  return out;
}

const NONE: Value = { n: NaN, length: false };

/**
 * Reads a length or a sum of lengths ("12in/2", "300 + 4mm", "2250/2") as pixels at `dpi`. A bare number is one of
 * `unit`, or a factor where it multiplies or divides. Returns null for anything that is not a finite length.
 */
export function parseLength(text: string, dpi: number, unit: LengthUnit = 'px'): number | null {
  const list = tokens(text, dpi);
  if (!list || list.length === 0) return null;
  let at = 0;
  const px = (v: Value) => (v.length ? v.n : UNIT[unit](v.n, dpi));
  const isOp = (...ops: string[]) => {
    const t = list[at] as Token | undefined;
    return t?.kind === 'op' && ops.includes(t.value) ? t.value : null;
  };
  function factor(): Value {
    const sign = isOp('-', '+');
    if (sign) {
      at++;
      const value = factor();
      return sign === '-' ? { ...value, n: -value.n } : value;
    }
    if (isOp('(')) {
      at++;
      const value = sum();
      if (!isOp(')')) return NONE;
      at++;
      return value;
    }
    const t = list![at] as Token | undefined;
    if (t?.kind !== 'number') return NONE;
    at++;
    return t;
  }
  function product(): Value {
    let value = factor();
    for (let op = isOp('*', '/'); op; op = isOp('*', '/')) {
      at++;
      const by = factor();
      if (op === '*') {
        // An area is no length.
        if (value.length && by.length) return NONE;
        value = { n: value.n * by.n, length: value.length || by.length };
      } else {
        // A length by a length is a factor; a number by a length is nothing here.
        if (!value.length && by.length) return NONE;
        value = { n: value.n / by.n, length: value.length && !by.length };
      }
    }
    return value;
  }
  function sum(): Value {
    let value = product();
    for (let op = isOp('+', '-'); op; op = isOp('+', '-')) {
      at++;
      const by = product();
      const sign = op === '+' ? 1 : -1;
      // Beside a length a bare number is one, too.
      value =
        value.length || by.length
          ? { n: px(value) + sign * px(by), length: true }
          : { n: value.n + sign * by.n, length: false };
    }
    return value;
  }
  const value = sum();
  const found = px(value);
  return at === list.length && Number.isFinite(found) ? found : null;
}
