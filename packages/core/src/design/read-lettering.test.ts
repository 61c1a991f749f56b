import { designOf, reread } from '../../testing/base';
import { DocumentError } from '../fields';
import { lettering, letteringLine, place, type LetteringPart } from '../parts';

const INKS = { pale: '#f2ead8', rust: '#b3492a' };
const part = (): LetteringPart =>
  lettering('w', '', place(0, 0), [letteringLine('MOTHS', 'rye', 100, 'pale')]);

/** What reading says of lettering with these fields, by field without the part's own place. */
function faultsOf(change: object, line: object = {}): Record<string, string> {
  const given = part();
  const document = designOf(INKS, {
    ...given,
    lines: [{ ...given.lines[0], ...line }],
    ...change,
  } as LetteringPart);
  try {
    reread(document);
    return {};
  } catch (error) {
    if (!(error instanceof DocumentError)) throw error;
    return Object.fromEntries(
      error.faults.map((f) => [f.field.replace('sides[0].parts[0].', ''), f.message]),
    );
  }
}

describe('reading lettering', () => {
  it('gives what an older file leaves out its usual value', () => {
    const { id, kind, place: at, lines } = part();
    const { text, face, size, ink } = lines[0];
    const old = designOf(INKS, { id, kind, place: at, lines: [{ text, face, size, ink }] } as LetteringPart);
    expect(reread(old).parts[0]).toEqual({ ...part(), name: '' });
  });

  it.each<[string, object, object, string, RegExp]>([
    [
      'spans that overlap',
      {},
      {
        spans: [
          { from: 0, to: 3 },
          { from: 2, to: 4 },
        ],
      },
      'lines[0].spans[1].from',
      /before the end/,
    ],
    ['a span beyond the words', {}, { spans: [{ from: 0, to: 9 }] }, 'lines[0].spans[0].to', /from 1 to 5/],
    ['a span of no letters', {}, { spans: [{ from: 2, to: 2 }] }, 'lines[0].spans[0].to', /from 3/],
    [
      'a span’s unknown ink',
      {},
      { spans: [{ from: 0, to: 1, ink: 'gold' }] },
      'lines[0].spans[0].ink',
      /no ink "gold"/,
    ],
    ['an axis of five letters', {}, { axes: { wghtt: 4 } }, 'lines[0].axes.wghtt', /four-letter tag/],
    ['an axis that is no number', {}, { axes: { wght: 'bold' } }, 'lines[0].axes.wght', /must be a number/],
    ['a case of its own', {}, { case: 'title' }, 'lines[0].case', /one of typed, upper/],
    ['a baseline unheard of', { baseline: { kind: 'spiral' } }, {}, 'baseline.kind', /one of straight, arch/],
    ['an arch without its height', { baseline: { kind: 'arch' } }, {}, 'baseline.value', /is missing/],
    [
      'a field of another baseline',
      { baseline: { kind: 'slope', degrees: 3, radius: 4 } },
      {},
      'baseline.radius',
      /not a field/,
    ],
    ['a ring of no size', { baseline: { kind: 'ring', radius: 0 } }, {}, 'baseline.radius', /from 1/],
    [
      'a slope that stands upright',
      { baseline: { kind: 'slope', degrees: 90 } },
      {},
      'baseline.degrees',
      /from -89 to 89/,
    ],
    [
      'a wave of no length',
      { baseline: { kind: 'wave', length: 0, height: 3 } },
      {},
      'baseline.length',
      /from 10/,
    ],
    ['a measure of nothing', { measure: { width: 0 } }, {}, 'measure.width', /from 1/],
    [
      'limits the wrong way round',
      { measure: { width: 9, least: 2, most: 1 } },
      {},
      'measure.most',
      /from 2/,
    ],
    [
      'a net of three points',
      {
        envelope: {
          kind: 'net',
          net: [
            [0, 0],
            [0, 0],
            [0, 0],
          ],
        },
      },
      {},
      'envelope.net',
      /16 points/,
    ],
    [
      'more than full strength',
      { envelope: { kind: 'swell', strength: 2 } },
      {},
      'envelope.strength',
      /from -1 to 1/,
    ],
    [
      'an inner line of no ink',
      { decorations: [{ kind: 'inner', ink: null, width: 3 }] },
      {},
      'decorations[0].ink',
      /must be an ink/,
    ],
    [
      'half a cut',
      { decorations: [{ kind: 'cuts', ink: null, count: 1.5, width: 3, from: 0, to: 1 }] },
      {},
      'decorations[0].count',
      /whole number/,
    ],
    ['a gradient to nowhere', { gradient: { kind: 'linear' } }, {}, 'gradient.to', /is missing/],
    [
      'a keyline on both sides',
      { keylines: [{ ink: 'rust', width: 3, side: 'both' }] },
      {},
      'keylines[0].side',
      /one of outside, inside/,
    ],
    [
      'a gap less than none',
      { keylines: [{ ink: 'rust', width: 3, distance: -1 }] },
      {},
      'keylines[0].distance',
      /from 0/,
    ],
    [
      'an echo in an unknown ink',
      { shade: { kind: 'echo', ink: 'rust', dx: 1, dy: 1, echoes: ['gold'] } },
      {},
      'shade.echoes[0]',
      /no ink "gold"/,
    ],
    [
      'a shade more than solid',
      { shade: { kind: 'drop', ink: 'rust', dx: 1, dy: 1, opacity: 2 } },
      {},
      'shade.opacity',
      /from 0 to 1/,
    ],
  ])('tells %s by its field', (_, change, line, field, message) => {
    expect(faultsOf(change, line)[field]).toMatch(message);
  });
});
