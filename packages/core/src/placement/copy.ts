import type { Placement } from '../design';
import type { Spec, SpecSide } from '../spec';

/** What a copied placement keeps: its size in inches, or its share of the print area. */
export type CopyKeeps = 'size' | 'share';

/**
 * A placement for another side, or another product. By size: the same inches from the top and from the
 * centre line. By share: everything in proportion to the two print areas, by the side that limits.
 */
export function copiedPlacement(
  from: Placement,
  source: SpecSide,
  spec: Spec,
  side: SpecSide,
  keeps: CopyKeeps,
): Placement {
  const [kx, ky] =
    keeps === 'size' ? [1, 1] : [side.widthIn / source.widthIn, side.heightIn / source.heightIn];
  const k = Math.min(kx, ky);
  const moved = <T extends { x: number; y: number; scale: number }>(at: T): T => ({
    ...at,
    x: at.x * kx,
    y: at.y * ky,
    scale: at.scale * k,
  });
  const kept = (garment: string) => !spec.garments || spec.garments.includes(garment);
  const only = <T>(table: Record<string, T>) =>
    Object.fromEntries(Object.entries(table).filter(([garment]) => kept(garment)));
  return {
    ...moved(from),
    spec: spec.id,
    side: side.id,
    format: from.format && spec.formats.includes(from.format) ? from.format : null,
    narrow: from.narrow && side.curve !== undefined,
    ground: spec.background === 'transparent' ? null : from.ground,
    colourways: only(from.colourways),
    apart: Object.fromEntries(Object.entries(only(from.apart)).map(([g, at]) => [g, moved(at)])),
  };
}
