/**
 * Runs one call at a time; of those that come in meanwhile only the last is run, and the others
 * answer null. A call that fails answers null, too.
 */
export function latestOnly<A, R>(call: (argument: A) => Promise<R>) {
  let busy = false;
  let waiting: { argument: A; done: (result: R | null) => void } | null = null;
  return function run(argument: A): Promise<R | null> {
    return new Promise((done) => {
      if (busy) {
        waiting?.done(null);
        waiting = { argument, done };
        return;
      }
      busy = true;
      call(argument)
        .then(done, () => done(null))
        .finally(() => {
          busy = false;
          const next = waiting;
          waiting = null;
          if (next) void run(next.argument).then(next.done);
        });
    });
  };
}
