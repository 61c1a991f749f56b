import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';

let stamp: string | undefined;

/**
 * SHA-256 of the built core, in hexadecimal: what was computed by another one, such as a kept preview, may be
 * judged otherwise today.
 */
export function coreStamp(): string {
  if (stamp !== undefined) return stamp;
  const dist = dirname(dirname(require.resolve('@brelm/core/proof')));
  const hash = createHash('sha256');
  const names = readdirSync(dist, { recursive: true, encoding: 'utf8' }).filter((n) => n.endsWith('.js'));
  for (const name of names.sort()) hash.update(name).update(readFileSync(join(dist, name)));
  return (stamp = hash.digest('hex'));
}
