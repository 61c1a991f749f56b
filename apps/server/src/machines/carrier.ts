import { RateLimiterMemory, type RateLimiterAbstract } from 'rate-limiter-flexible';

/** Word from one process to all, itself included. It may be lost: who needs it looks at the database now and then, too. */
export type Word =
  /** A run changed, or one of its files did. */
  | { shop: string; of: 'run'; run: string; file?: string }
  | { shop: string; of: 'run-gone'; run: string }
  /** What is in work of a run is wanted no more. */
  | { shop: string; of: 'run-stopped'; run: string }
  /** There is something to send to a marketplace. */
  | { shop: string; of: 'sending' }
  | { shop: string; of: 'line-stopped'; line: string }
  /** A shop was taken away. */
  | { shop: string; of: 'shop-gone' }
  /** Word may have been lost until now. */
  | { of: 'missed' };

/** What is counted: at most so many points within so many seconds. */
export interface Counted {
  keyPrefix: string;
  points: number;
  duration: number;
}

/** Carries word between processes, and calls those that make files. */
export interface Carrier {
  /**
   * Says that these files of a shop can be made. A call is for whoever makes files, not for the file that it names: which
   * one is next is the database's to say. Said twice, it is said once. Never fails: what is not heard is said again.
   */
  call(shop: string, files: readonly string[]): void;
  /** From now on answers calls, some at once; ends with what it answers with. One at a time may. */
  answer(shop: (shop: string) => Promise<void>, atOnce: number): Promise<{ stop(): Promise<void> }>;
  tell(word: Word): void;
  /** Returns what ends it. */
  hear(listener: (word: Word) => void): () => void;
  /** Counts something, of all processes together. */
  counter(counted: Counted): RateLimiterAbstract;
  /** Whether it carries at the moment. */
  carries(): boolean;
  close(): Promise<void>;
}

/** Within one process: a call is heard at once. */
export function hereCarrier(): Carrier {
  const listeners = new Set<(word: Word) => void>();
  return {
    // Where there is one process, its queue looks for work by itself.
    call: () => undefined,
    answer: () => Promise.resolve({ stop: () => Promise.resolve() }),
    tell(word) {
      for (const listener of [...listeners]) listener(word);
    },
    hear(listener) {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    counter: (counted) => new RateLimiterMemory(counted),
    carries: () => true,
    close: () => Promise.resolve(),
  };
}
