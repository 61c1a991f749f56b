import type { Material } from '@brelm/core/design';
import { multiply, type Matrix } from '@brelm/core/geometry';
import type { PicturePart } from '@brelm/core/parts';
import { partMatrix } from '@brelm/core/resolve';

const NONE = { left: 0, right: 0, top: 0, bottom: 0 };

/** From px of the copy that was traced, so many across, to px of what the crop leaves; and where its middle lies. */
export function ofCopy(
  { crop }: PicturePart,
  material: Material,
  width: number,
): { k: number; middle: [number, number] } {
  const { left, right, top, bottom } = crop ?? NONE;
  return { k: (material.width - left - right) / width, middle: [(left - right) / 2, (top - bottom) / 2] };
}

/** From px of the copy that was traced to board px. */
export function copyToBoard(
  part: PicturePart,
  material: Material,
  { width, height }: { width: number; height: number },
): Matrix {
  const { k, middle } = ofCopy(part, material, width);
  return multiply(partMatrix(part), [k, 0, 0, k, middle[0] - (k * width) / 2, middle[1] - (k * height) / 2]);
}

/** Millimetres of print for a px of the copy that was traced, so many across. */
export const copyMm = (part: PicturePart, material: Material, width: number, dpi: number): number =>
  (ofCopy(part, material, width).k * Math.abs(part.place.scaleX) * 25.4) / dpi;
