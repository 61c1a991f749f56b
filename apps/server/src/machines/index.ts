/**
 * Several processes, on one machine or many, that do the work of one Brelm: what carries word between them, which of them has
 * a shop's duties, and how each says how it stands. The database stays what is true; word that is lost is said again.
 */
export { hereCarrier, type Carrier, type Word } from './carrier';
export { redisCarrier, type EngineOptions } from './redis-carrier';
export { DutiesService } from './duties.service';
export { logOf, named, saidOf } from './said';
export { countFile, statusServer, type ProcessStanding } from './status';
export { aloneHere, processName, type Part, type ThisProcess } from './this-process';
