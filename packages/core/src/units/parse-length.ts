import { inchesToPx, mmToPx, pointsToPx } from './lengths';

type Token = { kind: 'number'; value: number } | { kind: 'op'; value: string };

const UNIT: Record<string, (n: number, dpi: number) => number> = {
  '': (n) => n,
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
    else
      out.push({
        kind: 'number',
        value: UNIT[found[2] ?? ''](Number(found[1].replace(',', '.')), dpi),
      });
  }
  return out;
}

/**
 * Reads a length or a sum of lengths ("12in/2", "300 + 4mm") as pixels at `dpi`.
 * A bare number is pixels. Returns null for anything that is not a finite sum.
 */
export function parseLength(text: string, dpi: number): number | null {
  const list = tokens(text, dpi);
  if (!list || list.length === 0) return null;
  let at = 0;
  const peek = () => list[at];
  const isOp = (...ops: string[]) => {
    const t = peek();
    return t?.kind === 'op' && ops.includes(t.value) ? t.value : null;
  };
  function factor(): number {
    const sign = isOp('-', '+');
    if (sign) {
      at++;
      return sign === '-' ? -factor() : factor();
    }
    if (isOp('(')) {
      at++;
      const value = sum();
      if (!isOp(')')) return NaN;
      at++;
      return value;
    }
    const t = peek();
    if (t?.kind !== 'number') return NaN;
    at++;
    return t.value;
  }
  function product(): number {
    let value = factor();
    for (let op = isOp('*', '/'); op; op = isOp('*', '/')) {
      at++;
      value = op === '*' ? value * factor() : value / factor();
    }
    return value;
  }
  function sum(): number {
    let value = product();
    for (let op = isOp('+', '-'); op; op = isOp('+', '-')) {
      at++;
      value = op === '+' ? value + product() : value - product();
    }
    return value;
  }
  const value = sum();
  return at === list.length && Number.isFinite(value) ? value : null;
}
