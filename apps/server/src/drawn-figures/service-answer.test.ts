import fc from 'fast-check';
import { SilentError } from '../http/outside';
import { strictest } from './figures.service';
import { readAbout, readDrawings } from './service-answer';

const png = Buffer.from('a picture').toString('base64');

describe('what a figure service answers', () => {
  it('is read, what may be missing being nothing', () => {
    expect(readAbout({ name: 'Own', styles: [{ id: 'ink', name: 'Ink' }], more: 1 })).toEqual({
      name: 'Own',
      simulated: false,
      styles: [{ id: 'ink', name: 'Ink', about: '' }],
    });
    expect(
      readDrawings({ drawings: [{ png }, { png, seed: -3, svg: '<svg/>', licences: [{ id: 'MIT' }] }] }),
    ).toEqual([
      { seed: 0, png: Buffer.from('a picture'), svg: null, undone: [], licences: [] },
      {
        ...{ seed: 3, png: Buffer.from('a picture'), svg: '<svg/>', undone: [] },
        licences: [{ id: 'MIT', source: '', of: [] }],
      },
    ]);
  });

  it.each<[string, unknown, RegExp]>([
    ['nothing', null, /has no drawings/],
    ['nine drawings', { drawings: Array.from({ length: 9 }, () => ({ png })) }, /it has 9 drawings/],
    ['a drawing without a picture', { drawings: [{ png }, {}] }, /the picture of drawing 2/],
    ['outlines that are no text', { drawings: [{ png, svg: 7 }] }, /outlines/],
    ['sixty-one words', { drawings: [{ png, undone: Array.from({ length: 61 }, () => 'x') }] }, /too long/],
    ['a licence without an id', { drawings: [{ png, licences: [{}] }] }, /a licence’s id/],
  ])('is refused for %s', (_, answer, why) => {
    expect(() => readDrawings(answer)).toThrow(why);
    expect(() => readDrawings(answer)).toThrow(SilentError);
  });

  it('whatever it is, it is read or refused in words', () => {
    const any = fc.oneof(
      fc.jsonValue(),
      fc.record({ drawings: fc.array(fc.record({ png: fc.jsonValue(), svg: fc.jsonValue() })) }),
      fc.record({ name: fc.jsonValue(), styles: fc.jsonValue() }),
    );
    fc.assert(
      fc.property(any, (answer) => {
        for (const read of [readAbout, readDrawings])
          try {
            read(answer);
          } catch (error) {
            if (!(error instanceof SilentError)) throw error;
          }
      }),
      { seed: 11, numRuns: 400, endOnFailure: true },
    );
  });
});

describe('the licence of a drawing', () => {
  const of = (...ids: string[]) =>
    strictest(
      ids.map((id) => ({ id, source: id, of: ['owl'] })),
      'Own',
    ).id;

  it('is that of the figure in it that asks for most', () => {
    expect(of('MIT', 'CC0-1.0')).toBe('MIT');
    expect(of('CC0-1.0', 'CC-BY-3.0', 'MIT')).toBe('CC-BY-3.0');
    expect(of('CC-BY-3.0', 'CC-BY-SA-4.0')).toBe('CC-BY-SA-4.0');
    expect(of('MIT', 'CC-BY-NC-4.0')).toBe('CC-BY-NC-4.0');
    // One that nobody knows may forbid anything.
    expect(of('MIT', 'Fnord-1.0')).toBe('Fnord-1.0');
    expect(of()).toBe('unknown');
  });

  it('says who drew it and what of whom is in it', () => {
    const licence = strictest([{ id: 'MIT', source: 'Ada', of: ['owl', 'hat'] }], 'Own');
    expect(licence.source).toBe('drawn to order by Own; Ada: owl, hat (MIT)');
    const long = Array.from({ length: 60 }, (_, i) => ({ id: 'MIT', source: `somebody ${i}`, of: ['owl'] }));
    expect(strictest(long, 'Own').source!.length).toBeLessThanOrEqual(500);
  });
});
