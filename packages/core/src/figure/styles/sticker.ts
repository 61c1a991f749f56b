import { withoutHoles, type OutlineOps } from '../../geometry';
import type { Fill, Piece } from '../types';
import { bodyOf } from './seen';

/** The white rim, px. */
const RIM = 26;
/** Bays narrower than twice this are closed, px. */
const CLOSED = 30;
/** A thin line that shows where the rim ends on white, px. */
const EDGE = 3;

/** Flat colours on a white rim. */
export function sticker(pieces: readonly Piece[], ops: OutlineOps): Fill[] {
  const all = pieces.flatMap((p) => [...bodyOf(p, ops)]);
  if (!all.length) return [];
  const rim = ops.offset(withoutHoles(ops.offset(ops.weld(all), RIM + CLOSED, 'round')), -CLOSED, 'round');
  return [
    { path: ops.offset(rim, EDGE, 'round'), colour: '#b9c0c4', opacity: 1 },
    { path: rim, colour: '#ffffff', opacity: 1 },
    ...pieces.flatMap((p) => p.fills),
  ];
}
