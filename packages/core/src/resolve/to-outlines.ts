import { motif, type LinePart, type MotifPart } from '../parts';
import { boxHeight, boxWidth, toSvgPath, transformPath } from '../geometry';
import { NO_MATERIALS } from '../drawing';
import { shapeOfPart } from './resolve';

/**
 * A drawn line as a motif of the same outlines, at the same place: its points are gone.
 * The motif keeps the part's id, name, inks and dressing.
 */
export function toOutlines(part: LinePart): MotifPart {
  const { items, box } = shapeOfPart(part, NO_MATERIALS, [])!;
  const { left, top } = box;
  const { x, y, turn, scaleX, scaleY } = part.place;
  // A motif's origin is the middle of its box.
  const r = (turn * Math.PI) / 180;
  const [mx, my] = [((box.left + box.right) / 2) * scaleX, ((box.top + box.bottom) / 2) * scaleY];
  const outlines = items.map(({ path, ink, rule, opacity, stroke }) => ({
    path: toSvgPath(transformPath(path, [1, 0, 0, 1, -left, -top])),
    ink,
    rule,
    opacity,
    stroke: stroke && {
      width: stroke.width,
      join: stroke.join,
      cap: stroke.cap,
      ...(stroke.mitre === undefined ? {} : { mitre: stroke.mitre }),
    },
  }));
  const at = {
    ...part.place,
    x: x + mx * Math.cos(r) - my * Math.sin(r),
    y: y + mx * Math.sin(r) + my * Math.cos(r),
  };
  const art = { width: Math.max(0.001, boxWidth(box)), height: Math.max(0.001, boxHeight(box)), outlines };
  const { id, name, hidden, locked, mustRead, opacity, keylines, spread, shade, repeat, bundle, slot } = part;
  const { window, knockOut, unprinted } = part;
  return {
    ...motif(id, name, at, art, { id: 'own' }),
    ...{ hidden, locked, mustRead, opacity, keylines, spread, shade, repeat, bundle, slot },
    ...{ window, knockOut, unprinted },
  };
}
