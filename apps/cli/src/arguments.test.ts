import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  asSet,
  atOnceOf,
  portOf,
  publicAddress,
  serviceAddress,
  settings,
  UsageError,
  variableOf,
} from './arguments';

describe('the address of a service', () => {
  it.each([
    ['http://127.0.0.1:5000/api/', 'http://127.0.0.1:5000/api'],
    ['https://figures.example', 'https://figures.example'],
    [undefined, undefined],
  ])('%s', (given, address) => {
    expect(serviceAddress('searches', given)).toBe(address);
  });

  it.each([
    'figures.example',
    'ftp://figures.example',
    'http://',
    '',
    'http://figures.example/?key=1',
    'file:///etc/passwd',
  ])('is refused where it is none: “%s”', (given) => {
    expect(() => serviceAddress('draughtsman', given)).toThrow(UsageError);
    expect(() => serviceAddress('draughtsman', given)).toThrow(
      /--draughtsman: .* is no address of a service/,
    );
  });
});

describe('the address at which people open it', () => {
  it.each([
    ['https://brelm.example/', 'https://brelm.example'],
    ['https://brelm.example:8443', 'https://brelm.example:8443'],
    ['http://localhost:4780', 'http://localhost:4780'],
    [undefined, undefined],
  ])('%s', (given, address) => expect(publicAddress(given)).toBe(address));

  it.each(['brelm.example', 'https://brelm.example/shop', 'https://me@brelm.example', 'ftp://brelm.example'])(
    '“%s” is none',
    (given) => expect(() => publicAddress(given)).toThrow(/is no address to open it at/),
  );

  it('has TLS, or is this machine’s own', () =>
    expect(() => publicAddress('http://brelm.example')).toThrow(/has no TLS/));
});

describe('a port, and how much at once', () => {
  it('are whole numbers within what there is', () => {
    expect([portOf('port', '0'), portOf('port', '65535')]).toEqual([0, 65_535]);
    for (const odd of ['-1', '65536', '80.5', 'http'])
      expect(() => portOf('status-port', odd)).toThrow(`--status-port: "${odd}" is no port`);
    expect([atOnceOf(undefined, 1), atOnceOf('1', 1), atOnceOf('64', 1), atOnceOf('0', 0)]).toEqual([
      ...[undefined, 1, 64, 0],
    ]);
    for (const odd of ['0', '65', '1.5', 'two']) expect(() => atOnceOf(odd, 1)).toThrow('use 1 to 64');
    expect(() => atOnceOf('-1', 0)).toThrow('use 0 to 64');
  });
});

describe('options that the environment sets', () => {
  const CONFIG = {
    port: { type: 'string', default: '4780' },
    'press-day': { type: 'string' },
    team: { type: 'boolean' },
  } as const;
  const read = (args: string[], env: Record<string, string>) => ({
    ...settings(args, CONFIG, undefined, env).values,
  });

  it('are called as they are, in capitals', () => {
    expect(variableOf('press-day')).toBe('BRELM_PRESS_DAY');
  });

  it('take the place of what is usual, and give way to the command line', () => {
    expect(read([], {})).toEqual({ port: '4780' });
    expect(read([], { BRELM_PORT: '1', BRELM_PRESS_DAY: '2', BRELM_TEAM: 'yes' })).toEqual({
      ...{ port: '1', 'press-day': '2', team: true },
    });
    expect(read(['--port', '3'], { BRELM_PORT: '1', BRELM_TEAM: '0' })).toEqual({ port: '3', team: false });
  });

  it('are those alone that may be set so', () => {
    expect({ ...settings([], CONFIG, ['port'], { BRELM_PORT: '1', BRELM_TEAM: '1' }).values }).toEqual({
      port: '1',
    });
  });

  it('are said to be wrong where they were set', () => {
    expect(() => read([], { BRELM_TEAM: 'perhaps' })).toThrow('BRELM_TEAM: "perhaps" is neither yes nor no');
    read([], { BRELM_PORT: 'high' });
    expect(asSet('--port: "high" is no port, unlike --press-day')).toBe(
      'BRELM_PORT: "high" is no port, unlike --press-day',
    );
    read(['--port', 'high'], { BRELM_PORT: '1' });
    expect(asSet('--port: "high" is no port')).toBe('--port: "high" is no port');
  });

  it('are all named in the documents', () => {
    const documented = readFileSync(join(__dirname, '../../../docs/command-line.md'), 'utf8');
    const [, table] = documented.split('## Settings in the environment');
    for (const command of ['start', 'worker', 'web']) {
      const source = readFileSync(join(__dirname, `commands/${command}.ts`), 'utf8');
      const [, config] = /settings\(args, \{([\s\S]*?)\n {2}\}\)/.exec(source)!;
      const names = [...config.matchAll(/^ {4}'?([a-z-]+)'?: \{ type/gm)].map((m) => m[1]);
      expect(names.length).toBeGreaterThan(3);
      for (const name of names) expect(table).toContain(`\`${variableOf(name)}\``);
    }
  });
});
