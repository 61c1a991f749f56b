import 'reflect-metadata';
import { answerCalls, openHouse } from './house';
import { QueueService } from './runs/queue.service';
import { RUN_PROCESSES } from './workers/pool.service';
import type { ServerOptions } from './options';

export interface RunningWorker {
  /** Where it says how it stands; null where it was not asked to. */
  status: string | null;
  /** Takes nothing more on; resolves once what is in work has ended, or after so many ms, and the rest is given back. */
  stop(within: number): Promise<void>;
}

export type WorkerOptions = Omit<ServerOptions, 'port' | 'webDir' | 'demo' | 'process'> &
  Required<Pick<ServerOptions, 'process'>>;

/** After so long, ms, whoever calls is not listened to any more. */
const PATIENCE = 2000;

const atMost = (work: Promise<unknown>, ms: number): Promise<unknown> => {
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<void>((done) => {
    timer = setTimeout(done, ms);
  });
  return Promise.race([work, late]).finally(() => clearTimeout(timer));
};

/** Makes files of all shops, as they are called for; answers no requests. */
export async function startWorker(options: WorkerOptions): Promise<RunningWorker> {
  const { app, shops, status } = await openHouse({ ...options, port: 0, webDir: null, demo: false });
  try {
    await shops.first();
    void shops.others();
    const answering = await answerCalls(shops, options.process, options.atOnce ?? RUN_PROCESSES);
    return {
      status,
      async stop(within) {
        const drained = shops
          .all()
          .then((all) => Promise.all(all.map(({ app: shop }) => shop.get(QueueService).drain())));
        await atMost(drained, within);
        await atMost(answering.stop(), PATIENCE);
        await app.close();
      },
    };
  } catch (error) {
    await app.close().catch(() => undefined);
    throw error;
  }
}
