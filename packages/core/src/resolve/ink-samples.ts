import type { DrawingItem, DrawingNode, OutlineItem, PartGroup } from '../drawing';
import { groupBounds, unrelieved } from '../drawing';
import {
  axisScales,
  cornersOf,
  flatten,
  applyMatrix,
  transformPath,
  boxHeight,
  boxWidth,
  intersect,
  isEmptyBox,
  unite,
  EMPTY_BOX,
  type Box,
  type Matrix,
  type PathData,
} from '../geometry';
import { createMask, squaredDistance } from '../raster';

/** Places of ink, spread evenly over it. */
export interface InkSamples {
  /** x, y, x, y …; board px. */
  places: Float64Array;
  /** How far each lies from the nearest edge of any of the groups, board px, as far as their grid can tell. */
  fromEdge: Float64Array;
}

/** Cells of the grid along the longer side of what is looked at. */
const CELLS = 96;

/** An even grid over a box, each of its places moved within its cell so that it falls into step with nothing. */
class Grid {
  readonly width: number;
  readonly height: number;
  readonly cell: number;
  private readonly ys: Float64Array;

  constructor(readonly box: Box) {
    this.cell = Math.max(boxWidth(box), boxHeight(box)) / CELLS;
    this.width = Math.max(1, Math.ceil(boxWidth(box) / this.cell));
    this.height = Math.max(1, Math.ceil(boxHeight(box) / this.cell));
    this.ys = Float64Array.from({ length: this.height }, (_, j) => this.y(j));
  }

  /** A row has one height, so that outlines are cut once for all of its places. */
  y(j: number): number {
    return this.box.top + (j + ((j * 0.6180339887498949) % 1)) * this.cell;
  }
  x(i: number, j: number): number {
    return this.box.left + (i + (((i + this.width * j) * 0.7548776662466927) % 1)) * this.cell;
  }

  /** Where outlines cover, 1; `path` in the units of `matrix`. */
  covered(path: PathData, matrix: Matrix, rule: 'nonzero' | 'evenodd'): Uint8Array {
    const { width, height, cell, ys } = this;
    const crossings: { x: number; way: number }[][] = Array.from({ length: height }, () => []);
    const cut = (x0: number, y0: number, x1: number, y1: number) => {
      if (y0 === y1) return;
      const way = y0 < y1 ? 1 : -1;
      const [low, high] = y0 < y1 ? [y0, y1] : [y1, y0];
      const first = Math.max(0, Math.floor((low - this.box.top) / cell) - 1);
      const last = Math.min(height - 1, Math.floor((high - this.box.top) / cell));
      for (let j = first; j <= last; j++)
        if (ys[j] >= low && ys[j] < high)
          crossings[j].push({ x: x0 + ((ys[j] - y0) * (x1 - x0)) / (y1 - y0), way });
    };
    for (const { points } of flatten(transformPath(path, matrix), cell / 4)) {
      for (let k = 0; k + 3 < points.length; k += 2)
        cut(points[k], points[k + 1], points[k + 2], points[k + 3]);
      cut(points[points.length - 2], points[points.length - 1], points[0], points[1]);
    }
    const out = new Uint8Array(width * height);
    for (let j = 0; j < height; j++) {
      const row = crossings[j].sort((a, b) => a.x - b.x);
      let [at, winding] = [0, 0];
      for (let i = 0; i < width; i++) {
        const x = this.x(i, j);
        while (at < row.length && row[at].x <= x) winding += row[at++].way;
        if (rule === 'evenodd' ? at % 2 === 1 : winding !== 0) out[j * width + i] = 1;
      }
    }
    return out;
  }

  /** Where a drawn line covers, 1: places within half its width of its path. */
  stroked({ path, matrix, stroke }: OutlineItem): Uint8Array {
    const own = stroke!.space === 'own' ? Math.max(...axisScales(matrix)) : 1;
    const half = (stroke!.width * own * (stroke!.side ? 2 : 1)) / 2;
    const out = new Uint8Array(this.width * this.height);
    for (const { points } of flatten(transformPath(path, matrix), this.cell / 4))
      for (let k = 0; k + 3 < points.length; k += 2)
        this.near(points[k], points[k + 1], points[k + 2], points[k + 3], half, out);
    return out;
  }

  private near(x0: number, y0: number, x1: number, y1: number, half: number, out: Uint8Array): void {
    const { left, top } = this.box;
    const { width, height, cell } = this;
    const clamp = (v: number, most: number) => Math.max(0, Math.min(most, v));
    const [i0, i1] = [Math.min(x0, x1) - half, Math.max(x0, x1) + half].map((x) =>
      Math.floor((x - left) / cell),
    );
    const [j0, j1] = [Math.min(y0, y1) - half, Math.max(y0, y1) + half].map((y) =>
      Math.floor((y - top) / cell),
    );
    const [dx, dy] = [x1 - x0, y1 - y0];
    const long = dx * dx + dy * dy;
    for (let j = clamp(j0 - 1, height); j < clamp(j1 + 1, height); j++)
      for (let i = clamp(i0 - 1, width); i < clamp(i1 + 1, width); i++) {
        const [x, y] = [this.x(i, j) - x0, this.y(j) - y0];
        const t = long > 0 ? Math.max(0, Math.min(1, (x * dx + y * dy) / long)) : 0;
        const [ax, ay] = [x - t * dx, y - t * dy];
        if (ax * ax + ay * ay <= half * half) out[j * width + i] = 1;
      }
  }
}

type Cover = Uint8Array<ArrayBufferLike>;
const both = (a: Cover, b: Cover): Cover => a.map((v, i) => v & b[i]);

function coverOfItem(item: DrawingItem, grid: Grid): Cover {
  if (item.kind === 'image') {
    const corners = cornersOf(item.shown).flatMap(([x, y], i) => [
      i ? 1 : 0,
      ...applyMatrix(item.matrix, x, y),
    ]);
    return grid.covered([...corners, 5], [1, 0, 0, 1, 0, 0], 'nonzero');
  }
  const cover = item.stroke ? grid.stroked(item) : grid.covered(item.path, item.matrix, item.rule);
  return (item.clips ?? []).reduce<Cover>(
    (c, clip) => both(c, grid.covered(clip.path, item.matrix, clip.rule)),
    cover,
  );
}

function coverOfNode(node: DrawingNode, grid: Grid): Cover {
  if (node.kind !== 'group') return coverOfItem(node, grid);
  const sum = new Uint8Array(grid.width * grid.height);
  for (const item of unrelieved(node).items) {
    const own = coverOfNode(item, grid);
    for (let k = 0; k < sum.length; k++) sum[k] |= own[k];
  }
  return (node.clips ?? []).reduce<Cover>(
    (c, { path, matrix, rule }) => both(c, grid.covered(path, matrix, rule)),
    sum,
  );
}

/** What one group covers of a grid, and how far each cell lies from its edge, cells squared. */
interface OnGrid {
  grid: string;
  cover: Uint8Array;
  squared: Float64Array;
}
const onGrids = new WeakMap<PartGroup, OnGrid>();

/** That of one group, with a cell more on each side in which there is no ink; the same for the same group and grid. */
function onGrid(group: PartGroup, grid: Grid): OnGrid {
  const key = Object.values(grid.box).join(' ');
  const known = onGrids.get(group);
  if (known?.grid === key) return known;
  const { width, height } = grid;
  const mask = createMask(width + 2, height + 2);
  const own = coverOfNode(group, grid);
  for (let j = 0; j < height; j++)
    mask.data.set(own.subarray(j * width, (j + 1) * width), (j + 1) * mask.width + 1);
  const [inwards, outwards] = [squaredDistance(mask, 0), squaredDistance(mask, 1)];
  const squared = Float64Array.from(mask.data, (covered, k) => (covered ? inwards[k] : outwards[k]));
  const made = { grid: key, cover: mask.data, squared };
  onGrids.set(group, made);
  return made;
}

/** The grid of artwork ends on so many lines of its board, so that it stays while a part is dragged. */
const LINES = 12;

/** The box of some groups on a board, out to the next lines of the board. */
function gridBox(groups: readonly PartGroup[], board: Box): Box {
  const { left, top, right, bottom } = groups.reduce((sum, g) => unite(sum, groupBounds(g)), EMPTY_BOX);
  const step = Math.max(boxWidth(board), boxHeight(board)) / LINES;
  const out = {
    left: board.left + Math.floor((left - board.left) / step) * step,
    top: board.top + Math.floor((top - board.top) / step) * step,
    right: board.left + Math.ceil((right - board.left) / step) * step,
    bottom: board.top + Math.ceil((bottom - board.top) / step) * step,
  };
  return intersect(board, out);
}

/** Places of the ink of some groups that lies on a board; masks are passed over, and a picture counts as its frame. */
export function inkSamples(groups: readonly PartGroup[], board: Box): InkSamples {
  const box = groups.length ? gridBox(groups, board) : EMPTY_BOX;
  if (isEmptyBox(box) || boxWidth(box) <= 0 || boxHeight(box) <= 0)
    return { places: new Float64Array(0), fromEdge: new Float64Array(0) };
  const grid = new Grid(box);
  const wide = grid.width + 2;
  const covered = new Uint8Array(wide * (grid.height + 2));
  const nearest = new Float64Array(covered.length).fill(Infinity);
  for (const group of groups) {
    const { cover, squared } = onGrid(group, grid);
    for (let k = 0; k < covered.length; k++) {
      covered[k] |= cover[k];
      if (squared[k] < nearest[k]) nearest[k] = squared[k];
    }
  }
  const [places, fromEdge]: [number[], number[]] = [[], []];
  for (let j = 0; j < grid.height; j++)
    for (let i = 0; i < grid.width; i++) {
      const at = (j + 1) * wide + i + 1;
      if (!covered[at]) continue;
      places.push(grid.x(i, j), grid.y(j));
      fromEdge.push((Math.sqrt(nearest[at]) - 0.5) * grid.cell);
    }
  return { places: Float64Array.from(places), fromEdge: Float64Array.from(fromEdge) };
}
