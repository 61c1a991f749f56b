import { groupBounds, groupHull, type PartGroup, printed } from '../../drawing';
import { boxOfPoints, cornersOf, intersect, isEmptyBox, type Box, type Point } from '../../geometry';
import { alphaBox } from '../../raster';
import { told, type SentenceKey, type SentenceValues } from '../../sentences';
import { beyondBox, beyondSafe, beyondTrim, roomOf, zonesUnder } from '../../spec';
import { pxToMm } from '../../units';
import { regionOf } from '../measure';
import type { Finding, Judged, Severity } from '../types';

/** Less than this far outside is not worth a word, mm. */
const SLACK_MM = 0.25;

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

/** The points about which a group's ink lies, board px: of a picture the corners of its ink's box. */
export function inkPoints(group: PartGroup, input: Judged): readonly Point[] {
  const box = inkBox(group, input);
  if (isEmptyBox(box)) return [];
  return group.about.kind === 'picture' ? cornersOf(box) : groupHull(group);
}

/**
 * Parts that reach beyond the safe area (a watch), beyond the product's edge (a watch: the blade goes there) or beyond
 * the print area (a stop: cut off), and those that lie over what is to be kept clear.
 */
export function safeAreaFindings(input: Judged): Finding[] {
  const { drawing, side } = input;
  const board: Box = { left: 0, top: 0, right: drawing.width, bottom: drawing.height };
  const room = roomOf(side, side.dpi);
  const findings: Finding[] = [];
  for (const group of printed(drawing)) {
    const { title } = group.about;
    const points = inkPoints(group, input);
    if (points.length === 0) continue;
    const box = boxOfPoints(points);
    const mm = (px: number) => pxToMm(px, drawing.dpi);
    const say = (severity: Severity, figure: number, key: SentenceKey, more: SentenceValues = {}) =>
      findings.push({
        check: key === 'zone.over' ? 'zone' : 'safe-area',
        ...{ severity, figure },
        ...told(key, { title, ...more }),
        part: group.part,
        threshold: 0,
        unit: 'mm',
        region: regionOf(box),
        mends: [],
      });
    const gone = isEmptyBox(intersect(box, board));
    const beyondBoard = mm(beyondBox(points, board));
    const cut = mm(beyondTrim(room, points));
    const outside = mm(beyondSafe(room, points));
    const shape = side.safeShape?.kind ?? 'rectangle';
    if (gone) say('stop', beyondBoard, 'safe-area.off');
    else if (beyondBoard >= SLACK_MM) say('stop', beyondBoard, 'safe-area.beyond', { mm: beyondBoard });
    else if (cut >= SLACK_MM) say('watch', cut, 'safe-area.trim', { mm: cut });
    else if (outside >= SLACK_MM) say('watch', outside, 'safe-area.outside', { mm: outside, shape });
    if (!gone && points.length > 2)
      for (const { zone } of zonesUnder(room, points))
        say(zone.kind === 'hole' ? 'watch' : 'note', 0, 'zone.over', {
          zone: (zone.name || zone.kind).toLowerCase(),
        });
  }
  return findings;
}
