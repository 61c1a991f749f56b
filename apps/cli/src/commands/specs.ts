import { shippedSpecs } from '@brelm/server/engine';
import { options } from '../arguments';

/** `brelm specs`: what can be exported to. */
export async function run(args: string[]): Promise<number> {
  const { values } = options(args, { json: { type: 'boolean' } });
  const specs = shippedSpecs();
  if (values.json) process.stdout.write(JSON.stringify(specs, null, 2) + '\n');
  else
    for (const spec of specs)
      for (const side of spec.sides)
        process.stderr.write(
          `${spec.id}  ${spec.marketplace}, ${spec.product}, ${side.name.toLowerCase()}: ${side.widthPx} × ${side.heightPx} px, ${side.widthIn} × ${side.heightIn} in at ${side.dpi} dpi\n`,
        );
  return 0;
}
