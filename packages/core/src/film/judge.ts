import {
  hypot,
  flatten,
  islandsOf,
  pathBounds,
  pointsIn,
  signedArea,
  withoutHoles,
  type Box,
  type OutlineOps,
  type PathData,
} from '../geometry';
import { pxToMm, mmToPx } from '../units';
import type { FilmLayer } from './layers';
import { narrowPlaces } from './narrow';
import { widthOf } from './width';

/** What is told of one film. Lengths are mm, areas mm². */
export interface FilmFigures {
  width: number;
  height: number;
  area: number;
  pieces: number;
  holes: number;
  points: number;
  /** How far the blade goes. */
  way: number;
  seconds: number;
}

/** Something that will trouble whoever cuts, weeds or presses a film. */
export interface FilmFinding {
  code: 'line' | 'gap' | 'piece' | 'hole' | 'roll';
  /** A stop cannot be made; a watch may come out badly. */
  severity: 'stop' | 'watch';
  ink: string;
  message: string;
  /** How wide it is where it is narrowest, or across, mm. */
  figure: number;
  threshold: number;
  /** Where, as boxes of the drawing, px; the first few. */
  where: Box[];
}

/** How long a blade takes, s: its way at a speed, mm/s, and half a second for each line that it is put down for. */
export const bladeSeconds = (path: number, lines: number, speed: number): number => path / speed + lines / 2;

/** Places that are shown of one finding. */
const MOST_PLACES = 24;
const areaOf = (path: PathData): number =>
  flatten(path, 0.1).reduce((sum, { points }) => sum + signedArea(points) / 2, 0);

/** What a film measures, and what it does not hold. `name` is the ink's. */
export function judgeFilm(
  { ink, film, path }: FilmLayer,
  name: string,
  dpi: number,
  speed: number,
  ops: OutlineOps,
): { figures: FilmFigures; findings: FilmFinding[] } {
  const mm = (px: number) => pxToMm(px, dpi);
  const islands = islandsOf(path);
  const lines = flatten(path, 0.1);
  let way = 0;
  for (const { points: p } of lines)
    for (let i = 0, j = p.length - 2; i + 1 < p.length; j = i, i += 2)
      way += hypot(p[i] - p[j], p[i + 1] - p[j + 1]);
  const box = pathBounds(path);
  const [width, height] = [mm(box.right - box.left), mm(box.bottom - box.top)];
  const figures: FilmFigures = {
    ...{ width, height },
    area: areaOf(path) * mm(1) ** 2,
    pieces: islands.length,
    holes: lines.length - islands.length,
    points: pointsIn(path),
    way: mm(way),
    seconds: bladeSeconds(mm(way), lines.length, speed),
  };
  const findings: FilmFinding[] = [];
  const say = (
    code: FilmFinding['code'],
    severity: FilmFinding['severity'],
    message: string,
    figure: number,
    threshold: number,
    where: readonly Box[] = [],
  ) =>
    findings.push({
      ...{ code, severity, ink, message, figure, threshold },
      where: where.slice(0, MOST_PLACES),
    });
  const s = (n: number, one: string, many: string) => (n === 1 ? `One ${one}` : `${n} ${many}`);

  if (Math.min(width, height) > film.roll)
    say(
      'roll',
      'stop',
      `${name}: ${Math.round(Math.min(width, height))} mm across, and the roll is ${film.roll} mm wide: make the artwork smaller, or press it in two`,
      Math.min(width, height),
      film.roll,
    );
  const small = islands.filter((i) => mm(widthOf(i)) < film.piece);
  if (small.length)
    say(
      'piece',
      'watch',
      `${name}: ${s(small.length, 'piece is', 'pieces are')} narrower than ${film.piece} mm, and will be lost when it is weeded`,
      Math.min(...small.map((i) => mm(widthOf(i)))),
      film.piece,
      small.map((p) => pathBounds(p)),
    );
  const whole = islands.filter((i) => !small.includes(i)).flat();
  const lean = narrowPlaces(whole, mmToPx(film.line, dpi), 'line');
  if (lean.length)
    say(
      'line',
      'watch',
      `${name}: ${s(lean.length, 'place is', 'places are')} thinner than ${film.line} mm, and may tear`,
      mm(Math.min(...lean.map((p) => p.width))),
      film.line,
      lean.map((p) => p.box),
    );
  const holes = islands.flatMap((island) => islandsOf(ops.subtract(withoutHoles(island), island)));
  const tight = holes.filter((h) => mm(widthOf(h)) < film.gap);
  if (tight.length)
    say(
      'hole',
      'watch',
      `${name}: ${s(tight.length, 'counter or hole is', 'counters or holes are')} narrower than ${film.gap} mm, too small to be weeded`,
      Math.min(...tight.map((h) => mm(widthOf(h)))),
      film.gap,
      tight.map((p) => pathBounds(p)),
    );
  const tightly = tight.map((h) => pathBounds(h));
  const narrow = narrowPlaces(path, mmToPx(film.gap, dpi), 'gap').filter(
    ({ box: place }) => !tightly.some((hole) => overlaps(hole, place)),
  );
  if (narrow.length)
    say(
      'gap',
      'watch',
      `${name}: ${s(narrow.length, 'gap is', 'gaps are')} narrower than ${film.gap} mm, and will be hard to weed`,
      mm(Math.min(...narrow.map((p) => p.width))),
      film.gap,
      narrow.map((p) => p.box),
    );
  return { figures, findings };
}

const overlaps = (a: Box, b: Box): boolean =>
  a.left <= b.right && b.left <= a.right && a.top <= b.bottom && b.top <= a.bottom;
