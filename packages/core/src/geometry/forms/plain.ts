import { CLOSE, LINE, MOVE } from '../path';
import {
  angle,
  arcSegments,
  count,
  ellipsePath,
  length,
  polar,
  polygonPath,
  roundedPolygonPath,
  roundedRectPath,
  share,
  type Form,
} from './form';

export const rectangle: Form = {
  id: 'rectangle',
  label: 'Rectangle',
  settings: [length('width', 'Width', 1), length('height', 'Height', 0.6), length('corner', 'Corner', 0, 0)],
  path: (v) => roundedRectPath(v.width, v.height, v.corner),
};

export const ellipse: Form = {
  id: 'ellipse',
  label: 'Ellipse',
  settings: [length('width', 'Width', 1), length('height', 'Height', 1)],
  path: (v) => ellipsePath(0, 0, v.width / 2, v.height / 2),
};

export const polygon: Form = {
  id: 'polygon',
  label: 'Polygon',
  settings: [
    length('radius', 'Radius', 0.5),
    count('sides', 'Sides', 6, 3, 60),
    length('corner', 'Corner', 0, 0),
  ],
  path: (v) =>
    roundedPolygonPath(
      Array.from({ length: v.sides }, (_, i) => polar(v.radius, (360 * i) / v.sides)),
      v.corner,
    ),
};

export const ring: Form = {
  id: 'ring',
  label: 'Ring',
  settings: [length('radius', 'Radius', 0.5), share('thickness', 'Thickness', 0.18, 0.01, 0.99)],
  evenOdd: true,
  path: (v) => {
    const inner = v.radius * (1 - v.thickness);
    return [...ellipsePath(0, 0, v.radius, v.radius), ...ellipsePath(0, 0, inner, inner)];
  },
};

export const arc: Form = {
  id: 'arc',
  label: 'Arc',
  settings: [
    length('radius', 'Radius', 0.5),
    share('thickness', 'Thickness', 0.2, 0.01, 1),
    angle('from', 'From', 270, -360, 360),
    angle('sweep', 'Sweep', 180, 1, 359.9),
  ],
  path: (v) => {
    const inner = v.radius * (1 - v.thickness);
    const to = v.from + v.sweep;
    return [
      ...arcSegments(v.radius, v.from, to, MOVE),
      ...(inner > 0.001 ? arcSegments(inner, to, v.from, LINE) : [LINE, 0, 0]),
      CLOSE,
    ];
  },
};

export const line: Form = {
  id: 'line',
  label: 'Line',
  settings: [length('length', 'Length', 1)],
  open: true,
  path: (v) => [MOVE, -v.length / 2, 0, LINE, v.length / 2, 0],
};

export const arrow: Form = {
  id: 'arrow',
  label: 'Arrow',
  settings: [
    length('length', 'Length', 1),
    length('shaft', 'Shaft', 0.12),
    length('head', 'Head', 0.4),
    share('barb', 'Barb', 0, -0.5, 0.5),
  ],
  path: (v) => {
    const [x, s] = [v.length / 2, v.shaft / 2];
    const h = Math.max(v.head / 2, s);
    const neck = x - Math.min(v.length, v.head * 0.9);
    const back = neck - v.barb * v.head;
    return polygonPath([
      [-x, -s],
      [neck, -s],
      [back, -h],
      [x, 0],
      [back, h],
      [neck, s],
      [-x, s],
    ]);
  },
};
