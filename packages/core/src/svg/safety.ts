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
    ...source.matchAll(/font-family\s*(?:=\s*(["'])(.*?)\1|:\s*([^;}"'<]*(?:'[^']*'|"[^"]*")?))/gi),
  ];
  const first = named.map((m) =>
    (m[2] ?? m[3] ?? '')
      .split(',')[0]
      .replace(/["']|&quot;/g, '')
      .trim(),
  );
  return [...new Set(first.filter(Boolean))];
}

/**
 * Looks over SVG source before anything reads it. `families` are the typefaces that are here, whose text
 * becomes outlines. Returns what will be left out, in words; throws an SvgError for what is not to be
 * read at all.
 */
export function inspectSvg(source: string, families: readonly string[] = []): string[] {
  if (!/<svg[\s>]/i.test(source.slice(0, 200_000))) throw new SvgError('this is no SVG file');
  if (/<!ENTITY/i.test(source))
    throw new SvgError(
      'the SVG defines entities, which can be used to fill the memory: save it again as plain SVG',
    );
  const elements = source.match(/<[a-z]/gi)?.length ?? 0;
  if (elements > SVG_MAX_ELEMENTS)
    throw new SvgError(
      `the SVG has ${elements.toLocaleString('en-GB')} elements, more than ${SVG_MAX_ELEMENTS.toLocaleString('en-GB')}: simplify it, or bring it in as a picture`,
    );
  const left: string[] = [];
  if (/<script[\s>]/i.test(source)) left.push('A script was left out: nothing in a figure may run.');
  if (/\son[a-z]+\s*=/i.test(source)) left.push('Event handlers were left out: nothing in a figure may run.');
  if (/<foreignObject[\s>]/i.test(source)) left.push('Embedded HTML was left out.');
  if (/(?:href|src)\s*=\s*["'](?!#|data:)|url\(\s*["']?(?!#|data:|["')])/i.test(source))
    left.push('References to other files were left out: only what is in the file itself is read.');
  if (/<filter[\s>]/i.test(source)) left.push('Filters (blurs, shadows) were left out.');
  if (/<mask[\s>]/i.test(source)) left.push('Masks were left out.');
  if (/<text[\s>]/i.test(source)) {
    const here = new Set(families.map((f) => f.toLowerCase()));
    const asked = svgFamilies(source);
    const missing = asked.filter((f) => !here.has(f.toLowerCase()));
    if (missing.length < asked.length && missing.length)
      left.push(
        `Text in ${missing.join(', ')} came in in another typeface, since that one is not here: set it anew as lettering.`,
      );
    else if (missing.length === asked.length)
      left.push(
        `${asked.length ? `Text in ${missing.join(', ')}` : 'Text'} was left out: turn it into paths before saving, or set it here as lettering.`,
      );
  }
  if (/<image[\s>]/i.test(source))
    left.push('Embedded pictures were left out: bring them in as picture files.');
  return left;
}
