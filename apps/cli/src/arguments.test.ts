import { publicAddress, serviceAddress, UsageError } from './arguments';

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
