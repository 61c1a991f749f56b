import { readAt } from './asked-again';

const answers = (...statuses: (number | 'away')[]) => {
  const asked = jest.fn(() => {
    const status = statuses.shift() ?? 200;
    return status === 'away'
      ? Promise.reject(new TypeError('Failed to fetch'))
      : Promise.resolve(new Response(`${status}`, { status }));
  });
  globalThis.fetch = asked as unknown as typeof fetch;
  return asked;
};
const passed = async <T>(work: Promise<T>): Promise<T> => {
  const settled = work.then(
    (value) => () => value,
    (error: unknown) => () => {
      throw error;
    },
  );
  await jest.runAllTimersAsync();
  return (await settled)();
};
beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

describe('a read that nobody can answer just now', () => {
  it('is asked again until it is answered', async () => {
    const asked = answers(503, 'away', 502, 200);
    expect((await passed(readAt('designs'))).status).toBe(200);
    expect(asked).toHaveBeenCalledTimes(4);
  });

  it('ends with what was said last, where that goes on', async () => {
    const asked = answers(503, 503, 503, 503, 200);
    expect((await passed(readAt('designs'))).status).toBe(503);
    expect(asked).toHaveBeenCalledTimes(4);
    answers('away', 'away', 'away', 'away');
    await expect(passed(readAt('designs'))).rejects.toThrow('Failed to fetch');
  });

  it('is not asked again where the answer is one: it is not there, or it is wrong, or the server has a fault', async () => {
    for (const status of [200, 404, 422, 429, 500, 507]) {
      const asked = answers(status);
      expect((await passed(readAt('designs'))).status).toBe(status);
      expect(asked).toHaveBeenCalledTimes(1);
    }
  });

  it('is not asked again once nobody wants it any more', async () => {
    const asked = answers(503, 503);
    const wanted = new AbortController();
    const read = readAt('designs', { signal: wanted.signal });
    await Promise.resolve();
    wanted.abort(new Error('gone'));
    await expect(passed(read)).rejects.toThrow('gone');
    expect(asked).toHaveBeenCalledTimes(1);
    await expect(passed(readAt('designs', { signal: wanted.signal }))).rejects.toThrow('gone');
    expect(asked).toHaveBeenCalledTimes(1);
  });
});
