import type { Garment } from '../colour';
import { SPEC } from '../../testing';
import { comesIn, judgedColours, nounOf } from './index';

const library = ['soot', 'bone', 'white', 'china-white'].map((id): Garment => ({
  id,
  name: id,
  value: '#ffffff',
  kind: 'solid',
}));
const ids = (list: Garment[]) => list.map((g) => g.id);
const mug = { ...SPEC, kind: 'mug' as const, garments: ['china-white'] };
const tee = { ...SPEC, kind: 'shirt' as const, garments: ['white', 'soot', 'gone'] };
const poster = { ...SPEC, kind: 'poster' as const, garments: undefined };

describe('the colours of a product', () => {
  it('are those of the library that it comes in, in its order; all where it says none', () => {
    expect(ids(comesIn(tee, library))).toEqual(['white', 'soot']);
    expect(ids(comesIn(poster, library))).toEqual(ids(library));
    expect(ids(comesIn(undefined, library))).toEqual(ids(library));
  });

  it('are what a design is judged on: a mug never on Soot', () => {
    expect(ids(judgedColours(mug, ['soot', 'bone'], library))).toEqual(['china-white']);
    expect(ids(judgedColours(tee, ['soot', 'bone'], library))).toEqual(['soot']);
    expect(ids(judgedColours(poster, ['bone'], library))).toEqual(['bone']);
    expect(ids(judgedColours(poster, ['gone'], library))).toEqual([]);
  });

  it('are called by what they are of', () => {
    expect(
      [
        tee,
        mug,
        { ...SPEC, kind: 'sticker sheet' as const },
        { ...SPEC, kind: 'other' as const },
        undefined,
      ].map(nounOf),
    ).toEqual(['garment', 'mug', 'sheet', 'product', 'garment']);
  });
});
