import { MOTIF_TOPICS, motifLibrary, readSvgFile } from '../index';

describe('the motif library', () => {
  it('has thousands of figures of three sets, each with its licence', async () => {
    const library = await motifLibrary();
    expect(library.size).toBeGreaterThan(7000);
    const owls = library.search('owl').entries.filter((e) => /^(barn )?owl$/.test(e.name));
    expect(new Set(owls.map((e) => e.style))).toEqual(new Set(['flat colours', 'one colour', 'shaded']));
    expect(new Set(owls.map((e) => e.licence.id))).toEqual(new Set(['MIT', 'CC-BY-3.0', 'Apache-2.0']));
    for (const e of owls) expect(e.licence.source).toBeTruthy();
  });

  it.each([
    ['bunny', 'rabbit'],
    ['puppy', 'dog'],
    ['toadstool', 'mushroom'],
    ['mushr', 'mushroom'],
    ['moth', 'butterfly'],
    ['full moon', 'full moon'],
    ['mushrom', 'mushroom'],
  ])('finds by word, synonym, beginning and slip: %s', async (phrase, expected) => {
    const { entries } = (await motifLibrary()).search(phrase);
    expect(
      entries
        .slice(0, 12)
        .map((e) => e.name)
        .join(' | '),
    ).toContain(expected);
  });

  it('puts the thing itself before what only has something of it', async () => {
    const { entries } = (await motifLibrary()).search('bunny');
    expect(
      entries
        .slice(0, 5)
        .map((e) => e.name)
        .filter((n) => n.includes('rabbit')).length,
    ).toBeGreaterThan(2);
    expect(entries.findIndex((e) => e.name.includes('bunny ears'))).toBeGreaterThan(2);
  });

  it('finds only what a word is said of: leaves, and no Japanese buttons', async () => {
    const { entries } = (await motifLibrary()).search('leaf', 0, 200);
    expect(entries.length).toBeGreaterThan(10);
    expect(entries.filter((e) => /button|castle|doll/.test(e.name)).map((e) => e.name)).toEqual([]);
  });

  it('finds nothing for what is not there, and everything for nothing', async () => {
    const library = await motifLibrary();
    expect(library.search('qqqzzz')).toEqual({ total: 0, entries: [] });
    expect(library.search('  ').total).toBe(library.size);
    const [first, second] = [library.search('', 0, 5), library.search('', 5, 5)];
    expect(first.entries).toHaveLength(5);
    expect(first.entries.map((e) => e.id)).not.toContain(second.entries[0].id);
  });

  it('is browsed by topic: each has figures of every style that are what it says, and a phrase narrows it', async () => {
    const library = await motifLibrary();
    const of = (topic: string, phrase = '') => library.search(phrase, 0, 5000, topic).entries;
    for (const { id } of MOTIF_TOPICS) expect(of(id).length).toBeGreaterThan(50);
    const animals = of('animals');
    expect(new Set(animals.map((e) => e.style)).size).toBe(3);
    const names = animals.map((e) => e.name);
    for (const name of ['owl', 'mushroom', 'hedgehog']) expect(names).toContain(name);
    expect(names).not.toContain('pizza');
    expect(of('animals', 'owl').map((e) => e.name)).toContain('owl');
    expect(of('food', 'owl').map((e) => e.name)).not.toContain('owl');
    expect(of('walrus')).toEqual([]);
    // No figure is in two topics.
    const all = MOTIF_TOPICS.flatMap(({ id }) => of(id).map((e) => e.id));
    expect(new Set(all).size).toBe(all.length);
  });

  it('leaves out the same figure in other skins', async () => {
    const library = await motifLibrary();
    expect(library.search('waving hand', 0, 200).entries.filter((e) => /skin|-dark/.test(e.id))).toEqual([]);
  });

  it('gives figures as SVG that becomes outlines; one colour takes the colour that is asked for', async () => {
    const library = await motifLibrary();
    const art = await readSvgFile(library.svg('flat/owl')!);
    expect(art.outlines.length).toBeGreaterThan(3);
    expect(new Set(art.outlines.map((o) => o.colour)).size).toBeGreaterThan(2);
    const dark = await readSvgFile(library.svg('silhouette/owl', '#f2ead8')!);
    expect(new Set(dark.outlines.map((o) => o.colour))).toEqual(new Set(['#f2ead8']));
    expect(library.svg('flat/../../secret')).toBeUndefined();
    expect(library.svg('__proto__/owl')).toBeUndefined();
  });
});
