/**
 * The year as a seller sees it: when seasons are, by when what is made for them is listed, what is looked for in which
 * month and what of that a year does.
 */
export * from './types';
export * from './days';
export * from './dates';
export * from './work';
export * from './demand';
export * from './demand-csv';
export { readSeason, USUAL_LEADS } from './fields';
