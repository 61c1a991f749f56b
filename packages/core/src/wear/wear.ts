import { choice, flag, given, number, record, share, type Field } from '../fields';
import { GREY_FIELD, greyName, type WearGrey } from './grey';
import { WEAR_KINDS, wearKind, type WearKind } from './kinds';

/** Where wear takes ink first: all over, along the edges of the ink, or towards one side of the board. */
export type WearWhere = 'all' | 'edges' | 'side';
export const WEAR_WHERE: readonly WearWhere[] = ['all', 'edges', 'side'];

/** A texture that takes ink away. Lengths are mm of the board at its print size, so it does not grow with the artwork. */
export interface Wear {
  kind: WearKind;
  off: boolean;
  /** 0–1: the share of the ink's area that it takes. */
  amount: number;
  /** mm; what it is the size of, each kind says. */
  size: number;
  /** Degrees clockwise; of no meaning for a kind that has no direction. */
  turn: number;
  /** 0–1: how soft its rims are; 0 is as hard as print resolution allows. */
  soft: number;
  seed: number;
  where: WearWhere;
  /** With `side`: the side that it takes ink from first, degrees clockwise from the top. */
  toward: number;
  /** With `edges`: how far in from the edge it reaches, mm. */
  reach: number;
  /** Of the kind `picture`: the seller's own, and whether its light places go first instead of the dark ones. */
  picture?: WearGrey;
  light?: boolean;
}

export const MOST_WEAR = 8;
export const MOST_SEED = 999_999;
export const WEAR_SIZE = { least: 0.25, most: 400 } as const;

const degrees = (fallback: number) => number({ min: -360, max: 360, fallback });

export const WEAR_FIELD: Field<Wear> = record<Wear>(
  {
    kind: choice(WEAR_KINDS),
    off: flag(),
    amount: share(0.15),
    size: number({ min: WEAR_SIZE.least, max: WEAR_SIZE.most }),
    turn: degrees(0),
    soft: share(0),
    seed: number({ min: 0, max: MOST_SEED, whole: true, fallback: 1 }),
    where: choice(WEAR_WHERE, 'all'),
    toward: degrees(180),
    reach: number({ min: 0.2, max: 200, fallback: 6 }),
    picture: given(GREY_FIELD),
    light: given(flag()),
  },
  { name: 'wear' },
);

/** New wear of a kind, as it usually is. */
export const newWear = (kind: WearKind, seed: number, change: Partial<Wear> = {}): Wear => ({
  kind,
  off: false,
  amount: 0.15,
  size: wearKind(kind).size.usual,
  turn: wearKind(kind).turn,
  soft: 0,
  seed,
  where: 'all',
  toward: 180,
  reach: 6,
  ...change,
});

/** Equal for the same wear; short, however large its picture is. */
export const wearKey = (wear: Wear): string =>
  JSON.stringify(wear.picture ? { ...wear, picture: greyName(wear.picture) } : wear);

/** Whether it changes anything. */
export const takesInk = ({ off, amount }: Wear): boolean => !off && amount > 0;
