import {
  applyMatrix,
  axisScales,
  EVERYWHERE,
  intersect,
  grow,
  IDENTITY,
  isEmptyBox,
  multiply,
  producePath,
  transformPath,
  transformBox,
  withoutCloses,
  type Matrix,
  type PathData,
  type PathTarget,
} from '../geometry';
import type { Treatment } from '../steps';
import { printed } from './bounds';
import { coarser } from './coarser';
import { groupBounds, inRuns, isPrinted } from './node';
import {
  MITRE,
  type Drawing,
  type DrawingItem,
  type DrawingNode,
  type Group,
  type Mask,
  type OutlineItem,
} from './types';

interface PaintGradient {
  addColorStop(at: number, colour: string): void;
}

/** What the painter uses of a Canvas 2D context; browsers, workers and the server's canvas have it. */
export interface PaintContext extends PathTarget {
  globalAlpha: number;
  globalCompositeOperation: string;
  fillStyle: unknown;
  strokeStyle: unknown;
  lineWidth: number;
  lineJoin: string;
  lineCap: string;
  miterLimit: number;
  shadowColor: string;
  shadowBlur: number;
  shadowOffsetX: number;
  imageSmoothingEnabled: boolean;
  imageSmoothingQuality: string;
  setTransform(a: number, b: number, c: number, d: number, e: number, f: number): void;
  beginPath(): void;
  rect(x: number, y: number, width: number, height: number): void;
  fill(rule?: 'nonzero' | 'evenodd'): void;
  clip(rule?: 'nonzero' | 'evenodd'): void;
  save(): void;
  restore(): void;
  setLineDash(lengths: number[]): void;
  createLinearGradient(x0: number, y0: number, x1: number, y1: number): PaintGradient;
  createRadialGradient(x0: number, y0: number, r0: number, x1: number, y1: number, r1: number): PaintGradient;
  stroke(): void;
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- each platform has its own image type
  drawImage(image: any, x: number, y: number, width: number, height: number): void;
  drawImage(
    // eslint-disable-next-line @typescript-eslint/no-explicit-any -- as above
    image: any,
    fromX: number,
    fromY: number,
    fromWidth: number,
    fromHeight: number,
    x: number,
    y: number,
    width: number,
    height: number,
  ): void;
  clearRect(x: number, y: number, width: number, height: number): void;
  fillRect(x: number, y: number, width: number, height: number): void;
  getImageData(
    x: number,
    y: number,
    width: number,
    height: number,
  ): { data: Uint8ClampedArray; width: number; height: number };
}

/** A canvas of some platform together with its context. */
export interface Surface {
  width: number;
  height: number;
  canvas: unknown;
  context: PaintContext;
}
export type MakeSurface = (width: number, height: number) => Surface;

/**
 * The pixels of a material, treated as asked; null while they are
 * not there (the picture is then left out). `width` says how many px wide it will be shown: an
 * image that has more than twice as many should be given as a smaller copy (see `pyramid`).
 */
export type PictureSource = (material: string, treatment: Treatment | null, width: number) => unknown;

export interface PaintOptions {
  /** From board px to the context's px. */
  view: Matrix;
  pictures: PictureSource;
  /** Needed for parts that are partly transparent as a whole. */
  surfaces: MakeSurface;
  /** What fills in an ink look like over their colour, as a pattern of the context's px: on screens alone, never in files. */
  looks?(ink: string): unknown;
}

/** Begins a path of the context and lays these outlines in it. */
export function trace(context: PaintContext, path: PathData, use: 'fill' | 'stroke' = 'stroke'): void {
  context.beginPath();
  producePath(use === 'fill' ? withoutCloses(context) : context, path);
}

const { Path2D: KeptPath } = globalThis as unknown as { Path2D?: new () => PathTarget };
const keptPaths = new WeakMap<PathData, PathTarget>();

/**
 * Fills outlines, or clips to them. Where the platform can keep a path, it is laid out once, however
 * often it is painted: on the board, in small on the garments, in the next frame.
 */
function cover(
  context: PaintContext,
  how: 'fill' | 'clip',
  path: PathData,
  rule: 'nonzero' | 'evenodd',
): void {
  if (!KeptPath) {
    trace(context, path, 'fill');
    context[how](rule);
    return;
  }
  let kept = keptPaths.get(path);
  if (!kept) {
    keptPaths.set(path, (kept = new KeptPath()));
    producePath(withoutCloses(kept), path);
  }
  // The context of such a platform takes kept paths, too.
  (context as unknown as Record<'fill' | 'clip', (path: PathTarget, rule: string) => void>)[how](kept, rule);
}

function paintItem(context: PaintContext, item: DrawingItem, options: PaintOptions): void {
  const matrix = multiply(options.view, item.matrix);
  context.setTransform(...matrix);
  if (item.kind === 'image') {
    const shown = item.width * axisScales(matrix)[0];
    const image = options.pictures(item.material, item.treatment, shown) as {
      width: number;
      height: number;
    } | null;
    if (!image) return;
    context.imageSmoothingEnabled = true;
    // Enlarging wants the bicubic kernel; at most halved, linear is as good and far cheaper.
    context.imageSmoothingQuality = shown > image.width * 1.01 ? 'high' : 'low';
    const { left, top, right, bottom } = item.shown;
    // The image may be a smaller copy of the source.
    const [kx, ky] = [image.width / item.width, image.height / item.height];
    context.drawImage(
      image,
      (left + item.width / 2) * kx,
      (top + item.height / 2) * ky,
      (right - left) * kx,
      (bottom - top) * ky,
      left,
      top,
      right - left,
      bottom - top,
    );
    return;
  }
  const alpha = context.globalAlpha;
  context.globalAlpha = alpha * item.opacity;
  if (item.clips?.length) {
    context.save();
    for (const clip of item.clips) cover(context, 'clip', clip.path, clip.rule);
  }
  if (item.stroke) strokeItem(context, item, item.stroke, options.view);
  else if (item.blur) fillSoftly(context, item, item.blur * Math.max(...axisScales(options.view)), matrix);
  else if (!item.gradient) {
    context.fillStyle = item.colour;
    cover(context, 'fill', item.path, item.rule);
  } else {
    trace(context, item.path, 'fill');
    context.fillStyle = gradientOf(context, item.gradient);
    // The path is traced already: only the gradient still reads the transform.
    context.setTransform(...multiply(matrix, item.gradient.matrix));
    context.fill(item.rule);
  }
  const look = item.blur ? null : options.looks?.(item.ink);
  if (look) paintLook(context, item, look, matrix, options.view);
  if (item.clips?.length) context.restore();
  context.globalAlpha = alpha;
}

/** Further aside than any canvas is wide, px. */
const ASIDE = 30000;

/** Lays a pattern of the context's px over an outline that has been painted; a line on one side alone is left plain. */
function paintLook(
  context: PaintContext,
  item: OutlineItem,
  look: unknown,
  matrix: Matrix,
  view: Matrix,
): void {
  const { stroke } = item;
  if (!stroke) {
    context.save();
    context.setTransform(...matrix);
    cover(context, 'clip', item.path, item.rule);
    context.setTransform(...IDENTITY);
    context.fillStyle = look;
    context.fillRect(0, 0, ASIDE, ASIDE);
    context.restore();
  } else if (!stroke.side) {
    const scale = Math.max(...axisScales(stroke.space === 'own' ? matrix : view));
    // Joins and ends are still those of the line.
    context.setTransform(...IDENTITY);
    trace(context, transformPath(item.path, matrix));
    context.lineWidth = stroke.width * scale;
    context.strokeStyle = look;
    context.stroke();
  }
}

/**
 * Fills the outline with a Gaussian blur of standard deviation `deviation` canvas px: only the shadow of
 * a fill that lies aside falls on the canvas (every platform has shadows; not all have filters).
 */
function fillSoftly(context: PaintContext, item: OutlineItem, deviation: number, matrix: Matrix): void {
  const [a, b, c, d, e, f] = matrix;
  context.setTransform(a, b, c, d, e - ASIDE, f);
  context.fillStyle = item.colour;
  trace(context, item.path, 'fill');
  context.shadowColor = item.colour;
  context.shadowBlur = 2 * deviation;
  context.shadowOffsetX = ASIDE;
  context.fill(item.rule);
  context.shadowColor = 'transparent';
  context.shadowBlur = 0;
  context.shadowOffsetX = 0;
}

function gradientOf(context: PaintContext, gradient: NonNullable<OutlineItem['gradient']>): PaintGradient {
  const { kind, x0, y0, x1, y1, r, stops } = gradient;
  const made =
    kind === 'linear'
      ? context.createLinearGradient(x0, y0, x1, y1)
      : context.createRadialGradient(x0, y0, 0, x1, y1, r);
  for (const { at, colour, opacity } of stops) made.addColorStop(at, withAlpha(colour, opacity));
  return made;
}

/**
 * A gradient with its matrix, and that which leads to where a line is drawn, worked into its points. Exact for linear
 * ones under any matrix, and for radial ones where circles stay round; else the circle has the ellipse's area.
 */
function strokeGradient(
  gradient: NonNullable<OutlineItem['gradient']>,
  to: Matrix,
): NonNullable<OutlineItem['gradient']> {
  const { kind, x0, y0, x1, y1, r } = gradient;
  const matrix = multiply(to, gradient.matrix);
  const [a, b, c, d] = matrix;
  const det = a * d - b * c;
  const [px, py] = applyMatrix(matrix, x0, y0);
  const [qx, qy] = applyMatrix(matrix, x1, y1);
  const moved = { ...gradient, matrix: IDENTITY, x0: px, y0: py, x1: qx, y1: qy };
  if (kind === 'radial') return { ...moved, r: r * Math.sqrt(Math.abs(det)) };
  const [dx, dy] = [x1 - x0, y1 - y0];
  // The colour grows along the normal of its lines, which the inverse transpose moves.
  const [nx, ny] = [(d * dx - b * dy) / det, (a * dy - c * dx) / det];
  const k = (dx * dx + dy * dy) / (nx * nx + ny * ny);
  return Number.isFinite(k) ? { ...moved, x1: px + nx * k, y1: py + ny * k } : moved;
}

/** `#rrggbb` with an opacity 0–1 as `#rrggbbaa`. */
const withAlpha = (colour: string, opacity: number): string =>
  opacity >= 1
    ? colour
    : colour +
      Math.round(opacity * 255)
        .toString(16)
        .padStart(2, '0');

function strokeItem(
  context: PaintContext,
  item: OutlineItem,
  stroke: NonNullable<OutlineItem['stroke']>,
  view: Matrix,
): void {
  const { side, dash } = stroke;
  if (side) {
    context.save();
    trace(context, item.path, 'fill');
    if (side === 'outside') producePath(context, EVERYWHERE);
    context.clip(side === 'outside' ? 'evenodd' : item.rule);
  }
  trace(context, item.path);
  if (stroke.space === 'board') context.setTransform(...view);
  // A canvas lays the line and its paint by one transform, so the gradient's own is worked into it.
  const gradient =
    item.gradient && strokeGradient(item.gradient, stroke.space === 'board' ? item.matrix : IDENTITY);
  context.strokeStyle = gradient ? gradientOf(context, gradient) : item.colour;
  context.lineWidth = side ? 2 * stroke.width : stroke.width;
  context.lineJoin = stroke.join === 'mitre' ? 'miter' : stroke.join;
  context.lineCap = stroke.cap;
  context.miterLimit = stroke.mitre ?? MITRE;
  if (dash) context.setLineDash([dash[0] * stroke.width, dash[1] * stroke.width]);
  context.stroke();
  if (dash) context.setLineDash([]);
  if (side) context.restore();
}

interface Size {
  width: number;
  height: number;
}

/** Whether a group has to be painted by itself first, since what it is applies to all of it at once. */
const isApart = ({ opacity, items, blend = 'normal', mask }: Group): boolean =>
  blend !== 'normal' ||
  mask !== undefined ||
  (opacity < 1 && (items.length > 1 || items[0].kind === 'group'));

function paintNode(context: PaintContext, node: DrawingNode, options: PaintOptions, size: Size): void {
  if (!isPrinted(node)) return;
  if (node.kind === 'group') paintGroup(context, node, options, size);
  else paintItem(context, node, options);
}

/** Leaves of what is painted what a mask lets through. */
function maskWith(context: PaintContext, mask: Mask, options: PaintOptions, size: Size): void {
  const shape = options.surfaces(size.width, size.height);
  for (const node of mask.nodes) paintNode(shape.context, node, options, size);
  context.setTransform(1, 0, 0, 1, 0, 0);
  context.globalCompositeOperation = mask.shows === 'covered' ? 'destination-in' : 'destination-out';
  context.drawImage(shape.canvas, 0, 0, size.width, size.height);
  context.globalCompositeOperation = 'source-over';
}

/**
 * Paints a group by itself, then over what the context holds. The surface for it is as large as what it
 * draws, and lies on whole px, so that the pixels are those of a surface of the full size.
 */
function paintApart(context: PaintContext, group: Group, options: PaintOptions, size: Size): void {
  const { opacity, blend = 'normal', mask, clips: _, ...whole } = group;
  const seen = transformBox(groupBounds(group), options.view);
  const box = intersect(grow(seen, 2), { left: 0, top: 0, right: size.width, bottom: size.height });
  if (isEmptyBox(box)) return;
  const [x, y] = [Math.floor(box.left), Math.floor(box.top)];
  const own = { width: Math.ceil(box.right) - x, height: Math.ceil(box.bottom) - y };
  if (own.width < 1 || own.height < 1) return;
  const inner = { ...options, view: multiply([1, 0, 0, 1, -x, -y], options.view) };
  const layer = options.surfaces(own.width, own.height);
  for (const node of coarser(whole.items, Math.max(...axisScales(inner.view))))
    paintNode(layer.context, node, inner, own);
  if (mask) maskWith(layer.context, mask, inner, own);
  context.setTransform(1, 0, 0, 1, 0, 0);
  const alpha = context.globalAlpha;
  context.globalAlpha = alpha * opacity;
  context.globalCompositeOperation = blend === 'normal' ? 'source-over' : blend;
  context.drawImage(layer.canvas, x, y, own.width, own.height);
  context.globalCompositeOperation = 'source-over';
  context.globalAlpha = alpha;
}

/** Paints one group over what the context holds; `size` is that of the context's canvas in px. */
export function paintGroup(context: PaintContext, group: Group, options: PaintOptions, size: Size): void {
  if (group.opacity <= 0 || group.items.length === 0 || !isPrinted(group)) return;
  const clips = group.clips ?? [];
  if (clips.length) context.save();
  for (const { path, rule, matrix } of clips) {
    context.setTransform(...multiply(options.view, matrix));
    cover(context, 'clip', path, rule);
  }
  if (isApart(group)) paintApart(context, group, options, size);
  else {
    const alpha = context.globalAlpha;
    context.globalAlpha = alpha * group.opacity;
    for (const node of group.items) paintNode(context, node, options, size);
    context.globalAlpha = alpha;
  }
  if (clips.length) context.restore();
}

/**
 * Paints what is printed of a drawing over what the context holds, alpha over, and leaves the context with the
 * identity transform. `size` is that of the context's canvas in px.
 */
export function paint(context: PaintContext, drawing: Drawing, options: PaintOptions, size: Size): void {
  for (const group of inRuns(printed(drawing))) paintGroup(context, group, options, size);
  context.setTransform(1, 0, 0, 1, 0, 0);
}

/** Paints a drawing on a new transparent surface, `scale` surface px to a board px. */
export function paintSurface(
  drawing: Drawing,
  scale: number,
  pictures: PictureSource,
  surfaces: MakeSurface,
): Surface {
  const width = Math.max(1, Math.round(drawing.width * scale));
  const height = Math.max(1, Math.round(drawing.height * scale));
  const surface = surfaces(width, height);
  const view: Matrix = [width / drawing.width, 0, 0, height / drawing.height, 0, 0];
  paint(surface.context, drawing, { view, pictures, surfaces }, surface);
  return surface;
}
