import { CLOSE, CUBIC, LINE, MOVE } from '../path';
import { arcSegments, count, length, polar, polygonPath, share, type Form } from './form';

export const star: Form = {
  id: 'star',
  label: 'Star',
  settings: [
    length('radius', 'Radius', 0.5),
    count('points', 'Points', 5, 3, 120),
    share('depth', 'Depth', 0.6, 0.02, 0.98),
    share('swell', 'Pinch or swell', 0, -1, 1),
  ],
  path: (v) => {
    const inner = v.radius * (1 - v.depth);
    const n = v.points * 2;
    const out: number[] = [];
    const at = (i: number) => polar(i % 2 === 0 ? v.radius : inner, (360 * i) / n);
    out.push(MOVE, ...at(0));
    for (let i = 0; i < n; i++) {
      const [p, q] = [at(i), at(i + 1)];
      if (v.swell === 0) out.push(LINE, ...q);
      else {
        // Sides bend away from the middle when swollen, towards it when pinched.
        const [mx, my] = [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2];
        const k = 1 + 0.5 * v.swell;
        out.push(
          CUBIC,
          (p[0] + mx * 2 * k) / 3,
          (p[1] + my * 2 * k) / 3,
          (q[0] + mx * 2 * k) / 3,
          (q[1] + my * 2 * k) / 3,
          ...q,
        );
      }
    }
    out.push(CLOSE);
    return out;
  },
};

export const sunburst: Form = {
  id: 'sunburst',
  label: 'Sunburst',
  banded: true,
  settings: [
    length('radius', 'Radius', 0.5),
    count('rays', 'Rays', 24, 3, 240),
    share('width', 'Ray to gap', 0.5, 0.05, 0.95),
    share('hub', 'Hub', 0.12, 0, 0.95),
  ],
  path: (v) => {
    const step = 360 / v.rays;
    const out: number[] = [];
    for (let i = 0; i < v.rays; i++) {
      const [a, b] = [step * (i - v.width / 2), step * (i + v.width / 2)];
      const inner = v.radius * v.hub;
      out.push(...arcSegments(v.radius, a, b, MOVE));
      if (inner > 0.001) out.push(...arcSegments(inner, b, a, LINE));
      else out.push(LINE, 0, 0);
      out.push(CLOSE);
    }
    return out;
  },
};

export const scallops: Form = {
  id: 'badge',
  label: 'Badge, scalloped',
  settings: [length('radius', 'Radius', 0.5), count('points', 'Scallops', 20, 5, 90)],
  path: (v) => {
    const n = v.points;
    const half = 180 / n;
    // Half circles that meet on a ring: their outermost points lie at the radius.
    const ring = v.radius / (Math.cos((half * Math.PI) / 180) + Math.sin((half * Math.PI) / 180));
    const bump = ring * Math.sin((half * Math.PI) / 180);
    const out: number[] = [];
    for (let i = 0; i < n; i++) {
      const centre = polar(ring * Math.cos((half * Math.PI) / 180), half * 2 * i);
      const turn = half * 2 * i;
      const part = arcSegments(bump, turn - 90, turn + 90, i === 0 ? MOVE : LINE);
      for (let k = 0; k < part.length;) {
        const size = part[k] === CUBIC ? 6 : 2;
        out.push(part[k]);
        for (let c = 1; c <= size; c++) out.push(part[k + c] + centre[(c + 1) % 2]);
        k += size + 1;
      }
    }
    out.push(CLOSE);
    return out;
  },
};

export const gear: Form = {
  id: 'gear',
  label: 'Badge, toothed',
  settings: [
    length('radius', 'Radius', 0.5),
    count('teeth', 'Teeth', 24, 5, 120),
    share('depth', 'Depth', 0.1, 0.01, 0.6),
  ],
  path: (v) => {
    const inner = v.radius * (1 - v.depth);
    const step = 360 / v.teeth;
    return polygonPath(
      Array.from({ length: v.teeth }, (_, i) =>
        [-0.32, -0.2, 0.2, 0.32].map((s, k) => polar(k === 0 || k === 3 ? inner : v.radius, step * (i + s))),
      ).flat(),
    );
  },
};
