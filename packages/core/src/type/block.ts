import { EMPTY_BOX, pathBounds, transformPath, unite, type Box, type PathData } from '../geometry';
import type { Typeface } from './typeface';

/** One line of a block of lettering, ready to be set. */
export interface LineToSet {
  text: string;
  face: Typeface;
  /** Em size, px. */
  size: number;
  /** Added after each letter, thousandths of an em. */
  tracking: number;
  /** Baseline distance from the line above, in multiples of this line's size. */
  leading: number;
  features?: readonly string[];
}

/** A line after setting: its outlines (px, y down, first baseline at y = 0) and what it lacks. */
export interface SetLine {
  path: PathData;
  box: Box;
  baseline: number;
  /** Advance width of the line, px, without tracking after the last letter. */
  width: number;
  /** Characters for which the typeface has no form. */
  missing: string[];
}

export type Align = 'left' | 'centre' | 'right';

/** Characters that are laid out as nothing: controls would print as boxes. */
// eslint-disable-next-line no-control-regex
const CONTROL = /[\u0000-\u001f\u007f-\u009f\u200b\ufeff]/g;

/** Shapes one line at x = 0, baseline y = 0. */
function shapeLine(line: LineToSet): { path: PathData; width: number; missing: string[] } {
  const { face, size } = line;
  const text = line.text.replace(CONTROL, '');
  const scale = size / face.unitsPerEm;
  const extra = (line.tracking / 1000) * size;
  const path: number[] = [];
  let x = 0;
  const glyphs = face.shape(text, line.features);
  for (const g of glyphs) {
    const outline = face.outline(g.id);
    if (outline.length)
      for (const n of transformPath(outline, [scale, 0, 0, -scale, x + g.dx * scale, -g.dy * scale]))
        path.push(n);
    x += g.advance * scale + (g.advance !== 0 ? extra : 0);
  }
  const missing = [...new Set([...text])].filter((c) => c.trim() !== '' && !face.has(c));
  return { path, width: glyphs.length ? x - extra : 0, missing };
}

/**
 * Sets lines under one another. The origin is the first line's baseline at the block's left edge,
 * centre or right edge, as `align` says. Lengths are px; y points down.
 */
export function setBlock(lines: readonly LineToSet[], align: Align): SetLine[] {
  let baseline = 0;
  return lines.map((line, i) => {
    if (i > 0) baseline += line.leading * line.size;
    const shaped = shapeLine(line);
    const x = align === 'left' ? 0 : align === 'centre' ? -shaped.width / 2 : -shaped.width;
    const path = transformPath(shaped.path, [1, 0, 0, 1, x, baseline]);
    return { path, box: pathBounds(path), baseline, width: shaped.width, missing: shaped.missing };
  });
}

/** The box around all lines' ink; EMPTY_BOX when nothing prints. */
export const blockBox = (lines: readonly SetLine[]): Box =>
  lines.reduce((box, line) => unite(box, line.box), EMPTY_BOX);
