import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { collectDefaultMetrics, Gauge, Histogram, Counter, Registry } from 'prom-client';

/** What a process says of its queue, of each shop. */
export interface QueueStanding {
  shop: string;
  waiting: number;
  inWork: number;
  /** How long the first that waits has waited, s. */
  oldest: number;
}

/** How a process stands. */
export interface ProcessStanding {
  /** In words: why it cannot do its work; null where it can. */
  trouble: string | null;
  queues: QueueStanding[];
}

const registry = new Registry();
collectDefaultMetrics({ register: registry, prefix: 'brelm_' });
const waiting = new Gauge({
  ...{ name: 'brelm_files_waiting', help: 'Files of runs that wait to be made', registers: [registry] },
  labelNames: ['shop'],
});
const inWork = new Gauge({
  ...{ name: 'brelm_files_in_work', help: 'Files that this process makes now', registers: [registry] },
  labelNames: ['shop'],
});
const oldest = new Gauge({
  ...{
    name: 'brelm_oldest_file_seconds',
    help: 'How long the first file that waits has waited',
    registers: [registry],
  },
  labelNames: ['shop'],
});
const ended = new Counter({
  ...{
    name: 'brelm_files_ended_total',
    help: 'Files that this process has ended, by how',
    registers: [registry],
  },
  labelNames: ['shop', 'how'],
});
const took = new Histogram({
  ...{ name: 'brelm_file_seconds', help: 'How long files took to be made', registers: [registry] },
  ...{ labelNames: ['shop'], buckets: [0.25, 0.5, 1, 2, 4, 8, 16, 32, 64, 128] },
});

/** Counts a file that has ended here. */
export function countFile(
  shop: string,
  how: 'done' | 'failed' | 'cancelled' | 'overtaken',
  seconds: number,
): void {
  ended.inc({ shop, how });
  if (how === 'done') took.observe({ shop }, seconds);
}

/**
 * Says how this process stands, on a port of this machine alone: `/health` that it lives, `/ready` that it can do its work
 * (503 where it cannot, with why), `/metrics` its figures in the text format of Prometheus.
 */
export async function statusServer(
  port: number,
  look: () => Promise<ProcessStanding>,
): Promise<{ url: string; close(): Promise<void> }> {
  const stand = () =>
    look().catch((error: Error): ProcessStanding => ({ trouble: error.message, queues: [] }));
  const server: Server = createServer((request, response) => {
    const say = (status: number, type: string, text: string) => {
      response.writeHead(status, { 'content-type': type, 'cache-control': 'no-store' });
      response.end(text);
    };
    const answer = async () => {
      if (request.method !== 'GET') return say(405, 'text/plain', 'Only GET is answered here.\n');
      switch (request.url) {
        case '/health':
          return say(200, 'application/json', '{"ok":true}');
        case '/ready': {
          const { trouble, queues } = await stand();
          return say(
            trouble === null ? 200 : 503,
            'application/json',
            JSON.stringify({ ready: trouble === null, trouble, queues }),
          );
        }
        case '/metrics': {
          const { queues } = await stand();
          for (const gauge of [waiting, inWork, oldest]) gauge.reset();
          for (const q of queues) {
            waiting.set({ shop: q.shop }, q.waiting);
            inWork.set({ shop: q.shop }, q.inWork);
            oldest.set({ shop: q.shop }, q.oldest);
          }
          return say(200, registry.contentType, await registry.metrics());
        }
        default:
          return say(404, 'text/plain', 'There are /health, /ready and /metrics.\n');
      }
    };
    answer().catch(() => say(500, 'text/plain', 'It cannot be said just now.\n'));
  });
  await new Promise<void>((done, fail) => {
    server.once('error', fail);
    server.listen(port, '127.0.0.1', done);
  });
  return {
    url: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    close: () =>
      new Promise((done) => {
        server.close(() => done());
        server.closeAllConnections();
      }),
  };
}
