import type { Board, FileFormat, Placement } from '../design';
import { imagesOf, inkHull, type Drawing } from '../drawing';
import { axisScales, boxCentre, boxHeight, boxWidth, type Box, type Point, boxOfPoints } from '../geometry';
import { beyondSafe, roomOf, zonesUnder, type Spec, type SpecSide } from '../spec';
import { MOST_HALF_ANGLE, narrowing } from './curved';
import { placementMatrix, positionFor } from './map';

/** Something noticed about a placement. */
export interface PlacementNote {
  check: 'nothing' | 'off' | 'cut' | 'safe' | 'zone' | 'ground' | 'resolution' | 'wrap' | 'mirror' | 'small';
  severity: 'stop' | 'watch' | 'note';
  message: string;
  /** Where in the print area, inches. */
  box?: Box;
}

/** The format that a placement's files have on a product. */
export const formatOf = (placement: Placement, spec: Spec): FileFormat =>
  placement.format && spec.formats.includes(placement.format) ? placement.format : spec.formats[0];

const inch = (v: number) => (Math.round(v * 100) / 100).toString();

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
    message: string,
    box?: Box,
  ) => notes.push({ check, severity, message, ...(box ? { box } : {}) });
  if (spec.background === 'opaque' && !placement.ground)
    say('ground', 'stop', 'This product is printed to its edge: choose a background colour');
  if (spec.background === 'transparent' && placement.ground)
    say('ground', 'stop', 'A box will print: this product wants no background colour');
  if (formatOf(placement, spec) === 'jpeg' && !placement.ground)
    say('ground', 'stop', 'JPEG has no transparency: choose a background colour');
  if (placement.mirror) say('mirror', 'note', 'Mirrored for transfer paper');
  const m = placementMatrix(board, side, at);
  let hull = inkHull(drawing).map(([x, y]): Point => [
    (m[0] * x + m[2] * y + m[4]) / side.dpi,
    (m[1] * x + m[3] * y + m[5]) / side.dpi,
  ]);
  if (hull.length < 3) {
    say('nothing', 'stop', 'There is no artwork to print');
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
  if (gone) say('off', 'stop', 'The artwork lies outside the print area: none of it will print', box);
  else if (far > 0.003)
    say(
      'cut',
      spec.background === 'opaque' ? 'note' : 'stop',
      `${inch(far)} in of the artwork is cut off at the edge of the print area`,
      box,
    );
  else {
    if (beyondSafe(room, hull) > 0.003)
      say(
        'safe',
        'watch',
        `The artwork reaches out of the safe area${side.safeShape?.kind === 'circle' ? ', which is round' : ''}`,
        box,
      );
  }
  if (!gone)
    for (const { zone, hull: edge } of zonesUnder(room, hull))
      say(
        'zone',
        zone.kind === 'hole' ? 'watch' : 'note',
        `The artwork reaches over: ${(zone.name || zone.kind).toLowerCase()}`,
        boxOfPoints(edge),
      );
  const stretched = Math.min(
    Infinity,
    ...drawing.groups.flatMap((g) =>
      imagesOf(g).map((i) => drawing.dpi / (Math.max(...axisScales(i.matrix)) * at.scale)),
    ),
  );
  if (stretched < spec.leastDpi - 0.01)
    say(
      'resolution',
      'stop',
      `A picture prints at ${Math.floor(stretched + 0.01)} dpi: ${spec.product} needs ${spec.leastDpi}`,
    );
  if (side.curve) {
    const half = ((boxWidth(box) / side.curve.diameterIn) * 180) / Math.PI;
    if (half > MOST_HALF_ANGLE)
      say(
        'wrap',
        'note',
        `It spans ${Math.round(2 * half)}° of the curve: from the front not all of it is seen`,
      );
  }
  const { safe } = room;
  const fill = Math.max(boxWidth(box) / boxWidth(safe), boxHeight(box) / boxHeight(safe));
  if (fill < 0.4 && !gone)
    say('small', 'watch', `It fills ${Math.round(fill * 100)} % of the safe area: it may look small`, box);
  const off = boxCentre(box)[0] - side.widthIn / 2;
  if (!gone && Math.abs(off) > 0.15 && !(side.zones?.length ?? 0))
    say('off', 'note', `${inch(Math.abs(off))} in ${off < 0 ? 'left' : 'right'} of the centre line`);
  return notes;
}
