/** The tables of the database, a class each, in a file a room; a new one gets a migration. */
import * as almanac from './almanac';
import * as designs from './designs';
import * as history from './history';
import * as materials from './materials';
import * as runs from './runs';
import * as selling from './selling';
import * as settings from './settings';
import * as specs from './specs';
import * as together from './together';

export * from './almanac';
export * from './designs';
export * from './history';
export * from './materials';
export * from './runs';
export * from './selling';
export * from './settings';
export * from './specs';
export * from './together';

export const ENTITIES = [
  almanac,
  designs,
  history,
  materials,
  runs,
  selling,
  settings,
  specs,
  together,
].flatMap((room) => Object.values(room));
