import { logOf, saidOf } from './said';

/** The lines that are written meanwhile. */
function lines(work: () => void): string[] {
  const out: string[] = [];
  const take = (chunk: unknown) => {
    out.push(String(chunk));
    return true;
  };
  const spies = [process.stdout, process.stderr].map((s) =>
    jest.spyOn(s, 'write').mockImplementation(take as never),
  );
  try {
    work();
  } finally {
    for (const spy of spies) spy.mockRestore();
  }
  return out.join('').split('\n').filter(Boolean);
}

describe('the log', () => {
  it('has an object a line where it is asked to, with what each is about', () => {
    const log = logOf({ BRELM_LOG: 'json' });
    const said = lines(() =>
      saidOf({ request: 'r-1' }, () => {
        log.warn('asked', 'Door');
        saidOf({ run: 'run-1', file: 'file-1' }, () => log.error('made badly', undefined, 'Runs'));
      }),
    ).map((l) => JSON.parse(l) as Record<string, unknown>);
    expect(said).toEqual([
      expect.objectContaining({ level: 'warn', message: 'asked', context: 'Door', request: 'r-1' }),
      expect.objectContaining({
        ...{ level: 'error', message: 'made badly', context: 'Runs' },
        ...{ request: 'r-1', run: 'run-1', file: 'file-1' },
      }),
    ]);
    expect(said[0]).not.toHaveProperty('file');
  });

  it('leaves out what the framework says of its own start, and has nothing of what is over', async () => {
    const log = logOf({ BRELM_LOG: 'json' });
    await saidOf({ request: 'r-2' }, () => Promise.resolve());
    const said = lines(() => {
      log.log('Mapped {/api, GET} route', 'RouterExplorer');
      log.log('the engine answers again', 'Engine');
    }).map((l) => JSON.parse(l) as Record<string, unknown>);
    expect(said.map((s) => s.message)).toEqual(['the engine answers again']);
    expect(said[0]).not.toHaveProperty('request');
  });

  it('is lines to read otherwise, and says of warnings what they are about', () => {
    const log = logOf({});
    const said = lines(() => {
      log.log('nothing of note', 'Engine');
      saidOf({ request: 'r-3' }, () => log.warn('odd', 'Door'));
      saidOf({ run: 'run-3', file: 'file-3' }, () => log.warn('odder', 'Runs'));
    });
    expect(said).toHaveLength(2);
    expect(said[0]).toMatch(/odd.*\(request r-3\)/);
    expect(said[1]).toMatch(/odder.*\(file file-3\)/);
  });
});
