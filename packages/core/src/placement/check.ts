import type { Board, FileFormat, Placement } from '../design';
import { imagesOf, inkHull, type Drawing } from '../drawing';
import { axisScales, boxCentre, boxHeight, boxWidth, type Box, type Point, boxOfPoints } from '../geometry';
import { told, type Sentence, type SentenceKey, type SentenceValues } from '../sentences';
import { beyondSafe, roomOf, zonesUnder, type Spec, type SpecSide } from '../spec';
import { MOST_HALF_ANGLE, narrowing } from './curved';
import { placementMatrix, positionFor } from './map';

/** Something noticed about a placement. */
export interface PlacementNote {
  check: 'nothing' | 'off' | 'cut' | 'safe' | 'zone' | 'ground' | 'resolution' | 'wrap' | 'mirror' | 'small';
  severity: 'stop' | 'watch' | 'note';
  message: string;
  /** The same before it is put into words. */
  said: Sentence;
  /** Where in the print area, inches. */
  box?: Box;
}

/** The format that a placement's files have on a product. */
export const formatOf = (placement: Placement, spec: Spec): FileFormat =>
  placement.format && spec.formats.includes(placement.format) ? placement.format : spec.formats[0];

/** What is wrong with where artwork lies on a side; for one garment colour, or for all. */
export function placementNotes(
  drawing: Drawing,
  board: Board,
  spec: Spec,
  side: SpecSide,
  placement: Placement,
  garment: string | null = null,
): PlacementNote[] {
  const notes: PlacementNote[] = [];
  const at = positionFor(placement, garment);
  const say = (
    check: PlacementNote['check'],
    severity: PlacementNote['severity'],
    key: SentenceKey,
    values: SentenceValues = {},
    box?: Box,
  ) => notes.push({ check, severity, ...told(key, values), ...(box ? { box } : {}) });
  if (spec.background === 'opaque' && !placement.ground) say('ground', 'stop', 'placement.to-its-edge');
  if (spec.background === 'transparent' && placement.ground) say('ground', 'stop', 'placement.no-ground');
  if (formatOf(placement, spec) === 'jpeg' && !placement.ground) say('ground', 'stop', 'placement.jpeg');
  if (placement.mirror) say('mirror', 'note', 'placement.mirror');
  const m = placementMatrix(board, side, at);
  let hull = inkHull(drawing).map(([x, y]): Point => [
    (m[0] * x + m[2] * y + m[4]) / side.dpi,
    (m[1] * x + m[3] * y + m[5]) / side.dpi,
  ]);
  if (hull.length < 3) {
    say('nothing', 'stop', 'placement.nothing');
    return notes;
  }
  if (placement.narrow && side.curve) {
    const { map } = narrowing(boxOfPoints(hull), side.curve.diameterIn / 2);
    hull = hull.map(([x, y]) => map(x, y));
  }
  const room = roomOf(side, 1);
  const box = boxOfPoints(hull);
  const over = {
    left: -box.left,
    top: -box.top,
    right: box.right - side.widthIn,
    bottom: box.bottom - side.heightIn,
  };
  const far = Math.max(...Object.values(over));
  const gone = box.right <= 0 || box.bottom <= 0 || box.left >= side.widthIn || box.top >= side.heightIn;
  if (gone) say('off', 'stop', 'placement.off', {}, box);
  else if (far > 0.003)
    say('cut', spec.background === 'opaque' ? 'note' : 'stop', 'placement.cut', { inches: far }, box);
  else {
    if (beyondSafe(room, hull) > 0.003)
      say(
        'safe',
        'watch',
        'placement.safe',
        { round: side.safeShape?.kind === 'circle' ? 'yes' : 'no' },
        box,
      );
  }
  if (!gone)
    for (const { zone, hull: edge } of zonesUnder(room, hull))
      say(
        'zone',
        zone.kind === 'hole' ? 'watch' : 'note',
        'placement.zone',
        { zone: (zone.name || zone.kind).toLowerCase() },
        boxOfPoints(edge),
      );
  const stretched = Math.min(
    Infinity,
    ...drawing.groups.flatMap((g) =>
      imagesOf(g).map((i) => drawing.dpi / (Math.max(...axisScales(i.matrix)) * at.scale)),
    ),
  );
  if (stretched < spec.leastDpi - 0.01)
    say('resolution', 'stop', 'placement.resolution', {
      dpi: Math.floor(stretched + 0.01),
      product: spec.product,
      least: spec.leastDpi,
    });
  if (side.curve) {
    const half = ((boxWidth(box) / side.curve.diameterIn) * 180) / Math.PI;
    if (half > MOST_HALF_ANGLE) say('wrap', 'note', 'placement.wrap', { degrees: Math.round(2 * half) });
  }
  const { safe } = room;
  const fill = Math.max(boxWidth(box) / boxWidth(safe), boxHeight(box) / boxHeight(safe));
  if (fill < 0.4 && !gone) say('small', 'watch', 'placement.small', { percent: Math.round(fill * 100) }, box);
  const off = boxCentre(box)[0] - side.widthIn / 2;
  if (!gone && Math.abs(off) > 0.15 && !(side.zones?.length ?? 0))
    say('off', 'note', off < 0 ? 'placement.left' : 'placement.right', { inches: Math.abs(off) });
  return notes;
}
