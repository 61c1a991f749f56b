// Makes of the dictionaries that ship the list of all forms of their words: `made/forms.txt`. Working their rules out
// takes most of a second, which is done here once instead of whenever somebody opens a design.
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const require = createRequire(import.meta.url);
const { formsOf } = require('@brelm/core/proof');
const { DICTIONARIES, dictionaryFile } = require('@brelm/engine');

const read = (id, part) => readFileSync(dictionaryFile(id, part), 'utf8');
const made = join(dirname(fileURLToPath(import.meta.url)), '../made');
mkdirSync(made, { recursive: true });
writeFileSync(
  join(made, 'forms.txt'),
  formsOf(DICTIONARIES.map((id) => ({ aff: read(id, 'aff'), dic: read(id, 'dic') }))),
);
