import { WORN } from '../book';
import type { Desk } from './desk';
import { moved, onto } from './geometry';
import type { Laid, Sitter } from './sitter';

const BY_ID = new Map(WORN.map((w) => [w.id, w]));
/** A neck that is turned by more than this lies along a back, degrees. */
const ALONG = 30;

/** What is worn: each thing's spot on the spot of the figure where it belongs. */
export function wornBy({ subject }: Sitter, desk: Desk): Laid[] {
  const { worn, subject: who } = desk.request;
  return worn.flatMap((asked): Laid[] => {
    const thing = desk.choose(asked);
    const known = thing && BY_ID.get(thing.id);
    if (!known) return [];
    const at = subject[known.at];
    if (!at) {
      const none = known.at === 'eyes' ? 'eyes' : 'neck';
      desk.undone.push(`${asked.said} (${who.said} has no ${none} to wear it on)`);
      return [];
    }
    const tilt = known.at === 'head' ? 7 * desk.some() : 0;
    const flip = known.facing !== 0 && subject.facing !== 0 && known.facing !== subject.facing;
    // A cape hangs down a neck that is upright, and along a back that is not.
    const turn = known.behind && Math.abs(at.turn) > ALONG ? -Math.sign(at.turn) * 58 : at.turn;
    const m = onto(known.spot, { ...at, turn: turn + tilt }, asked.scale, flip);
    return [{ depth: known.behind ? 'behind' : 'front', piece: moved(thing, m) }];
  });
}
