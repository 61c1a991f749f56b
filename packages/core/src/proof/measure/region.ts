import { boxHeight, boxWidth, isEmptyBox, type Box } from '../../geometry';

const round = (v: number) => Math.round(v * 10) / 10;

/** x, y, width, height in px of what is judged. */
export type Region = [number, number, number, number];

/** A box in board px as a finding's region; all zeros for an empty one. */
export const regionOf = (box: Box): Region =>
  isEmptyBox(box)
    ? [0, 0, 0, 0]
    : [round(box.left), round(box.top), round(boxWidth(box)), round(boxHeight(box))];
