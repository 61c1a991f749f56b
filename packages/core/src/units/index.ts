/** Lengths: pixels, inches, millimetres and points at a stated resolution. */
export * from './lengths';
export * from './parse-length';
