/** What is measured of artwork as it is drawn: its edges against a garment, thin places, samples of pictures. */
export * from './verdicts';
export * from './analysis';
export * from './edges';
export { walkOf, type WalkCache } from './edge-walk';
export * from './contrast';
export { FINE_NEEDED } from './seen';
export * from './missed';
export * from './thin-places';
export * from './picture-sample';
export * from './region';
