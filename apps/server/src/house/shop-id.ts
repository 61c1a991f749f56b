import type { Bucket } from '../files';

/** The shop that was there before all others; it has no part of an address, and is not taken away. */
export const FIRST = 'first';

/** What a shop's part of an address may be. */
export const SHOP_ID = /^[a-z0-9](?:[a-z0-9-]{0,38}[a-z0-9])?$/;

const LONGEST = 32;

/** A short name for a shop that is called so, which none of `taken` is: letters without accents, else `shop`. */
export function shopIdFor(name: string, taken: ReadonlySet<string>): string {
  const plain = name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .slice(0, LONGEST)
    .replace(/^-+|-+$/g, '');
  const base = plain || 'shop';
  for (let n = 1; ; n++) {
    const id = n === 1 ? base : `${base}-${n}`;
    if (id !== FIRST && !taken.has(id)) return id;
  }
}

/** Schema and database account of a further shop. */
export const schemaOf = (id: string): string => `brelm_shop_${id.replaceAll('-', '_')}`;

/** Where in a bucket the files of a shop lie. */
export const bucketOf = (bucket: Bucket, shop: string): Bucket => ({
  ...bucket,
  prefix: `${bucket.prefix}${shop === FIRST ? 'files/' : `shops/${shop}/files/`}`,
});
