// Writes docs/design.schema.json from the fields of a design: `npm run schema`.
import { readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { format, resolveConfig } from 'prettier';

const docs = dirname(fileURLToPath(import.meta.url));
const { designSchema } = createRequire(join(docs, '../apps/server/package.json'))('@brelm/core/design');
const file = join(docs, 'design.schema.json');
const text = await format(JSON.stringify(designSchema(), null, 2), {
  ...(await resolveConfig(file)),
  filepath: file,
});
if (text !== readFileSync(file, 'utf8')) {
  writeFileSync(file, text);
  console.log('docs/design.schema.json is written anew.');
}
