import { flatten, type PathData } from '../geometry';

/** Closed lines that are read back, mm: x, y, x, y …. */
interface ReadLine {
  layer: string;
  closed: boolean;
  points: number[];
}

/** The polylines of a DXF of release 12, read by its pairs of code and value (not by what writes it). */
function linesOfDxf(text: string): ReadLine[] {
  const rows = text.split(/\r?\n/);
  const lines: ReadLine[] = [];
  let entity = '';
  for (let i = 0; i + 1 < rows.length; i += 2) {
    const [code, value] = [Number(rows[i]), rows[i + 1]];
    if (code === 0) {
      entity = value;
      if (entity === 'POLYLINE') lines.push({ layer: '', closed: false, points: [] });
      continue;
    }
    const line = lines.at(-1);
    if (!line) continue;
    if (entity === 'POLYLINE' && code === 8) line.layer = value;
    if (entity === 'POLYLINE' && code === 70) line.closed = (Number(value) & 1) === 1;
    if (entity === 'VERTEX' && (code === 10 || code === 20)) line.points.push(Number(value));
  }
  return lines;
}

/** How far what is read back may be from what was to be written, mm. */
const NEAR = 0.02;

const boxOf = (points: readonly number[]) => {
  const [xs, ys] = [points.filter((_, i) => i % 2 === 0), points.filter((_, i) => i % 2 === 1)];
  const least = (v: number[]) => v.reduce((a, b) => Math.min(a, b), Infinity);
  const most = (v: number[]) => v.reduce((a, b) => Math.max(a, b), -Infinity);
  return [least(xs), least(ys), most(xs), most(ys)];
};

/**
 * What is wrong with a DXF of what blades follow, in words: lines that are missing, open, elsewhere or of another size than
 * the paths (px, y down, on a print `height` px high), and pieces of no length. None where it is right.
 */
export function dxfFaults(
  text: string,
  paths: ReadonlyMap<string, PathData>,
  height: number,
  pxPerMm: number,
): string[] {
  const lines = linesOfDxf(text);
  const wanted = [...paths.values()].flatMap((path) => flatten(path, 0.005 * pxPerMm));
  if (lines.length !== wanted.length)
    return [`the file has ${lines.length} lines, and there are ${wanted.length}`];
  const faults: string[] = [];
  lines.forEach((line, n) => {
    const which = `line ${n + 1}`;
    if (!line.closed) faults.push(`${which} is not closed`);
    const box = boxOf(line.points);
    const own = boxOf(wanted[n].points).map((v) => v / pxPerMm);
    const there = [own[0], height / pxPerMm - own[3], own[2], height / pxPerMm - own[1]];
    if (line.points.length < 6 || box.some((v, i) => !(Math.abs(v - there[i]) <= NEAR)))
      faults.push(`${which} is not where it should be, or not as large`);
    const { points } = line;
    for (let i = 0; i < points.length; i += 2) {
      const next = (i + 2) % points.length;
      if (points[i] !== points[next] || points[i + 1] !== points[next + 1]) continue;
      faults.push(`${which} has a piece of no length`);
      break;
    }
  });
  return faults;
}
