import { boxHeight, boxWidth, type Box, type PlaneMap } from '../geometry';
import type { Envelope } from './settings';

/** No place is made thinner than this share of itself, so that full strength still leaves letters. */
const LEAST = 0.08;

/** 0 at both ends, 1 at `middle`, smooth in between; u from 0 to 1. */
function bump(u: number, middle: number): number {
  // Towards the left the mirror image: a power under 1 would have a corner at the block's edge.
  if (middle < 0.5) return bump(1 - u, 1 - middle);
  const m = Math.min(0.95, middle);
  // A power moves the sine's peak from the half to the middle and keeps it smooth.
  const p = Math.log(0.5) / Math.log(m);
  return Math.sin(Math.PI * Math.max(0, Math.min(1, u)) ** p);
}

const bernstein = (t: number): [number, number, number, number] => {
  const u = 1 - t;
  return [u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t];
};

/** A four-by-four net as nothing moved. */
export const FLAT_NET: readonly [number, number][] = Array.from({ length: 16 }, () => [0, 0]);

/**
 * The map of an envelope over a block's box. Points of the box stay within a finite distance of it at
 * any strength, and none is folded onto another but by a net.
 */
export function envelopeMap(envelope: Envelope, box: Box): PlaneMap {
  const [w, h] = [Math.max(1e-6, boxWidth(box)), Math.max(1e-6, boxHeight(box))];
  const cy = (box.top + box.bottom) / 2;
  const s = Math.max(-1, Math.min(1, envelope.strength));
  const { middle } = envelope;
  const u = (x: number) => (x - box.left) / w;
  const v = (y: number) => (y - box.top) / h;
  const thick = (k: number) => Math.max(LEAST, k);
  switch (envelope.kind) {
    case 'swell':
      return (x, y) => [x, cy + (y - cy) * thick(1 + s * bump(u(x), middle))];
    case 'pinch':
      return (x, y) => [x, cy + (y - cy) * thick(1 + s * (0.5 - bump(u(x), middle)))];
    case 'taper':
      return (x, y) => [x, cy + (y - cy) * thick(1 - s * (1 - 2 * Math.max(0, Math.min(1, u(x)))))];
    case 'lean':
      return (x, y) => [x + (box.bottom - y) * s, y];
    case 'flag':
      return (x, y) => [x, y + s * 0.5 * h * Math.sin(2 * Math.PI * (u(x) + middle - 0.5))];
    case 'arch-top':
      return (x, y) => [x, box.bottom + (y - box.bottom) * thick(1 + s * bump(u(x), middle))];
    case 'arch-bottom':
      return (x, y) => [x, box.top + (y - box.top) * thick(1 + s * bump(u(x), middle))];
    case 'arch-both':
      return (x, y) => [x, y - s * 0.6 * h * bump(u(x), middle)];
    case 'net': {
      const net = envelope.net ?? FLAT_NET;
      return (x, y) => {
        const bu = bernstein(u(x));
        const bv = bernstein(v(y));
        let [dx, dy] = [0, 0];
        for (let r = 0; r < 4; r++)
          for (let c = 0; c < 4; c++) {
            const weight = bv[r] * bu[c];
            dx += weight * net[r * 4 + c][0];
            dy += weight * net[r * 4 + c][1];
          }
        return [x + dx * w, y + dy * h];
      };
    }
  }
}
