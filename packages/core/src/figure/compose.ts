import { recast, shifted, type Hex } from '../colour';
import {
  boxCentre,
  boxHeight,
  boxWidth,
  EMPTY_BOX,
  IDENTITY,
  multiply,
  pathBounds,
  placeMatrix,
  randomOf,
  transformPath,
  unite,
  type Box,
  type Matrix,
} from '../geometry';
import { BACKDROPS, formArt, HELD, SEATS, SUBJECTS, WORN } from './book';
import type { Asked, FigureRequest } from './request';
import type { Backdrop, FigureArt, Fill, Held, Piece, Seat, Spot, Subject, Worn } from './types';

/** What gives the artwork of the library's figures; undefined for one that it has not. */
export type ArtOf = (id: string) => FigureArt | undefined;

export interface Composition {
  /** Back to front, in units of the subject's 32 × 32. */
  pieces: Piece[];
  /** Ids of the figures that it is made of, each once. */
  used: string[];
  /** What was asked for and is not in it; whole phrases. */
  undone: string[];
}

const byId = <T extends { id: string }>(list: readonly T[]) => new Map(list.map((t) => [t.id, t]));
const BOOK = {
  subjects: byId(SUBJECTS),
  worn: byId(WORN),
  held: byId(HELD),
  seats: byId(SEATS),
  backdrops: byId(BACKDROPS),
};

export const fillsBox = (fills: readonly Fill[]): Box =>
  fills.reduce((box, f) => unite(box, pathBounds(f.path)), EMPTY_BOX);
export const movedFills = (fills: readonly Fill[], m: Matrix): Fill[] =>
  fills.map((f) => ({ ...f, path: transformPath(f.path, m) }));

/** The colour that covers most of a figure, by the areas of its outlines' boxes. */
function mainColour(fills: readonly Fill[]): Hex {
  const areas = new Map<Hex, number>();
  for (const { colour, path } of fills) {
    const box = pathBounds(path);
    areas.set(colour, (areas.get(colour) ?? 0) + boxWidth(box) * boxHeight(box));
  }
  return [...areas].sort((a, b) => b[1] - a[1])[0][0];
}

/** What a figure that nobody set anchors for is taken to be: its head at the middle of its top, nothing in its hands. */
export function plainSubject(id: string, box: Box): Subject {
  const [x] = boxCentre(box);
  const width = boxWidth(box);
  return {
    ...{ id, words: [], facing: 0, eyes: null, neck: null, ground: box.bottom, poses: [] },
    head: { x, y: box.top + 0.03 * boxHeight(box), width: 0.5 * width, turn: 0 },
    hold: { x: box.right - 0.1 * width, y: box.bottom - 0.1 * boxHeight(box), by: 'none' },
  };
}

/** Maps a spot of a thing onto a spot of a figure: same middle, width and turn; `flip` mirrors the thing. */
function onto(from: Spot, to: Spot, size = 1, flip = false): Matrix {
  const k = (size * to.width) / from.width;
  return multiply(placeMatrix(to.x, to.y, to.turn - from.turn, flip ? -k : k, k), [
    1,
    0,
    0,
    1,
    -from.x,
    -from.y,
  ]);
}

const CENTRE = 16;
/** How colours differ from one round of drawings to the next: degrees of hue, and lightness (OKLCH). */
const ASIDE = [
  [0, 0],
  [16, 0.05],
  [-16, -0.05],
  [9, -0.1],
] as const;
/** How far a seat covers feet, units. */
const SINK = 0.6;

interface Laid {
  /** Behind the figure, part of it, or before it. */
  depth: 'behind' | 'figure' | 'front';
  piece: Piece;
}

/**
 * Puts a request together of figures: the subject with what it wears and holds, the same for each of several; what it
 * sits on, stands beside, and what is behind and above. The same request and seed give the same picture; of one seed to
 * the next it looks the other way, then is drawn in another way where there is one; heads tilt and things are held a
 * little differently.
 */
export function composeFigure(request: FigureRequest, artOf: ArtOf, seed: number): Composition {
  const undone = [...request.undone];
  const used = new Set<string>();
  const next = randomOf(0x9e37 + seed * 7919);
  /** From −1 to 1, never near nothing, and the other way for every other one; nothing for the first, which is as plain as can be. */
  const some = () => (seed === 0 ? 0 : (seed % 2 ? 1 : -1) * (0.4 + 0.6 * next()));
  const other = Math.floor(seed / 2);
  /** How large what stands around is: the smaller, the larger the subject is to be. */
  const besideIt = (asked: Asked) => asked.scale / request.subject.scale;
  const art = (id: string): FigureArt | undefined => formArt(id) ?? artOf(id);

  /** A thing that is asked for: which of its figures, its fills in their colour. */
  const chosen = (asked: Asked, by: number): { id: string; fills: readonly Fill[] } | null => {
    // Another way to draw a subject comes with another seed; a hat without a name may be any.
    for (let i = 0; i < asked.ids.length; i++) {
      const id = asked.ids[(by + i) % asked.ids.length];
      const found = art(id);
      if (!found?.fills.length) continue;
      used.add(id);
      const { fills } = found;
      // Drawn in the same way once more, a subject comes in colours a little aside.
      const [turn, lighter] = ASIDE[Math.floor(by / asked.ids.length) % ASIDE.length];
      const cast = asked.colour
        ? recast(mainColour(fills), asked.colour)
        : asked === request.subject && turn
          ? (colour: Hex) => shifted(colour, turn, lighter)
          : null;
      return { id, fills: cast ? fills.map((f) => ({ ...f, colour: cast(f.colour) })) : fills };
    }
    undone.push(asked.said);
    return null;
  };

  const body = chosen(request.subject, other);
  if (!body) return { pieces: [], used: [], undone };
  const box = fillsBox(body.fills);
  const subject = BOOK.subjects.get(body.id) ?? plainSubject(body.id, box);
  const width = boxWidth(box);
  const ahead = subject.facing || (subject.hold.x < CENTRE ? -1 : 1);
  const laid: Laid[] = [{ depth: 'figure', piece: body }];
  const lay = (depth: Laid['depth'], id: string, fills: readonly Fill[], m: Matrix) =>
    laid.push({ depth, piece: { id, fills: movedFills(fills, m) } });

  for (const asked of request.worn) {
    const thing = chosen(asked, other);
    const worn: Worn | undefined = thing ? BOOK.worn.get(thing.id) : undefined;
    if (!thing || !worn) continue;
    const at = subject[worn.at];
    if (!at) {
      undone.push(
        `${asked.said} (${request.subject.said} has no ${worn.at === 'eyes' ? 'eyes' : 'neck'} to wear it on)`,
      );
      continue;
    }
    const tilt = worn.at === 'head' ? 7 * some() : 0;
    const flip = worn.facing !== 0 && subject.facing !== 0 && worn.facing !== subject.facing;
    // A cape hangs down a neck that is upright, and along a back that is not.
    const turn = worn.behind && Math.abs(at.turn) > 30 ? -Math.sign(at.turn) * 58 : at.turn;
    lay(
      worn.behind ? 'behind' : 'front',
      thing.id,
      thing.fills,
      onto(worn.spot, { ...at, turn: turn + tilt }, asked.scale, flip),
    );
  }

  /** Where things without a hold come to stand: before the figure, one after the other. */
  let before = ahead < 0 ? box.left : box.right;
  let hands = 0;
  for (const asked of request.held) {
    const thing = chosen(asked, other);
    if (!thing) continue;
    const own = fillsBox(thing.fills);
    const held: Held = BOOK.held.get(thing.id) ?? {
      ...{ id: thing.id, words: [], facing: 0, size: 0.42, behind: false, way: 'held' },
      grip: { x: boxCentre(own)[0], y: boxCentre(own)[1] },
    };
    const flip = held.facing !== 0 && held.facing !== ahead;
    let k = (asked.scale * held.size * width) / Math.max(boxWidth(own), boxHeight(own));
    k *= 1 + 0.14 * some();
    const { x, y, by } = subject.hold;
    const below = own.bottom - held.grip.y;
    const room = subject.ground - y;
    let holds = hands === 0 && by !== 'none';
    if (holds && held.way === 'stands') {
      // A stick reaches the ground from where it is taken hold of.
      if (by === 'hand' && room > 4) k = Math.min(1.35 * k, Math.max(0.7 * k, room / below));
      else holds = false;
    } else if (holds && by === 'mouth' && below * k > room + 0.5) {
      // What hangs from a mouth clears the ground, or stands on it.
      if (room / below > 0.55 * k) k = room / below;
      else holds = false;
    }
    if (held.way === 'over') {
      const { head } = subject;
      const at = multiply(placeMatrix(head.x, head.y + 0.1 * width, 5 * some(), k, k), [
        1,
        0,
        0,
        1,
        -held.grip.x,
        -held.grip.y,
      ]);
      lay('behind', thing.id, thing.fills, at);
    } else if (holds) {
      hands++;
      const lean = held.way === 'hangs' ? 0 : 6 * some();
      lay(
        held.behind ? 'behind' : 'front',
        thing.id,
        thing.fills,
        multiply(placeMatrix(x, y, lean, flip ? -k : k, k), [1, 0, 0, 1, -held.grip.x, -held.grip.y]),
      );
    } else {
      // A face alone has it before its chin; others find it on the ground before them.
      const w = k * boxWidth(own);
      const face = by === 'none' && hands === 0 && !held.behind && held.way !== 'stands';
      const at = face ? x : before + ahead * (w / 2 + 0.4);
      if (!face) before += ahead * (w + 0.8);
      hands++;
      lay(
        held.behind ? 'behind' : 'front',
        thing.id,
        thing.fills,
        multiply(placeMatrix(at, subject.ground, 0, flip ? -k : k, k), [
          1,
          0,
          0,
          1,
          -boxCentre(own)[0],
          -own.bottom,
        ]),
      );
    }
  }

  // How it is held: all of it together.
  const [cx, cy] = boxCentre(box);
  const about = (x: number, y: number, turn: number): Matrix =>
    multiply(placeMatrix(x, y, turn, 1, 1), [1, 0, 0, 1, -x, -y]);
  const rise = (by: number): Matrix => [1, 0, 0, 1, 0, -by];
  const extras: Laid[] = [];
  const extra = (id: string, m: Matrix, depth: Laid['depth']) => {
    const found = art(id);
    if (!found) return;
    used.add(id);
    extras.push({ depth, piece: { id, fills: movedFills(found.fills, m) } });
  };
  const seated = request.seat !== null || subject.poses.includes('sitting');
  const nods = (subject.facing === 0 ? 6 : 3) * some();
  let pose: Matrix = nods ? about(cx, subject.ground, nods) : IDENTITY;
  if (request.pose === 'sitting' && !seated)
    undone.push(`sitting (${request.subject.said} is drawn as it stands)`);
  else if (request.pose === 'flying') pose = multiply(rise(0.12 * width), about(cx, cy, -ahead * 13 + nods));
  else if (request.pose === 'jumping') {
    pose = multiply(rise(0.3 * width), about(cx, cy, -ahead * 9 + nods));
    if (!request.seat)
      extra(
        'form/shadow',
        multiply([width / 32, 0, 0, width / 32, cx, subject.ground], [1, 0, 0, 1, -16, -16]),
        'behind',
      );
  } else if (request.pose === 'running') {
    pose = about(cx, subject.ground, ahead * 7 + nods);
    const k = (0.42 * width) / 18;
    const x = ahead < 0 ? box.right + 0.8 : box.left - 0.8;
    extra('form/speed-lines', multiply([-ahead * k, 0, 0, k, x, cy], [1, 0, 0, 1, 0, -16]), 'behind');
  } else if (request.pose === 'dancing') {
    pose = about(cx, subject.ground, ahead * 11 + nods);
    const k = (0.34 * width) / 28;
    const x = ahead < 0 ? box.right : box.left;
    extra('flat/musical-notes', multiply([k, 0, 0, k, x, box.top], [1, 0, 0, 1, -16, -16]), 'front');
  } else if (request.pose === 'leaning') pose = about(cx, subject.ground, ahead * 10 + nods);
  else if (request.pose === 'upside down') pose = about(cx, cy, 180 + nods);
  else if (request.pose === 'asleep') {
    const k = (0.32 * width) / 28;
    const { x } = subject.head;
    const y = fillsBox(laid.flatMap((l) => l.piece.fills)).top;
    extra(
      'flat/zzz',
      multiply([k, 0, 0, k, x - ahead * 0.3 * width, y - 0.06 * width], [1, 0, 0, 1, -16, -16]),
      'front',
    );
  }
  const figure: Laid[] = [
    ...laid.map(({ depth, piece }) => ({ depth, piece: { ...piece, fills: movedFills(piece.fills, pose) } })),
    ...extras,
  ];
  const inOrder = (list: readonly Laid[]): Piece[] =>
    (['behind', 'figure', 'front'] as const).flatMap((d) =>
      list.filter((l) => l.depth === d).map((l) => l.piece),
    );
  let main = inOrder(figure);

  // Several alike: side by side, every other one a little smaller.
  const alone = main;
  const span = boxWidth(fillsBox(alone.flatMap((p) => p.fills)));
  for (let i = 1; i < request.count; i++) {
    const k = (i % 2 ? 0.88 : 1) * (1 + 0.04 * some());
    const m = multiply(
      [k, 0, 0, k, cx - ahead * 0.94 * span * i, subject.ground],
      [1, 0, 0, 1, -cx, -subject.ground],
    );
    main = [...alone.map((p) => ({ ...p, fills: movedFills(p.fills, m) })), ...main];
  }
  const all = fillsBox(main.flatMap((p) => p.fills));

  const pieces: Piece[] = [];
  const put = (list: Piece[], thing: { id: string; fills: readonly Fill[] }, m: Matrix) =>
    list.push({ id: thing.id, fills: movedFills(thing.fills, m) });
  const scaled = (thing: { fills: readonly Fill[] }, side: number) => {
    const own = fillsBox(thing.fills);
    const k = side / Math.max(boxWidth(own), boxHeight(own));
    return { own, k, w: k * boxWidth(own), h: k * boxHeight(own) };
  };
  /** A thing of this height or width with its middle at a point. */
  const centred = (own: Box, k: number, x: number, y: number): Matrix =>
    multiply([k, 0, 0, k, x, y], [1, 0, 0, 1, -boxCentre(own)[0], -boxCentre(own)[1]]);

  for (const asked of request.behind) {
    const thing = chosen(asked, 0);
    if (!thing) continue;
    const known: Backdrop | undefined = BOOK.backdrops.get(thing.id);
    const { own, k, h } = scaled(
      thing,
      besideIt(asked) * (known?.size ?? 1.2) * Math.max(width, 0.7 * boxHeight(all)),
    );
    // A tent or a tree stands on the ground, a moon hangs behind the head.
    const stands = thing.id !== 'flat/full-moon' && thing.id !== 'flat/sun';
    const y = stands ? subject.ground - h / 2 : cy - 0.06 * width;
    const aside =
      request.behind.length > 1 || stands ? (0.22 + 0.5 * request.behind.indexOf(asked)) * width : 0;
    put(pieces, thing, centred(own, k, cx - ahead * aside, y));
  }
  if (request.seat) {
    const thing = chosen(request.seat, 0);
    const wide = 1 + 0.1 * some();
    if (thing) {
      const own = fillsBox(thing.fills);
      const known: Seat = BOOK.seats.get(thing.id) ?? {
        ...{ id: thing.id, words: [] },
        spot: {
          x: boxCentre(own)[0],
          y: own.top + 0.04 * boxHeight(own),
          width: 0.8 * boxWidth(own),
          turn: 0,
        },
      };
      const many = fillsBox(main.filter((p) => p.id === body.id).flatMap((p) => p.fills));
      const feet = {
        ...{ x: boxCentre(many)[0], y: Math.min(subject.ground, many.bottom) - SINK },
        ...{ width: 0.86 * boxWidth(many), turn: 0 },
      };
      put(pieces, thing, onto(known.spot, feet, wide * besideIt(request.seat)));
    }
  }
  pieces.push(...main);
  let side = ahead < 0 ? all.right : all.left;
  for (const asked of request.beside) {
    const thing = chosen(asked, other);
    if (!thing) continue;
    const { own, k, w, h } = scaled(thing, besideIt(asked) * 0.62 * width);
    put(pieces, thing, centred(own, k, side - ahead * (w / 2 + 0.6), subject.ground - h / 2));
    side -= ahead * (w + 1.2);
  }
  request.above.forEach((asked, i) => {
    const thing = chosen(asked, 0);
    if (!thing) return;
    const size = BOOK.backdrops.get(thing.id)?.size ?? 0.4;
    const { own, k, h } = scaled(thing, besideIt(asked) * size * width);
    const x = cx - ahead * (0.42 - 0.5 * i) * width;
    put(pieces, thing, centred(own, k, x, all.top - 0.3 * h + 0.2 * Math.abs(some())));
  });

  // Which way it looks: as it is asked, else from one seed to the next the other way.
  const mirrored = request.facing
    ? subject.facing !== 0 && subject.facing !== request.facing
    : seed % 2 === 1;
  if (request.facing && subject.facing === 0)
    undone.push(
      `facing ${request.facing < 0 ? 'left' : 'right'} (${request.subject.said} is drawn from the front)`,
    );
  const turned = mirrored
    ? pieces.map((p) => ({ ...p, fills: movedFills(p.fills, [-1, 0, 0, 1, 2 * cx, 0]) }))
    : pieces;
  return { pieces: turned, used: [...used], undone: [...new Set(undone)] };
}
