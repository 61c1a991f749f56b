import { randomBytes } from 'node:crypto';
import { hostname } from 'node:os';
import { hereCarrier, type Carrier } from './carrier';

/** What a process does: it answers requests, makes the files of runs, or both. */
export type Part = 'all' | 'web' | 'worker';

/** This process among those that share the work. */
export interface ThisProcess {
  /** No other process has it, now or later: what was claimed under it before a restart is not claimed any more. */
  name: string;
  part: Part;
  /** Whether there are no others: what is claimed when it starts was claimed by one that ended. */
  alone: boolean;
  carrier: Carrier;
}

/** A name for this process; at most 80 characters. */
export const processName = (): string =>
  `${hostname().slice(0, 40)}-${process.pid}-${randomBytes(4).toString('hex')}`;

/** The only process, which does all of it. */
export const aloneHere = (): ThisProcess => ({
  ...{ name: processName(), part: 'all', alone: true },
  carrier: hereCarrier(),
});
