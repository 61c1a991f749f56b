import { hypot, CUBIC, eachCommand, MOVE, type PathData } from '../geometry';

/** Where two curves of a closed line meet, in its units. */
export interface Node {
  x: number;
  y: number;
  /** Directions in which the line comes in and goes out, unit. */
  into: [number, number];
  out: [number, number];
}

const unit = (x: number, y: number): [number, number] => {
  const d = hypot(x, y) || 1;
  return [x / d, y / d];
};

/** The nodes of closed lines of cubic curves. */
export function nodesOf(path: PathData): Node[] {
  const nodes: Node[] = [];
  let [x, y] = [0, 0];
  let [starts, ends, at]: [number, number][][] = [[], [], []];
  const close = () => {
    at.forEach(([nx, ny], i) =>
      nodes.push({ x: nx, y: ny, into: ends[i], out: starts[(i + 1) % starts.length] }),
    );
    [starts, ends, at] = [[], [], []];
  };
  eachCommand(path, (verb, i) => {
    if (verb === MOVE) {
      close();
      [x, y] = [path[i], path[i + 1]];
    }
    if (verb !== CUBIC) return;
    const [ax, ay, bx, by, ex, ey] = path.slice(i, i + 6);
    starts.push(unit(ax - x || bx - x, ay - y || by - y));
    ends.push(unit(ex - bx || ex - ax, ey - by || ey - ay));
    at.push([ex, ey]);
    [x, y] = [ex, ey];
  });
  close();
  return nodes;
}
