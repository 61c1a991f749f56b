import { readFile } from 'node:fs/promises';
import { artworkLines, figuresOf, usedMaterials, type UsedMaterial } from '@brelm/core/listing';
import { designFrom, storedDocument } from '@brelm/core/design';
import { checkMarketFile, UploadError, unzipped, type FileWish } from '@brelm/engine';
import { parsedJson } from './reading';

/** Tasks of listings: what they need to know of a design, and what a marketplace does with what it is sent. */

/** What a listing needs to know of a design besides its head. */
export interface ListingFacts {
  /** Lines of the artwork, from the top down. */
  lines: string[];
  /** Names of the figures on it. */
  figures: string[];
  used: UsedMaterial[];
}

/** Of a design's JSON that was read before it was stored. */
export function listingFactsTask({ text }: { text: string }): ListingFacts {
  const design = designFrom(storedDocument(parsedJson(text)));
  return { lines: artworkLines(design), figures: figuresOf(design), used: usedMaterials(design) };
}

/** What a marketplace finds wrong with a file; see checkMarketFile. */
export const checkMarketFileTask = async ({
  path,
  wish,
}: {
  path: string;
  wish: FileWish;
}): Promise<string[]> => checkMarketFile(await readFile(path), wish);

const DROP_LIMITS = { entries: 400, entryBytes: 100 * 2 ** 20, bytes: 400 * 2 ** 20 };

/** The files of an archive that was dropped, by their names. Throws an UploadError. */
export const unzipDropTask = (bytes: Uint8Array): Promise<{ path: string; data: Buffer }[]> =>
  unzipped(Buffer.from(bytes), DROP_LIMITS, (why) => {
    throw new UploadError(`The archive cannot be read: ${why}`);
  });
