import type { Drawing, Group, MakeSurface, PictureSource, Surface } from '../drawing';
import { groupBounds, paintGroup } from '../drawing';
import { treatmentKey } from '../raster';
import { boxHeight, boxWidth, grow, intersect, isEmptyBox, type Box, type Matrix } from '../geometry';

/** What one part draws by itself, on its own stretch of the analysis raster. */
export interface AnalysisLayer {
  part: string;
  opacity: number;
  /** Place of `data` on the raster, analysis px. */
  x: number;
  y: number;
  width: number;
  height: number;
  /** RGBA, straight alpha. */
  data: Uint8ClampedArray;
  /** Keyline widths from the innermost outwards, analysis px. */
  keylines: number[];
  surface: Surface;
}

/** Painted layers by part, kept from one analysis to the next so that only changed parts are painted. */
export type LayerCache = Map<string, { group: Group; frame: string; key: string; layer: AnalysisLayer }>;

const pathIds = new WeakMap<object, number>();
let nextPathId = 1;

function idOf(path: object): number {
  let id = pathIds.get(path);
  if (id === undefined) pathIds.set(path, (id = nextPathId++));
  return id;
}

const shapeKeys = new WeakMap<Group, string>();

/** Equal for groups that cover the same, whatever their colours; worked out once for each. */
export function shapeKeyOf(group: Group, pictures: PictureSource): string {
  let key = shapeKeys.get(group);
  if (key === undefined) {
    key = groupKey(group, '', pictures, false);
    // A picture may still come in: only what is all outlines stays as it is.
    if (group.items.every((item) => item.kind === 'outline')) shapeKeys.set(group, key);
  }
  return key;
}

/**
 * Equal for groups that look the same, or, without `colours`, that cover the same; paths are told
 * apart by identity, since they are memoised.
 */
function groupKey(group: Group, frame: string, pictures: PictureSource, colours = true): string {
  const items = group.items.map((item) => {
    if (item.kind === 'image')
      return [
        item.material,
        treatmentKey(item.treatment),
        item.matrix,
        item.shown,
        !!pictures(item.material, item.treatment, 1),
      ];
    return [
      idOf(item.path),
      item.clips?.map((c) => idOf(c.path)),
      item.matrix,
      colours ? [item.colour, item.gradient] : 0,
      item.opacity,
      item.rule,
      item.stroke,
    ];
  });
  return JSON.stringify([frame, group.opacity, items]);
}

/** The artwork at a reduced size: the whole, and each part by itself. */
export interface Analysis {
  width: number;
  height: number;
  /** Analysis px in a board px. */
  scale: number;
  /** The whole artwork, RGBA, straight alpha. */
  composite: Uint8ClampedArray;
  /** Back to front. */
  layers: AnalysisLayer[];
  /** Equal for artwork of the same shapes at the same size, whatever its colours. */
  shapes: string;
}

/** Long side of the analysis raster, px (docs/calculations.md). */
export const ANALYSIS_SIZE = 900;

function keylineWidths(group: Group, scale: number): number[] {
  const totals = [
    ...new Set(
      group.items.flatMap((i) =>
        i.kind === 'outline' && i.layer === 'keyline'
          ? (i.reach ?? (i.stroke ? (i.stroke.side ? i.stroke.width : i.stroke.width / 2) : 0)) || []
          : [],
      ),
    ),
  ].sort((a, b) => a - b);
  return totals.map((total, i) => (total - (totals[i - 1] ?? 0)) * scale);
}

/** One group by itself, cut to its own box; null where none of it is on the board. */
function paintLayer(
  group: Group,
  scale: number,
  board: Box,
  pictures: PictureSource,
  surfaces: MakeSurface,
): AnalysisLayer | null {
  const b = groupBounds(group);
  const box = intersect(
    board,
    grow(
      {
        left: Math.floor(b.left * scale),
        top: Math.floor(b.top * scale),
        right: Math.ceil(b.right * scale),
        bottom: Math.ceil(b.bottom * scale),
      },
      1,
    ),
  );
  const [width, height] = [boxWidth(box), boxHeight(box)];
  if (isEmptyBox(box) || width < 1 || height < 1) return null;
  const surface = surfaces(width, height);
  const view: Matrix = [scale, 0, 0, scale, -box.left, -box.top];
  paintGroup(surface.context, group, { view, pictures, surfaces }, surface);
  surface.context.setTransform(1, 0, 0, 1, 0, 0);
  return {
    part: group.part,
    opacity: group.opacity,
    x: box.left,
    y: box.top,
    width,
    height,
    data: surface.context.getImageData(0, 0, width, height).data,
    keylines: keylineWidths(group, scale),
    surface,
  };
}

/**
 * Paints a drawing at `size` px on its long side, whole and part by part. Layers in `cache` that
 * still look the same are taken from it; new ones are put there if `keep` says so.
 */
export function analyse(
  drawing: Drawing,
  pictures: PictureSource,
  surfaces: MakeSurface,
  size = ANALYSIS_SIZE,
  cache?: LayerCache,
  keep = true,
): Analysis {
  const scale = Math.min(1, size / Math.max(drawing.width, drawing.height));
  const width = Math.max(1, Math.round(drawing.width * scale));
  const height = Math.max(1, Math.round(drawing.height * scale));
  const whole = surfaces(width, height);
  const board = { left: 0, top: 0, right: width, bottom: height };
  const layers: AnalysisLayer[] = [];
  const frame = `${width}x${height}@${scale}`;
  const shapes: string[] = [frame];
  for (const group of drawing.groups) {
    const known = cache?.get(group.part);
    // The very same group needs no closer look, unless a picture may have come in meanwhile.
    const same = known?.group === group && known.frame === frame && group.items[0]?.kind !== 'image';
    const key = same ? known.key : groupKey(group, frame, pictures);
    const layer = known?.key === key ? known.layer : paintLayer(group, scale, board, pictures, surfaces);
    if (!layer) continue;
    if (keep) cache?.set(group.part, { group, frame, key, layer });
    layers.push(layer);
    shapes.push(group.part, shapeKeyOf(group, pictures));
    whole.context.drawImage(layer.surface.canvas, layer.x, layer.y, layer.width, layer.height);
  }
  return {
    width,
    height,
    scale,
    composite: whole.context.getImageData(0, 0, width, height).data,
    layers,
    shapes: shapes.join('\n'),
  };
}
