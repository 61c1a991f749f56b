import type { OutlineItem } from '../drawing';
import {
  axisScales,
  boxCentre,
  boxHeight,
  boxWidth,
  EMPTY_BOX,
  grow,
  isEmptyBox,
  pathBounds,
  toSvgPath,
  transformPath,
  unite,
  type Matrix,
} from '../geometry';
import { motif, place, type MotifOutline, type MotifPart } from '../parts';

export type Piece = Pick<OutlineItem, 'path' | 'ink' | 'rule' | 'opacity' | 'stroke' | 'clips'> & {
  matrix: Matrix;
};

/** Outlines on the board as a motif in their place; null when they draw nothing. */
export function motifOf(id: string, name: string, pieces: readonly Piece[]): MotifPart | null {
  let box = EMPTY_BOX;
  const placed = pieces.map((p) => {
    const path = transformPath(p.path, p.matrix);
    const scale = p.stroke?.space === 'own' ? Math.max(...axisScales(p.matrix)) : 1;
    // A line on one side alone is twice as wide, cut by the outline itself.
    const side = p.stroke?.side;
    const width = (p.stroke?.width ?? 0) * scale * (side ? 2 : 1);
    box = unite(box, grow(pathBounds(path), side === 'inside' ? 0 : width / 2));
    const clips = (p.clips ?? []).map((c) => ({ path: transformPath(c.path, p.matrix), rule: c.rule }));
    if (side === 'inside') clips.push({ path, rule: p.rule });
    return { ...p, path, width, clips };
  });
  if (isEmptyBox(box)) return null;
  const shift: Matrix = [1, 0, 0, 1, -box.left, -box.top];
  const svg = (path: OutlineItem['path']) => toSvgPath(transformPath(path, shift));
  const outlines = placed.map((p): MotifOutline => ({
    path: svg(p.path),
    ink: p.ink,
    rule: p.rule,
    opacity: p.opacity,
    stroke: p.stroke && { width: p.width, join: p.stroke.join, cap: p.stroke.cap },
    ...(p.clips.length ? { clips: p.clips.map((c) => ({ path: svg(c.path), rule: c.rule })) } : {}),
  }));
  const [cx, cy] = boxCentre(box);
  const art = { width: Math.max(0.001, boxWidth(box)), height: Math.max(0.001, boxHeight(box)), outlines };
  return motif(id, name, place(cx, cy), art, { id: 'own' });
}
