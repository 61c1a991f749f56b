import { deltaE } from './difference';
import type { Hex } from './srgb';

const NAMES: readonly [string, Hex][] = [
  ['Black', '#101010'],
  ['Charcoal', '#3a3a3c'],
  ['Grey', '#808285'],
  ['Silver', '#c4c6c8'],
  ['White', '#ffffff'],
  ['Bone', '#f2ead8'],
  ['Sand', '#dcc79c'],
  ['Brown', '#6b4423'],
  ['Rust', '#b3492a'],
  ['Red', '#d22f2f'],
  ['Oxblood', '#6a1f27'],
  ['Pink', '#f19cb5'],
  ['Coral', '#f2765d'],
  ['Orange', '#f08a24'],
  ['Amber', '#f4b93a'],
  ['Yellow', '#f7e04a'],
  ['Lime', '#a8cf3e'],
  ['Green', '#3a9a4c'],
  ['Pine', '#1f4d3a'],
  ['Teal', '#1f8f8c'],
  ['Sky', '#7fc4e8'],
  ['Blue', '#2f6fd0'],
  ['Navy', '#1f2a52'],
  ['Violet', '#7a4fc0'],
  ['Plum', '#5c2a5e'],
];

/** A plain English name for a colour: that of the nearest in a short list (CIEDE2000). */
export const plainName = (hex: Hex): string =>
  NAMES.reduce((best, n) => (deltaE(n[1], hex) < deltaE(best[1], hex) ? n : best))[0];
