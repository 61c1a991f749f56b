import {
  paint,
  type PaintContext,
  type PartGroup,
  type PaintOptions,
  type Surface,
} from '@brelm/core/drawing';
import type { Matrix } from '@brelm/core/geometry';
import { filmLooks } from '../platform/film-looks';
import { makeSurface } from '../platform/surfaces';
import type { Resolved } from './resolved';

interface Size {
  width: number;
  height: number;
}

/** What lies below or above the parts that are being moved, painted once for a gesture. */
interface Still {
  key: string;
  groups: readonly PartGroup[];
  surface: Surface;
}

/**
 * A painter of artwork with a memory of its own. While parts are moved, all that is below the lowest
 * and above the highest of them is taken from pictures painted once, so that a frame costs what
 * moves, not what there is.
 */
export function artworkPainter() {
  let below: Still | null = null;
  let above: Still | null = null;
  /** The groups of the frame before. */
  let painted: ReadonlySet<PartGroup> = new Set();

  function still(
    known: Still | null,
    groups: PartGroup[],
    resolved: Resolved,
    options: PaintOptions,
    size: Size,
  ) {
    if (groups.length === 0) return null;
    const key = `${size.width} ${size.height} ${options.view.join()} ${resolved.version}`;
    const same =
      known?.key === key &&
      known.groups.length === groups.length &&
      known.groups.every((g, i) => g === groups[i]);
    if (same) return known;
    const surface = makeSurface(size.width, size.height);
    paint(surface.context, { ...resolved.drawing, groups }, options, size);
    return { key, groups, surface };
  }

  return (
    context: PaintContext,
    resolved: Resolved,
    view: Matrix,
    size: Size,
    moving: ReadonlySet<string> | null,
  ): void => {
    const { drawing, pictures } = resolved;
    const looks = filmLooks(drawing);
    const options: PaintOptions = { view, pictures, surfaces: makeSurface, ...(looks ? { looks } : {}) };
    // What is blended meets the artwork alone, never what lies behind it.
    if (drawing.groups.some((g) => g.around || (g.blend ?? 'normal') !== 'normal')) {
      const own = makeSurface(size.width, size.height);
      paint(own.context, drawing, options, size);
      context.drawImage(own.canvas, 0, 0, size.width, size.height);
      return;
    }
    // What moves may cut others, or be their window: they change with it.
    const isMoving = (g: PartGroup) => moving?.has(g.part) || ((g.clips || g.mask) && !painted.has(g));
    const at = moving ? drawing.groups.flatMap((g, i) => (isMoving(g) ? [i] : [])) : [];
    if (at.length === 0) {
      below = above = null;
      painted = new Set(drawing.groups);
      paint(context, drawing, options, size);
      return;
    }
    painted = new Set(drawing.groups);
    const [from, to] = [at[0], at[at.length - 1] + 1];
    below = still(below, drawing.groups.slice(0, from), resolved, options, size);
    above = still(above, drawing.groups.slice(to), resolved, options, size);
    if (below) context.drawImage(below.surface.canvas, 0, 0, size.width, size.height);
    paint(context, { ...drawing, groups: drawing.groups.slice(from, to) }, options, size);
    if (above) context.drawImage(above.surface.canvas, 0, 0, size.width, size.height);
  };
}
