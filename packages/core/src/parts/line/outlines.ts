import {
  hypot,
  CLOSE,
  grow,
  LINE,
  MOVE,
  pathBounds,
  sweepPath,
  transformPath,
  unite,
  type PathData,
} from '../../geometry';
import { memoByKey } from '../../drawing';
import type { Shape, UninkedItem } from '../kind';
import { nodesPath, samplesOf, type LineSample } from './drawn';
import type { LinePart } from './types';

/** How far the outline of a pressed line may stray from its discs, own units at width 1. */
const FLAT = 0.02;
/** Thickness of a flat nib over its width. */
const NIB_THICKNESS = 0.16;

/** The outline of two discs and what lies between them, as one convex polygon that turns clockwise. */
function capsule(out: number[], a: LineSample, b: LineSample, ra: number, rb: number): void {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  const d = hypot(dx, dy);
  const full = (s: LineSample, r: number) => arc(out, s[0], s[1], r, 0, 2 * Math.PI, true);
  if (d <= Math.abs(ra - rb) + 1e-9) {
    // One disc holds the other.
    if (ra >= rb) full(a, ra);
    else full(b, rb);
    out.push(CLOSE);
    return;
  }
  const way = Math.atan2(dy, dx);
  // Where the common tangents touch.
  const lean = Math.acos((ra - rb) / d);
  arc(out, a[0], a[1], ra, way + lean, way + 2 * Math.PI - lean, true);
  arc(out, b[0], b[1], rb, way - lean, way + lean, false);
  out.push(CLOSE);
}

function arc(
  out: number[],
  x: number,
  y: number,
  r: number,
  from: number,
  to: number,
  begins: boolean,
): void {
  const steps = Math.max(2, Math.ceil(Math.abs(to - from) / (2 * Math.acos(Math.max(0.5, 1 - FLAT)))));
  for (let i = 0; i <= steps; i++) {
    const angle = from + ((to - from) * i) / steps;
    out.push(begins && i === 0 ? MOVE : LINE, x + r * Math.cos(angle), y + r * Math.sin(angle));
  }
}

/** The outline of a line whose width follows the pressure: discs along it and all between neighbours. */
function pressedOutline(part: LinePart): PathData {
  const out: number[] = [];
  const samples = samplesOf(part, Math.max(0.05, part.width * FLAT));
  const radius = (s: LineSample) => Math.max(0.5, (s[2] * part.width) / 2);
  for (let i = 0; i + 1 < samples.length; i++)
    capsule(out, samples[i], samples[i + 1], radius(samples[i]), radius(samples[i + 1]));
  return out;
}

const pressedMemo = memoByKey<PathData>(400);

/** The outlines of a drawn line. */
export function lineShape(part: LinePart): Shape {
  const { nodes, closed, width, pen, nib } = part;
  const outline = { kind: 'outline', role: 'ink', ink: part.ink, rule: 'nonzero', opacity: 1 } as const;
  const path = nodesPath(nodes, closed);
  if (pen === 'even') {
    const stroke = { width, join: 'round', cap: 'round', space: 'own' } as const;
    return { items: [{ ...outline, path, stroke }], box: grow(pathBounds(path), width / 2) };
  }
  if (pen === 'pressed') {
    const key = JSON.stringify([nodes, closed, width]);
    const fill = pressedMemo(key, () => pressedOutline(part));
    return { items: [{ ...outline, path: fill, stroke: null }], box: pathBounds(fill) };
  }
  const thickness = width * NIB_THICKNESS;
  const turn = (nib * Math.PI) / 180;
  const [dx, dy] = [Math.cos(turn) * (width - thickness), Math.sin(turn) * (width - thickness)];
  const from = transformPath(path, [1, 0, 0, 1, -dx / 2, -dy / 2]);
  const to = transformPath(path, [1, 0, 0, 1, dx / 2, dy / 2]);
  const swept = sweepPath(from, dx, dy, Math.max(0.05, width * FLAT));
  const stroke = { width: thickness, join: 'round', cap: 'round', space: 'own' } as const;
  const items: UninkedItem[] = [
    { ...outline, path: swept, stroke: null },
    { ...outline, path: swept, stroke },
    // Where the nib goes along the line it sweeps over nothing but that.
    { ...outline, path: [...from, ...to], stroke },
  ];
  return { items, box: grow(unite(pathBounds(from), pathBounds(to)), thickness / 2) };
}
