/** The design document: its types, defaults, file format and pure edits (design, …) → design. */
export * from './types';
export * from './read';
export * from './checked';
export * from './defaults';
export * from './edits';
export * from './colours';
export * from './refit';
export * from './starters';
export * from './differences';
export * from './licences';
export * from './reink';
export * from './slug';
export * from './clipping';
export * from './copies';
export * from './drawn-line';
export * from './bundles';
export * from './palette-file';
