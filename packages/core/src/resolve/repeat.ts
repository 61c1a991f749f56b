import { copyEdits, type Design, type Edit } from '../design';
import type { Part, Repeat } from '../parts';
import {
  hypot,
  applyMatrix,
  boxCentre,
  boxHeight,
  boxWidth,
  EMPTY_BOX,
  IDENTITY,
  multiply,
  placeMatrix,
  transformBox,
  unite,
  type Box,
  type Matrix,
} from '../geometry';

/** A copy may be so much larger or smaller than its original. */
const MOST_SCALE = 1000;

/** A turn by `turn` degrees clockwise and an even scale about a point that goes to another; board px. */
function about(
  [x, y]: readonly [number, number],
  to: readonly [number, number],
  turn: number,
  scale: number,
) {
  const m = placeMatrix(to[0], to[1], turn, scale, scale);
  return multiply(m, [1, 0, 0, 1, -x, -y]);
}

/**
 * Where the copies of a part lie: maps from the original's board px to each copy's, the original's own
 * (the identity) first. `middle` is the middle of the original's ink box, board px.
 */
export function repeatMatrices(repeat: Repeat | null, middle: readonly [number, number]): Matrix[] {
  if (!repeat) return [IDENTITY];
  const { count, dx, dy, ax = 0, ay = 0 } = repeat;
  const by = [middle[0] + ax, middle[1] + ay] as const;
  const [x, y] = by;
  const others = Array.from({ length: count - 1 }, (_, i): Matrix => {
    const k = i + 1;
    if (repeat.kind === 'step') {
      const scale = Math.max(1 / MOST_SCALE, Math.min(MOST_SCALE, repeat.scale ** k));
      return about(by, [x + k * dx, y + k * dy], k * repeat.turn, scale);
    }
    const closed = Math.abs(Math.abs(repeat.sweep) - 360) < 1e-9;
    const turn = (k * repeat.sweep) / (closed ? count : count - 1);
    const centre = [middle[0] + dx, middle[1] + dy] as const;
    const round = about(centre, centre, turn, 1);
    if (!repeat.upright) return round;
    const [tx, ty] = applyMatrix(round, x, y);
    return [1, 0, 0, 1, tx - x, ty - y];
  });
  return [IDENTITY, ...others];
}

/**
 * What live copies begin with, for parts that are one thing: in steps side by side, or in a ring around the board's
 * middle, or a point below where they lie in it already. `boxes` are those of the parts' ink, board px.
 */
export function beginRepeats(
  kind: Repeat['kind'],
  boxes: readonly Box[],
  board: { width: number; height: number },
): Repeat[] {
  const all = boxes.reduce(unite, EMPTY_BOX);
  const [x, y] = boxCentre(all);
  const [width, height] = [boxWidth(all), boxHeight(all)];
  const [dx, dy] = [board.width / 2 - x, board.height / 2 - y];
  const away = hypot(dx, dy) > Math.min(width, height) / 2;
  const centre = away ? [x + dx, y + dy] : [x, y + Math.round(height * 1.2)];
  return boxes.map((box): Repeat => {
    const [cx, cy] = boxCentre(box);
    const by = boxes.length > 1 ? { ax: x - cx, ay: y - cy } : {};
    return kind === 'step'
      ? { kind, count: 3, dx: Math.round(width * 1.15) || 100, dy: 0, turn: 0, scale: 1, ...by }
      : { kind, count: 8, dx: centre[0] - cx, dy: centre[1] - cy, sweep: 360, upright: false, ...by };
  });
}

/** The middle of a part's ink box, board px; its origin where nothing draws. */
export function middleOf(part: Part, localBox: Box, matrix: Matrix): [number, number] {
  if (!(localBox.right >= localBox.left)) return [part.place.x, part.place.y];
  return boxCentre(transformBox(localBox, matrix));
}

/** A part's place after a map that turns, scales evenly and moves. */
const movedPlace = (place: Part['place'], m: Matrix): Part['place'] => {
  const [x, y] = applyMatrix(m, place.x, place.y);
  const scale = hypot(m[0], m[1]);
  const turn = (Math.atan2(m[1], m[0]) * 180) / Math.PI;
  return {
    x,
    y,
    turn: place.turn + turn,
    scaleX: place.scaleX * scale,
    scaleY: place.scaleY * scale,
  };
};

/**
 * Edits that make each live copy of a part a part of its own, behind the original as it was drawn, and
 * all their ids, front first. `middle` as for repeatMatrices.
 */
export function breakApartEdits(
  design: Design,
  part: Part,
  middle: readonly [number, number],
): { edits: Edit[]; select: string[] } {
  let now: Design = {
    ...design,
    parts: design.parts.map((p) => (p.id === part.id ? { ...p, repeat: null } : p)),
  };
  const edits: Edit[] = [{ op: 'updatePart', part: part.id, change: { repeat: null } }];
  const select = [part.id];
  for (const matrix of repeatMatrices(part.repeat, middle).slice(1)) {
    const copy = copyEdits(now, [part.id], () => ({ place: movedPlace(part.place, matrix) }));
    const at = now.parts.findIndex((p) => p.id === part.id) + select.length;
    const placed = copy.edits.map((e): Edit => (e.op === 'addPart' ? { ...e, at } : e));
    edits.push(...placed);
    select.push(...copy.select);
    // Only ids matter for the next one.
    const added = placed.flatMap((e) => (e.op === 'addPart' ? [e.part] : []));
    now = { ...now, parts: [...now.parts, ...added] };
  }
  return { edits, select };
}
