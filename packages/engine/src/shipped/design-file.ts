import { readFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { readDesign, type Design, type Material } from '@brelm/core/design';
import { readJsonFile } from './library';

/**
 * Reads a `.brelm.json` from disk. Throws the file system's error, a SyntaxError for what is no
 * JSON, or a DocumentError that lists each wrong field.
 */
export const readDesignFile = (path: string): Design => readDesign(readJsonFile(path));

/** Finds a material's bytes beside the design file. */
export const picturesBeside =
  (designFile: string) =>
  (material: Material): Promise<Buffer> =>
    readFile(join(dirname(designFile), material.file ?? material.name));
