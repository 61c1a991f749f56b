// Writes docs/design.schema.json, docs/sheet.schema.json, docs/scene.schema.json and docs/series.schema.json from the fields of their documents: `npm run schema`.
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { format, resolveConfig } from 'prettier';

const docs = dirname(fileURLToPath(import.meta.url));
const core = createRequire(join(docs, '../apps/server/package.json'));
const { designSchema } = core('@brelm/core/design');
const { sheetSchema } = core('@brelm/core/sheet');
const { seriesSchema } = core('@brelm/core/series');
const { sceneSchema } = core('@brelm/core/mockup');
for (const [name, schema] of [
  ['design', designSchema()],
  ['sheet', sheetSchema()],
  ['scene', sceneSchema()],
  ['series', seriesSchema()],
]) {
  const file = join(docs, `${name}.schema.json`);
  const text = await format(JSON.stringify(schema, null, 2), {
    ...(await resolveConfig(file)),
    filepath: file,
  });
  if (existsSync(file) && text === readFileSync(file, 'utf8')) continue;
  writeFileSync(file, text);
  console.log(`docs/${name}.schema.json is written anew.`);
}
