import type { Design } from '../design';
import { itemOutline, type Materials, type OutlineItem } from '../drawing';
import { cleaned, parseSvgPath, pointsIn, strayOf, transformPath, axisScales, type Along } from '../geometry';
import { kindOf, type MotifPart, type Part } from '../parts';
import { mmToPx, pxToMm } from '../units';
import { grown } from './dressing';
import { motifOf, type Piece } from './motif-of';
import { ownItems } from './own';

/** Pieces narrower than this are no pieces, mm: a blade tears them. */
export const LEAST_PIECE_MM = 0.05;

/** A part as outlines. */
export interface Outlines {
  part: MotifPart;
  points: number;
  /** How far they stray at the most from what was drawn, mm; null where that cannot be told (lines with cut ends). */
  deviation: number | null;
}

/** Where the edge of an item lies: along its path, or to both sides of it; null where it ends in corners. */
function wayOf(item: OutlineItem): Along | null {
  const { stroke, matrix } = item;
  const path = transformPath(item.path, matrix);
  if (!stroke) return { path, reach: 0 };
  if (stroke.side || stroke.dash || stroke.join !== 'round' || stroke.cap !== 'round') return null;
  const [sx, sy] = axisScales(matrix);
  const even = stroke.space === 'board' || Math.abs(sx - sy) < 1e-6 * sx;
  return even ? { path, reach: (stroke.width / 2) * (stroke.space === 'own' ? sx : 1) } : null;
}

/**
 * A part as a motif of the same outlines at the same place: lines are what they cover, what is grown or thinned is so for
 * good, outlines of one ink that follow one another are one. It keeps the part's id, name, lines around it, ties and wear. Null for a
 * picture, for what draws nothing, and without outline operations.
 */
export function toOutlines(part: Part, design: Design, materials: Materials): Outlines | null {
  const { ops } = materials;
  if (!ops || !kindOf(part).outlined) return null;
  const least = mmToPx(LEAST_PIECE_MM, design.board.dpi);
  const items = ownItems(part, design, materials).flatMap((i) => grown(i, part.spread));
  const pieces: (Piece & { plain: boolean })[] = [];
  for (const item of items) {
    const path = itemOutline(item, ops);
    const last = pieces.at(-1);
    const plain = !item.gradient && item.opacity === 1;
    if (plain && last?.plain && last.ink === item.ink) last.path = ops.unite(last.path, path);
    else
      pieces.push({
        ...{ plain, path, ink: item.ink, rule: 'nonzero', opacity: item.opacity, stroke: null },
        matrix: [1, 0, 0, 1, 0, 0],
      });
  }
  const clean = pieces.map((p) => ({ ...p, path: cleaned(p.path, least) })).filter((p) => p.path.length);
  const made = motifOf(part.id, part.name, clean);
  if (!made) return null;
  const { kind, licence, width, height, outlines, place, ...base } = made;
  const kept = Object.fromEntries(Object.keys(base).map((key) => [key, part[key as keyof Part]]));
  const own = {
    kind,
    width,
    height,
    outlines,
    place,
    licence: part.kind === 'motif' ? part.licence : licence,
  };
  const ways = items.map(wayOf);
  // Clips are edges, too.
  const clips = items.flatMap((i) =>
    (i.clips ?? []).map((c): Along => ({ path: transformPath(c.path, i.matrix), reach: 0 })),
  );
  const { x, y } = place;
  const drawn = outlines.map((o) =>
    transformPath(parseSvgPath(o.path), [1, 0, 0, 1, x - width / 2, y - height / 2]),
  );
  const stray = ways.every((w) => w !== null)
    ? Math.max(0, ...drawn.map((path) => strayOf(path, [...ways, ...clips])))
    : null;
  return {
    part: { ...({ ...base, ...kept } as typeof base), ...own, spread: 0, thin: 0, smooth: 0 },
    points: clean.reduce((n, p) => n + pointsIn(p.path), 0),
    deviation: stray === null ? null : pxToMm(stray, design.board.dpi),
  };
}
