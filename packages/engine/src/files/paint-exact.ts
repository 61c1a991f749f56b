import type { Canvas } from '@napi-rs/canvas';
import {
  allItemsOf,
  inRuns,
  paintGroup,
  printed,
  type Drawing,
  type DrawingNode,
  type Group,
  type ImageItem,
  type Surface,
} from '@brelm/core/drawing';
import { intersect, invert, multiply, transformBox, type Box } from '@brelm/core/geometry';
import { remap, resample, type RasterImage } from '@brelm/core/raster';
import { collect } from '../ground/collect';
import { toCanvas, type RasterSource } from '../pictures/pictures';
import { makeSurface, releaseSurface } from '../ground/surfaces';

/** From so many bytes a picture's memory is asked back before the next is made. */
const LARGE_PICTURE = 20_000_000;

/** How far a scale may be from 1, and a place from a whole px, that a picture is taken as it is. */
const EXACT = 1e-4;
/** Pictures in more pieces than this (bent ones that are turned) are drawn by the canvas, from a fitting copy. */
const MOST_PIECES = 64;

/** Share of each column (or row) from `first` that lies within `from`–`to`. */
const coverage = (first: number, count: number, from: number, to: number): Float32Array =>
  Float32Array.from({ length: count }, (_, i) =>
    Math.max(0, Math.min(1, Math.min(first + i + 1, to) - Math.max(first + i, from))),
  );

/** Thins the alpha of the outermost pixels, which a picture's edges cross. */
function softenEdges(image: RasterImage, left: number, top: number, box: Box): void {
  const across = coverage(left, image.width, box.left, box.right);
  const down = coverage(top, image.height, box.top, box.bottom);
  for (let y = 0; y < image.height; y++)
    for (let x = 0; x < image.width; x++) {
      const share = across[x] * down[y];
      if (share < 1) {
        const at = (y * image.width + x) * 4 + 3;
        image.data[at] = Math.round(image.data[at] * share);
      }
    }
}

function mirrored({ width, height, data }: RasterImage, flipX: boolean, flipY: boolean): RasterImage {
  const from = new Uint32Array(data.buffer.slice(data.byteOffset, data.byteOffset + data.length));
  const to = new Uint32Array(from.length);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      to[y * width + x] = from[(flipY ? height - 1 - y : y) * width + (flipX ? width - 1 - x : x)];
  return { width, height, data: new Uint8ClampedArray(to.buffer) };
}

/** A picture as it lies on the board: pixels one to one, from a whole px on. */
interface Baked {
  image: RasterImage;
  left: number;
  top: number;
}

/** An upright picture (flipped or not) resampled to where it lies; null where none of it shows. */
function bakeUpright(item: ImageItem, source: RasterImage, board: Box): Baked | null {
  const [a, , , d, e, f] = item.matrix;
  const [fx, fy] = [a < 0, d < 0];
  const picture = fx || fy ? mirrored(source, fx, fy) : source;
  const [kx, ky] = [Math.abs(a) * (item.width / source.width), Math.abs(d) * (item.height / source.height)];
  const box = transformBox(item.shown, item.matrix);
  const seen = intersect(box, board);
  const [left, top] = [Math.floor(seen.left + EXACT), Math.floor(seen.top + EXACT)];
  const [right, bottom] = [Math.ceil(seen.right - EXACT), Math.ceil(seen.bottom - EXACT)];
  if (right <= left || bottom <= top) return null;
  const toSource = (x: number, middle: number, k: number, size: number) => (x - middle) / k + size / 2;
  const image = resample(picture, right - left, bottom - top, {
    left: toSource(left, e, kx, picture.width),
    right: toSource(right, e, kx, picture.width),
    top: toSource(top, f, ky, picture.height),
    bottom: toSource(bottom, f, ky, picture.height),
  });
  softenEdges(image, left, top, box);
  return { image, left, top };
}

/** A turned picture: brought to its size first, then turned. */
function bakeTurned(item: ImageItem, source: RasterImage, board: Box): Baked | null {
  const m = item.matrix;
  const size = [Math.hypot(m[0], m[1]) * item.width, Math.hypot(m[2], m[3]) * item.height];
  const [w, h] = size.map((v) => Math.max(1, Math.round(v)));
  // More source px than shown ones are taken together first; fewer are left to the map.
  const scaled =
    w < source.width || h < source.height
      ? resample(source, Math.min(w, source.width), Math.min(h, source.height))
      : source;
  const { left: l, top: t, right: r, bottom: b } = item.shown;
  const [sx, sy] = [scaled.width / item.width, scaled.height / item.height];
  const cropped = {
    left: (l + item.width / 2) * sx,
    top: (t + item.height / 2) * sy,
    right: (r + item.width / 2) * sx,
    bottom: (b + item.height / 2) * sy,
  };
  const box = intersect(transformBox(item.shown, m), board);
  const [left, top] = [Math.floor(box.left) - 1, Math.floor(box.top) - 1];
  const [right, bottom] = [Math.ceil(box.right) + 1, Math.ceil(box.bottom) + 1];
  if (right - left < 3 || bottom - top < 3) return null;
  const inverse = invert(m);
  const image = remap(scaled, right - left, bottom - top, (x, y) => {
    const [px, py] = [x + left, y + top];
    const u = (inverse[0] * px + inverse[2] * py + inverse[4] + item.width / 2) * sx;
    const v = (inverse[1] * px + inverse[3] * py + inverse[5] + item.height / 2) * sy;
    return u < cropped.left - 0.5 ||
      u > cropped.right + 0.5 ||
      v < cropped.top - 0.5 ||
      v > cropped.bottom + 0.5
      ? [-1e3, -1e3]
      : [u, v];
  });
  return { image, left, top };
}

function bake(item: ImageItem, source: RasterImage, board: Box): Baked | null {
  const upright = Math.abs(item.matrix[1]) < 1e-9 && Math.abs(item.matrix[2]) < 1e-9;
  return upright ? bakeUpright(item, source, board) : bakeTurned(item, source, board);
}

/** True for a picture whose pixels fall on the board's. */
function isAsItIs({ matrix: [a, b, c, d, e, f], width, height }: ImageItem): boolean {
  const whole = (v: number) => Math.abs(v - Math.round(v)) < EXACT;
  return (
    Math.abs(a - 1) < EXACT &&
    Math.abs(d - 1) < EXACT &&
    b === 0 &&
    c === 0 &&
    whole(e - width / 2) &&
    whole(f - height / 2)
  );
}

/** What painting one group exactly needs: where pictures come from, and those that are held for it. */
interface Exact {
  rasters: RasterSource;
  board: Box;
  /** How many pictures the group has. */
  pieces: number;
  /** What the group's pictures are painted from, by the name that stands for the material then. */
  held: Map<string, Canvas>;
}

/** A picture as it lies on the board, in pixels of the board; null where none of it shows. */
async function exactPicture(item: ImageItem, exact: Exact): Promise<ImageItem | null> {
  const { rasters, board, pieces, held } = exact;
  const [a, b, c, d] = item.matrix;
  const shown = Math.max(Math.hypot(a, b), Math.hypot(c, d));
  const source = await rasters(item.material, item.treatment, shown);
  if (source.data.length > LARGE_PICTURE) collect();
  const material = `${held.size}`;
  if (isAsItIs(item) || pieces > MOST_PIECES) {
    held.set(material, toCanvas(source));
    return { ...item, material };
  }
  const baked = bake(item, source, board);
  if (!baked) return null;
  const { image, left, top } = baked;
  const [w, h] = [image.width, image.height];
  held.set(material, toCanvas(image));
  return {
    ...item,
    material,
    width: w,
    height: h,
    shown: { left: -w / 2, top: -h / 2, right: w / 2, bottom: h / 2 },
    matrix: multiply([1, 0, 0, 1, left, top], [1, 0, 0, 1, w / 2, h / 2]),
  };
}

/** Nodes whose pictures are those of the board's own pixels. */
async function exactNodes(nodes: readonly DrawingNode[], exact: Exact): Promise<DrawingNode[]> {
  const out: DrawingNode[] = [];
  for (const node of nodes) {
    if (node.kind === 'group') out.push(await exactGroup(node, exact));
    else if (node.kind === 'image') out.push(...[await exactPicture(node, exact)].filter((i) => i !== null));
    else out.push(node);
  }
  return out;
}

async function exactGroup<G extends Group>(group: G, exact: Exact): Promise<G> {
  const { mask } = group;
  return {
    ...group,
    items: await exactNodes(group.items, exact),
    ...(mask ? { mask: { ...mask, nodes: await exactNodes(mask.nodes, exact) } } : {}),
  };
}

/**
 * Paints a drawing at its own size for a file: as the painter does, but pictures that are not shown one
 * to one are resampled with Lanczos in linear light instead of by the canvas. Holds the pictures of one
 * group at a time.
 */
export async function paintExact(drawing: Drawing, rasters: RasterSource): Promise<Surface> {
  const { width, height } = drawing;
  const surface = makeSurface(width, height);
  const board: Box = { left: 0, top: 0, right: width, bottom: height };
  for (const group of inRuns(printed(drawing))) {
    const held = new Map<string, Canvas>();
    const pieces = [...allItemsOf(group)].filter((i) => i.kind === 'image').length;
    const exact = await exactGroup(group, { rasters, board, pieces, held });
    const options = {
      view: [1, 0, 0, 1, 0, 0] as const,
      pictures: (m: string) => held.get(m) ?? null,
      surfaces: makeSurface,
    };
    paintGroup(surface.context, exact, options, surface);
    for (const canvas of held.values()) releaseSurface({ canvas });
  }
  surface.context.setTransform(1, 0, 0, 1, 0, 0);
  return surface;
}
