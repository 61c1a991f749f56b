import { bundleIds, freshId, partIds, type Design, type Edit } from '../design';
import { itemOutline, oneOutline, type Materials } from '../drawing';
import { cleaned, islandsOf, type PathData } from '../geometry';
import { partTitle, type LinePart, type Part } from '../parts';
import { mmToPx } from '../units';
import { grown } from './dressing';
import { motifOf } from './motif-of';
import { ownItems } from './own';
import { LEAST_PIECE_MM } from './to-outlines';

/** More pieces than this are no work for hands. */
export const MOST_PIECES = 400;
/** How wide a line cuts, px: far less than anything that is printed or cut. */
const KNIFE = 0.1;

/** What one ink covers where nothing lies in front of it. */
interface Cell {
  part: Part;
  ink: string;
  path: PathData;
}

export interface Split {
  /** None where `why` says why not. */
  edits: Edit[];
  select: string[];
  pieces: number;
  /** `one`: it is one piece already; `many`: more than MOST_PIECES; `nothing`: pictures, or nothing drawn. */
  why?: 'one' | 'many' | 'nothing';
}

const not = (why: Split['why'], pieces = 0): Split => ({ edits: [], select: [], pieces, why });

const isKnife = (part: Part): part is LinePart => part.kind === 'line' && !part.closed;

/**
 * Edits that set parts into their pieces: one part into its islands, several also where they cross, and all along the
 * open lines that are chosen with them, which go. Each piece is a motif in the ink that is seen there, all of them in a
 * bundle. Lines and shades around the parts stay with pieces of one part alone that is not cut.
 */
export function splitEdits(design: Design, ids: readonly string[], materials: Materials): Split {
  const { ops } = materials;
  const chosen = design.parts.filter((p) => ids.includes(p.id) && !p.hidden);
  const knives = chosen.length > 1 ? chosen.filter(isKnife) : [];
  const others = chosen.filter((p) => !knives.includes(p as LinePart));
  if (!ops || others.length === 0) return not('nothing');
  let cells: Cell[] = [];
  let covered: PathData = [];
  for (const part of others) {
    const own: Cell[] = [];
    // The last that is drawn lies in front.
    for (const item of ownItems(part, design, materials, true)
      .flatMap((i) => grown(i, part.spread))
      .reverse()) {
      const path = itemOutline(item, ops);
      const seen = ops.subtract(path, oneOutline([[], ...own.map((c) => c.path)], ops));
      const same = own.find((c) => c.ink === item.ink);
      if (same) same.path = ops.unite(same.path, seen);
      else if (seen.length) own.push({ part, ink: item.ink, path: seen });
    }
    if (own.length === 0) continue;
    const whole = oneOutline(
      own.map((c) => c.path),
      ops,
    );
    cells = [
      ...cells.flatMap((cell) => [
        { ...cell, path: ops.subtract(cell.path, whole) },
        { ...cell, path: ops.intersect(cell.path, whole) },
      ]),
      ...own.map((cell) => ({ ...cell, path: ops.subtract(cell.path, covered) })),
    ].filter((cell) => cell.path.length > 0);
    covered = ops.unite(covered, whole);
    if (cells.length > MOST_PIECES) return not('many', cells.length);
  }
  for (const knife of knives)
    for (const item of ownItems(knife, design, materials, true)) {
      const way = itemOutline({ ...item, stroke: { ...USUAL, width: KNIFE } }, ops);
      cells = cells.map((cell) => ({ ...cell, path: ops.subtract(cell.path, way) }));
    }
  const least = mmToPx(LEAST_PIECE_MM, design.board.dpi);
  const pieces = cells.flatMap((cell) =>
    islandsOf(cleaned(cell.path, least)).map((path) => ({ ...cell, path })),
  );
  if (pieces.length === 0) return not('nothing');
  if (pieces.length === 1) return not('one', 1);
  if (pieces.length > MOST_PIECES) return not('many', pieces.length);
  return { ...edited(design, others, [...others, ...knives], pieces), pieces: pieces.length };
}
const USUAL = { join: 'round', cap: 'square', space: 'board' } as const;

function edited(design: Design, others: readonly Part[], gone: readonly Part[], pieces: readonly Cell[]) {
  const [first] = others;
  const alone = gone.length === 1;
  const bundle = freshId('bundle', bundleIds(design));
  const taken = partIds(design);
  const counts = new Map<Part, number>();
  const parts = pieces.map(({ part, ink, path }): Part => {
    const id = freshId('piece', taken);
    taken.push(id);
    const n = (counts.get(part) ?? 0) + 1;
    counts.set(part, n);
    const drawn = {
      path,
      ink,
      rule: 'nonzero',
      opacity: 1,
      stroke: null,
      matrix: [1, 0, 0, 1, 0, 0],
    } as const;
    const made = motifOf(id, `${partTitle(part).slice(0, 280)} ${n}`, [drawn])!;
    const { opacity, blend, wear, spared, mustRead, keylines, shade, hollow, relief } = part;
    return {
      ...made,
      ...{ bundle, opacity, blend, wear, spared, mustRead },
      ...(alone ? { keylines, shade, hollow, relief } : {}),
      ...(part.kind === 'motif' ? { licence: part.licence } : {}),
    };
  });
  const at = design.parts.indexOf(first);
  const within = others.every((p) => p.bundle === first.bundle) ? first.bundle : null;
  const edits: Edit[] = [
    {
      op: 'addBundle',
      bundle: { id: bundle, name: partTitle(first).slice(0, 120), bundle: within, joined: null },
    },
    ...parts.map((part, i): Edit => ({ op: 'addPart', part, at: at + i })),
    { op: 'removeParts', parts: gone.map((p) => p.id) },
  ];
  return { edits, select: parts.map((p) => p.id) };
}
