import { aboutNothing, type Drawing, type PartGroup } from '../drawing';
import {
  grow,
  pathBounds,
  transformPath,
  unite,
  EMPTY_BOX,
  type Box,
  type Matrix,
  type PathData,
} from '../geometry';
import { mmToPx } from '../units';
import type { FilmCut } from './film';
import type { FilmLayer } from './layers';
import { marksFor } from './marks';

/** The file of one film. */
export interface FilmSheet extends FilmLayer {
  /** What the blade follows: the film and the marks, as the writers of cuts take it; mirrored where the film is. */
  drawing: Drawing;
}

const cutGroup = (title: string, path: PathData): PartGroup => ({
  ...{ kind: 'group', part: '', opacity: 1, layer: 'cut' },
  about: aboutNothing('film', title),
  items: [
    {
      ...{
        kind: 'outline',
        role: 'ink',
        ink: '',
        colour: '#000000',
        rule: 'nonzero',
        opacity: 1,
        stroke: null,
      },
      ...{ path, matrix: [1, 0, 0, 1, 0, 0] },
    },
  ],
});

/** Room around marks, as a share of their size. */
const ROOM = 0.75;

/** A path as it is cut from behind on a sheet of some width. */
export const pressedFaceDown = (path: PathData, width: number): PathData =>
  transformPath(path, [-1, 0, 0, 1, width, 0]);

/**
 * The sheets of films: all are as large as the whole artwork with its marks, which lie in the same place on each, so that
 * laid over one another they are the artwork; `names` are those of the inks.
 */
export function filmSheet(
  layers: readonly FilmLayer[],
  { marks: kind, markSize }: FilmCut,
  dpi: number,
  names: (ink: string) => string,
): FilmSheet[] {
  const box = layers.reduce((sum, l) => unite(sum, pathBounds(l.path)), EMPTY_BOX as Box);
  const size = mmToPx(markSize, dpi);
  const marks = marksFor(box, kind, size);
  const page = grow(box, kind === 'none' ? mmToPx(2, dpi) : size * (0.75 + 0.5 + ROOM));
  const [width, height] = [page.right - page.left, page.bottom - page.top];
  const onto: Matrix = [1, 0, 0, 1, -page.left, -page.top];
  return layers.map((layer) => {
    const placed = (path: PathData) => {
      const moved = transformPath(path, onto);
      return layer.film.mirror ? pressedFaceDown(moved, width) : moved;
    };
    const groups = [
      cutGroup(names(layer.ink), placed(layer.path)),
      ...(marks.length ? [cutGroup('Marks', placed(marks))] : []),
    ];
    return {
      ...layer,
      drawing: { width, height, dpi, groups, inks: [], hidden: 0, faults: [], late: false },
    };
  });
}
