import { parseSvgPath, pathBounds, transformPath, type Box, type PathData } from '@brelm/core/geometry';
import type { Spec, SpecSide } from '@brelm/core/spec';

/** A shirt laid flat, inches from the middle of its collar: body, sleeves, neck. */
const SHIRT =
  'M-3.6 -0.6 C-2.4 1.6 2.4 1.6 3.6 -0.6 L9.6 1.4 L15.4 8.6 L11.4 11.4 L10.4 9.8 L10.4 27 L-10.4 27 L-10.4 9.8 L-11.4 11.4 L-15.4 8.6 L-9.6 1.4 Z';
const HOODIE =
  'M-4.2 -1.2 C-3.2 2.4 3.2 2.4 4.2 -1.2 L10 1.2 L15.6 18.6 L12.2 20 L10.8 13.4 L10.8 27 L-10.8 27 L-10.8 13.4 L-12.2 20 L-15.6 18.6 L-10 1.2 Z M-6.4 17.4 L6.4 17.4 L8.4 24.4 L-8.4 24.4 Z';
const BAG = 'M-9 -3 L9 -3 L9.4 18 L-9.4 18 Z';

/** How tall a garment of the usual size is; others are drawn in proportion to their print area. */
const USUAL_PRINT_IN = 15;

export interface ProductOutline {
  path: PathData;
  /** What of the product is seen, inches from the print area's top left. */
  extent: Box;
}

/** The product's outline about its print area, inches from the area's top left; null for what is its own outline. */
export function productOutline(spec: Spec, side: SpecSide): ProductOutline | null {
  const flat = { shirt: SHIRT, hoodie: HOODIE, bag: BAG } as Partial<Record<Spec['kind'], string>>;
  const d = flat[spec.kind];
  if (!d || /sleeve/i.test(side.name)) return null;
  // A pocket print lies left of the collar's middle, as its wearer sees it: right in the drawing.
  const onChest = spec.kind !== 'bag' && side.widthIn < 6;
  const k = onChest
    ? 1
    : Math.max(0.62, Math.min(1.15, side.widthIn / (spec.kind === 'bag' ? 14 : USUAL_PRINT_IN)));
  const x = side.widthIn / 2 - (onChest ? 3.6 : 0);
  const y = spec.kind === 'bag' ? 0.8 : -(side.collarIn ?? 2);
  const path = transformPath(parseSvgPath(d), [k, 0, 0, k, x, y]);
  return { path, extent: pathBounds(path) };
}
