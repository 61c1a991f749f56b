/** Small designs and products for what is placed, apart from one another. */
import { emptyDesign, type Design, type Material, type PlacedAt } from '@brelm/core/design';
import { picture, place } from '@brelm/core/parts';
import { resolve } from '@brelm/core/resolve';
import type { Spec, SpecSide } from '@brelm/core/spec';
import { NO_FACES, shape, SPEC } from './base';

export const BOARD = { spec: SPEC.id, side: 'front', width: 900, height: 900, dpi: 300 };
export const INK = { name: 'Bone', value: '#f2ead8' };

export function designOf(...paths: string[]): Design {
  const design = emptyDesign('Test', BOARD, 'soot', ['soot'], INK);
  return { ...design, parts: paths.map((p, i) => shape(`p${i}`, p, 'ink-1')) };
}
/** A design of one picture in the board's middle. */
export function pictured(width: number, height: number): Design {
  const material: Material = { id: 'm', name: 'm.png', width, height, licence: { id: 'own' } };
  return { ...designOf(), materials: [material], parts: [picture('pic', place(450, 450), material)] };
}
export const drawn = (design: Design) => resolve(design, undefined, NO_FACES);
export const sideOf = (over: Partial<SpecSide> = {}): SpecSide => ({
  ...SPEC.sides[0],
  id: 'area',
  widthIn: 6,
  heightIn: 8,
  widthPx: 1200,
  heightPx: 1600,
  dpi: 200,
  safeIn: { left: 0.5, top: 0.5, right: 0.5, bottom: 0.5 },
  ...over,
});
export const specOf = (over: Partial<Spec> = {}, side = sideOf()): Spec => ({
  ...SPEC,
  id: 'test/other',
  kind: 'other',
  sides: [side],
  ...over,
});
export const at = (x: number, y: number, scale = 1, turn = 0): PlacedAt => ({ x, y, scale, turn });
