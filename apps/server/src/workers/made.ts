import { join } from 'node:path';

/** Where bytes lie in a content-addressed folder. */
export const fileAt = (folder: string, sha256: string): string => join(folder, sha256.slice(0, 2), sha256);
