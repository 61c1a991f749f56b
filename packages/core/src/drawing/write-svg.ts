import {
  axisScales,
  EVERYWHERE,
  isIdentity,
  multiply,
  toSvgPath,
  transformPath,
  type Matrix,
} from '../geometry';
import { printed } from './bounds';
import { allItemsOf, inOneColour, inRuns, isPrinted, itemsOf } from './node';
import {
  MITRE,
  type Clip,
  type Drawing,
  type DrawingItem,
  type DrawingNode,
  type Group,
  type ImageItem,
  type Mask,
  type OutlineItem,
  type PartGroup,
} from './types';
import { cutPathsOf } from './cuts';

export interface SvgOptions {
  /** The address (a data: URL, say) of a picture's pixels, treated as the item asks; null leaves it out. */
  picture(item: ImageItem): string | null;
  /** A title for the file; left out when empty. */
  title?: string;
  /** Names of inks by id, for the classes of the file. */
  inkNames?: ReadonlyMap<string, string>;
}

const escape = (text: string) =>
  text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');
const n = (v: number) => String(Math.round(v * 1e4) / 1e4);
const matrixOf = (m: Matrix) =>
  isIdentity(m, 0) ? '' : ` transform="matrix(${m.map((v) => String(Math.round(v * 1e7) / 1e7)).join(' ')})"`;

/** Definitions that the file's elements refer to. */
class Definitions {
  readonly lines: string[] = [];
  private readonly known = new Map<string, string>();

  /** The id of a definition; the same text is defined once. */
  add(prefix: string, make: (id: string) => string): string {
    const text = make('');
    let id = this.known.get(text);
    if (!id) {
      id = `${prefix}${this.known.size + 1}`;
      this.known.set(text, id);
      this.lines.push(make(id));
    }
    return id;
  }
}

function gradientOf(gradient: NonNullable<OutlineItem['gradient']>, defs: Definitions): string {
  const { kind, matrix, x0, y0, x1, y1, r, stops } = gradient;
  const transform = matrixOf(matrix).replace(' transform', ' gradientTransform');
  const inner = stops
    .map(
      (s) =>
        `<stop offset="${n(s.at)}" stop-color="${s.colour}"${s.opacity < 1 ? ` stop-opacity="${n(s.opacity)}"` : ''}/>`,
    )
    .join('');
  return defs.add('g', (id) =>
    kind === 'linear'
      ? `<linearGradient id="${id}" gradientUnits="userSpaceOnUse" x1="${n(x0)}" y1="${n(y0)}" x2="${n(x1)}" y2="${n(y1)}"${transform}>${inner}</linearGradient>`
      : `<radialGradient id="${id}" gradientUnits="userSpaceOnUse" cx="${n(x1)}" cy="${n(y1)}" r="${n(r)}" fx="${n(x0)}" fy="${n(y0)}"${transform}>${inner}</radialGradient>`,
  );
}

const everywhere = toSvgPath(EVERYWHERE);

function outlineElement(item: OutlineItem, defs: Definitions, className: string): string {
  const { stroke } = item;
  let { path, matrix } = item;
  if (stroke?.space === 'board') {
    // The line counts board px: the path goes there, and nothing is scaled.
    path = transformPath(path, matrix);
    matrix = [1, 0, 0, 1, 0, 0];
  }
  // Three decimals are coarse for a path in small units that is scaled up: it is written on the board.
  const scale = Math.max(...axisScales(matrix));
  if (!stroke && !item.gradient && !item.clips && scale > 4) {
    path = transformPath(path, matrix);
    matrix = [1, 0, 0, 1, 0, 0];
  }
  const d = toSvgPath(path);
  if (!d) return '';
  const attributes: string[] = [];
  const clip = (text: string, rule: string) =>
    defs.add('c', (id) => `<clipPath id="${id}"><path d="${text}" clip-rule="${rule}"/></clipPath>`);
  const wrappers: string[] = [];
  if (stroke?.side === 'outside') wrappers.push(clip(`${d}${everywhere}`, 'evenodd'));
  else if (stroke?.side) wrappers.push(clip(d, item.rule));
  const boardClips = stroke?.space === 'board';
  for (const c of item.clips ?? [])
    wrappers.push(clip(toSvgPath(boardClips ? transformPath(c.path, item.matrix) : c.path), c.rule));
  const { gradient } = item;
  // Where the path went to the board, its gradient goes along.
  const onBoard =
    gradient && stroke?.space === 'board' ? multiply(item.matrix, gradient.matrix) : gradient?.matrix;
  const paint =
    gradient && onBoard ? `url(#${gradientOf({ ...gradient, matrix: onBoard }, defs)})` : item.colour;
  if (stroke) {
    const width = stroke.side ? 2 * stroke.width : stroke.width;
    attributes.push(
      `fill="none" stroke="${paint}" stroke-width="${n(width)}" stroke-linejoin="${stroke.join === 'mitre' ? 'miter' : stroke.join}" stroke-linecap="${stroke.cap}" stroke-miterlimit="${n(stroke.mitre ?? MITRE)}"`,
    );
    if (stroke.dash)
      attributes.push(`stroke-dasharray="${stroke.dash.map((v) => n(v * stroke.width)).join(' ')}"`);
  } else {
    attributes.push(`fill="${paint}"`);
    if (item.rule === 'evenodd') attributes.push('fill-rule="evenodd"');
  }
  if (item.opacity < 1) attributes.push(`opacity="${n(item.opacity)}"`);
  if (item.blur) {
    const deviation = item.blur / Math.max(1e-6, scale);
    const id = defs.add(
      'b',
      (own) =>
        `<filter id="${own}" x="-50%" y="-50%" width="200%" height="200%" color-interpolation-filters="sRGB"><feGaussianBlur stdDeviation="${n(deviation)}"/></filter>`,
    );
    attributes.push(`filter="url(#${id})"`);
  }
  let element = `<path class="${className}" d="${d}" ${attributes.join(' ')}/>`;
  for (const id of wrappers) element = `<g clip-path="url(#${id})">${element}</g>`;
  const transform = matrixOf(matrix);
  return transform ? `<g${transform}>${element}</g>` : element;
}

/** What writing one file needs beside the node that is written. */
interface Writing {
  defs: Definitions;
  options: SvgOptions;
  /** Addresses of pictures that are shown several times. */
  several: ReadonlySet<string>;
  /** Class names by ink. */
  classes: ReadonlyMap<string, string>;
  /** Of a picture; set while a mask is written, whose colours say how much shows. */
  filter?: string;
}

function itemElement(item: DrawingItem, writing: Writing): string {
  const { defs, options, several, classes } = writing;
  if (item.kind === 'outline') return outlineElement(item, defs, classes.get(item.ink) ?? 'ink');
  const href = options.picture(item);
  if (!href) return '';
  const { left, top, right, bottom } = item.shown;
  const { width, height } = item;
  const element = (id: string) =>
    `<image${id} x="${n(-width / 2)}" y="${n(-height / 2)}" width="${n(width)}" height="${n(height)}" preserveAspectRatio="none" href="${href}"/>`;
  // One that is shown several times is written once.
  const image = several.has(href)
    ? `<use href="#${defs.add('p', (id) => element(id && ` id="${id}"`))}"/>`
    : element('');
  const cropped = left > -width / 2 || top > -height / 2 || right < width / 2 || bottom < height / 2;
  const inner = cropped
    ? `<g clip-path="url(#${defs.add('c', (id) => `<clipPath id="${id}"><rect x="${n(left)}" y="${n(top)}" width="${n(right - left)}" height="${n(bottom - top)}"/></clipPath>`)})">${image}</g>`
    : image;
  return `<g${matrixOf(item.matrix)}${writing.filter ? ` filter="url(#${writing.filter})"` : ''}>${inner}</g>`;
}

/** Class names of inks: their names as words of CSS, each once. */
function classNames(drawing: Drawing, names: ReadonlyMap<string, string> | undefined): Map<string, string> {
  const classes = new Map<string, string>();
  const taken = new Set<string>();
  for (const group of printed(drawing))
    for (const item of itemsOf(group)) {
      if (item.kind !== 'outline' || classes.has(item.ink)) continue;
      const word = (names?.get(item.ink) ?? item.ink).toLowerCase().replace(/[^a-z0-9]+/g, '-');
      const base = `ink-${word.replace(/^-+|-+$/g, '') || 'x'}`;
      let name = base;
      for (let i = 2; taken.has(name); i++) name = `${base}-${i}`;
      taken.add(name);
      classes.set(item.ink, name);
    }
  return classes;
}

/**
 * A mask by luminance, which every reader knows: white where it shows, on black where it does not. Pictures
 * are made white or black by a filter.
 */
function maskOf({ nodes, shows }: Mask, writing: Writing): string {
  const { defs } = writing;
  const light = shows === 'covered';
  const v = light ? 1 : 0;
  const images = nodes.some((node) => [...allItemsOf(node)].some((item) => item.kind === 'image'));
  const filter = images
    ? defs.add(
        'l',
        (id) =>
          `<filter id="${id}" color-interpolation-filters="sRGB"><feColorMatrix values="0 0 0 0 ${v} 0 0 0 0 ${v} 0 0 0 0 ${v} 0 0 0 1 0"/></filter>`,
      )
    : undefined;
  const inner = nodes
    .flatMap((node) => inOneColour(node, light ? '#ffffff' : '#000000'))
    .map((node) => nodeElement(node, { ...writing, classes: new Map(), filter }))
    .join('');
  const ground = light ? '' : `<path d="${everywhere}" fill="#ffffff"/>`;
  return defs.add(
    'm',
    (id) =>
      `<mask id="${id}" maskUnits="userSpaceOnUse" x="-1e6" y="-1e6" width="2e6" height="2e6" style="mask-type:luminance" color-interpolation="sRGB">${ground}${inner}</mask>`,
  );
}

const clipOf = ({ path, rule, matrix }: Clip, defs: Definitions): string =>
  defs.add(
    'c',
    (id) =>
      `<clipPath id="${id}"><path d="${toSvgPath(transformPath(path, matrix))}" clip-rule="${rule}"/></clipPath>`,
  );

const nodeElement = (node: DrawingNode, writing: Writing): string =>
  !isPrinted(node) ? '' : node.kind === 'group' ? groupElement(node, writing) : itemElement(node, writing);

function groupElement(group: Group, writing: Writing): string {
  const { opacity, blend = 'normal', clips = [], mask, layer } = group;
  if (opacity <= 0) return '';
  const inner = group.items.map((node) => nodeElement(node, writing)).filter(Boolean);
  if (inner.length === 0) return '';
  const { part } = group as Partial<PartGroup>;
  const attributes = [
    ...(part === undefined ? [] : [` id="${escape(part.replace(/[()]/g, ''))}"`]),
    ...(layer === undefined || layer === 'ink' ? [] : [` class="layer-${layer}"`]),
    ...(opacity < 1 ? [` opacity="${n(opacity)}"`] : []),
    ...(mask ? [` mask="url(#${maskOf(mask, writing)})"`] : []),
    ...(blend === 'normal' ? [] : [` style="mix-blend-mode:${blend}"`]),
  ].join('');
  const element = `<g${attributes}>\n${inner.join('\n')}\n</g>`;
  return clips.reduce(
    (inside, clip) => `<g clip-path="url(#${clipOf(clip, writing.defs)})">${inside}</g>`,
    element,
  );
}

/** How what a blade follows is drawn: a magenta for the sticker, a blue for what is cut beside it. */
const CUT_COLOURS = ['#d6006c', '#0074b8'];
const HAIRLINE_IN = 0.1 / 25.4;

/** What blades follow, each cut in a layer of its own in front of everything. */
const cutLayers = (drawing: Drawing): string[] =>
  [...cutPathsOf(drawing)].map(([name, path], i) => {
    const id = name.toLowerCase().replace(/[^a-z0-9]+/g, '-');
    const colour = CUT_COLOURS[i % CUT_COLOURS.length];
    return `<g id="${id}" class="layer-cut" fill="none" stroke="${colour}" stroke-width="${n(HAIRLINE_IN * drawing.dpi)}" stroke-linejoin="round">\n<title>${escape(name)}</title>\n<path d="${toSvgPath(path)}"/>\n</g>`;
  });

/**
 * The drawing as an SVG 1.1 file of its true size in inches: outlines as paths (no text, no strokes
 * where the drawing has none), a group for each part with the part's id, inks as classes.
 */
export function writeSvg(drawing: Drawing, options: SvgOptions): string {
  const defs = new Definitions();
  const classes = classNames(drawing, options.inkNames);
  const seen = new Set<string>();
  const several = new Set<string>();
  for (const item of printed(drawing).flatMap((g) => [...allItemsOf(g)])) {
    const href = item.kind === 'image' ? options.picture(item) : null;
    if (href) (seen.has(href) ? several : seen).add(href);
  }
  const groups = inRuns(printed(drawing))
    .map((g) => groupElement(g, { defs, options, several, classes }))
    .filter(Boolean);
  const { width, height, dpi } = drawing;
  const size = (px: number) => `${n((px / dpi) * 25.4)}mm`;
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${size(width)}" height="${size(height)}" viewBox="0 0 ${n(width)} ${n(height)}">`,
    ...(options.title ? [`<title>${escape(options.title)}</title>`] : []),
    ...(defs.lines.length ? [`<defs>\n${defs.lines.join('\n')}\n</defs>`] : []),
    ...groups,
    ...cutLayers(drawing),
    '</svg>\n',
  ].join('\n');
}
