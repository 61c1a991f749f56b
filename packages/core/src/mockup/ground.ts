import { hexToRgb, isHex, linearLight, type Hex } from '../colour';
import { cloud } from '../wear';

export const GROUND_KINDS = ['plain', 'paper', 'wood', 'none'] as const;
export type GroundKind = (typeof GROUND_KINDS)[number];

/** What a blank lies on or stands before: a colour, paper or wood of that colour, or nothing at all. */
export interface Ground {
  kind: GroundKind;
  colour: Hex;
}

export const isGround = (value: unknown): value is Ground =>
  GROUND_KINDS.includes((value as Ground)?.kind) && isHex((value as Ground).colour);

/** The ground that is chosen where none is: a warm light grey. */
export const PLAIN_GROUND: Ground = { kind: 'plain', colour: '#e9e5de' };

/** How much lighter or darker a ground is at a place, inches in the picture; 1 in the mean. */
export type GroundTone = (x: number, y: number) => number;

export function groundTone(kind: GroundKind): GroundTone | null {
  if (kind === 'paper')
    return (x, y) => 1 + 0.025 * cloud(x * 18, y * 18, 5, 3) + 0.02 * cloud(x * 0.7, y * 0.7, 9, 2);
  if (kind === 'wood') {
    const plank = 4.5;
    return (x, y) => {
      const row = Math.floor(y / plank);
      const along = x + row * 17.3;
      const across = y - row * plank;
      // Rings that were cut lengthwise, pores, and the joint between two boards.
      const bend = 1.4 * cloud(along * 0.06, across * 0.5 + row * 9, 3, 3);
      const rings = Math.sin((across * 1.1 + bend * 3 + row) * 4);
      const pores = cloud(along * 1.5, across * 34, 7 + row, 2);
      const joint = Math.min(across, plank - across);
      const gap = joint < 0.05 ? 0.45 : 1;
      return gap * (1 + 0.09 * rings + 0.1 * pores + 0.12 * cloud(along * 0.11, row * 3.7, 2, 1));
    };
  }
  return null;
}

/** A colour as three shares of linear light. */
export const lightOf = (hex: Hex): [number, number, number] => {
  const [r, g, b] = hexToRgb(hex);
  return [linearLight(r), linearLight(g), linearLight(b)];
};
