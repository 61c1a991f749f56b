import { memoByKey, type DrawingFault, type Materials } from '../../drawing';
import { axisScales, type Box, type PathData } from '../../geometry';
import { boxOfLetters, longestStretch, setBlock, type SetBlock, type SetLetter } from '../../type';
import { gradientOver } from '../gradient';
import type { FindOutline, Shape, UninkedItem } from '../kind';
import { decorated } from './decorate';
import type { LetteringPart } from './types';

const blockMemo = memoByKey<SetBlock>(300);
const shapeMemo = memoByKey<Shape>(300);

/** The ids of the typefaces that lettering uses. */
export const facesOf = (part: LetteringPart): string[] => [
  ...new Set(part.lines.flatMap((l) => [l.face, ...l.spans.flatMap((s) => s.face ?? [])])),
];

const ids = new WeakMap<object, number>();
let nextId = 1;
/** Blocks and outlines are memoised, so which one it is says all about it, however long it is. */
function idOf(object: object): number {
  let id = ids.get(object);
  if (id === undefined) ids.set(object, (id = nextId++));
  return id;
}

/** All that decides how a block is set, but for the inks. */
function keyOf(part: LetteringPart, materials: Materials, outline: PathData | null): string {
  const { align, lines, measure, baseline, upright, envelope } = part;
  const loaded = facesOf(part).filter((id) => materials.face(id));
  return JSON.stringify([
    align,
    lines,
    measure,
    baseline,
    upright,
    envelope,
    loaded,
    outline && idOf(outline),
  ]);
}

/** The lettering of a part as set letters, in the part's own units. */
export function letteringBlock(part: LetteringPart, materials: Materials, outline: FindOutline): SetBlock {
  const way = part.baseline.kind === 'along' ? outline(part.baseline.part) : null;
  const key = keyOf(part, materials, way);
  const [sx, sy] = axisScales([part.place.scaleX, 0, 0, part.place.scaleY, 0, 0]);
  // A quarter of a board px, in steps of two, so that dragging a handle does not bend everything anew.
  const tolerance = 0.25 / 2 ** Math.ceil(Math.log2(Math.max(sx, sy, 1e-3)));
  return blockMemo(`${tolerance} ${key}`, () => {
    const polyline = way ? longestStretch(way, 1) : null;
    return setBlock(part, { face: (id) => materials.face(id), outline: polyline, tolerance });
  });
}

/** Letters that lie side by side in one line and have one ink. */
function inkRuns(letters: readonly SetLetter[]): { ink: string; letters: SetLetter[] }[] {
  const runs: { ink: string; letters: SetLetter[] }[] = [];
  for (const letter of letters) {
    const run = runs.at(-1);
    if (run && run.ink === letter.ink && run.letters[0].line === letter.line) run.letters.push(letter);
    else runs.push({ ink: letter.ink, letters: [letter] });
  }
  return runs;
}

/** What lettering draws by itself, in its own units. */
export function letteringShape(
  part: LetteringPart,
  materials: Materials,
  outline: FindOutline,
  faults: DrawingFault[],
): Shape {
  for (const face of facesOf(part))
    if (!materials.face(face)) faults.push({ kind: 'no-typeface', part: part.id, face });
  if (part.baseline.kind === 'along' && !outline(part.baseline.part))
    faults.push({ kind: 'no-baseline', part: part.id });
  const block = letteringBlock(part, materials, outline);
  for (const fault of block.faults) faults.push({ ...fault, part: part.id });
  const key = JSON.stringify([part.decorations, part.gradient, part.lines.map((l) => [l.ink, l.spans])]);
  return shapeMemo(`${idOf(block)} ${key}`, () => shapeOfBlock(part, block));
}

function shapeOfBlock(part: LetteringPart, block: SetBlock): Shape {
  const { gradient } = part;
  const lines = new Map<number, Box>();
  const lineBox = (line: number) => {
    let box = lines.get(line);
    if (!box) lines.set(line, (box = boxOfLetters(block.letters.filter((l) => l.line === line))));
    return box;
  };
  const coloured = (item: UninkedItem, ink: string, box: Box): UninkedItem =>
    gradient && item.ink === ink && !item.stroke
      ? { ...item, gradient: gradientOver(box, ink, gradient) }
      : item;
  const items = inkRuns(block.letters).flatMap(({ ink, letters }) => {
    const groups = gradient?.over === 'letter' ? letters.map((l) => [l]) : [letters];
    return groups.flatMap((group) => {
      const box =
        gradient?.over === 'letter'
          ? boxOfLetters(group)
          : gradient?.over === 'line'
            ? lineBox(group[0].line)
            : block.box;
      return decorated(group, block, ink, part.decorations).map((i) => coloured(i, ink, box));
    });
  });
  // An envelope bends every letter its own way; otherwise equal letters are equal wherever they stand.
  const pieces = block.letters
    .filter((l) => l.set.length > 0)
    .map((l) => (block.bend ? { path: l.set } : { path: l.set, own: { path: l.path, frame: l.frame } }));
  return { items, box: block.box, pieces };
}
