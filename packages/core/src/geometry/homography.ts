type Point = readonly [x: number, y: number];

/** A projective map of the plane: nine numbers, row by row. */
export type Homography = readonly [number, number, number, number, number, number, number, number, number];

/** Whether a quadrilateral is not convex, crosses itself, or has no area to speak of. */
export function crossed(corners: readonly Point[]): boolean {
  const turns = corners.map((p, i) => {
    const [q, r] = [corners[(i + 1) % 4], corners[(i + 2) % 4]];
    return (q[0] - p[0]) * (r[1] - q[1]) - (q[1] - p[1]) * (r[0] - q[0]);
  });
  const least = 1e-6;
  return !(turns.every((t) => t > least) || turns.every((t) => t < -least));
}

/**
 * The projective map that takes the unit square to four corners, clockwise from its top left (Heckbert 1989, section
 * 2.2.3). Throws a RangeError where they do not make a convex quadrilateral.
 */
export function squareTo(corners: readonly Point[]): Homography {
  if (corners.length !== 4 || crossed(corners)) throw new RangeError('these corners make no quadrilateral');
  const [[x0, y0], [x1, y1], [x2, y2], [x3, y3]] = corners;
  const [dx1, dx2, dx3] = [x1 - x2, x3 - x2, x0 - x1 + x2 - x3];
  const [dy1, dy2, dy3] = [y1 - y2, y3 - y2, y0 - y1 + y2 - y3];
  const det = dx1 * dy2 - dx2 * dy1;
  const g = (dx3 * dy2 - dx2 * dy3) / det;
  const h = (dx1 * dy3 - dx3 * dy1) / det;
  return [x1 - x0 + g * x1, x3 - x0 + h * x3, x0, y1 - y0 + g * y1, y3 - y0 + h * y3, y0, g, h, 1];
}

/** The map that undoes another. */
export function inverseOf(m: Homography): Homography {
  const [a, b, c, d, e, f, g, h, i] = m;
  return [
    e * i - f * h,
    c * h - b * i,
    b * f - c * e,
    f * g - d * i,
    a * i - c * g,
    c * d - a * f,
    d * h - e * g,
    b * g - a * h,
    a * e - b * d,
  ];
}

/** Where a map takes a point. */
export function mapped(m: Homography, x: number, y: number): [number, number] {
  const w = m[6] * x + m[7] * y + m[8];
  return [(m[0] * x + m[1] * y + m[2]) / w, (m[3] * x + m[4] * y + m[5]) / w];
}
