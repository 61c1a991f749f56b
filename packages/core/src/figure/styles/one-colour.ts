import type { OutlineOps, PathData } from '../../geometry';
import type { Fill, Piece } from '../types';
import { bodyOf, INK, seenOf, without } from './seen';

/** CIE L* above which something is cut out of the ink. */
const LIGHT = 58;
/** The rim that holds light forms together, px; inside of them, so that what keeps things apart stays. */
const RIM = 9;
/** What keeps one thing from another that lies behind it, px. */
const GAP = 8;

/** One ink: dark forms in it, light ones cut out of it, a rim around each thing. */
export function oneColour(pieces: readonly Piece[], ops: OutlineOps): Fill[] {
  const seen = seenOf(pieces, ops, GAP);
  const out: number[] = seen.filter((s) => s.lightness <= LIGHT).flatMap((s) => [...s.seen]);
  let before: PathData = [];
  for (const piece of [...pieces].reverse()) {
    const body = bodyOf(piece, ops);
    const rim = ops.subtract(body, ops.offset(body, -RIM, 'round'));
    out.push(...without(rim, before, ops));
    const clear = ops.offset(body, GAP, 'round');
    before = before.length ? ops.weld([...before, ...clear]) : clear;
  }
  const path = ops.weld(out);
  return path.length ? [{ path, colour: INK, opacity: 1 }] : [];
}
