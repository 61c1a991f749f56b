import { join, resolve } from 'node:path';
import { sidesOf } from '@brelm/core/design';
import { patternFault } from '@brelm/core/export';
import { FILM_WORDS, filmFiles, loadMaterials, NoFilmsError } from '@brelm/engine';
import { options, UsageError } from '../arguments';
import { findColourway, readDesignOrFail } from '../prepare';
import { say } from '../say';
import { writeOut } from '../write-out';

/**
 * `brelm films`: the films of a design, each as SVG, PDF and DXF of true size, and the sheet that shows the order in which
 * they are pressed. Exit 1 when one of them cannot be cut as it is.
 */
export async function run(args: string[]): Promise<number> {
  const { values, positionals } = options(args, {
    side: { type: 'string' },
    colourway: { type: 'string' },
    name: { type: 'string' },
    out: { type: 'string', default: '.' },
    json: { type: 'boolean' },
  });
  const { file, design } = readDesignOrFail(positionals[0]);
  const colourway = findColourway(file, design, values.colourway).id;
  const sides = sidesOf(design).map((s) => s.id);
  const side = values.side ?? sides[0];
  if (!sides.includes(side))
    throw new UsageError(`--side: ${file} has no side "${side}". It has: ${sides.join(', ')}`);
  const fault = values.name === undefined ? null : patternFault(values.name, FILM_WORDS);
  if (fault) throw new UsageError(`--name: ${fault}`);
  const materials = await loadMaterials(design);
  const made = await filmFiles(design, side, colourway, materials, values.name).catch((error: unknown) => {
    throw error instanceof NoFilmsError ? new UsageError(`${file}: ${error.message}`) : error;
  });
  for (const line of made.left) say(line);
  const out = resolve(values.out);
  for (const { name, bytes } of made.files) await writeOut(join(out, name), bytes);
  const findings = made.films.flatMap((f) => f.findings);
  for (const f of findings) say(`${f.severity}: ${f.message}`);
  const round = (v: number) => Math.round(v * 1000) / 1000;
  if (values.json) {
    const report = {
      ...{ side, colourway, settings: design.films, left: made.left },
      films: made.films.map((f) => ({
        ...{ ink: f.ink, name: f.name, value: f.value, film: f.film },
        ...{ width: round(f.width), height: round(f.height), area: round(f.area) },
        ...{ pieces: f.pieces, holes: f.holes, points: f.points },
        ...{ path: round(f.way), seconds: round(f.seconds) },
        findings: f.findings.map(({ code, severity, message, figure, threshold }) => ({
          ...{ code, severity, message, threshold },
          figure: round(figure),
        })),
        files: f.files,
      })),
    };
    process.stdout.write(JSON.stringify(report, null, 2) + '\n');
  }
  return findings.some((f) => f.severity === 'stop') ? 1 : 0;
}
