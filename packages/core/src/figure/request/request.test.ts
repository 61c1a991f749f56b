import fc from 'fast-check';
import { BACKDROPS, FORM_IDS, formArt, HELD, SEATS, SUBJECTS, WORN } from '../book';
import { FigureError, MOST_WORDS, readRequest, type FigureRequest } from '.';
import { STYLE_IDS, STYLES } from '../styles';
import { POSES } from '../types';

/** What a request is understood as, in short. */
function short(words: string, lookUp?: (name: string) => string | null) {
  const r = readRequest(words, lookUp);
  const out: Record<string, unknown> = { subject: r.subject.ids[0] };
  for (const key of ['worn', 'held', 'beside', 'behind', 'above'] as const)
    if (r[key].length) out[key] = r[key].map((a) => a.ids[0]);
  if (r.seat) out.seat = r.seat.ids[0];
  if (r.count > 1) out.count = r.count;
  if (r.pose !== 'standing') out.pose = r.pose;
  if (r.facing) out.facing = r.facing;
  if (r.style) out.style = r.style;
  if (r.undone.length) out.undone = r.undone;
  return out;
}

describe('what a request asks for', () => {
  it.each<[string, Record<string, unknown>]>([
    [
      'a hedgehog with a lantern, sitting, line art',
      { subject: 'flat/hedgehog', held: ['form/lantern'], pose: 'sitting', style: 'line' },
    ],
    ['An OWL in a top hat.', { subject: 'flat/owl', worn: ['flat/top-hat'] }],
    ['owl wearing glasses and a bow tie', { subject: 'flat/owl', worn: ['form/glasses', 'form/bow-tie'] }],
    ['two foxes under the moon', { subject: 'flat/fox', count: 2, behind: ['flat/full-moon'] }],
    ['three mice on a mushroom', { subject: 'flat/mouse', count: 3, seat: 'flat/mushroom' }],
    ['a mushroom with a crown', { subject: 'flat/mushroom', worn: ['flat/crown'] }],
    ['a badger behind a tent', { subject: 'flat/badger', behind: ['flat/tent'] }],
    ['an owl and a mouse', { subject: 'flat/owl', beside: ['flat/mouse'] }],
    ['otter holding a sun hat', { subject: 'flat/otter', worn: ['flat/womans-hat'] }],
    ['a bunny carrying a basket', { subject: 'flat/rabbit', held: ['flat/basket'] }],
    ['a bear reading', { subject: 'flat/bear', held: ['flat/open-book'] }],
    ['a bear reading a letter', { subject: 'flat/bear', held: ['flat/envelope'] }],
    ['a toad fishing', { subject: 'flat/frog', held: ['flat/fishing-pole'] }],
    ['a toad with a fishing rod', { subject: 'flat/frog', held: ['flat/fishing-pole'] }],
    ['a moth near a candle', { subject: 'flat/butterfly', beside: ['flat/candle'] }],
    ['a black cat', { subject: 'flat/black-cat' }],
    ['sleeping cat, facing right', { subject: 'flat/cat', pose: 'asleep', facing: 1 }],
    ['cat looking to the left', { subject: 'flat/cat', facing: -1 }],
    ['upside down bat', { subject: 'flat/bat', pose: 'upside down' }],
    ['a snail under an umbrella', { subject: 'flat/snail', held: ['flat/umbrella'] }],
    ['a snail under the stars', { subject: 'flat/snail', above: ['flat/star'] }],
    ['the moon with a night cap', { subject: 'flat/full-moon-face', worn: ['form/night-cap'] }],
    ['a lantern', { subject: 'form/lantern' }],
    ['constructor owl', { subject: 'flat/owl', undone: ['constructor'] }],
    ['an owl toString, __proto__', { subject: 'flat/owl', undone: ['tostring', 'proto'] }],
    ['woodcut of a stag', { subject: 'flat/deer', style: 'woodcut' }],
    ['a grumpy owl', { subject: 'flat/owl', undone: ['grumpy'] }],
    [
      'an owl in a top hat and a crown',
      { subject: 'flat/owl', worn: ['flat/top-hat'], undone: ['crown (something is worn there already)'] },
    ],
    [
      'an owl on a log on a rock',
      { subject: 'flat/owl', seat: 'form/log', undone: ['on rock (it sits on one thing)'] },
    ],
    ['it’s the hen’s mug', { subject: 'form/mug', undone: ['it’s', 'hen’s'] }],
  ])('%s', (words, expected) => {
    expect(short(words)).toEqual(expected);
  });

  it('takes colours and sizes for the thing that they stand before', () => {
    const { subject, worn, held } = readRequest('a huge blue hedgehog in a yellow scarf with a tiny lantern');
    expect([subject.colour, subject.scale]).toEqual(['#2f6fb3', 1.6]);
    expect([worn[0].colour, worn[0].scale]).toEqual(['#f2c230', 1]);
    expect([held[0].colour, held[0].scale]).toEqual([null, 0.5]);
  });

  it('knows several ways to draw the same, the one that is called so first', () => {
    expect(readRequest('cat').subject.ids).toEqual(['flat/cat', 'flat/black-cat', 'flat/cat-face']);
    expect(readRequest('owl with a hat').worn[0].ids.length).toBeGreaterThan(4);
  });

  it('looks up what no book has, by its longest name', () => {
    const library = (name: string) =>
      ['alarm clock', 'clock', 'teapot'].includes(name) ? `flat/${name}` : null;
    expect(short('an owl with an alarm clock', library)).toEqual({
      subject: 'flat/owl',
      held: ['flat/alarm clock'],
    });
    expect(short('a teapot on a rock', library)).toEqual({ subject: 'flat/teapot', seat: 'flat/rock' });
    expect(short('an owl on a teapot', library)).toEqual({ subject: 'flat/owl', seat: 'flat/teapot' });
  });

  it.each(['', '   ', 'fnord', 'with a', '!!!', 'сова с фонарём', 'sitting, in red'])(
    'says what to do where there is nothing to draw: “%s”',
    (words) => {
      expect(() => readRequest(words)).toThrow(FigureError);
    },
  );

  it('is at most so long, never more than six of one, and loses no word that it does not know', () => {
    expect(() => readRequest('owl '.repeat(MOST_WORDS))).toThrow(/at most 300 letters/);
    const words = fc.constantFrom(
      ...[
        'owl',
        'a',
        'with',
        'lantern',
        'on',
        'log',
        'red',
        'two',
        'six',
        ',',
        'blorp',
        'grund',
        'under',
        'moon',
      ],
      ...[
        'sitting',
        'hat',
        'and',
        'in',
        'line art',
        'facing left',
        'huge',
        'behind',
        'tent',
        '’',
        '-',
        '🦉',
        'hats',
      ],
    );
    fc.assert(
      fc.property(fc.array(words, { maxLength: 24 }), (list) => {
        let request: FigureRequest;
        try {
          request = readRequest(list.join(' '));
        } catch (error) {
          if (!(error instanceof FigureError)) throw error;
          return;
        }
        expect(request.count).toBeLessThanOrEqual(6);
        for (const nonsense of ['blorp', 'grund'])
          expect(request.undone.includes(nonsense)).toBe(list.includes(nonsense));
        for (const asked of [request.subject, ...request.worn, ...request.held])
          expect(asked.ids.length).toBeGreaterThan(0);
        expect(POSES).toContain(request.pose);
      }),
      { seed: 19, numRuns: 300, endOnFailure: true },
    );
  });
});

describe('the books', () => {
  const all = [...SUBJECTS, ...WORN, ...HELD, ...SEATS, ...BACKDROPS];

  it('name a hundred and more figures, each once in a book, by words in small letters', () => {
    for (const book of [SUBJECTS, WORN, HELD, SEATS, BACKDROPS])
      expect(new Set(book.map((t) => t.id)).size).toBe(book.length);
    expect(new Set(all.map((t) => t.id)).size).toBeGreaterThan(150);
    for (const { id, words } of all)
      for (const word of words) expect([id, word]).toEqual([id, word.toLowerCase().trim()]);
  });

  it('have anchors on the figures, and spots that have a width', () => {
    for (const { id, head, eyes, neck, hold, ground } of SUBJECTS) {
      for (const spot of [head, ...(eyes ? [eyes] : []), ...(neck ? [neck] : [])]) {
        const within =
          [spot.x, spot.y].every((v) => v >= 0 && v <= 32) && spot.width >= 4 && spot.width <= 26;
        expect([id, spot, within]).toEqual([id, spot, true]);
      }
      // What is seen by is not above what a hat sits on, but for eyes on stalks and on top; nothing is below the ground.
      const low = Math.max(head.y, eyes?.y ?? 0, hold.y);
      expect([id, low < ground && ground <= 32]).toEqual([id, true]);
    }
  });

  it('every first word is understood as what it names', () => {
    for (const { id, words } of SUBJECTS)
      expect([words[0], readRequest(words[0]).subject.ids[0]]).toEqual([words[0], id]);
    for (const { id, words } of WORN)
      expect(readRequest(`owl wearing a ${words[0]}`).worn[0].ids[0]).toBe(id);
    for (const { id, words } of HELD) expect(readRequest(`owl with a ${words[0]}`).held[0]?.ids[0]).toBe(id);
    for (const { id, words } of SEATS) expect(readRequest(`owl on a ${words[0]}`).seat?.ids[0]).toBe(id);
  });

  it('every form of ours is drawn, and every one that is named is there', () => {
    for (const id of all.map((t) => t.id).filter((i) => i.startsWith('form/')))
      expect(FORM_IDS).toContain(id);
    for (const id of FORM_IDS) {
      const { fills } = formArt(id)!;
      expect(fills.length).toBeGreaterThan(0);
      for (const { path, colour } of fills) {
        expect([id, /^#[0-9a-f]{6}$/.test(colour), path.length > 9]).toEqual([id, true, true]);
        expect(path.every((v) => Number.isFinite(v) && v >= -1 && v <= 33)).toBe(true);
      }
    }
    expect(formArt('form/fnord')).toBeUndefined();
    expect(formArt('flat/lantern')).toBeUndefined();
  });

  it('every style has a name and says what it is', () => {
    expect(STYLES.map((s) => s.id)).toEqual([...STYLE_IDS]);
    for (const { name, about } of STYLES) expect(name && about).toBeTruthy();
  });
});
