import { dropNotice, notify } from '../../ui';

let said: number | null = null;

/** Says in one line why a key does nothing; once, however often it is pressed. */
function tellWhy(why: string): void {
  if (said !== null) dropNotice(said);
  said = notify('done', why);
}

/**
 * A key for what is chosen: where fewer than `least` parts are, or `act` finds nothing to do (it answers false), it says
 * why it cannot act.
 */
export const needing =
  (selection: () => readonly string[], least: number, why: string, act: () => boolean | void) => (): void => {
    if (selection().length < least || act() === false) tellWhy(why);
  };
