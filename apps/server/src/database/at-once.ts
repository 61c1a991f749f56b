import { QueryFailedError } from 'typeorm';
import { codeOf } from '../http/faults.filter';

/** Tries before two that want the same are told so. */
const TRIES = 20;

/**
 * Does something that makes up an id of its own, again where another came in with the same id at the same
 * moment, or where the database chose this one of two that waited for each other.
 */
export async function whileTwins<T>(work: () => Promise<T>): Promise<T> {
  for (let n = 1; ; n++) {
    try {
      return await work();
    } catch (error) {
      const again =
        error instanceof QueryFailedError &&
        /^ER_(DUP_ENTRY|LOCK_DEADLOCK)$/.test(codeOf(error) ?? '') &&
        n < TRIES;
      if (!again) throw error;
    }
  }
}
