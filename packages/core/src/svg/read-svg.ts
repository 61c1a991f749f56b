import { XMLParser } from 'fast-xml-parser';
import { isHex, normaliseHex, rgbToHex, hexToRgb, type Hex, type Rgb } from '../colour';
import {
  IDENTITY,
  multiply,
  parseSvgPath,
  pathBounds,
  toSvgPath,
  transformPath,
  unite,
  EMPTY_BOX,
  isEmptyBox,
  boxWidth,
  boxHeight,
  grow,
  type Matrix,
  type PathData,
} from '../geometry';
import type { Join, MotifOutline } from '../design';
import { SvgError } from './safety';

/** An outline with its colour, before colours become inks. */
export type ColouredOutline = Omit<MotifOutline, 'ink'> & { colour: Hex };

type FoundOutline = Omit<ColouredOutline, 'path'> & { data: PathData };

/** Art smaller than this on its long side is enlarged, so that rounding its paths costs nothing. */
const LEAST_SIZE = 512;

export interface SvgArt {
  width: number;
  height: number;
  outlines: ColouredOutline[];
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

function matrixOf(text: string | undefined): Matrix {
  if (!text) return IDENTITY;
  const n = /matrix\(([^)]*)\)/
    .exec(text)?.[1]
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  return n?.length === 6 && n.every(Number.isFinite) ? (n as unknown as Matrix) : IDENTITY;
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
  const gradients = new Map<string, Hex>();
  const left = new Set<string>();
  const found: FoundOutline[] = [];

  for (const defs of childrenOf(root).filter((n) => tagOf(n) === 'defs'))
    for (const g of childrenOf(defs)) {
      if (!/Gradient$/.test(tagOf(g))) continue;
      const stops = childrenOf(g)
        .map((s) => attributesOf(s)['stop-color'])
        .filter(isHex)
        .map((c) => hexToRgb(c));
      if (stops.length === 0) continue;
      const mean = [0, 1, 2].map((c) => stops.reduce((n, s) => n + s[c], 0) / stops.length);
      gradients.set(attributesOf(g).id, rgbToHex(mean as unknown as Rgb));
    }

  const colourOf = (paint: string | undefined): Hex | null => {
    if (!paint || paint === 'none') return null;
    if (isHex(paint)) return normaliseHex(paint);
    const id = /url\(#([^)]+)\)/.exec(paint)?.[1];
    const mean = id === undefined ? undefined : gradients.get(id);
    left.add(
      mean
        ? 'A gradient became its mean colour.'
        : 'A pattern fill was left out: only plain colours become inks.',
    );
    return mean ?? null;
  };

  const walk = (nodes: Node[], outer: Matrix, opacity: number) => {
    for (const node of nodes) {
      const a = attributesOf(node);
      const m = multiply(outer, matrixOf(a.transform));
      if (tagOf(node) === 'g') {
        if (a['clip-path']) left.add('A clip path was left out: the whole of what it clipped is shown.');
        if (a.mask) left.add('Masks were left out.');
        walk(childrenOf(node), m, opacity * Number(a.opacity ?? 1));
      } else if (tagOf(node) === 'path') {
        const path = transformPath(parseSvgPath(a.d ?? ''), m);
        if (path.length === 0) continue;
        const own = opacity * Number(a.opacity ?? 1);
        const base = {
          data: path,
          rule: (a['fill-rule'] === 'evenodd' ? 'evenodd' : 'nonzero') as MotifOutline['rule'],
        };
        const fill = colourOf(a.fill ?? '#000000');
        if (fill)
          found.push({ ...base, colour: fill, opacity: own * Number(a['fill-opacity'] ?? 1), stroke: null });
        const line = colourOf(a.stroke);
        if (line) {
          const scale = Math.sqrt(Math.abs(m[0] * m[3] - m[1] * m[2]));
          const joins: Record<string, Join> = { round: 'round', bevel: 'bevel' };
          found.push({
            ...base,
            colour: line,
            opacity: own * Number(a['stroke-opacity'] ?? 1),
            stroke: {
              width: Number(a['stroke-width'] ?? 1) * scale,
              join: joins[a['stroke-linejoin'] ?? ''] ?? 'mitre',
              cap: (['round', 'square'] as const).find((c) => c === a['stroke-linecap']) ?? 'butt',
            },
          });
          if (a['stroke-dasharray']) left.add('A dashed line became a plain one.');
        }
      }
    }
  };
  walk(childrenOf(root), IDENTITY, 1);

  const visible = found.filter((o) => o.opacity > 0);
  let box = EMPTY_BOX;
  for (const o of visible) {
    const bounds = pathBounds(o.data);
    box = unite(box, o.stroke ? grow(bounds, o.stroke.width / 2) : bounds);
  }
  if (visible.length === 0 || isEmptyBox(box))
    throw new SvgError('the SVG holds no paths or shapes that can be drawn');
  const longest = Math.max(boxWidth(box), boxHeight(box), 1e-6);
  const k = longest < LEAST_SIZE ? LEAST_SIZE / longest : 1;
  const fit: Matrix = [k, 0, 0, k, -box.left * k, -box.top * k];
  return {
    width: Math.max(boxWidth(box) * k, 0.001),
    height: Math.max(boxHeight(box) * k, 0.001),
    outlines: visible.map(({ data, ...o }) => ({
      ...o,
      path: toSvgPath(transformPath(data, fit)),
      stroke: o.stroke && { ...o.stroke, width: o.stroke.width * k },
    })),
    left: [...left],
  };
}
