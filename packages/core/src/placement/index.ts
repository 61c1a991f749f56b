/** Placement: where artwork sits on a side of a product, how it gets there, and which files that makes. */
export * from './map';
export * from './placed-drawing';
export * from './curved';
export * from './place-for-me';
export * from './copy';
export * from './check';
export * from './files';
