import { join } from 'node:path';
import { settings, portOf, statusPortOf, UsageError } from '../arguments';
import { readConnection } from '../database/connection';
import { say } from '../say';
import { ROOT } from './start';
import { askedToEnd, asFurther } from './further';

/** `brelm web --connect FILE`: answers requests beside a Brelm that runs here or on another machine, until Ctrl-C or SIGTERM. */
export async function run(args: string[]): Promise<number> {
  const { values } = settings(args, {
    connect: { type: 'string' },
    data: { type: 'string' },
    port: { type: 'string', default: '4781' },
    'status-port': { type: 'string' },
  });
  const port = portOf('port', values.port);
  const statusPort = statusPortOf(values['status-port']);
  const further = await asFurther(readConnection(values.connect), 'web', values.data);
  const end = askedToEnd();
  const { startServer } = await import('@brelm/server');
  const server = await startServer({
    ...{ ...further, port, statusPort, demo: false, webDir: join(ROOT, 'apps/web/dist') },
    alone: further.team === undefined,
  }).catch((error: NodeJS.ErrnoException) => {
    if (error.code === 'EADDRINUSE')
      throw new UsageError(`port ${port} is taken. Choose another with --port.`);
    throw error;
  });
  if (server.status) say(`how it stands: ${server.status}/ready, ${server.status}/metrics`);
  process.stdout.write(`Brelm is ready: ${server.url}\n`);
  await end;
  say('stopping…');
  await server.close();
  return 0;
}
