/** The kinds of wear: a file and a line each. */
import { BRUSH } from './brush';
import { CRACKS } from './cracks';
import { CREASES } from './creases';
import { GRAIN } from './grain';
import { HALFTONE } from './halftone';
import type { WearKindOf } from './kind';
import { OWN_PICTURE } from './own-picture';
import { RUB } from './rub';
import { SCRATCHES } from './scratches';
import { SPECKLE } from './speckle';

const KINDS = {
  grain: GRAIN,
  cracks: CRACKS,
  scratches: SCRATCHES,
  rub: RUB,
  speckle: SPECKLE,
  brush: BRUSH,
  creases: CREASES,
  halftone: HALFTONE,
  picture: OWN_PICTURE,
};

export type WearKind = keyof typeof KINDS;
export const WEAR_KINDS = Object.keys(KINDS) as readonly WearKind[];
export const wearKind = (kind: WearKind): WearKindOf => KINDS[kind];
