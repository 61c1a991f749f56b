import { CLOSE, CUBIC, LINE, MOVE } from '../path';
import { count, length, polygonPath, share, type Form, type Point } from './form';

/** Heights of bands and of the gaps between them; the first `fade` of each kind is as the last, or thinner. */
export function bandHeights(
  height: number,
  n: number,
  gap: number,
  fade: number,
): { top: number; height: number }[] {
  // Bands get thinner evenly from the top to the bottom; a gap takes what its band leaves of an even step.
  const weights = Array.from({ length: n }, (_, i) => 1 - fade * (n > 1 ? i / (n - 1) : 0));
  const step = height / (n - gap * (1 - weights[n - 1] * (1 - gap)) || n);
  const bands = weights.map((w, i) => ({ top: i * step, height: step * (1 - gap) * w }));
  // The last band ends at the foot, whatever the gaps.
  const foot = bands[n - 1].top + bands[n - 1].height;
  const k = foot > 0 ? height / foot : 1;
  return bands.map((b) => ({ top: b.top * k, height: b.height * k }));
}

export const stripes: Form = {
  id: 'stripes',
  label: 'Stripes',
  banded: true,
  settings: [
    length('width', 'Width', 1),
    length('height', 'Height', 0.8),
    count('count', 'Stripes', 7, 1, 80),
    share('gap', 'Gap', 0.3, 0, 0.95),
    share('fade', 'Thinner downwards', 0.5, 0, 0.98),
  ],
  path: (v) =>
    bandHeights(v.height, v.count, v.gap, v.fade).flatMap((b) => {
      const [x, y] = [v.width / 2, b.top - v.height / 2];
      return polygonPath([
        [-x, y],
        [x, y],
        [x, y + b.height],
        [-x, y + b.height],
      ]);
    }),
};

/** A retro sun: a disc cut into stripes that get thinner downwards from its middle. */
export const stripedSun: Form = {
  id: 'striped-sun',
  label: 'Striped sun',
  banded: true,
  settings: [
    length('radius', 'Radius', 0.5),
    count('count', 'Cuts', 6, 1, 40),
    share('gap', 'Gap', 0.35, 0.02, 0.9),
    share('from', 'Cut from', 0.45, 0, 0.95),
  ],
  path: (v) => {
    const r = v.radius;
    const top = -r + 2 * r * v.from;
    const step = (r - top) / v.count;
    const chord = (y: number) => Math.sqrt(Math.max(0, r * r - y * y));
    const slice = (y0: number, y1: number): number[] => {
      const side = (sign: number): Point[] =>
        Array.from({ length: 25 }, (_, i) => {
          const y = y0 + ((y1 - y0) * i) / 24;
          return [sign * chord(y), y] as Point;
        });
      return polygonPath([...side(1), ...side(-1).reverse()]);
    };
    const out = slice(-r, top);
    for (let i = 0; i < v.count; i++) {
      // Gaps widen downwards, so that what is left gets thinner.
      const gap = step * v.gap * (0.5 + (0.5 * (i + 1)) / v.count);
      out.push(...slice(top + i * step + gap, top + (i + 1) * step));
    }
    return out;
  },
};

/** One wave stripe, its middle at a height `y`. */
function wavePath(width: number, waves: number, swing: number, thickness: number, y: number): number[] {
  // Half waves as cubics whose handles make a sine to within a hundredth of its height.
  const half = width / (2 * waves);
  const reach = half * 0.3642;
  const edge = (at: number, forwards: boolean): number[] => {
    const out: number[] = [];
    for (let i = 0; i < 2 * waves; i++) {
      const k = forwards ? i : 2 * waves - 1 - i;
      const x0 = -width / 2 + k * half;
      const a = ((k % 2 === 0 ? -1 : 1) * swing * 2) / 3;
      const [from, to] = forwards ? [x0, x0 + half] : [x0 + half, x0];
      const d = forwards ? reach : -reach;
      out.push(CUBIC, from + d, at + a, to - d, at + a, to, at);
    }
    return out;
  };
  const [x, t] = [width / 2, thickness / 2];
  return [MOVE, -x, y - t, ...edge(y - t, true), LINE, x, y + t, ...edge(y + t, false), CLOSE];
}

/** Wave stripes below one another, with gaps that can be widened and graded as those of stripes. */
export const waves: Form = {
  id: 'waves',
  label: 'Wave stripes',
  banded: true,
  settings: [
    length('width', 'Width', 1),
    length('height', 'Height', 0.6),
    length('swing', 'Wave height', 0.06, 0),
    count('waves', 'Waves', 3, 1, 60),
    count('count', 'Stripes', 5, 1, 60),
    share('gap', 'Gap', 0.4, 0, 0.95),
    share('fade', 'Thinner downwards', 0, 0, 0.98),
  ],
  path: (v) =>
    bandHeights(v.height, v.count, v.gap, v.fade).flatMap((b) =>
      wavePath(v.width, v.waves, v.swing, b.height, b.top + b.height / 2 - v.height / 2),
    ),
};

export const wave: Form = {
  id: 'wave',
  label: 'Wave stripe',
  settings: [
    length('width', 'Width', 1),
    length('height', 'Wave height', 0.12, 0),
    length('thickness', 'Thickness', 0.1),
    count('waves', 'Waves', 3, 1, 60),
  ],
  path: (v) => wavePath(v.width, v.waves, v.height, v.thickness, 0),
};

export const ribbon: Form = {
  id: 'ribbon',
  label: 'Ribbon',
  settings: [
    length('width', 'Width', 1),
    length('height', 'Height', 0.22),
    share('fold', 'Ends', 0.16, 0, 0.4),
    share('arch', 'Arch', 0, -0.6, 0.6),
  ],
  path: (v) => {
    const [x, h] = [v.width / 2, v.height];
    const end = v.width * v.fold;
    const drop = h * 0.32;
    const bend = v.arch * v.width * 0.5;
    /** A horizontal edge, bent along with the ribbon. */
    const lift = (px: number) => -bend * (1 - (px / x) ** 2);
    const edge = (x0: number, x1: number, y: number): number[] => {
      const out: number[] = [];
      const steps = 8;
      for (let i = 1; i <= steps; i++) {
        const [a, b] = [x0 + ((x1 - x0) * (i - 1)) / steps, x0 + ((x1 - x0) * i) / steps];
        // The bend is a parabola: a cubic follows it exactly.
        const slope = (p: number) => (2 * bend * p) / (x * x);
        const d = (b - a) / 3;
        out.push(CUBIC, a + d, y + lift(a) + slope(a) * d, b - d, y + lift(b) - slope(b) * d, b, y + lift(b));
      }
      return out;
    };
    const inner = x - end;
    const body = [
      MOVE,
      -inner,
      -h / 2 + lift(-inner),
      ...edge(-inner, inner, -h / 2),
      LINE,
      inner,
      h / 2 + lift(inner),
      ...edge(inner, -inner, h / 2),
      CLOSE,
    ];
    if (end < 1) return body;
    const tail = (sign: number): number[] => {
      const [near, far] = [sign * (inner - end * 0.35), sign * x];
      const notch = sign * (x - end * 0.3);
      // Both tails turn the way the body does, so that nothing is left out where they lie over each other.
      if (sign < 0)
        return [
          MOVE,
          far,
          -h / 2 + drop + lift(far),
          ...edge(far, near, -h / 2 + drop),
          LINE,
          near,
          h / 2 + drop + lift(near),
          ...edge(near, far, h / 2 + drop),
          LINE,
          notch,
          drop + lift(notch),
          CLOSE,
        ];
      return [
        MOVE,
        near,
        -h / 2 + drop + lift(near),
        ...edge(near, far, -h / 2 + drop),
        LINE,
        notch,
        drop + lift(notch),
        LINE,
        far,
        h / 2 + drop + lift(far),
        ...edge(far, near, h / 2 + drop),
        CLOSE,
      ];
    };
    return [...body, ...tail(-1), ...tail(1)];
  },
};
