import { groupBounds, type PartGroup } from '../../drawing';
import { intersect, isEmptyBox, type Box } from '../../geometry';
import { alphaBox } from '../../raster';
import { safeBox } from '../../spec';
import { pxToMm } from '../../units';
import { regionOf } from '../measure';
import type { Finding, Judged } from '../types';

/** Less than this far outside is not worth a word, mm. */
const SLACK_MM = 0.25;

/** How far `inner` reaches beyond `outer` on its worst side, in the boxes' unit; 0 when inside. */
export const reachBeyond = (inner: Box, outer: Box): number =>
  Math.max(
    0,
    outer.left - inner.left,
    outer.top - inner.top,
    inner.right - outer.right,
    inner.bottom - outer.bottom,
  );

/**
 * The box of a group's ink, board px. A picture's transparent rim is no ink, so a picture's box is
 * taken from its alpha where the analysis shows all of it.
 */
export function inkBox(group: PartGroup, input: Judged): Box {
  const bounds = groupBounds(group);
  if (group.about.kind !== 'picture') return bounds;
  const layer = input.analysis.layers.find((l) => l.part === group.part);
  if (!layer) return bounds;
  const { scale } = input.analysis;
  const box = alphaBox(layer, 24);
  if (isEmptyBox(box)) return box;
  const seen = {
    left: (layer.x + box.left) / scale,
    top: (layer.y + box.top) / scale,
    right: (layer.x + box.right) / scale,
    bottom: (layer.y + box.bottom) / scale,
  };
  // The analysis is cut off at the board: a side that touches the cut goes on as far as the frame.
  return {
    left: seen.left <= 1 / scale ? bounds.left : Math.max(bounds.left, seen.left),
    top: seen.top <= 1 / scale ? bounds.top : Math.max(bounds.top, seen.top),
    right: seen.right >= input.drawing.width - 1 / scale ? bounds.right : Math.min(bounds.right, seen.right),
    bottom:
      seen.bottom >= input.drawing.height - 1 / scale ? bounds.bottom : Math.min(bounds.bottom, seen.bottom),
  };
}

/** Parts that reach beyond the safe area (a watch) or beyond the print area (a stop: cut off). */
export function safeAreaFindings(input: Judged): Finding[] {
  const { drawing } = input;
  const board: Box = { left: 0, top: 0, right: drawing.width, bottom: drawing.height };
  const safe = safeBox(input.side);
  const findings: Finding[] = [];
  for (const group of drawing.groups) {
    const { title } = group.about;
    const box = inkBox(group, input);
    if (isEmptyBox(box)) continue;
    const beyondSafe = pxToMm(reachBeyond(box, safe), drawing.dpi);
    const beyondBoard = pxToMm(reachBeyond(box, board), drawing.dpi);
    if (beyondSafe < SLACK_MM) continue;
    const cut = beyondBoard >= SLACK_MM;
    const far = cut ? beyondBoard : beyondSafe;
    const gone = isEmptyBox(intersect(box, board));
    findings.push({
      check: 'safe-area',
      severity: cut ? 'stop' : 'watch',
      part: group.part,
      message: gone
        ? `“${title}” lies off the board: none of it will print`
        : cut
          ? `“${title}” is cut off: it reaches ${far.toFixed(1)} mm beyond the print area`
          : `“${title}” is ${far.toFixed(1)} mm outside the safe area`,
      figure: far,
      threshold: 0,
      unit: 'mm',
      region: regionOf(box),
      mends: [],
    });
  }
  return findings;
}
