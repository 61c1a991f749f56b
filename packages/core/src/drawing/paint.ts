import {
  axisScales,
  CLOSE,
  CUBIC,
  eachCommand,
  LINE,
  MOVE,
  multiply,
  QUAD,
  type Matrix,
  type PathData,
} from '../geometry';
import type { Treatment } from '../raster';
import { MITRE, type Drawing, type DrawingItem, type Group, type OutlineItem } from './types';

interface PaintGradient {
  addColorStop(at: number, colour: string): void;
}

/** What the painter uses of a Canvas 2D context; browsers, workers and the server's canvas have it. */
export interface PaintContext {
  globalAlpha: number;
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
  moveTo(x: number, y: number): void;
  lineTo(x: number, y: number): void;
  quadraticCurveTo(cx: number, cy: number, x: number, y: number): void;
  bezierCurveTo(ax: number, ay: number, bx: number, by: number, x: number, y: number): void;
  closePath(): void;
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
}

type PathTarget = Pick<
  PaintContext,
  'moveTo' | 'lineTo' | 'quadraticCurveTo' | 'bezierCurveTo' | 'closePath'
>;

/**
 * Lays outlines in a path. To be filled, they need no closing: a fill closes what is open, and browsers
 * look through the whole path each time that a piece of it is closed.
 */
function layOut(target: PathTarget, path: PathData, use: 'fill' | 'stroke'): void {
  let [sx, sy, closed] = [0, 0, false];
  eachCommand(path, (verb, at) => {
    if (verb === MOVE) {
      [sx, sy, closed] = [path[at], path[at + 1], false];
      target.moveTo(sx, sy);
      return;
    }
    if (verb === CLOSE) {
      closed = true;
      if (use === 'stroke') target.closePath();
      return;
    }
    // What goes on after a close begins where the closed piece did.
    if (closed && use === 'fill') target.moveTo(sx, sy);
    closed = false;
    if (verb === LINE) target.lineTo(path[at], path[at + 1]);
    else if (verb === QUAD) target.quadraticCurveTo(path[at], path[at + 1], path[at + 2], path[at + 3]);
    else if (verb === CUBIC)
      target.bezierCurveTo(path[at], path[at + 1], path[at + 2], path[at + 3], path[at + 4], path[at + 5]);
  });
}

/** Begins a path of the context and lays these outlines in it. */
export function trace(context: PaintContext, path: PathData, use: 'fill' | 'stroke' = 'stroke'): void {
  context.beginPath();
  layOut(context, path, use);
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
    layOut(kept, path, 'fill');
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
  if (item.clips?.length) context.restore();
  context.globalAlpha = alpha;
}

/** Further aside than any canvas is wide, px. */
const ASIDE = 30000;

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

/** `#rrggbb` with an opacity 0–1 as `#rrggbbaa`. */
const withAlpha = (colour: string, opacity: number): string =>
  opacity >= 1
    ? colour
    : colour +
      Math.round(opacity * 255)
        .toString(16)
        .padStart(2, '0');

/** Far enough to be beyond any board, in whatever units a path has. */
const EVERYWHERE = 1e6;

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
    if (side === 'outside') context.rect(-EVERYWHERE, -EVERYWHERE, 2 * EVERYWHERE, 2 * EVERYWHERE);
    context.clip(side === 'outside' ? 'evenodd' : item.rule);
  }
  trace(context, item.path);
  if (stroke.space === 'board') context.setTransform(...view);
  context.strokeStyle = item.colour;
  context.lineWidth = side ? 2 * stroke.width : stroke.width;
  context.lineJoin = stroke.join === 'mitre' ? 'miter' : stroke.join;
  context.lineCap = stroke.cap;
  context.miterLimit = stroke.mitre ?? MITRE;
  if (dash) context.setLineDash([dash[0] * stroke.width, dash[1] * stroke.width]);
  context.stroke();
  if (dash) context.setLineDash([]);
  if (side) context.restore();
}

/** Paints one group. Items overlap inside a group, so a group's opacity needs a surface of its own. */
export function paintGroup(
  context: PaintContext,
  group: Group,
  options: PaintOptions,
  size: { width: number; height: number },
): void {
  if (group.opacity <= 0 || group.items.length === 0) return;
  if (group.opacity >= 1 || group.items.length === 1) {
    context.globalAlpha = group.opacity;
    for (const item of group.items) paintItem(context, item, options);
  } else {
    const layer = options.surfaces(size.width, size.height);
    for (const item of group.items) paintItem(layer.context, item, options);
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.globalAlpha = group.opacity;
    context.drawImage(layer.canvas, 0, 0, size.width, size.height);
  }
  context.globalAlpha = 1;
}

/**
 * Paints a drawing over what the context holds, alpha over, and leaves the context with the
 * identity transform. `size` is that of the context's canvas in px.
 */
export function paint(
  context: PaintContext,
  drawing: Drawing,
  options: PaintOptions,
  size: { width: number; height: number },
): void {
  for (const group of drawing.groups) paintGroup(context, group, options, size);
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
