import { flatten, type PathData } from '../geometry';

/** How far straight pieces may lie from the curves that they stand for, mm. */
const TOLERANCE = 0.01;

/** A cut's name as that of a layer: AutoCAD's own names of release 12 have no spaces. */
const layerOf = (name: string): string => name.toUpperCase().replace(/[^A-Z0-9]+/g, '_');
/** Colours of layers by AutoCAD's index, so that cuts can be told apart: magenta, cyan. */
const COLOURS = [6, 4];

/**
 * What blades follow as a DXF of release 12 (AC1009), which every plotter reads: closed polylines in mm, y up, each cut on
 * a layer of its own name. Paths are in px, `height` is that of the print.
 */
export function writeDxf(paths: ReadonlyMap<string, PathData>, height: number, pxPerMm: number): string {
  const out: (string | number)[] = [];
  const say = (...pairs: (string | number)[]) => out.push(...pairs);
  const mm = (v: number) => (v / pxPerMm).toFixed(4);
  say(0, 'SECTION', 2, 'HEADER', 9, '$ACADVER', 1, 'AC1009', 9, '$MEASUREMENT', 70, 1, 0, 'ENDSEC');
  say(0, 'SECTION', 2, 'TABLES', 0, 'TABLE', 2, 'LAYER', 70, paths.size);
  [...paths.keys()].forEach((name, i) =>
    say(0, 'LAYER', 2, layerOf(name), 70, 0, 62, COLOURS[i % COLOURS.length], 6, 'CONTINUOUS'),
  );
  say(0, 'ENDTAB', 0, 'ENDSEC', 0, 'SECTION', 2, 'ENTITIES');
  for (const [name, path] of paths)
    for (const { points } of flatten(path, TOLERANCE * pxPerMm)) {
      const layer = layerOf(name);
      say(0, 'POLYLINE', 8, layer, 66, 1, 70, 1, 10, '0.0', 20, '0.0', 30, '0.0');
      let last = '';
      const first = `${mm(points[0])} ${mm(height - points[1])}`;
      for (let i = 0; i < points.length; i += 2) {
        const [x, y] = [mm(points[i]), mm(height - points[i + 1])];
        const here = `${x} ${y}`;
        // A closed line does not say its beginning again, and no piece has no length.
        if (here === last || (i > 0 && here === first)) continue;
        say(0, 'VERTEX', 8, layer, 10, x, 20, y, 30, '0.0');
        last = here;
      }
      say(0, 'SEQEND', 8, layer);
    }
  say(0, 'ENDSEC', 0, 'EOF');
  const lines: string[] = [];
  for (let i = 0; i < out.length; i += 2) lines.push(`${String(out[i]).padStart(3)}\r\n${out[i + 1]}\r\n`);
  return lines.join('');
}
