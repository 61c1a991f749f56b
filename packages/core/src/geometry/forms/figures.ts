import { CLOSE, CUBIC, LINE, MOVE } from '../path';
import { count, KAPPA, length, polar, randomOf, SEED, share, smoothPath, type Form } from './form';

export const shield: Form = {
  id: 'shield',
  label: 'Badge, shield',
  settings: [
    length('width', 'Width', 0.8),
    length('height', 'Height', 1),
    share('shoulder', 'Shoulder', 0.12, 0, 0.4),
  ],
  path: (v) => {
    const [x, y] = [v.width / 2, v.height / 2];
    const s = v.shoulder * v.height;
    return [
      ...[MOVE, -x, -y + s, CUBIC, -x * 0.6, -y + s, -x * 0.25, -y + s * 0.6, 0, -y],
      ...[CUBIC, x * 0.25, -y + s * 0.6, x * 0.6, -y + s, x, -y + s],
      ...[CUBIC, x, y * 0.25, x * 0.7, y * 0.7, 0, y],
      ...[CUBIC, -x * 0.7, y * 0.7, -x, y * 0.25, -x, -y + s, CLOSE],
    ];
  },
};

export const ticket: Form = {
  id: 'ticket',
  label: 'Badge, ticket',
  settings: [
    length('width', 'Width', 1),
    length('height', 'Height', 0.5),
    share('bite', 'Bites', 0.24, 0.02, 0.49),
  ],
  path: (v) => {
    const [x, y] = [v.width / 2, v.height / 2];
    const r = Math.min(v.bite * v.height, x, y);
    const k = r * KAPPA;
    return [
      ...[MOVE, -x + r, -y, LINE, x - r, -y, CUBIC, x - r, -y + k, x - k, -y + r, x, -y + r],
      ...[LINE, x, y - r, CUBIC, x - k, y - r, x - r, y - k, x - r, y],
      ...[LINE, -x + r, y, CUBIC, -x + r, y - k, -x + k, y - r, -x, y - r],
      ...[LINE, -x, -y + r, CUBIC, -x + k, -y + r, -x + r, -y + k, -x + r, -y, CLOSE],
    ];
  },
};

export const bubble: Form = {
  id: 'bubble',
  label: 'Speech bubble',
  settings: [
    length('width', 'Width', 1),
    length('height', 'Height', 0.6),
    length('corner', 'Corner', 0.15, 0),
    share('tail', 'Tail at', 0.25, 0, 1),
    length('drop', 'Tail', 0.2, 0),
  ],
  path: (v) => {
    const [x, y] = [v.width / 2, v.height / 2];
    const r = Math.max(0.001, Math.min(v.corner, x, y));
    const k = r * (1 - KAPPA);
    const base = Math.min((v.width - 2 * r) / 2, v.width * 0.16);
    const at = -x + r + base / 2 + v.tail * (v.width - 2 * r - base);
    return [
      ...[MOVE, -x + r, -y, LINE, x - r, -y, CUBIC, x - k, -y, x, -y + k, x, -y + r],
      ...[LINE, x, y - r, CUBIC, x, y - k, x - k, y, x - r, y],
      ...[LINE, at + base / 2, y, LINE, at - base * 0.6, y + v.drop, LINE, at - base / 2, y],
      ...[LINE, -x + r, y, CUBIC, -x + k, y, -x, y - k, -x, y - r],
      ...[LINE, -x, -y + r, CUBIC, -x, -y + k, -x + k, -y, -x + r, -y, CLOSE],
    ];
  },
};

export const blob: Form = {
  id: 'blob',
  label: 'Blob',
  settings: [
    length('radius', 'Radius', 0.5),
    count('points', 'Bulges', 7, 3, 40),
    share('wobble', 'Wobble', 0.35, 0, 0.9),
    SEED,
  ],
  path: (v) => {
    const next = randomOf(v.seed);
    return smoothPath(
      Array.from({ length: v.points }, (_, i) =>
        polar(v.radius * (1 - v.wobble * next()), (360 * (i + 0.4 * (next() - 0.5))) / v.points),
      ),
    );
  },
};

export const splash: Form = {
  id: 'splash',
  label: 'Splash',
  settings: [
    length('radius', 'Radius', 0.5),
    count('rays', 'Arms', 13, 4, 60),
    share('reach', 'Reach', 0.5, 0.05, 0.85),
    count('drops', 'Drops', 6, 0, 40),
    SEED,
  ],
  path: (v) => {
    const next = randomOf(v.seed);
    const step = 360 / v.rays;
    const body = v.radius * (1 - v.reach) * 0.8;
    const points = Array.from({ length: v.rays }, (_, i) => {
      const a = step * (i + 0.5 * (next() - 0.5));
      const tip = body + (v.radius - body) * (0.25 + 0.6 * next());
      const w = step * (0.1 + 0.08 * next());
      return [polar(body, a - step * 0.36), polar(tip * 0.8, a - w), polar(tip, a), polar(tip * 0.8, a + w)];
    }).flat();
    const out = smoothPath(points, 0.9);
    for (let i = 0; i < v.drops; i++) {
      const [cx, cy] = polar(v.radius * (0.82 + 0.16 * next()), 360 * next());
      const r = v.radius * (0.015 + 0.035 * next());
      const ring = smoothPath(
        Array.from({ length: 6 }, (_, k) => {
          const p = polar(r * (0.85 + 0.3 * next()), 60 * k);
          return [cx + p[0], cy + p[1]] as const;
        }),
      );
      out.push(...ring);
    }
    return out;
  },
};
