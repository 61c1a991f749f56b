/** Specs: what a marketplace asks for a product; the spec book's files, and what has changed in them. */
export * from './types';
export * from './read';
export * from './read-garments';
export * from './book';
export * from './side';
export * from './colours';
export * from './areas';
export * from './room';
export * from './differences';
export * from './garments-csv';
export * from './cut-rules';
export * from './market';
