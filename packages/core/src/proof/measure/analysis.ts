import {
  allItemsOf,
  groupBounds,
  itemsOf,
  keyOf,
  paintGroup,
  printed,
  type Blend,
  type Drawing,
  type Group,
  type ImageItem,
  inBundles,
  type MakeSurface,
  type PartGroup,
  type PictureSource,
  type Surface,
} from '../../drawing';
import { boxHeight, boxWidth, grow, intersect, isEmptyBox, type Box, type Matrix } from '../../geometry';

/** What one part draws by itself, on its own stretch of the analysis raster. */
export interface AnalysisLayer {
  part: string;
  opacity: number;
  blend: Blend;
  /** Place of `data` on the raster, analysis px. */
  x: number;
  y: number;
  width: number;
  height: number;
  /** RGBA, straight alpha. */
  data: Uint8ClampedArray;
  /** Keyline widths from the innermost outwards, analysis px. */
  keylines: number[];
  /** Something of it is a shade: what stands out from its ground on two sides outlines the rest for the eye. */
  shaded: boolean;
  surface: Surface;
}

/** Painted layers by part, kept from one analysis to the next so that only changed parts are painted. */
export type LayerCache = Map<string, { group: Group; frame: string; key: string; layer: AnalysisLayer }>;

const isThere = (pictures: PictureSource) => (item: ImageItem) =>
  pictures(item.material, item.treatment, 1) !== null;

const shapeKeys = new WeakMap<Group, string>();

/** Equal for groups that cover the same, whatever their colours; worked out once for each. */
export function shapeKeyOf(group: Group, pictures: PictureSource): string {
  let key = shapeKeys.get(group);
  if (key === undefined) {
    key = keyOf(group, isThere(pictures), false);
    // A picture may still come in: only what is all outlines stays as it is.
    if (!hasImages(group)) shapeKeys.set(group, key);
  }
  return key;
}

const withImages = new WeakMap<Group, boolean>();

function hasImages(group: Group): boolean {
  let has = withImages.get(group);
  if (has === undefined)
    withImages.set(group, (has = [...allItemsOf(group)].some((item) => item.kind === 'image')));
  return has;
}

/** The artwork at a reduced size: the whole, and each part by itself. */
export interface Analysis {
  width: number;
  height: number;
  /** Analysis px in a board px. */
  scale: number;
  /** Analysis px in a printed mm. */
  pxPerMm: number;
  /** The whole artwork, RGBA, straight alpha. */
  composite: Uint8ClampedArray;
  /** Back to front. */
  layers: AnalysisLayer[];
  /** Parts through which what lies below them is seen, and that need not be read themselves. */
  veils: ReadonlySet<string>;
  /** Equal for artwork of the same shapes at the same size, whatever its colours. */
  shapes: string;
}

/** Long side of the analysis raster, px (docs/calculations.md). */
export const ANALYSIS_SIZE = 900;

/** Through parts that are fainter than this what lies below is seen. */
const VEIL = 0.75;

function keylineWidths(group: Group, scale: number): number[] {
  const totals = [
    ...new Set(
      [...itemsOf(group)].flatMap((i) =>
        i.kind === 'outline' && i.role === 'keyline'
          ? (i.reach ?? (i.stroke ? (i.stroke.side ? i.stroke.width : i.stroke.width / 2) : 0)) || []
          : [],
      ),
    ),
  ].sort((a, b) => a - b);
  return totals.map((total, i) => (total - (totals[i - 1] ?? 0)) * scale);
}

/** One group by itself, cut to its own box; null where none of it is on the board. */
function paintLayer(
  group: PartGroup,
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
    blend: group.blend ?? 'normal',
    x: box.left,
    y: box.top,
    width,
    height,
    data: surface.context.getImageData(0, 0, width, height).data,
    keylines: keylineWidths(group, scale),
    shaded: [...itemsOf(group)].some((i) => i.kind === 'outline' && i.role === 'shade'),
    surface,
  };
}

/** Lays layers on a surface, those that are blended as one by themselves first. */
function compose(
  on: Surface,
  seen: readonly { group: PartGroup; layer: AnalysisLayer }[],
  surfaces: MakeSurface,
  depth = 0,
): void {
  const lay = (from: Surface, blend: Blend, x: number, y: number) => {
    on.context.globalCompositeOperation = blend === 'normal' ? 'source-over' : blend;
    on.context.drawImage(from.canvas, x, y, from.width, from.height);
  };
  inBundles(
    seen,
    ({ group }) => group,
    depth,
    (items) => items.map(({ layer }) => lay(layer.surface, layer.blend, layer.x, layer.y)),
    (items, blend) => {
      const own = surfaces(on.width, on.height);
      compose(own, items, surfaces, depth + 1);
      return [lay(own, blend, 0, 0)];
    },
  );
}

/**
 * Paints a drawing at `size` px on its long side, whole and part by part. Layers in `cache` that
 * still look the same are taken from it; if `keep` says so new ones are put there, and those of parts that
 * are not there any more are let go.
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
  const veils = new Set<string>();
  const seen: { group: PartGroup; layer: AnalysisLayer }[] = [];
  for (const group of printed(drawing)) {
    const known = cache?.get(group.part);
    // The very same group needs no closer look, unless a picture may have come in meanwhile.
    const same = known?.group === group && known.frame === frame && !hasImages(group);
    const key = same ? known.key : `${frame} ${keyOf(group, isThere(pictures))}`;
    const layer = known?.key === key ? known.layer : paintLayer(group, scale, board, pictures, surfaces);
    if (!layer) continue;
    if (keep) cache?.set(group.part, { group, frame, key, layer });
    layers.push(layer);
    const isVeil = group.opacity < VEIL && !group.about.mustRead;
    if (isVeil) veils.add(group.part);
    shapes.push(group.part, isVeil ? 'veil' : 'part', shapeKeyOf(group, pictures));
    seen.push({ group, layer });
  }
  if (keep && cache) {
    const parts = new Set(layers.map((l) => l.part));
    for (const part of cache.keys()) if (!parts.has(part)) cache.delete(part);
  }
  compose(whole, seen, surfaces);
  return {
    width,
    height,
    scale,
    pxPerMm: (scale * drawing.dpi) / 25.4,
    composite: whole.context.getImageData(0, 0, width, height).data,
    layers,
    veils,
    shapes: shapes.join('\n'),
  };
}
