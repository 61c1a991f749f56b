/** An SVG that is refused; the message says why. */
export class SvgError extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'SvgError';
  }
}

export const SVG_MAX_BYTES = 50 * 1024 * 1024;
export const SVG_MAX_ELEMENTS = 50_000;

/** The typefaces that text in an SVG asks for, the first of each list; empty for text that names none. */
export function svgFamilies(source: string): string[] {
  const named = [
    ...source.matchAll(
      /font-family\s*(?:=\s*(["'])(.*?)\1|:\s*((?:'[^']*'|"[^"]*"|&quot;.*?&quot;|[^;}"'<&])*))/gi,
    ),
  ];
  const first = named.map((m) =>
    (m[2] ?? m[3] ?? '')
      .split(',')[0]
      .replace(/["']|&quot;/g, '')
      .trim(),
  );
  return [...new Set(first.filter(Boolean))];
}
