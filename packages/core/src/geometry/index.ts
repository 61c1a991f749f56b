/** Matrices, boxes and path data, in whatever unit the caller uses (board px on the board). */
export * from './hypot';
export * from './matrix';
export * from './box';
export * from './path';
export * from './producer';
export * from './flatten';
export * from './grid-outline';
export * from './hull';
export * from './fit-curve';
export * from './svg-path';
export * from './forms';
export * from './bend';
export * from './contours';
export * from './outline-ops';
export * from './homography';
