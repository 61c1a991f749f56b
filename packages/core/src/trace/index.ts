/**
 * Tracing: a picture becomes few flat colours with shared borders. Pure functions on pixels; lengths are px of the copy
 * that is traced.
 */
export * from './types';
export { artOf, type ColourFate, type TracedOutline } from './art';
export { evenLight } from './even-light';
export { CLEAR, MOST_COLOURS } from './labels';
export { trace } from './trace';
