/**
 * Where files lie: by the SHA-256 of their bytes, in a folder of this machine or in a bucket that several machines share.
 * `Place` says where, `storeOf` does something with it; no other folder knows which of the two it is.
 */
export { fileAt, within, type Bucket, type Place } from './place';
export type { FileStore, NamedFile } from './file-store';
export { keepBytes, readKept, storeOf } from './store';
