import { boxHeight, boxWidth, isEmptyBox, type Box } from '../geometry';
import type { Finding } from './types';

const round = (v: number) => Math.round(v * 10) / 10;

/** A box in board px as a finding's region; all zeros for an empty one. */
export const regionOf = (box: Box): Finding['region'] =>
  isEmptyBox(box)
    ? [0, 0, 0, 0]
    : [round(box.left), round(box.top), round(boxWidth(box)), round(boxHeight(box))];
