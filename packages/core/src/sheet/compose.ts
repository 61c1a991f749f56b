import type { Cut } from '../cutline';
import {
  aboutNothing,
  mapNode,
  movedGroup,
  type Drawing,
  type DrawingNode,
  type PartGroup,
} from '../drawing';
import { multiply, pathBounds, placeMatrix, transformPath, type Matrix, type PathData } from '../geometry';
import { isWear } from '../wear';
import { outlineOf } from './shape';
import { marksOf, numberAt } from './marks';
import type { Sheet } from './types';

/** A sticker cut out: its drawing with its border and blade's paths, and its cut in px of a copy `scale` times as large. */
export interface SheetArt {
  drawing: Drawing;
  cut: Cut;
  scale: number;
}

/** The ink of marks and of the order's number. */
const MARK_INK = 'marks';

/** What an id of a design is on a sheet, where several designs meet. */
export const idOn = (sticker: string, id: string): string => `${sticker}:${id}`;

function own(node: DrawingNode, sticker: string): DrawingNode {
  return mapNode(
    node,
    (item) => [
      item.kind === 'image'
        ? isWear(item.material)
          ? item
          : { ...item, material: idOn(sticker, item.material) }
        : { ...item, ink: item.ink && idOn(sticker, item.ink) },
    ],
    (clip) => clip,
  )[0];
}

/** From a sticker's own px to those of a sheet, for one that lies at a place. */
function matrixOn(art: SheetArt, pxPerMm: number, at: Matrix): { m: Matrix; k: number } {
  const { left, top, right, bottom } = pathBounds(outlineOf(art.cut));
  const [cx, cy] = [(left + right) / 2 / art.scale, (top + bottom) / 2 / art.scale];
  const k = (25.4 / art.drawing.dpi) * pxPerMm;
  return { m: multiply(at, [k, 0, 0, k, -k * cx, -k * cy]), k };
}

const plain = (part: string, title: string, path: PathData, matrix: Matrix): PartGroup => ({
  ...{ kind: 'group', part, opacity: 1 },
  items: [
    {
      ...{ kind: 'outline', role: 'ink', ink: MARK_INK, colour: '#000000', path, matrix },
      ...{ rule: 'nonzero', opacity: 1, stroke: null },
    },
  ],
  about: aboutNothing('marks', title),
});

/**
 * A sheet as one drawing: every sticker where it lies, behind them nothing, in front of them the marks. Ids of parts, inks
 * and pictures have their sticker's id before them (`idOn`). `number` is the outline of the order's number in mm, from its
 * lower left corner.
 */
export function sheetDrawing(
  sheet: Sheet,
  art: ReadonlyMap<string, SheetArt>,
  number: PathData = [],
): Drawing {
  const pxPerMm = sheet.dpi / 25.4;
  const [width, height] = [sheet.width, sheet.height].map((v) => Math.round(v * pxPerMm));
  const groups = sheet.placed.flatMap(({ sticker, x, y, turn }, n) => {
    const found = art.get(sticker);
    if (!found) return [];
    const at = placeMatrix(x * pxPerMm, y * pxPerMm, turn, 1, 1);
    const { m, k } = matrixOn(found, pxPerMm, at);
    return found.drawing.groups.map((group): PartGroup => {
      const made = own(group, sticker) as PartGroup;
      return movedGroup({ ...made, part: `s${n + 1}-${group.part}` }, m, k);
    });
  });
  const toPx: Matrix = [pxPerMm, 0, 0, pxPerMm, 0, 0];
  const marks = marksOf(sheet);
  const wrote = transformPath(number, [1, 0, 0, 1, ...numberAt(sheet)]);
  return {
    ...{ width, height, dpi: sheet.dpi },
    groups: [
      ...groups,
      ...(marks.length ? [plain('marks', 'Registration marks', marks, toPx)] : []),
      ...(number.length ? [plain('number', 'Number', wrote, toPx)] : []),
    ],
    inks: [
      ...sheet.stickers.flatMap((s) =>
        (art.get(s.id)?.drawing.inks ?? []).map((ink) => ({ ...ink, id: idOn(s.id, ink.id) })),
      ),
      ...(marks.length || number.length ? [{ id: MARK_INK, name: 'Marks', value: '#000000' as const }] : []),
    ],
    ...{ hidden: 0, faults: [], late: false },
  };
}
