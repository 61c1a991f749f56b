import type { Board } from '../design';
import type { Box } from '../geometry';
import { safeBoxAt } from './areas';
import type { ProductKind, Spec, SpecSide } from './types';

/** The board that a side of a spec asks for. */
export const boardOf = (spec: Spec, side: SpecSide): Board => ({
  spec: spec.id,
  side: side.id,
  width: side.widthPx,
  height: side.heightPx,
  dpi: side.dpi,
});

/** The safe area on the board, px. */
export const safeBox = (side: SpecSide): Box => safeBoxAt(side, side.dpi);

/** The side with this id, or the first when none is named. */
export const sideOf = (spec: Spec, id?: string): SpecSide | undefined =>
  id === undefined ? spec.sides[0] : spec.sides.find((s) => s.id === id);

const WORN: ReadonlySet<ProductKind> = new Set(['shirt', 'hoodie', 'bag', 'cap']);

/** True for what comes in garment colours and is not printed to its edge. */
export const isWorn = ({ kind }: Pick<Spec, 'kind'>): boolean => WORN.has(kind);

/** `Pinfold Market, Tee front`, and the side where a product has several. */
export const productWords = (spec: Spec, side?: SpecSide): string =>
  `${spec.marketplace}, ${spec.product}${side && spec.sides.length > 1 ? `, ${side.name.toLowerCase()}` : ''}`;
