import { join } from 'node:path';

/** A bucket of a store that speaks S3, and what the names of objects in it begin with. */
export interface Bucket {
  endpoint: string;
  region: string;
  name: string;
  keyId: string;
  secret: string;
  /** Ends with a slash where it is not empty. */
  prefix: string;
}

/**
 * Where files lie by their content: a folder, or a bucket with the folder as what is at hand of it. Plain data, so that it goes
 * to child processes; `storeOf` does something with it.
 */
export interface Place {
  folder: string;
  bucket?: Bucket;
}

/** A place within another. */
export const within = ({ folder, bucket }: Place, name: string): Place => ({
  folder: join(folder, name),
  ...(bucket && { bucket: { ...bucket, prefix: `${bucket.prefix}${name}/` } }),
});

/** Where bytes lie in a content-addressed folder. */
export const fileAt = (folder: string, sha256: string): string => join(folder, sha256.slice(0, 2), sha256);
