import { XMLParser } from 'fast-xml-parser';
import { isHex, normaliseHex, type Hex } from '../colour';
import {
  hypot,
  IDENTITY,
  multiply,
  parseSvgPath,
  pathBounds,
  toSvgPath,
  transformPath,
  unite,
  intersect,
  EMPTY_BOX,
  isEmptyBox,
  boxWidth,
  boxHeight,
  grow,
  type Box,
  type Matrix,
  type PathData,
  type Join,
} from '../geometry';
import type { InkGradient, MotifOutline } from '../parts';
import { SvgError } from './safety';

/** A gradient with its colours, before colours become inks. */
export type ColouredGradient = Omit<InkGradient, 'stops'> & {
  stops: { at: number; colour: Hex; opacity: number }[];
};

/** An outline with its colour, before colours become inks. */
export type ColouredOutline = Omit<MotifOutline, 'ink' | 'gradient'> & {
  colour: Hex;
  gradient?: ColouredGradient;
};

interface Clip {
  data: PathData;
  rule: 'nonzero' | 'evenodd';
}
type FoundOutline = Omit<ColouredOutline, 'path' | 'clips'> & { data: PathData; within: readonly Clip[] };

/** Art smaller than this on its long side is enlarged, so that rounding its paths costs nothing. */
const LEAST_SIZE = 512;
/** Art larger than this on its long side is reduced: what it is measured in is its own business. */
const MOST_SIZE = 20_000;

export interface SvgArt {
  width: number;
  height: number;
  outlines: ColouredOutline[];
  /** Where the art's top left lay in the file, its units; and how many of the art's units are one of those. */
  origin: { x: number; y: number };
  scale: number;
  /** What could not be kept, in words. */
  left: string[];
}

interface Node {
  [tag: string]: Node[] | Record<string, string> | string | undefined;
  ':@'?: Record<string, string>;
}

const attributesOf = (node: Node) => (node[':@'] ?? {}) as Record<string, string>;
const tagOf = (node: Node) => Object.keys(node).find((k) => k !== ':@') ?? '';
const childrenOf = (node: Node) => (node[tagOf(node)] ?? []) as Node[];

/** A focal point on the very edge leaves half of the plane without a colour; so near it, none. */
const ON_EDGE = 0.999;

/** A gradient as the file has it; `onBox` when its units are the box of what it fills. */
type FileGradient = ColouredGradient & { onBox: boolean };

function gradientOf(node: Node): FileGradient | null {
  const a = attributesOf(node);
  const number = (name: string, otherwise: number) => {
    const v = Number(a[name] ?? otherwise);
    return Number.isFinite(v) ? v : otherwise;
  };
  let last = 0;
  const stops = childrenOf(node).flatMap((child) => {
    const s = attributesOf(child);
    const colour = s['stop-color'] ?? '#000000';
    if (!isHex(colour)) return [];
    // Offsets never go back (SVG 2, 14.2.4).
    last = Math.max(last, Math.min(1, Number(s.offset ?? 0) || 0));
    return [{ at: last, colour: normaliseHex(colour), opacity: Number(s['stop-opacity'] ?? 1) }];
  });
  if (stops.length === 0) return null;
  const common = {
    matrix: [...matrixOf(a.gradientTransform)] as ColouredGradient['matrix'],
    stops,
    onBox: a.gradientUnits !== 'userSpaceOnUse',
  };
  if (tagOf(node) === 'linearGradient')
    return {
      ...common,
      kind: 'linear',
      x0: number('x1', 0),
      y0: number('y1', 0),
      x1: number('x2', 1),
      y1: number('y2', 0),
      r: 0,
    };
  const [cx, cy, r] = [number('cx', 0.5), number('cy', 0.5), number('r', 0.5)];
  let [fx, fy] = [number('fx', cx), number('fy', cy)];
  // A focal point outside its circle lies on its edge instead (SVG 1.1, 13.2.3).
  const away = hypot(fx - cx, fy - cy);
  if (away > r * ON_EDGE) {
    fx = cx + ((fx - cx) / away) * r * ON_EDGE;
    fy = cy + ((fy - cy) / away) * r * ON_EDGE;
  }
  return { ...common, kind: 'radial', x0: fx, y0: fy, x1: cx, y1: cy, r };
}

/** What a file shows of its plane, by its view box or else its size; null where it has neither. */
function viewOf(a: Record<string, string>): Box | null {
  const numbers = (a.viewBox ?? `0 0 ${a.width} ${a.height}`)
    .trim()
    .split(/[\s,]+/)
    .map(parseFloat);
  const [x, y, width, height] = numbers;
  return numbers.length === 4 && numbers.every(Number.isFinite) && width > 0 && height > 0
    ? { left: x, top: y, right: x + width, bottom: y + height }
    : null;
}

const boxPath = ({ left, top, right, bottom }: Box): PathData =>
  parseSvgPath(`M${left} ${top}H${right}V${bottom}H${left}Z`);

/** Whether a box holds another, apart from what rounding does. */
const contains = (outer: Box, inner: Box): boolean => {
  const slack = 1e-3 * Math.max(boxWidth(outer), boxHeight(outer));
  return (
    isEmptyBox(inner) ||
    (inner.left >= outer.left - slack &&
      inner.top >= outer.top - slack &&
      inner.right <= outer.right + slack &&
      inner.bottom <= outer.bottom + slack)
  );
};

function matrixOf(text: string | undefined): Matrix {
  if (!text) return IDENTITY;
  const n = /matrix\(([^)]*)\)/
    .exec(text)?.[1]
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  return n?.length === 6 && n.every(Number.isFinite) ? (n as unknown as Matrix) : IDENTITY;
}

/** A mitre limit other than the usual one. */
function mitreOf(text: string | undefined): { mitre?: number } {
  const limit = Number(text ?? 4);
  return Number.isFinite(limit) && limit !== 4 ? { mitre: Math.max(1, Math.min(100, limit)) } : {};
}

/**
 * The first dash and gap of a stroke-dasharray, in widths of the line; `more` when there are others.
 * Null for an unbroken line.
 */
function dashOf(list: string | undefined, width: number): { dash: [number, number]; more: boolean } | null {
  const lengths = (list ?? '')
    .split(/[\s,]+/)
    .filter(Boolean)
    .map(Number);
  if (lengths.length === 0 || !lengths.every((v) => Number.isFinite(v) && v >= 0) || !(width > 0))
    return null;
  const [dash, gap = dash] = lengths;
  if (gap <= 0) return null;
  return { dash: [dash / width, gap / width], more: lengths.length > 2 };
}

/**
 * Reads SVG that a normaliser has already reduced to groups and absolute paths with `matrix()`
 * transforms and plain presentation attributes (no styles, `use`, shapes or text). The result's
 * outlines lie in a width × height box that is the art's own bounds, coordinates in its units.
 * Throws an SvgError when nothing in it can be drawn.
 */
export function readNormalisedSvg(source: string): SvgArt {
  const parser = new XMLParser({
    preserveOrder: true,
    ignoreAttributes: false,
    attributeNamePrefix: '',
    processEntities: false,
  });
  const root = (parser.parse(source) as Node[]).find((n) => tagOf(n) === 'svg');
  if (!root) throw new SvgError('this is no SVG file');
  const gradients = new Map<string, FileGradient>();
  const clips = new Map<string, Node>();
  const left = new Set<string>();
  const found: FoundOutline[] = [];

  for (const defs of childrenOf(root).filter((n) => tagOf(n) === 'defs'))
    for (const g of childrenOf(defs)) {
      if (tagOf(g) === 'clipPath') clips.set(attributesOf(g).id, g);
      if (!/Gradient$/.test(tagOf(g))) continue;
      const gradient = gradientOf(g);
      if (gradient) gradients.set(attributesOf(g).id, gradient);
    }

  /** A paint: a colour, or a gradient laid over the path's box where its units are that box. */
  const paintOf = (
    paint: string | undefined,
    path: PathData,
  ): { colour: Hex; opacity: number; gradient?: ColouredGradient } | null => {
    if (!paint || paint === 'none') return null;
    if (isHex(paint)) return { colour: normaliseHex(paint), opacity: 1 };
    const id = /url\(#([^)]+)\)/.exec(paint)?.[1];
    const found = id === undefined ? undefined : gradients.get(id);
    if (!found) {
      left.add('A pattern fill was left out: only colours and gradients become inks.');
      return null;
    }
    const { onBox, ...gradient } = found;
    const [first] = gradient.stops;
    if (gradient.stops.length === 1) return { colour: first.colour, opacity: first.opacity };
    const b = pathBounds(path);
    const toBox: Matrix = [boxWidth(b), 0, 0, boxHeight(b), b.left, b.top];
    const matrix = onBox ? multiply(toBox, gradient.matrix) : gradient.matrix;
    return { colour: first.colour, opacity: 1, gradient: { ...gradient, matrix: [...matrix] } };
  };

  /** The clips that an element names, and those that they name in turn. */
  const clipsOf = (reference: string | undefined, outer: Matrix, depth = 0): Clip[] => {
    const id = /url\(#([^)]+)\)/.exec(reference ?? '')?.[1];
    const node = id === undefined ? undefined : clips.get(id);
    if (!node || depth > 8) return [];
    const a = attributesOf(node);
    const m = multiply(outer, matrixOf(a.transform));
    const paths: number[] = [];
    let rule: Clip['rule'] = 'nonzero';
    const collect = (nodes: Node[], to: Matrix): void => {
      for (const child of nodes) {
        const c = attributesOf(child);
        const inner = multiply(to, matrixOf(c.transform));
        if (tagOf(child) === 'g') collect(childrenOf(child), inner);
        else if (tagOf(child) === 'path') {
          if (c['clip-rule'] === 'evenodd') rule = 'evenodd';
          for (const n of transformPath(parseSvgPath(c.d ?? ''), inner)) paths.push(n);
        }
      }
    };
    collect(childrenOf(node), m);
    return [{ data: paths, rule }, ...clipsOf(a['clip-path'], outer, depth + 1)];
  };

  const walk = (nodes: Node[], outer: Matrix, opacity: number, within: readonly Clip[]) => {
    for (const node of nodes) {
      const a = attributesOf(node);
      const m = multiply(outer, matrixOf(a.transform));
      if (tagOf(node) === 'g') {
        if (a.mask) left.add('Masks were left out.');
        const inside = [...within, ...clipsOf(a['clip-path'], m)];
        walk(childrenOf(node), m, opacity * Number(a.opacity ?? 1), inside);
      } else if (tagOf(node) === 'path') {
        const plain = parseSvgPath(a.d ?? '');
        if (plain.length === 0) continue;
        const own = opacity * Number(a.opacity ?? 1);
        const base = {
          data: transformPath(plain, m),
          within: [...within, ...clipsOf(a['clip-path'], m)],
          rule: (a['fill-rule'] === 'evenodd' ? 'evenodd' : 'nonzero') as MotifOutline['rule'],
        };
        const fill = paintOf(a.fill ?? '#000000', plain);
        if (fill)
          found.push({
            ...base,
            colour: fill.colour,
            ...(fill.gradient
              ? { gradient: { ...fill.gradient, matrix: [...multiply(m, fill.gradient.matrix)] } }
              : {}),
            opacity: own * Number(a['fill-opacity'] ?? 1) * fill.opacity,
            stroke: null,
          });
        const line = paintOf(a.stroke, plain);
        if (line) {
          const scale = Math.sqrt(Math.abs(m[0] * m[3] - m[1] * m[2]));
          const dash = dashOf(a['stroke-dasharray'], Number(a['stroke-width'] ?? 1));
          if (dash?.more) left.add('A line of several dashes became one of a dash and a gap.');
          const joins: Record<string, Join> = { round: 'round', bevel: 'bevel' };
          found.push({
            ...base,
            colour: line.colour,
            ...(line.gradient
              ? { gradient: { ...line.gradient, matrix: [...multiply(m, line.gradient.matrix)] } }
              : {}),
            opacity: own * Number(a['stroke-opacity'] ?? 1) * line.opacity,
            stroke: {
              width: Number(a['stroke-width'] ?? 1) * scale,
              join: joins[a['stroke-linejoin'] ?? ''] ?? 'mitre',
              cap: (['round', 'square'] as const).find((c) => c === a['stroke-linecap']) ?? 'butt',
              ...mitreOf(a['stroke-miterlimit']),
              ...(dash ? { dash: dash.dash } : {}),
            },
          });
        }
      }
    }
  };
  const view = viewOf(attributesOf(root));
  walk(childrenOf(root), IDENTITY, 1, []);

  const visible = found.filter((o) => o.opacity > 0);
  let box = EMPTY_BOX;
  for (const o of visible) {
    const bounds = pathBounds(o.data);
    const whole = o.stroke ? grow(bounds, o.stroke.width / 2) : bounds;
    // What lies outside of the view is cut off, as whatever shows the file does.
    if (view && !contains(view, whole)) o.within = [...o.within, { data: boxPath(view), rule: 'nonzero' }];
    box = unite(
      box,
      o.within.reduce((b, c) => intersect(b, pathBounds(c.data)), whole),
    );
  }
  if (visible.length === 0 || isEmptyBox(box))
    throw new SvgError('the SVG holds no paths or shapes that can be drawn');
  const longest = Math.max(boxWidth(box), boxHeight(box), 1e-6);
  const k = longest < LEAST_SIZE ? LEAST_SIZE / longest : longest > MOST_SIZE ? MOST_SIZE / longest : 1;
  const fit: Matrix = [k, 0, 0, k, -box.left * k, -box.top * k];
  return {
    width: Math.max(boxWidth(box) * k, 0.001),
    height: Math.max(boxHeight(box) * k, 0.001),
    origin: { x: box.left, y: box.top },
    scale: k,
    outlines: visible.map(({ data, gradient, within, ...o }) => ({
      ...o,
      ...(within.length
        ? { clips: within.map((c) => ({ path: toSvgPath(transformPath(c.data, fit)), rule: c.rule })) }
        : {}),
      ...(gradient ? { gradient: { ...gradient, matrix: [...multiply(fit, gradient.matrix)] } } : {}),
      path: toSvgPath(transformPath(data, fit)),
      stroke: o.stroke && { ...o.stroke, width: o.stroke.width * k },
    })),
    left: [...left],
  };
}
