import { RunStore } from './run-store.service';

/** Work that fails so often before it goes well. */
function failing(code: string, times: number) {
  let n = 0;
  const work = () =>
    n++ < times ? Promise.reject(Object.assign(new Error(code), { code })) : Promise.resolve('done');
  return { work, tries: () => n };
}

describe('what must be stored', () => {
  const store = () => new RunStore({} as never, {} as never, {} as never);

  it.each(['ER_LOCK_DEADLOCK', 'ER_LOCK_WAIT_TIMEOUT', 'ECONNREFUSED'])(
    'is tried again after %s',
    async (code) => {
      const { work, tries } = failing(code, 2);
      await expect(store().surely(work)).resolves.toBe('done');
      expect(tries()).toBe(3);
    },
  );

  it('is not tried again where it would go wrong again', async () => {
    const { work, tries } = failing('ER_DATA_TOO_LONG', 1);
    await expect(store().surely(work)).rejects.toThrow('ER_DATA_TOO_LONG');
    expect(tries()).toBe(1);
  });
});
