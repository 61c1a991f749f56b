import { CLOSE, CUBIC, eachCommand, LINE, MOVE, QUAD, type PathData } from './path';

/** What takes a path piece by piece, by the names of a Canvas 2D context: a canvas, a kept path, a writer. */
export interface PathTarget {
  moveTo(x: number, y: number): void;
  lineTo(x: number, y: number): void;
  quadraticCurveTo(cx: number, cy: number, x: number, y: number): void;
  bezierCurveTo(ax: number, ay: number, bx: number, by: number, x: number, y: number): void;
  closePath(): void;
}

/** Lays a path in a target. What goes on after a close begins where the closed piece did, as everywhere. */
export function producePath(target: PathTarget, path: PathData): void {
  eachCommand(path, (verb, at) => {
    if (verb === MOVE) target.moveTo(path[at], path[at + 1]);
    else if (verb === LINE) target.lineTo(path[at], path[at + 1]);
    else if (verb === QUAD) target.quadraticCurveTo(path[at], path[at + 1], path[at + 2], path[at + 3]);
    else if (verb === CUBIC)
      target.bezierCurveTo(path[at], path[at + 1], path[at + 2], path[at + 3], path[at + 4], path[at + 5]);
    else if (verb === CLOSE) target.closePath();
  });
}

/**
 * Passes a path on without its closes. To be filled, outlines need none: a fill closes what is open, and
 * browsers look through the whole path each time that a piece of it is closed.
 */
export function withoutCloses(target: PathTarget): PathTarget {
  let [sx, sy, closed] = [0, 0, false];
  // What goes on after a close begins where the closed piece did.
  const goOn = () => {
    if (closed) target.moveTo(sx, sy);
    closed = false;
  };
  return {
    moveTo(x, y) {
      [sx, sy, closed] = [x, y, false];
      target.moveTo(x, y);
    },
    lineTo(x, y) {
      goOn();
      target.lineTo(x, y);
    },
    quadraticCurveTo(cx, cy, x, y) {
      goOn();
      target.quadraticCurveTo(cx, cy, x, y);
    },
    bezierCurveTo(ax, ay, bx, by, x, y) {
      goOn();
      target.bezierCurveTo(ax, ay, bx, by, x, y);
    },
    closePath() {
      closed = true;
    },
  };
}

/** Beyond any board, in whatever units a path has. */
const FAR = 1e6;
/** A rectangle that covers any board. */
export const EVERYWHERE: PathData = [
  ...[MOVE, -FAR, -FAR, LINE, FAR, -FAR],
  ...[LINE, FAR, FAR, LINE, -FAR, FAR, CLOSE],
];
