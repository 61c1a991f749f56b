import { hypot, mapped, squareTo } from '../geometry';
import { remap, resample, type RasterImage } from '../raster';

/** The corners of a paper in a picture, shares of its width and height, clockwise from the paper's top left. */
export type Corners = readonly (readonly [x: number, y: number])[];

/** All of the picture is the paper. */
export const WHOLE_PAPER: Corners = [
  [0, 0],
  [1, 0],
  [1, 1],
  [0, 1],
];

type Vector = readonly [number, number, number];
const cross = ([a, b, c]: Vector, [d, e, f]: Vector): Vector => [b * f - c * e, c * d - a * f, a * e - b * d];
const dot = ([a, b, c]: Vector, [d, e, f]: Vector) => a * d + b * e + c * f;

/** How much a paper may lean before its perspective says how far off it is: shares of what it does where it lies flat. */
const LEAST_LEAN = 0.02;
/** Ratios beyond these are of no paper. */
const [NARROWEST, WIDEST] = [0.1, 10];

/**
 * Width by height of a paper that was photographed at an angle, `width` × `height` px, with its middle where the lens looked:
 * what the perspective of its four corners says (Zhang & He, Whiteboard scanning and image enhancement, Digital Signal
 * Processing 17, 2007, section 3). Of a paper without perspective, or one that was cut out of a larger photo, what its sides say.
 */
export function paperRatio(corners: Corners, width: number, height: number): number {
  const unit = Math.max(width, height);
  const [m1, m2, m4, m3] = corners.map(([x, y]): Vector => [
    ((x - 0.5) * width) / unit,
    ((y - 0.5) * height) / unit,
    1,
  ]);
  const side = (a: Vector, b: Vector) => hypot(a[0] - b[0], a[1] - b[1]);
  const bySides = (side(m1, m2) + side(m3, m4)) / (side(m1, m3) + side(m2, m4));
  const k2 = dot(cross(m1, m4), m3) / dot(cross(m2, m4), m3);
  const k3 = dot(cross(m1, m4), m2) / dot(cross(m3, m4), m2);
  const of = (k: number, m: Vector): Vector => [k * m[0] - m1[0], k * m[1] - m1[1], k - 1];
  const [n2, n3] = [of(k2, m2), of(k3, m3)];
  if (Math.abs(n2[2]) < LEAST_LEAN || Math.abs(n3[2]) < LEAST_LEAN) return bySides;
  // The square of the focal length, in the picture's longer side.
  const focal = -(n2[0] * n3[0] + n2[1] * n3[1]) / (n2[2] * n3[2]);
  const long = (n: Vector) => (n[0] ** 2 + n[1] ** 2) / focal + n[2] ** 2;
  const ratio = Math.sqrt(long(n2) / long(n3));
  return focal > 0 && ratio > NARROWEST && ratio < WIDEST ? ratio : bySides;
}

/**
 * The paper of a picture, squared up: `longSide` px on its longer side, clear where it lies beyond the picture. Throws a
 * RangeError where the corners make no quadrilateral.
 */
export function squaredUp(image: RasterImage, corners: Corners, longSide: number): RasterImage {
  const ratio = paperRatio(corners, image.width, image.height);
  const [w, h] =
    ratio >= 1
      ? [longSide, Math.max(1, Math.round(longSide / ratio))]
      : [Math.max(1, Math.round(longSide * ratio)), longSide];
  // Brought near to its size first: what goes through the map then keeps its scale.
  const at = (of: number) => corners.map((c) => c[of]);
  const [x, y] = [0, 1].map((of) => Math.max(...at(of)) - Math.min(...at(of)));
  const scale = Math.min(1, Math.max(w / (x * image.width), h / (y * image.height)));
  const small =
    scale < 1
      ? resample(
          image,
          Math.max(1, Math.round(image.width * scale)),
          Math.max(1, Math.round(image.height * scale)),
        )
      : image;
  const map = squareTo(corners.map(([u, v]) => [u * small.width, v * small.height] as const));
  return remap(small, w, h, (u, v) => mapped(map, u / w, v / h));
}
