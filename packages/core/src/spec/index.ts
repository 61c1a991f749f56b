/** Specs: what a marketplace asks for a product; reading spec files. */
export * from './types';
export * from './read';
export * from './side';
export * from './garments-csv';
