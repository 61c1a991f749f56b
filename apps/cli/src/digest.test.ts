import { digest } from './digest';

describe('a failure in short', () => {
  it('keeps what was said, without colours and places in the code', () => {
    const message =
      '\u001b[31mexpected 1\u001b[39m\n\nreceived 2\n    at Object.<anonymous> (a.ts:1:2)\n    at b (c.ts)';
    expect(digest(message)).toBe('expected 1\nreceived 2');
  });

  it('of a long one keeps how it begins and how it ends', () => {
    const short = digest(`first${'x'.repeat(9000)}last\n    at run (a.ts)`);
    expect(short.length).toBeLessThan(2000);
    expect([short.startsWith('first'), short.endsWith('last')]).toEqual([true, true]);
  });
});
