import { createHash } from 'node:crypto';
import { artworkText } from '@brelm/core/design';

const sha256 = (text: string): string => createHash('sha256').update(text).digest('hex');

/** SHA-256 of all of a design that is drawn or made into files, by its document's JSON: what a snapshot of it is called. */
export const artworkHash = (text: string): string => sha256(artworkText(text));

/** SHA-256 of the words of a design's listings. */
export const wordingHash = (wording: unknown): string => sha256(JSON.stringify(wording));

/** What one file of a product is known by: a side in a colourway, or for one garment apart; or a picture of the product. */
export const fileHash = (...what: readonly (string | null)[]): string =>
  sha256(what.map((w) => w ?? '').join('|'));
