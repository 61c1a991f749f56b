import { serviceAddress, UsageError } from './arguments';

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
