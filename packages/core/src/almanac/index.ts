/**
 * The year as a seller sees it: when seasons are, and by when what is made for them is listed.
 */
export * from './types';
export * from './days';
export * from './dates';
export * from './work';
export { readSeason, USUAL_LEADS } from './fields';
