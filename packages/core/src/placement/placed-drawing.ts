import type { Hex } from '../colour';
import type { Board, PlacedAt } from '../design';
import {
  aboutNothing,
  drawingBounds,
  mapNode,
  movedGroup,
  type Drawing,
  type ImageItem,
  type OutlineItem,
  type PartGroup,
} from '../drawing';
import {
  axisScales,
  bendPath,
  IDENTITY,
  isIdentity,
  multiply,
  transformPath,
  type PlaneMap,
} from '../geometry';
import type { SpecSide } from '../spec';
import { narrowing } from './curved';
import { placementMatrix } from './map';

/** The part's name of the ground in a drawing. */
export const GROUND = 'ground';

function bentOutline(item: OutlineItem, map: PlaneMap): OutlineItem {
  const bend = (path: OutlineItem['path']) => bendPath(transformPath(path, item.matrix), map);
  const own = item.stroke?.space === 'own' ? Math.max(...axisScales(item.matrix)) : 1;
  return {
    ...item,
    path: bend(item.path),
    matrix: IDENTITY,
    ...(item.stroke
      ? { stroke: { ...item.stroke, space: 'board' as const, width: item.stroke.width * own } }
      : {}),
    ...(item.clips ? { clips: item.clips.map((c) => ({ ...c, path: bend(c.path) })) } : {}),
    ...(item.gradient
      ? { gradient: { ...item.gradient, matrix: multiply(item.matrix, item.gradient.matrix) } }
      : {}),
  };
}

/** Cells of a picture that is bent, along each of its sides. */
const CELLS = 40;

/** A picture under a bend, as cells that each lie as the map takes their corners. They overlap by a trace. */
function bentPicture(item: ImageItem, map: PlaneMap): ImageItem[] {
  const { left, top, right, bottom } = item.shown;
  const upright = Math.abs(item.matrix[1]) < 1e-9 && Math.abs(item.matrix[2]) < 1e-9;
  const [nx, ny] = [CELLS, upright ? 1 : CELLS];
  const [w, h] = [(right - left) / nx, (bottom - top) / ny];
  const m = item.matrix;
  const at = (x: number, y: number) => map(m[0] * x + m[2] * y + m[4], m[1] * x + m[3] * y + m[5]);
  const lap = Math.min(0.75, w / 4, h / 4);
  const cells: ImageItem[] = [];
  for (let j = 0; j < ny; j++)
    for (let i = 0; i < nx; i++) {
      const [x, y] = [left + i * w, top + j * h];
      const [a, b, c] = [at(x, y), at(x + w, y), at(x, y + h)];
      const [ux, uy] = [(b[0] - a[0]) / w, (b[1] - a[1]) / w];
      const [vx, vy] = [(c[0] - a[0]) / h, (c[1] - a[1]) / h];
      cells.push({
        ...item,
        shown: {
          left: x,
          top: y,
          right: Math.min(right, x + w + lap),
          bottom: Math.min(bottom, y + h + lap),
        },
        matrix: [ux, uy, vx, vy, a[0] - ux * x - vx * y, a[1] - uy * x - vy * y],
      });
    }
  return cells;
}

const bentGroup = (group: PartGroup, map: PlaneMap): PartGroup =>
  mapNode(
    group,
    (item) => (item.kind === 'image' ? bentPicture(item, map) : [bentOutline(item, map)]),
    ({ path, rule, matrix }) => ({
      path: bendPath(transformPath(path, matrix), map),
      rule,
      matrix: IDENTITY,
    }),
  )[0];

/** One colour over the whole of a board. */
const groundGroup = (colour: Hex, width: number, height: number): PartGroup => ({
  kind: 'group',
  part: GROUND,
  about: aboutNothing('shape', 'Background'),
  opacity: 1,
  items: [
    {
      kind: 'outline',
      role: 'ink',
      ink: GROUND,
      colour,
      path: [0, 0, 0, 1, width, 0, 1, width, height, 1, 0, height, 5],
      matrix: IDENTITY,
      rule: 'nonzero',
      opacity: 1,
      stroke: null,
    },
  ],
});

export interface PlacedOptions {
  ground?: Hex | null;
  mirror?: boolean;
  /** On a curved side: see `narrowing`. */
  narrow?: boolean;
}

/** A drawing as it lies in a side's print area, in the side's px: what the files of that side are made of. */
export function placedDrawing(
  drawing: Drawing,
  board: Board,
  side: SpecSide,
  at: PlacedAt,
  { ground, mirror, narrow }: PlacedOptions = {},
): Drawing {
  const { widthPx: width, heightPx: height, dpi } = side;
  const m = placementMatrix(board, side, at);
  const k = (at.scale * dpi) / board.dpi;
  let groups = isIdentity(m) ? drawing.groups : drawing.groups.map((g) => movedGroup(g, m, k));
  if (narrow && side.curve) {
    const box = drawingBounds({ ...drawing, groups });
    if (box.right > box.left) {
      const { map } = narrowing(box, (side.curve.diameterIn / 2) * dpi);
      groups = groups.map((g) => bentGroup(g, map));
    }
  }
  if (mirror) groups = groups.map((g) => movedGroup(g, [-1, 0, 0, 1, width, 0], 1));
  if (ground) groups = [groundGroup(ground, width, height), ...groups];
  return { ...drawing, width, height, dpi, groups };
}
