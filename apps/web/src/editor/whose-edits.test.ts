import { applyEdit, emptyDesign, type Design } from '@brelm/core/design';
import { usedMaterials } from '@brelm/core/listing';
import { motif, picture, place } from '@brelm/core/parts';
import { whoseEdits } from './whose-edits';

const board = { spec: 'pinfold/tee-front', side: 'front', width: 4500, height: 5400, dpi: 300 };
const base = emptyDesign('Whose', board, 'soot', ['soot'], { name: 'Bone', value: '#efe8d6' });
const moth = {
  ...{ id: 'moth', name: 'Moth', sha256: 'a'.repeat(64), width: 40, height: 30 },
  licence: { id: 'unknown' },
};
const design: Design = {
  ...base,
  materials: [moth],
  parts: [
    picture('p', place(900, 900), moth),
    motif('m', 'Fern', place(900, 900), { width: 10, height: 10, outlines: [] }, { id: 'unknown' }),
    motif('n', 'Owl', place(900, 900), { width: 10, height: 10, outlines: [] }, { id: 'MIT' }),
  ],
};
const licences = (d: Design) => usedMaterials(d).map((m) => [m.title, m.licence.id]);

describe('saying whose parts are', () => {
  it('says it of the material of a picture and of a motif, and of nothing else', () => {
    const said = whoseEdits(design, ['p', 'm'], { id: 'bought' }).reduce(applyEdit, design);
    expect(licences(said)).toEqual([
      ['Moth', 'bought'],
      ['Fern', 'bought'],
      ['Owl', 'MIT'],
    ]);
  });

  it('says nothing of parts that are gone meanwhile', () => {
    expect(whoseEdits({ ...design, parts: [] }, ['p', 'm', 'x'], { id: 'own' })).toEqual([]);
  });
});
