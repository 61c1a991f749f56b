import { bestOf, likeness, type Found } from './found';

const thing = (group: string, title: string, more?: string): Found => ({
  ...{ id: `${group} ${title}`, group, title, run: () => undefined },
  ...(more !== undefined && { more }),
});

describe('what is found', () => {
  it('has every word of the question, wherever it stands', () => {
    expect(likeness('night', 'First Night Ranger')).toBeGreaterThan(0);
    expect(likeness('ranger first', 'First Night Ranger')).toBeGreaterThan(0);
    expect(likeness('night owl', 'First Night Ranger')).toBe(0);
    expect(likeness('owl night', 'First Night Ranger', 'owl, moon')).toBeGreaterThan(0);
    expect(likeness('', 'Anything')).toBeGreaterThan(0);
  });

  it('is found whatever its accents and capitals', () => {
    expect(likeness('mowe', 'Möwe über dem Deich')).toBeGreaterThan(0);
    expect(likeness('ÜBER', 'Möwe über dem Deich')).toBeGreaterThan(0);
  });

  it('stands first where it begins with what is asked, then where a word does, then where it is in one', () => {
    const by = ['night', 'midnight', 'First Night', 'Night Ranger'].map((t) => likeness('night', t));
    expect(by).toEqual([4, 2, 3, 4]);
    expect(likeness('night', 'Owl', 'night')).toBe(1);
  });

  it('is the best of each group, no more than asked for, groups in their order', () => {
    const things = [
      thing('Commands', 'Zoom in'),
      thing('Commands', 'Fit the board'),
      thing('Places', 'Fittings'),
      ...Array.from({ length: 9 }, (_, i) => thing('Designs', `A fit ${i}`)),
      thing('Designs', 'Fit first'),
    ];
    expect(bestOf('fit', things, 3).map((f) => f.title)).toEqual([
      'Fit the board',
      'Fittings',
      'Fit first',
      'A fit 0',
      'A fit 1',
    ]);
    expect(bestOf('nothing such', things, 3)).toEqual([]);
  });
});
