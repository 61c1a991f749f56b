import { resolve } from 'node:path';
import { placementOn } from '@brelm/core/placement';
import { byLightness } from '@brelm/core/proof';
import { seenOn } from '@brelm/core/spec';
import { placedOn, wallPicture, writeAside, WriteError } from '@brelm/engine';
import { options, UsageError } from '../arguments';
import { findGarments, loaded, prepare, readDesignOrFail } from '../prepare';
import { say } from '../say';

/** `brelm wall`: every colourway on every garment, as one picture. */
export async function run(args: string[]): Promise<number> {
  const { values, positionals } = options(args, {
    spec: { type: 'string' },
    garment: { type: 'string', multiple: true },
    out: { type: 'string', default: 'wall.png' },
  });
  // By default the product that the design's board was made for.
  const { design: named } = readDesignOrFail(positionals[0]);
  const job = prepare(positionals[0], { spec: values.spec ?? named.board.spec });
  if (job.design.colourways.length === 0)
    throw new UsageError(`${job.file}: colourways: is empty, so there is no wall to show`);
  const garments = byLightness(
    values.garment ? findGarments(job, values.garment, '--garment') : seenOn(job.spec, job.garments),
  );
  const side = job.spec.sides[0];
  const { materials, pictures } = await loaded(job);
  const { design, said } = placedOn(job.design, job.spec, job.garments, materials, pictures);
  for (const { side: of, words } of said)
    if (of.id === side.id) say(`placed by itself: ${words.join('; ')}.`);
  const { png, width, height, rows } = await wallPicture(
    design,
    job.spec,
    side,
    placementOn(design, job.spec, side)!,
    garments,
    materials,
    pictures,
  );
  const path = resolve(values.out);
  try {
    await writeAside(path, png);
  } catch (error) {
    if (error instanceof WriteError) throw new UsageError(`--out: ${error.message}`);
    throw error;
  }
  for (const row of rows) {
    const name = design.colourways.find((c) => c.id === row.colourway)!.name;
    const reads = row.garments.filter((g) => g.verdict === 'reads').length;
    say(`${name}: reads on ${reads} of ${row.garments.length}.`);
  }
  say(`wrote ${path}: ${width} × ${height} px.`);
  return 0;
}
