interface Work<T> {
  result: Promise<T>;
  waiting: number;
  ended: boolean;
  abort: AbortController;
}

/**
 * Work that several may wait for at once: the same is done once, its result is kept while there is room, and
 * where nobody waits for it any more it is given up.
 */
export class SharedWork<T> {
  private readonly works = new Map<string, Work<T>>();

  /**
   * @param most results that are kept; the oldest go first
   * @param grace how long work goes on when nobody waits for it, ms: who looks away for a moment and comes back
   *   finds it further on, and ending a process costs more than a little work for nothing
   */
  constructor(
    private readonly most: number,
    private readonly grace = 0,
  ) {}

  /** Waits for work that was begun before; null where there is none, or it fails. */
  async known(key: string): Promise<T | null> {
    const work = this.works.get(key);
    return work ? this.share(work).catch(() => null) : null;
  }

  /**
   * Waits for a work until its result is there, beginning it where nobody has. Rejects with what it rejects
   * with; `signal` says that this caller waits no longer, and the last to go takes the work along.
   */
  async of(key: string, begin: (signal: AbortSignal) => Promise<T>, signal?: AbortSignal): Promise<T> {
    return this.share(this.works.get(key) ?? this.begun(key, begin), signal);
  }

  private begun(key: string, begin: (signal: AbortSignal) => Promise<T>): Work<T> {
    const abort = new AbortController();
    const work: Work<T> = { result: begin(abort.signal), waiting: 0, ended: false, abort };
    this.works.set(key, work);
    const forget = () => this.works.get(key) === work && this.works.delete(key);
    // At once: whoever asks again must not be given what is being ended.
    abort.signal.addEventListener('abort', forget, { once: true });
    void work.result.catch(forget).finally(() => (work.ended = true));
    if (this.works.size > this.most) this.works.delete(this.works.keys().next().value!);
    return work;
  }

  private async share(work: Work<T>, signal?: AbortSignal): Promise<T> {
    let here = true;
    work.waiting++;
    const leave = () => {
      if (!here) return;
      here = false;
      if (--work.waiting > 0) return;
      const giveUp = () => work.waiting === 0 && !work.ended && work.abort.abort();
      if (this.grace > 0) setTimeout(giveUp, this.grace).unref();
      else giveUp();
    };
    if (signal?.aborted) leave();
    else signal?.addEventListener('abort', leave, { once: true });
    try {
      return await work.result;
    } finally {
      here = false;
      signal?.removeEventListener('abort', leave);
    }
  }
}
