import { atOnceOf, portOf, publicAddress, serviceAddress, UsageError } from './arguments';

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
