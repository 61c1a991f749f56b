import { basename, join, resolve } from 'node:path';
import { fileName } from '@brelm/core/export';
import { openStops } from '@brelm/core/proof';
import { CheckError, exportPng, exportSvg, runProof, writeAside, WriteError } from '@brelm/server/engine';
import { options, UsageError } from '../arguments';
import { findGarments, onSide, prepare } from '../prepare';
import { say } from '../say';

/** `brelm export`: one PNG for each side of the spec, with `--svg` an SVG beside it. Exit 1 when the proof has stops. */
export async function run(args: string[]): Promise<number> {
  const { values, positionals } = options(args, {
    spec: { type: 'string' },
    colourway: { type: 'string' },
    out: { type: 'string', default: '.' },
    json: { type: 'boolean' },
    strict: { type: 'boolean' },
    svg: { type: 'boolean' },
  });
  const job = prepare(positionals[0], values);
  // A file is made for the garments of its colourway, or else for the one it was designed on.
  const ids = job.colourway.garments.length ? job.colourway.garments : [job.design.backdrop];
  const garments = findGarments(job, ids, `${job.file}: garments`);
  const files = [];
  let stopped = false;
  for (const side of job.spec.sides) {
    const { design, materials, pictures } = await onSide(job, side);
    const proof = runProof(design, job.colourway.id, job.spec, side, garments, materials, pictures);
    const stops = openStops(proof.findings).map((f) => f.message);
    const accepted = proof.findings.flatMap((f) =>
      f.accepted === undefined ? [] : [{ check: f.check, message: f.message, reason: f.accepted }],
    );
    for (const stop of stops) say(`stop: ${stop}`);
    if (stops.length) {
      stopped = true;
      if (values.strict) {
        say('nothing was written, since --strict was given.');
        continue;
      }
      say('the file is written all the same; --strict would refuse.');
    }
    const path = join(
      resolve(values.out),
      fileName({
        design: design.name || basename(job.file, '.brelm.json'),
        product: job.spec.id,
        side: job.spec.sides.length > 1 ? side.name : null,
        colourway: design.colourways.length > 1 ? job.colourway.name : null,
        width: side.widthPx,
        height: side.heightPx,
      }),
    );
    try {
      const file = await exportPng(design, job.colourway.id, job.spec, side, materials, pictures);
      await writeAside(path, file.bytes);
      say(
        `wrote ${path}: ${file.report.width} × ${file.report.height} px, ${side.dpi} dpi, read back and checked.`,
      );
      const svg = values.svg ? path.replace(/\.png$/, '.svg') : null;
      if (svg) {
        await writeAside(svg, Buffer.from(await exportSvg(design, job.colourway.id, materials, pictures)));
        say(`wrote ${svg}: outlines, at its true size.`);
      }
      files.push({
        path,
        ...(svg ? { svg } : {}),
        width: file.report.width,
        height: file.report.height,
        dpi: side.dpi,
        bytes: file.report.bytes,
        sha256: file.sha256,
        spec: job.spec.id,
        side: side.id,
        colourway: job.colourway.id,
        garments: ids,
        stops,
        accepted,
      });
    } catch (error) {
      if (error instanceof WriteError || error instanceof CheckError)
        throw new UsageError(`--out: ${error.message}`);
      throw error;
    }
  }
  if (values.json) process.stdout.write(JSON.stringify({ files }, null, 2) + '\n');
  return stopped ? 1 : 0;
}
