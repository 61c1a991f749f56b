import { readFileSync } from 'node:fs';
import { faultText, readSpecFile, SpecFileError, specText, type Spec } from '@brelm/core/spec';
import { shippedSpecs } from '@brelm/engine';
import { options, UsageError } from '../arguments';
import { say } from '../say';

function list(specs: readonly Spec[]): void {
  for (const spec of specs)
    for (const side of spec.sides)
      process.stderr.write(
        `${spec.id}  ${spec.marketplace}, ${spec.product}, ${side.name.toLowerCase()}: ${side.widthPx} × ${side.heightPx} px, ${side.widthIn} × ${side.heightIn} in at ${side.dpi} dpi\n`,
      );
}

/** `brelm specs check FILE`: every fault by line and field. Exit 1 when there are any. */
function check(files: readonly string[], json: boolean | undefined): number {
  if (files.length === 0) throw new UsageError('specs check: name a spec file, e.g. market.yaml');
  const results = files.map((file) => {
    try {
      const specs = readSpecFile(specText(readFileSync(file)));
      say(`${file}: right; ${specs.length} ${specs.length === 1 ? 'spec' : 'specs'}.`);
      return { file, specs: specs.map((s) => s.id), faults: [] };
    } catch (error) {
      if (error instanceof SpecFileError) {
        for (const fault of error.places) say(`${file}: ${faultText(fault)}`);
        return { file, specs: [], faults: error.places };
      }
      const { code, message } = error as NodeJS.ErrnoException;
      throw new UsageError(
        code === 'ENOENT'
          ? `${file}: there is no such file`
          : code === 'EISDIR'
            ? `${file}: is a folder, not a spec file`
            : `${file}: ${message}`,
      );
    }
  });
  if (json) process.stdout.write(JSON.stringify({ files: results }, null, 2) + '\n');
  return results.some((r) => r.faults.length) ? 1 : 0;
}

/** `brelm specs`: what can be exported to; `brelm specs check FILE …`: what is wrong with spec files. */
export function run(args: string[]): Promise<number> {
  const { values, positionals } = options(args, { json: { type: 'boolean' } });
  const [word, ...files] = positionals;
  if (word === 'check') return Promise.resolve(check(files, values.json));
  if (word !== undefined)
    throw new UsageError(`specs: there is no "${word}"; there is: specs, specs check FILE`);
  const specs = shippedSpecs();
  if (values.json) process.stdout.write(JSON.stringify(specs, null, 2) + '\n');
  else list(specs);
  return Promise.resolve(0);
}
