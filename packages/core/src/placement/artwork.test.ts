import { circle, designOf, shape, SPEC } from '../../testing';
import { applyEdit, emptySide, headOf, openSide, type Design } from '../design';
import type { SpecSide } from '../spec';
import {
  allPlannedFiles,
  artworkFor,
  artworkOn,
  blankOf,
  colourwayOnBlank,
  homeAt,
  newPlacement,
  placementOn,
  proposedPlacement,
} from './index';

const [front] = SPEC.sides;
const back: SpecSide = { ...front, id: 'back', name: 'Back' };
const tee = { ...SPEC, sides: [front, back] };
const mug = { ...SPEC, id: 'other/mug', sides: [{ ...front, id: 'wrap', name: 'Wrap' }] };

const design = (): Design => {
  const one = designOf({ a: '#ffffff' }, shape('moth', circle(450, 450, 50), 'a'));
  const side = emptySide('nape', 'Nape', { ...one.board, spec: tee.id, side: 'back' });
  const parts = [shape('owl', circle(450, 450, 50), 'a')];
  return openSide(applyEdit(one, { op: 'addSide', side: { ...side, parts } }), 'front');
};
const placed = (spec: typeof tee, side: SpecSide, artwork?: string) => ({
  ...newPlacement(spec, side, homeAt(design().board, side)),
  ...(artwork ? { artwork } : {}),
});

describe('which artwork goes on a side of a product', () => {
  it('is the one that was made for it, whatever is open', () => {
    for (const open of ['front', 'nape']) {
      const at = openSide(design(), open);
      expect(artworkOn(at, tee.id, 'front').parts[0].id).toBe('moth');
      expect(artworkOn(at, tee.id, 'back').parts[0].id).toBe('owl');
    }
  });

  it('else one made for a side of the same name, else the first', () => {
    expect(artworkFor(design(), 'another/hoodie', 'back').id).toBe('nape');
    expect(artworkFor(design(), mug.id, 'wrap').id).toBe('front');
  });

  it('is what the placement says, where that side is there', () => {
    const chosen = applyEdit(design(), { op: 'setPlacement', placement: placed(mug, mug.sides[0], 'nape') });
    expect(artworkOn(chosen, mug.id, 'wrap').parts[0].id).toBe('owl');
    const gone = applyEdit(design(), { op: 'setPlacement', placement: placed(mug, mug.sides[0], 'hem') });
    expect(artworkFor(gone, mug.id, 'wrap').id).toBe('front');
  });

  it('makes a file of each side, by the head alone as by the design', () => {
    const both = design();
    for (const given of [both, openSide(both, 'nape'), headOf(both), headOf(openSide(both, 'nape'))]) {
      expect(allPlannedFiles(given, [tee, mug]).map((f) => `${f.spec.id} ${f.side.id}`)).toEqual([
        `${tee.id} front`,
        `${tee.id} back`,
      ]);
      expect(placementOn(given, mug, mug.sides[0])).toBeNull();
    }
  });
});

describe('the colourway on a product of one colour', () => {
  const parts = [{ ...shape('words', circle(450, 450, 50), 'a'), mustRead: true }];
  const night = { id: 'night', name: 'Night', inks: {}, garments: [] };
  const day = { id: 'day', name: 'Day', inks: { a: '#1f2a44' }, garments: [] };
  const inks = (pale: string, ...colourways: Design['colourways']): Design => ({
    ...designOf({ a: pale }, ...parts),
    colourways,
  });

  it('is the first where that reads, else the one that reads best', () => {
    expect(colourwayOnBlank(inks('#1f2a44', night, day), '#ffffff')).toBeNull();
    expect(colourwayOnBlank(inks('#f2ead8', night, day), '#ffffff')).toBe('day');
    expect(colourwayOnBlank(inks('#f2ead8', night), '#ffffff')).toBeNull();
    expect(colourwayOnBlank(inks('#ffffff', night, { ...day, inks: { a: '#fefefe' } }), '#ffffff')).toBe(
      'day',
    );
  });

  it('asks nothing of what need not be read, or is hidden in a colourway', () => {
    const plain = { ...inks('#f2ead8', night, day), parts: [{ ...parts[0], mustRead: false }] };
    expect(colourwayOnBlank(plain, '#ffffff')).toBeNull();
    const hidden = { ...night, parts: { words: { hidden: true } } };
    expect(colourwayOnBlank(inks('#f2ead8', hidden, day), '#ffffff')).toBeNull();
  });

  it('goes with a new placement, and what the seller chose stays', () => {
    const given = inks('#f2ead8', night, day);
    const at = homeAt(given.board, mug.sides[0]);
    const white = blankOf({ ...mug, kind: 'mug', garments: ['china-white'] }, [
      { id: 'china-white', name: 'China white', value: '#ffffff', kind: 'solid' },
    ]);
    expect(white).toBe('#ffffff');
    expect(blankOf(tee, [])).toBeNull();
    const made = proposedPlacement(given, mug, mug.sides[0], at, '#000000', white);
    expect(made.colourway).toBe('day');
    const chosen = applyEdit(given, { op: 'setPlacement', placement: { ...made, colourway: 'night' } });
    expect(proposedPlacement(chosen, mug, mug.sides[0], at, '#000000', white).colourway).toBe('night');
  });
});
