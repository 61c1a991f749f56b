import {
  ellipsePath,
  parseSvgPath,
  roundedRectPath,
  transformPath,
  type Box,
  type PathData,
} from '../geometry';
import type { AreaShape, SpecSide, Zone } from './types';

/** A box as an outline of this shape, in the box's units; `perInch` of them make an inch. */
function shaped(shape: AreaShape | undefined, box: Box, perInch: number): PathData {
  const { left, top, right, bottom } = box;
  const [cx, cy] = [(left + right) / 2, (top + bottom) / 2];
  if (shape?.kind === 'circle') return ellipsePath(cx, cy, (right - left) / 2, (bottom - top) / 2);
  if (shape?.kind === 'outline')
    return transformPath(parseSvgPath(shape.path), [perInch, 0, 0, perInch, 0, 0]);
  const radius = shape?.kind === 'rounded' ? shape.radiusIn * perInch : 0;
  return transformPath(roundedRectPath(right - left, bottom - top, radius), [1, 0, 0, 1, cx, cy]);
}

/** The print area without its bleed; `perInch` units to the inch from its top left. */
export function trimBox(side: SpecSide, perInch: number): Box {
  const bleed = side.bleedIn ?? 0;
  return {
    left: bleed * perInch,
    top: bleed * perInch,
    right: (side.widthIn - bleed) * perInch,
    bottom: (side.heightIn - bleed) * perInch,
  };
}

/** The safe area's box; `perInch` units to the inch from the print area's top left. */
export const safeBoxAt = (side: SpecSide, perInch: number): Box => ({
  left: side.safeIn.left * perInch,
  top: side.safeIn.top * perInch,
  right: (side.widthIn - side.safeIn.right) * perInch,
  bottom: (side.heightIn - side.safeIn.bottom) * perInch,
});

/** The product's edge within the print area, where the bleed is cut off. */
export const trimOutline = (side: SpecSide, perInch: number): PathData =>
  shaped(side.shape, trimBox(side, perInch), perInch);

/** The edge of the safe area. */
export const safeOutline = (side: SpecSide, perInch: number): PathData =>
  shaped(side.safeShape, safeBoxAt(side, perInch), perInch);

/** A zone's box. */
export const zoneBox = (zone: Zone, perInch: number): Box => ({
  left: zone.leftIn * perInch,
  top: zone.topIn * perInch,
  right: (zone.leftIn + zone.widthIn) * perInch,
  bottom: (zone.topIn + zone.heightIn) * perInch,
});

/** A zone's edge. */
export const zoneOutline = (zone: Zone, perInch: number): PathData =>
  shaped(zone.round ? { kind: 'circle' } : undefined, zoneBox(zone, perInch), perInch);
