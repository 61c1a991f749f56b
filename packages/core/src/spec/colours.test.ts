import type { Garment } from '../colour';
import { SPEC } from '../../testing';
import { comesIn, judgedColours, nounOf, seenOn } from './index';

const colour = (id: string): Garment => ({ id, name: id, value: '#ffffff', kind: 'solid' });
const library = ['soot', 'bone', 'white', 'china-white'].map(colour);
const lid: Garment = { ...colour('lid'), ground: true };
const pane: Garment = { ...colour('pane'), ground: true };
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
    ).toEqual(['garment', 'mug', 'ground', 'product', 'garment']);
  });

  it('are no grounds, which stickers are judged on and nothing comes in', () => {
    const all = [...library, lid, pane];
    const sticker = { ...SPEC, kind: 'sticker' as const, garments: ['white'] };
    expect(ids(comesIn(poster, all))).toEqual(ids(library));
    expect(ids(comesIn(sticker, all))).toEqual(['white']);
    expect(ids(seenOn(poster, all))).toEqual(ids(library));
    expect(ids(seenOn(mug, all))).toEqual(['china-white']);
    expect(ids(seenOn(sticker, all))).toEqual(['lid', 'pane']);
    expect(ids(seenOn({ ...sticker, grounds: ['pane', 'gone'] }, all))).toEqual(['pane']);
    // What was chosen for a shirt before says nothing of a sticker; what was chosen of its grounds does.
    expect(ids(judgedColours(sticker, ['soot'], all))).toEqual(['lid', 'pane']);
    expect(ids(judgedColours(sticker, ['soot', 'pane'], all))).toEqual(['pane']);
    // A library of before there were grounds.
    expect(ids(seenOn(sticker, library))).toEqual(['white']);
    expect(ids(judgedColours({ ...sticker, garments: undefined }, ['bone'], library))).toEqual(['bone']);
  });
});
