import { boxCentre, boxHeight, boxWidth, type Box } from '../../geometry';
import { BACKDROPS, SEATS } from '../book';
import type { Piece, Seat } from '../types';
import type { Desk } from './desk';
import { centred, fillsBox, moved, onto, piecesBox, pinned, scaledTo } from './geometry';
import type { Sitter } from './sitter';

const BACKDROP = new Map(BACKDROPS.map((b) => [b.id, b]));
const SEAT = new Map(SEATS.map((s) => [s.id, s]));
/** What hangs in the sky behind all; other things that stand behind stand on the ground. */
const IN_THE_SKY = new Set(['flat/full-moon', 'flat/sun']);
/** How far a seat covers feet, units. */
const SINK = 0.6;

/** Several alike side by side, every other one a little smaller; the first before the others. */
export function several({ subject, middle, ahead }: Sitter, desk: Desk, figure: readonly Piece[]): Piece[] {
  const span = boxWidth(piecesBox(figure));
  let all = [...figure];
  for (let i = 1; i < desk.request.count; i++) {
    const k = (i % 2 ? 0.88 : 1) * (1 + 0.04 * desk.some());
    const to = [middle[0] - ahead * 0.94 * span * i, subject.ground] as const;
    const m = pinned([middle[0], subject.ground], to, 0, k);
    all = [...figure.map((p) => moved(p, m)), ...all];
  }
  return all;
}

/** What stands behind all of it. */
export function behindAll({ subject, width, middle, ahead }: Sitter, desk: Desk, all: Box): Piece[] {
  const { behind } = desk.request;
  return behind.flatMap((asked, i): Piece[] => {
    const thing = desk.choose(asked, 0);
    if (!thing) return [];
    const own = fillsBox(thing.fills);
    const size = BACKDROP.get(thing.id)?.size ?? 1.2;
    const { k, h } = scaledTo(own, desk.besideSubject(asked) * size * Math.max(width, 0.7 * boxHeight(all)));
    const stands = !IN_THE_SKY.has(thing.id);
    const y = stands ? subject.ground - h / 2 : middle[1] - 0.06 * width;
    const aside = behind.length > 1 || stands ? (0.22 + 0.5 * i) * width : 0;
    return [moved(thing, centred(own, k, middle[0] - ahead * aside, y))];
  });
}

/** What it sits on: as wide as all feet, its top under them. */
export function seatUnder({ subject, body }: Sitter, desk: Desk, figures: readonly Piece[]): Piece[] {
  const { seat } = desk.request;
  if (!seat) return [];
  const thing = desk.choose(seat, 0);
  const wide = 1 + 0.1 * desk.some();
  if (!thing) return [];
  const own = fillsBox(thing.fills);
  const [x] = boxCentre(own);
  const known: Pick<Seat, 'spot'> = SEAT.get(thing.id) ?? {
    spot: { x, y: own.top + 0.04 * boxHeight(own), width: 0.8 * boxWidth(own), turn: 0 },
  };
  const many = piecesBox(figures.filter((p) => p.id === body.id));
  const feet = {
    ...{ x: boxCentre(many)[0], y: Math.min(subject.ground, many.bottom) - SINK },
    ...{ width: 0.86 * boxWidth(many), turn: 0 },
  };
  return [moved(thing, onto(known.spot, feet, wide * desk.besideSubject(seat)))];
}

/** Who and what stands beside it, away from where it looks. */
export function besideIt({ subject, width, ahead }: Sitter, desk: Desk, all: Box): Piece[] {
  let side = ahead < 0 ? all.right : all.left;
  return desk.request.beside.flatMap((asked): Piece[] => {
    const thing = desk.choose(asked);
    if (!thing) return [];
    const own = fillsBox(thing.fills);
    const { k, w, h } = scaledTo(own, desk.besideSubject(asked) * 0.62 * width);
    const m = centred(own, k, side - ahead * (w / 2 + 0.6), subject.ground - h / 2);
    side -= ahead * (w + 1.2);
    return [moved(thing, m)];
  });
}

/** What is above it. */
export function aboveIt({ width, middle, ahead }: Sitter, desk: Desk, all: Box): Piece[] {
  return desk.request.above.flatMap((asked, i): Piece[] => {
    const thing = desk.choose(asked, 0);
    if (!thing) return [];
    const own = fillsBox(thing.fills);
    const size = BACKDROP.get(thing.id)?.size ?? 0.4;
    const { k, h } = scaledTo(own, desk.besideSubject(asked) * size * width);
    const x = middle[0] - ahead * (0.42 - 0.5 * i) * width;
    return [moved(thing, centred(own, k, x, all.top - 0.3 * h + 0.2 * Math.abs(desk.some())))];
  });
}
