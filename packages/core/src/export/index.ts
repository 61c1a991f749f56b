/** Files: names, PNG chunks, and reading back what was written. */
export * from './name';
export * from './png';
export * from './readback';
