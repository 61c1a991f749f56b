import type { ListingView, SendingLine } from '@brelm/contract';
import { isOpen, isUp, stateWords } from './state-words';

const line = (over: Partial<SendingLine>): SendingLine => ({
  ...{ id: 'l', sendingId: 's', action: 'publish', state: 'working', step: 'files', attempts: 0 },
  ...{ nextAt: null, reason: null, ...over },
});
const remote = (state: string, reasons: string[] = []) => ({
  ...{ id: 'r', reference: 'd · x/y', revision: 1, state, page: null, title: 'Owls', price: 100 },
  reasons: reasons.map((message) => ({ field: 'title', message })),
});
const listing = (over: Partial<ListingView>): ListingView => ({
  ...{
    id: 'i',
    designId: 'd',
    spec: 'x/y',
    state: 'sent',
    sent: null,
    remote: remote('accepted'),
    heardAt: null,
  },
  ...{ behind: [], changedThere: false, line: null, ...over },
});
const words = (over: Partial<ListingView>) => {
  const said = stateWords(listing(over));
  return [said.words, said.mark];
};

describe('how a listing stands', () => {
  it('is said of one that was never sent', () => {
    expect(stateWords(null)).toEqual({ words: 'not listed', mark: null });
    expect(words({ state: 'new', remote: null })).toEqual(['not listed', null]);
    expect(words({ state: 'by-hand', remote: null })).toEqual(['listed by hand', 'fine']);
    expect(words({ state: 'down' })).toEqual(['taken down', null]);
  });

  it('is what is being done before anything else', () => {
    const going = listing({ line: line({}), changedThere: true, behind: ['artwork'] });
    expect(stateWords(going).words).toBe('making files');
    expect([isOpen(going), isUp(going)]).toEqual([true, true]);
    expect(words({ line: line({ state: 'queued', step: 'waiting' }) })).toEqual(['waiting its turn', null]);
    const again = stateWords(
      listing({ line: line({ state: 'queued', attempts: 1, reason: 'It is busy.' }) }),
    );
    expect(again).toEqual({ words: 'tried 1 time, trying again', mark: 'watch', more: 'It is busy.' });
    expect(words({ line: line({ state: 'queued', attempts: 3 }) })[0]).toBe('tried 3 times, trying again');
    expect(isOpen(listing({ line: line({ state: 'done' }) }))).toBe(false);
    expect(isOpen(null)).toBe(false);
  });

  it('is what its marketplace says, with its reasons', () => {
    expect(words({})).toEqual(['accepted', 'fine']);
    expect(words({ remote: remote('in review') })).toEqual(['in review', null]);
    expect(stateWords(listing({ remote: remote('refused', ['Too small.', 'No title.']) }))).toEqual({
      ...{ words: 'refused', mark: 'stop', more: 'Too small. No title.' },
    });
    expect(words({ remote: remote('taken off', ['It was reported.']) })[1]).toBe('stop');
    // One that we have no words for is said in its own.
    expect(words({ remote: remote('on holiday') })).toEqual(['on holiday', null]);
  });

  it('is behind, or changed there, where that is so', () => {
    expect(stateWords(listing({ behind: ['artwork', 'words'] }))).toEqual({
      ...{
        words: 'accepted, behind',
        mark: 'watch',
        more: 'Its artwork and words changed since it was sent.',
      },
    });
    expect(words({ changedThere: true, behind: ['words'] })).toEqual(['changed there', 'watch']);
    expect(words({ line: line({ state: 'failed', reason: 'No.' }) })).toEqual(['not sent', 'stop']);
    expect(words({ changedThere: true, line: line({ state: 'failed' }) })[0]).toBe('changed there');
    // A refusal weighs more than that it is behind.
    expect(words({ behind: ['artwork'], remote: remote('refused') })[0]).toBe('refused');
  });
});
