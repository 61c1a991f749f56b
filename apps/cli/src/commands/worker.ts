import { atOnceOf, settings, statusPortOf, UsageError } from '../arguments';
import { readConnection } from '../database/connection';
import { say } from '../say';
import { askedToEnd, asFurther } from './further';

/** `brelm worker --connect FILE`: makes files for a Brelm that runs here or on another machine, until Ctrl-C or SIGTERM. */
export async function run(args: string[]): Promise<number> {
  const { values } = settings(args, {
    connect: { type: 'string' },
    data: { type: 'string' },
    'at-once': { type: 'string' },
    drain: { type: 'string', default: '60' },
    'status-port': { type: 'string' },
  });
  const atOnce = atOnceOf(values['at-once'], 1);
  const drain = Number(values.drain);
  if (!(drain >= 0 && drain <= 3600))
    throw new UsageError(`--drain: "${values.drain}" is no number of seconds; use 0 to 3600`);
  const statusPort = statusPortOf(values['status-port']);
  const further = await asFurther(readConnection(values.connect), 'worker', values.data);
  const end = askedToEnd();
  const { startWorker } = await import('@brelm/server');
  const worker = await startWorker({ ...further, statusPort, atOnce });
  if (worker.status) say(`how it stands: ${worker.status}/ready, ${worker.status}/metrics`);
  process.stdout.write('The worker is ready.\n');
  await end;
  say('taking nothing more on; what is in work is made to its end…');
  await worker.stop(drain * 1000);
  return 0;
}
