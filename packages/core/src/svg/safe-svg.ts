import { SaxesParser, type SaxesTagNS } from 'saxes';
import { SvgError, SVG_MAX_ELEMENTS, svgFamilies } from './safety';

const SVG = 'http://www.w3.org/2000/svg';
const XLINK = 'http://www.w3.org/1999/xlink';
const XML = 'http://www.w3.org/XML/1998/namespace';

const words = (text: string): ReadonlySet<string> => new Set(text.trim().split(/\s+/));

/** Elements that a figure may be made of (SVG 1.1 and 2), filters apart. */
const ELEMENTS = words(`
  svg g a defs symbol use switch style path rect circle ellipse line polyline polygon text tspan textPath tref
  linearGradient radialGradient stop clipPath mask pattern marker`);

/** Parts of filters; none of them reads anything but the figure itself. */
const FILTERS = words(`
  filter feBlend feColorMatrix feComponentTransfer feComposite feConvolveMatrix feDiffuseLighting
  feDisplacementMap feDistantLight feDropShadow feFlood feFuncA feFuncB feFuncG feFuncR feGaussianBlur
  feMerge feMergeNode feMorphology feOffset fePointLight feSpecularLighting feSpotLight feTile feTurbulence`);

const ATTRIBUTES = words(`
  id class style transform viewBox preserveAspectRatio version width height x y x1 y1 x2 y2 cx cy r rx ry fx fy fr
  d points pathLength dx dy rotate textLength lengthAdjust startOffset method spacing side offset
  gradientUnits gradientTransform spreadMethod patternUnits patternContentUnits patternTransform
  clipPathUnits maskUnits maskContentUnits mask-type markerUnits markerWidth markerHeight refX refY orient
  filterUnits primitiveUnits in in2 result type values mode operator k1 k2 k3 k4 radius order kernelMatrix
  divisor bias targetX targetY edgeMode preserveAlpha surfaceScale diffuseConstant specularConstant
  specularExponent kernelUnitLength limitingConeAngle pointsAtX pointsAtY pointsAtZ z azimuth elevation
  scale xChannelSelector yChannelSelector stdDeviation baseFrequency numOctaves seed stitchTiles amplitude
  exponent intercept slope tableValues systemLanguage requiredFeatures requiredExtensions
  alignment-baseline baseline-shift clip clip-path clip-rule color color-interpolation
  color-interpolation-filters color-rendering direction display dominant-baseline enable-background fill
  fill-opacity fill-rule filter flood-color flood-opacity font font-family font-size font-size-adjust
  font-stretch font-style font-variant font-weight glyph-orientation-horizontal glyph-orientation-vertical
  image-rendering isolation kerning letter-spacing lighting-color marker marker-end marker-mid marker-start
  mask mix-blend-mode opacity overflow paint-order pointer-events shape-rendering stop-color stop-opacity
  stroke stroke-dasharray stroke-dashoffset stroke-linecap stroke-linejoin stroke-miterlimit stroke-opacity
  stroke-width text-anchor text-decoration text-rendering text-transform transform-origin unicode-bidi
  vector-effect visibility white-space word-spacing writing-mode`);

/** Elements within elements, at the most: what draws recurses. */
const MOST_DEPTH = 200;
/** Copies that `use` makes of elements, at the most, once all are counted out. */
const MOST_COPIES = 200_000;

export interface SafeSvg {
  /** Written anew from what is allowed: it refers to nothing outside itself. */
  source: string;
  /** What was left out, in words. */
  left: string[];
}

export interface SafeSvgOptions {
  /** Typefaces that are here, whose text becomes outlines. */
  families?: readonly string[];
  /** Keeps filters, masks and embedded pictures, for an SVG that is painted as a picture. */
  asPicture?: boolean;
}

const escaped = (text: string): string =>
  text.replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c]!);

/** True for a value in which every `url(…)` names something in the same file. */
const staysInside = (value: string): boolean =>
  !value.includes('\\') && [...value.matchAll(/url\(\s*(["']?)\s*(.)/gi)].every((m) => m[2] === '#');

/** A style sheet without rules and values that reach outside the file; escapes could hide some, so they go too. */
function safeCss(css: string): string {
  if (staysInside(css) && !css.includes('@')) return css;
  return css
    .replace(/\/\*[\s\S]*?\*\//g, ' ')
    .replace(/@[^;{]*(?:;|\{(?:[^{}]*\{[^{}]*\})*[^{}]*\})/g, '')
    .replace(/[^;{}]+/g, (piece) => (staysInside(piece) ? piece : ''))
    .replaceAll('@', '');
}

const MAGIC: Readonly<Record<string, RegExp>> = {
  png: /^iVBORw0KGgo/,
  jpeg: /^\/9j\//,
  jpg: /^\/9j\//,
  gif: /^R0lGOD/,
};

/** A picture in a data URI: PNG, JPEG or GIF in base 64, which begins as that kind does. */
function safeDataUri(value: string): string | null {
  const match = /^\s*data:image\/(png|jpe?g|gif);base64,([A-Za-z0-9+/=\s]*)$/i.exec(value);
  if (!match) return null;
  const bytes = match[2].replace(/\s+/g, '');
  return MAGIC[match[1].toLowerCase()].test(bytes)
    ? `data:image/${match[1].toLowerCase()};base64,${bytes}`
    : null;
}

/** What was left out, told once each in this order. */
const LEFT = {
  script: 'A script was left out: nothing in a figure may run.',
  handler: 'Event handlers were left out: nothing in a figure may run.',
  html: 'Embedded HTML was left out.',
  outside: 'References to other files were left out: only what is in the file itself is read.',
  filter: 'Filters (blurs, shadows) were left out.',
  mask: 'Masks were left out.',
  image: 'Embedded pictures were left out: bring them in as picture files.',
  unknown: 'Elements that no figure is made of were left out.',
} as const;

/** Counts the elements that there are once every `use` is a copy; throws where they are too many. */
class Copies {
  private readonly sizes = new Map<string, { own: number; uses: string[] }>();
  private readonly open: { id: string | null; own: number; uses: string[] }[] = [];

  begin(id: string | null, use: string | null): void {
    this.open.push({ id, own: 1, uses: use === null ? [] : [use] });
  }

  end(): void {
    const { id, own, uses } = this.open.pop()!;
    if (id !== null && !this.sizes.has(id)) this.sizes.set(id, { own, uses });
    const parent = this.open.at(-1);
    if (parent) {
      parent.own += own;
      for (const use of uses) parent.uses.push(use);
    } else this.check({ own, uses });
  }

  private check(root: { own: number; uses: readonly string[] }): void {
    const known = new Map<string, number>();
    const sizeOf = (id: string, within: ReadonlySet<string>): number => {
      const before = known.get(id);
      if (before !== undefined) return before;
      const it = this.sizes.get(id);
      // A reference to itself is an error that a renderer leaves out.
      if (!it || within.has(id)) return 0;
      const inside = new Set(within).add(id);
      const size = it.uses.reduce((n, use) => Math.min(1e9, n + sizeOf(use, inside)), it.own);
      known.set(id, size);
      return size;
    };
    const all = root.uses.reduce((n, use) => n + sizeOf(use, new Set()), root.own);
    if (all > MOST_COPIES)
      throw new SvgError(
        `the SVG repeats parts of itself until there are more than ${MOST_COPIES.toLocaleString('en-GB')} elements: simplify it, or bring it in as a picture`,
      );
  }
}

/**
 * Reads an SVG with a strict XML parser and writes it anew with the elements, attributes and references
 * that are allowed by list: nothing runs, nothing outside the file is named, whatever the document says.
 * Time and memory are linear in its length. Throws an SvgError for what is not to be read at all.
 */
export function safeSvg(source: string, options: SafeSvgOptions = {}): SafeSvg {
  const left = new Set<keyof typeof LEFT>();
  if (!/<(?:\w+:)?svg[\s>/]/i.test(source.slice(0, 200_000))) throw new SvgError('this is no SVG file');
  if (/<!ENTITY/i.test(source))
    throw new SvgError(
      'the SVG defines entities, which can be used to fill the memory: save it again as plain SVG',
    );
  const out: string[] = [];
  const open: string[] = [];
  const copies = new Copies();
  let elements = 0;
  let skipped = 0;
  let depth = 0;
  let hasText = false;
  let fault: Error | null = null;

  const parser = new SaxesParser({ xmlns: true });
  parser.on('error', (error) => {
    fault ??= new SvgError(
      `the SVG cannot be read: ${error.message.replace(/^\d+:\d+: /, '')} (line ${parser.line})`,
    );
    throw fault;
  });

  /** Whether an element comes along; what does not is told. */
  const allowed = ({ local, uri, attributes }: SaxesTagNS): boolean => {
    // Many a file that was made by hand lacks its namespace.
    if (uri !== SVG && uri !== '') {
      if (/^(html|div|body|iframe|object|embed)$/i.test(local)) left.add('html');
      return false;
    }
    if (local === 'script') left.add('script');
    else if (local === 'foreignObject') left.add('html');
    else if (FILTERS.has(local) || local === 'feImage') {
      if (options.asPicture && local !== 'feImage') return true;
      left.add('filter');
    } else if (local === 'image') {
      if (options.asPicture) return true;
      const from = Object.values(attributes).find((a) => a.local === 'href')?.value ?? '#';
      left.add(/^\s*(#|data:)/i.test(from) ? 'image' : 'outside');
    } else if (local === 'mask') {
      if (options.asPicture) return true;
      left.add('mask');
    } else if (ELEMENTS.has(local)) return true;
    else if (!/^(title|desc|metadata|view|cursor|font|font-face|animate.*|set|mpath)$/.test(local))
      left.add('unknown');
    return false;
  };

  const attributesOf = (tag: SaxesTagNS): { text: string; id: string | null; use: string | null } | null => {
    let text = '';
    let id: string | null = null;
    let use: string | null = null;
    let reference: string | null = null;
    for (const { local, uri, value } of Object.values(tag.attributes)) {
      if (uri === XML) {
        if (local === 'space') text += ` xml:space="${escaped(value)}"`;
      } else if (local === 'href' && (uri === XLINK || uri === '')) {
        // Of the two, the one without a prefix counts (SVG 2, 16.1.2).
        if (uri === '' || reference === null) reference = value;
      } else if (uri !== '') continue;
      else if (/^on/i.test(local)) left.add('handler');
      else if (local === 'style') {
        const css = safeCss(value);
        if (css !== value) left.add('outside');
        text += ` style="${escaped(css)}"`;
      } else if (!ATTRIBUTES.has(local)) continue;
      else if (!staysInside(value)) left.add('outside');
      else if (!options.asPicture && (local === 'filter' || local === 'mask')) continue;
      else {
        if (local === 'id') id = value;
        text += ` ${local}="${escaped(value)}"`;
      }
    }
    if (reference !== null && tag.local !== 'a') {
      const inside = /^\s*#/.test(reference) ? reference.trim() : null;
      const picture = tag.local === 'image' ? safeDataUri(reference) : null;
      if (inside === null && picture === null) {
        left.add('outside');
        // Without what it shows, a picture or a copy is nothing.
        if (tag.local === 'image' || tag.local === 'use') return null;
      } else {
        text += ` xlink:href="${escaped((picture ?? inside)!)}"`;
        if (inside !== null) use = inside.slice(1);
      }
    }
    return { text, id, use };
  };

  parser.on('opentag', (tag) => {
    elements++;
    if (elements > SVG_MAX_ELEMENTS)
      throw (fault = new SvgError(
        `the SVG has more than ${SVG_MAX_ELEMENTS.toLocaleString('en-GB')} elements: simplify it, or bring it in as a picture`,
      ));
    depth++;
    if (depth > MOST_DEPTH)
      throw (fault = new SvgError(
        `the SVG has elements ${MOST_DEPTH} deep within one another: simplify it before bringing it in`,
      ));
    if (open.length === 0 && skipped === 0 && tag.local !== 'svg')
      throw (fault = new SvgError('this is no SVG file'));
    const attributes = skipped === 0 && allowed(tag) ? attributesOf(tag) : null;
    if (!attributes) {
      if (open.length === 0) throw (fault = new SvgError('this is no SVG file'));
      skipped++;
      return;
    }
    if (tag.local === 'text') hasText = true;
    const root = open.length === 0 ? ` xmlns="${SVG}" xmlns:xlink="${XLINK}"` : '';
    copies.begin(attributes.id, attributes.use);
    open.push(tag.local);
    out.push(`<${tag.local}${root}${attributes.text}>`);
  });
  parser.on('closetag', () => {
    depth--;
    if (skipped > 0) {
      skipped--;
      return;
    }
    out.push(`</${open.pop()!}>`);
    copies.end();
  });
  const text = (value: string) => {
    if (skipped > 0 || open.length === 0) return;
    const within = open.at(-1)!;
    if (within === 'style') {
      const css = safeCss(value);
      if (css !== value) left.add('outside');
      out.push(escaped(css));
    } else if (/^(text|tspan|textPath|tref|a)$/.test(within)) out.push(escaped(value));
  };
  parser.on('text', text);
  parser.on('cdata', text);
  try {
    parser.write(source).close();
  } catch (error) {
    throw fault ?? new SvgError(`the SVG cannot be read: ${(error as Error).message}`);
  }

  const told: string[] = (Object.keys(LEFT) as (keyof typeof LEFT)[])
    .filter((k) => left.has(k))
    .map((k) => LEFT[k]);
  const made = out.join('');
  if (hasText) told.push(...textLeft(made, options.families ?? []));
  return { source: made, left: told };
}

/** What becomes of text whose typefaces are not here, in words. */
function textLeft(source: string, families: readonly string[]): string[] {
  const here = new Set(families.map((f) => f.toLowerCase()));
  const asked = svgFamilies(source);
  const missing = asked.filter((f) => !here.has(f.toLowerCase()));
  if (missing.length < asked.length)
    return missing.length
      ? [
          `Text in ${missing.join(', ')} came in in another typeface, since that one is not here: set it anew as lettering.`,
        ]
      : [];
  return [
    `${asked.length ? `Text in ${missing.join(', ')}` : 'Text'} was left out: turn it into paths before saving, or set it here as lettering.`,
  ];
}
