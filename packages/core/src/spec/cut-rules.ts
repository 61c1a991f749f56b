import type { CutRules } from '../cutline';
import type { Spec, SpecSide } from './types';

/** What a side of a product asks of the cut of its sticker; nothing but its size where it is none. */
export const cutRules = ({ sticker }: Pick<Spec, 'sticker'>, side: SpecSide): CutRules => ({
  borderMm: sticker?.borderMm ?? 0,
  radiusMm: sticker?.radiusMm ?? 0,
  mostPaths: sticker?.mostPaths,
  mostPoints: sticker?.mostPoints,
  widthMm: (side.widthPx / side.dpi) * 25.4,
  heightMm: (side.heightPx / side.dpi) * 25.4,
});
