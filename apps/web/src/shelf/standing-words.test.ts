import { MARKS, type Chain } from '@brelm/core/standing';
import { chainWords, waitsText } from './standing-words';

const chain = (over: Partial<Record<(typeof MARKS)[number], Chain[number]>>): Chain =>
  MARKS.map((name) => over[name] ?? 'open');

describe('how far a product has come, in words', () => {
  it.each([
    [chain({}), 'design' as const, 'nothing yet; waits for artwork'],
    [
      chain({ designed: 'done', proofed: 'watch', made: 'behind' }),
      'files' as const,
      'designed, proofed, with something to watch, made before it was changed; waits for its files',
    ],
    [
      chain({ designed: 'done', sent: 'done', accepted: 'stopped' }),
      'changes' as const,
      'designed, sent, refused; waits for what its marketplace asks for',
    ],
    [chain({ designed: 'done', accepted: 'done', selling: 'done' }), null, 'designed, accepted, selling'],
  ])('%#', (given, waits, words) => {
    expect(chainWords(given, waits)).toBe(words);
  });

  it('says of several products what most of them wait for first', () => {
    expect(waitsText(['words', 'proof', null, 'proof'])).toBe('waits for its proof (2), its words');
    expect(waitsText([null, null])).toBe('');
  });
});
