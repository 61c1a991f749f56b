import { Logger } from '@nestjs/common';
import { Queue, Worker } from 'bullmq';
import Redis, { type RedisOptions } from 'ioredis';
import { RateLimiterMemory, RateLimiterRedis } from 'rate-limiter-flexible';
import type { Carrier, Word } from './carrier';

/** Where Redis is, such as `redis://:password@127.0.0.1:6379`. */
export interface EngineOptions {
  url: string;
}

const QUEUE = 'files';
const PREFIX = 'brelm';
const CHANNEL = 'brelm:words';
/** A call whose process says nothing for so long is given to another, ms. */
const SILENT = 30_000;
/** The longest rest before Redis is looked for again, ms. */
const LONGEST_REST = 2000;

interface Call {
  shop: string;
}

/**
 * Through Redis: calls by BullMQ, a job for each file under the file's own id, so that a file that is called for twice is
 * called for once; other word by publishing. Redis holds nothing that is not in the database, too.
 */
export function redisCarrier({ url }: EngineOptions): Carrier {
  const log = new Logger('Engine');
  const listeners = new Set<(word: Word) => void>();
  // A worker waits for as long as it takes; whoever only says something does not.
  const common: RedisOptions = {
    maxRetriesPerRequest: null,
    retryStrategy: (n) => Math.min(LONGEST_REST, 100 * 2 ** Math.min(n, 6)),
    reconnectOnError: () => false,
  };
  const saying = new Redis(url, { ...common, enableOfflineQueue: false });
  const hearing = new Redis(url, common);
  let away = false;
  const note = (error: Error) => {
    if (!away) log.warn(`the engine does not answer: ${error.message || 'no connection'}; work waits for it`);
    away = true;
  };
  for (const connection of [saying, hearing]) connection.on('error', note);
  const tellAll = (word: Word) => {
    for (const listener of [...listeners]) listener(word);
  };
  hearing.on('ready', () => {
    if (away) {
      away = false;
      log.log('the engine answers again');
    }
    void hearing
      .subscribe(CHANNEL)
      .then(() => tellAll({ of: 'missed' }))
      .catch(() => undefined);
  });
  hearing.on('message', (_channel, text) => tellAll(JSON.parse(text) as Word));

  const queue = new Queue<Call>(QUEUE, { connection: saying, prefix: PREFIX });
  queue.on('error', () => undefined);
  let worker: Worker<Call> | null = null;
  let taking: Redis | null = null;

  return {
    call(shop, files) {
      if (files.length === 0) return;
      const opts = { removeOnComplete: true, removeOnFail: true };
      queue
        .addBulk(
          files.map((id) => ({ name: 'file', data: { shop }, opts: { ...opts, jobId: `${shop}.${id}` } })),
        )
        .catch(() => undefined);
    },
    async answer(answer, atOnce) {
      taking = new Redis(url, common);
      taking.on('error', note);
      worker = new Worker<Call>(QUEUE, ({ data }) => answer(data.shop), {
        ...{ connection: taking, prefix: PREFIX, concurrency: atOnce },
        ...{ lockDuration: SILENT, stalledInterval: SILENT / 2, maxStalledCount: 1000 },
        ...{ removeOnComplete: { count: 0 }, removeOnFail: { count: 0 } },
      });
      worker.on('error', () => undefined);
      const own = worker;
      return {
        // What is answered just now is ended by whoever answers; other calls are taken by other processes.
        stop: () => own.close(),
      };
    },
    tell(word) {
      saying.publish(CHANNEL, JSON.stringify(word)).catch(() => {
        // Those in other processes will look by themselves; this one hears it now.
        tellAll(word);
      });
    },
    hear(listener) {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    counter: (counted) =>
      new RateLimiterRedis({
        ...{ ...counted, keyPrefix: `${PREFIX}:${counted.keyPrefix}`, storeClient: saying },
        // While it is away each process counts for itself.
        insuranceLimiter: new RateLimiterMemory(counted),
      }),
    carries: () => hearing.status === 'ready' && saying.status === 'ready',
    async close() {
      await worker?.close(true).catch(() => undefined);
      await queue.close().catch(() => undefined);
      for (const connection of [saying, hearing, taking]) connection?.disconnect();
    },
  };
}
