import { ShelfIndex } from './shelf-index';

const index = (designs: Record<string, string>, revision = 1) => {
  const made = new ShelfIndex();
  for (const [id, words] of Object.entries(designs)) made.put({ id, revision, words });
  return made;
};

const shelf = {
  owls: 'Count Owls Not Sheep COUNT OWLS NOT SHEEP Barn owl Moon Bone',
  toast: 'Toasted Marshmallow Club TOASTED Mallow on a stick Ember',
  moth: 'Café Moth LÀ-BAS Emperor moth',
};

describe('the index of the shelf', () => {
  it.each([
    ['malow', ['toast']],
    ['marshmalow', ['toast']],
    ['shep', ['owls']],
    ['cuont owsl', ['owls']],
    ['cont owls', ['owls']],
    ['cafe moht', ['moth']],
    ['cafe tm', []],
    ['cafe motth', ['moth']],
    ['la bas', ['moth']],
    ['sheep moth', []],
    ['ow', ['owls']],
    ['xy', []],
    [' , ', []],
  ])('finds for %j %j', (typed, found) => {
    expect(index(shelf).near(typed)).toEqual(found);
  });

  it('puts the closer one first', () => {
    expect(index({ far: 'Mallard lake', near: 'Mallow lake' }).near('mallo lake')[0]).toBe('near');
  });

  it('knows what it lacks, takes what was changed anew, and forgets what is gone', () => {
    const made = index(shelf);
    const now = [
      { id: 'owls', revision: 1 },
      { id: 'moth', revision: 2 },
      { id: 'tent', revision: 1 },
    ];
    expect(made.stale(now)).toEqual(['moth', 'tent']);
    expect(made.near('mallow')).toEqual([]);
    made.put({ id: 'moth', revision: 2, words: 'Hawk moth' });
    made.put({ id: 'tent', revision: 1, words: 'Tent' });
    expect(made.stale(now)).toEqual([]);
    expect([made.near('emperor'), made.near('hawk')]).toEqual([[], ['moth']]);
  });
});
