import { proofOf } from '@brelm/core/proof';
import { emptyDesign, type Design } from '@brelm/core/design';
import { lettering, letteringLine, place } from '@brelm/core/parts';
import { loadMaterials, makeSurface, shippedGarments, shippedSpecs, shippedSpelling } from '../index';

describe('the dictionaries that ship', () => {
  const spelling = shippedSpelling();

  it.each([
    'colour',
    'color',
    'grey',
    'gray',
    'OWLS',
    'Owls',
    'don’t',
    "moon's",
    'MONDAY',
    'Monday',
    'mushrooms',
    'I’m',
  ])('know %s', (word) => {
    expect(spelling.doubt(word)).toBeNull();
  });

  it.each([
    ['recieve', 'receive'],
    ['mushrom', 'mushroom'],
    ['SEPERATE', 'separate'],
    ['lantren', 'lantern'],
    ['definately', 'definitely'],
  ])('doubt %s, and mean %s', (word, meant) => {
    expect(spelling.doubt(word)).toContain(meant);
  });

  // Slips that people make, and what each of them is for.
  const SLIPS: [string, string][] = [
    ['wensday', 'Wednesday'],
    ['febuary', 'February'],
    ['recieve', 'receive'],
    ['mushrom', 'mushroom'],
    ['seperate', 'separate'],
    ['definately', 'definitely'],
    ['calender', 'calendar'],
    ['goverment', 'government'],
    ['tommorow', 'tomorrow'],
    ['freind', 'friend'],
    ['wierd', 'weird'],
    ['untill', 'until'],
    ['begining', 'beginning'],
    ['accomodate', 'accommodate'],
    ['occured', 'occurred'],
    ['mountian', 'mountain'],
    ['campfrie', 'campfire'],
    ['cofee', 'coffee'],
    ['libary', 'library'],
    ['butterfy', 'butterfly'],
    ['hedghog', 'hedgehog'],
    ['adventrue', 'adventure'],
    ['wilderniss', 'wilderness'],
    ['lantren', 'lantern'],
    ['nieghbour', 'neighbour'],
    ['rythm', 'rhythm'],
    ['gaurdian', 'guardian'],
    ['explorr', 'explore'],
    ['beleive', 'believe'],
    ['ohme', 'home'],
  ];
  it('offer first what is meant, for at least 26 of 30 slips, and among the first three for all of them', () => {
    const answers = SLIPS.map(([typed, meant]) => ({ typed, meant, offered: spelling.doubt(typed) ?? [] }));
    expect(answers.filter((a) => !a.offered.slice(0, 3).includes(a.meant))).toEqual([]);
    expect(answers.filter((a) => a.offered[0] === a.meant).length).toBeGreaterThanOrEqual(26);
  });

  it('have nothing to offer for what is no word at all', () => {
    expect(spelling.doubt('zzxqvk')).toEqual([]);
  });

  it('mend a misspelt shirt', async () => {
    const spec = shippedSpecs()[0];
    const side = spec.sides[0];
    const board = { spec: spec.id, side: side.id, width: side.widthPx, height: side.heightPx, dpi: side.dpi };
    const line = letteringLine('RECIEVE OWLS', 'anton', 400, 'ink-1');
    const design: Design = {
      ...emptyDesign('x', board, 'soot', [], { name: 'Bone', value: '#f2ead8' }),
      parts: [lettering('l', '', place(side.widthPx / 2, side.heightPx / 2), [line])],
    };
    const materials = await loadMaterials(design);
    const { findings } = proofOf({
      design,
      colourway: undefined,
      spec,
      side,
      garments: shippedGarments().slice(0, 1),
      materials,
      pictures: () => null,
      surfaces: makeSurface,
      spelling,
    });
    const found = findings.find((f) => f.check === 'spelling')!;
    expect(found).toMatchObject({ severity: 'note', part: 'l' });
    expect(found.mends[0].title).toBe('Write “RECEIVE”');
    expect(found.mends[0].edits[0]).toMatchObject({ change: { lines: [{ text: 'RECEIVE OWLS' }] } });
  });
});
