import { documentOf } from '@brelm/core/design';
import { placedOn, shippedGarments, writeAside, WriteError } from '@brelm/engine';
import { placementNotes, artworkOn, placementOf } from '@brelm/core/placement';
import { resolve as resolveDrawing } from '@brelm/core/resolve';
import { options, UsageError } from '../arguments';
import { findSpec, loaded, readDesignOrFail } from '../prepare';
import { say } from '../say';

/**
 * `brelm place`: fits a design into the sides of products and writes it with its placements; those that
 * it has already stay unless `--again`.
 */
export async function run(args: string[]): Promise<number> {
  const { values, positionals } = options(args, {
    spec: { type: 'string', multiple: true },
    again: { type: 'boolean' },
    out: { type: 'string' },
    json: { type: 'boolean' },
  });
  const { file, design } = readDesignOrFail(positionals[0]);
  const specs = values.spec?.length ? values.spec.map((id) => findSpec(id)) : [findSpec(undefined)];
  const garments = shippedGarments();
  const { materials, pictures } = await loaded({ file, design });
  let placed = design;
  const report: object[] = [];
  for (const spec of specs) {
    const made = placedOn(placed, spec, garments, materials, pictures, values.again);
    placed = made.design;
    for (const side of spec.sides) {
      const placement = placementOf(placed, spec.id, side.id)!;
      const words = made.said.find((s) => s.side === side)?.words ?? ['as it was placed'];
      const artwork = artworkOn(placed, spec.id, side.id);
      const drawing = resolveDrawing(artwork, undefined, materials);
      const notes = placementNotes(drawing, artwork.board, spec, side, placement);
      report.push({
        spec: spec.id,
        side: side.id,
        placement,
        said: words,
        notes: notes.map(({ severity, message }) => ({ severity, message })),
      });
      say(`${spec.id}, ${side.name.toLowerCase()}: ${words.join('; ')}.`);
      for (const note of notes) say(`  ${note.severity}: ${note.message}`);
    }
  }
  const out = values.out ?? file;
  try {
    await writeAside(out, Buffer.from(`${JSON.stringify(documentOf(placed), null, 2)}\n`));
  } catch (error) {
    throw error instanceof WriteError ? new UsageError(`--out: ${error.message}`) : error;
  }
  say(`wrote ${out}.`);
  if (values.json) process.stdout.write(JSON.stringify({ file: out, sides: report }, null, 2) + '\n');
  return 0;
}
