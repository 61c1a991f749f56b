/** The engine: core on this platform (fonts, canvas, image decoding, files). No HTTP, no database. */
export * from './surfaces';
export * from './typefaces';
export * from './outline-ops';
export * from './pictures';
export * from './inspect-upload';
export * from './write-aside';
export * from './export-png';
export * from './export-svg';
export * from './library';
export * from './run-proof';
export * from './wall-picture';
export * from './design-file';
export * from './dictionaries';
export * from './motif-library';
