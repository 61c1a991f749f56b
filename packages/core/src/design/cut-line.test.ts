import { designOf } from '../../testing';
import { newCutLine } from '../cutline';
import { reread } from '../../testing/base';
import { place, shapeOf } from '../parts';
import {
  applyEdit,
  applyEdits,
  differences,
  emptySide,
  lightestInk,
  mergeInks,
  openSide,
  swapInks,
  unusedInks,
  usedInks,
  type Design,
} from './index';

const base: Design = {
  ...designOf(
    { dark: '#20262a', pale: '#f2ead8', rust: '#b3492a' },
    shapeOf('disc', place(450, 450), 'ellipse', 200, 'dark'),
  ),
  cutLine: newCutLine('pale', { borderMm: 2, radiusMm: 1.5 }),
};

describe('a design that is cut out', () => {
  it('is kept with its cut line, side by side', () => {
    const two = openSide(
      applyEdit(base, { op: 'addSide', side: emptySide('back', '', base.board) }),
      base.side.id,
    );
    expect(reread(two)).toEqual(two);
    expect(openSide(two, 'back').cutLine).toBeNull();
    const there = applyEdit(two, { op: 'setCutLine', side: 'back', cutLine: newCutLine('rust') });
    expect(openSide(there, 'back').cutLine).toEqual(newCutLine('rust'));
    expect(there.cutLine).toBe(base.cutLine);
    expect(applyEdit(there, { op: 'setCutLine', cutLine: null }).cutLine).toBeNull();
  });

  it('uses the ink of its border, on whichever side, and follows it when inks are merged or swapped', () => {
    expect([...usedInks(base)].sort()).toEqual(['dark', 'pale']);
    expect(unusedInks(base).map((i) => i.id)).toEqual(['rust']);
    const merged = applyEdits(base, mergeInks(base, 'pale', 'rust'));
    expect(merged.cutLine!.ink).toBe('rust');
    expect(reread(merged)).toEqual(merged);
    expect(applyEdits(base, swapInks(base, 'pale', 'dark')).cutLine!.ink).toBe('dark');
    const back = applyEdit(base, {
      op: 'addSide',
      side: { ...emptySide('back', '', base.board), cutLine: newCutLine('rust') },
    });
    expect(unusedInks(back)).toEqual([]);
    expect(openSide(applyEdits(back, mergeInks(back, 'rust', 'dark')), 'back').cutLine!.ink).toBe('dark');
  });

  it('uses the inks of its rims, which follow like its own', () => {
    const rimmed: Design = {
      ...base,
      cutLine: { ...base.cutLine!, rims: [{ ink: 'rust', width: 2 }] },
    };
    expect(unusedInks(rimmed)).toEqual([]);
    const merged = applyEdits(rimmed, mergeInks(rimmed, 'rust', 'dark'));
    expect(merged.cutLine!.rims).toEqual([{ ink: 'dark', width: 2 }]);
    expect(merged.cutLine!.ink).toBe('pale');
    expect(reread(merged)).toEqual(merged);
  });

  it('keeps what was placed on it by hand', () => {
    const byHand: Design = {
      ...base,
      cutLine: {
        ...base.cutLine!,
        ...{ holes: 'chosen', openHoles: [[0.25, 0.5]], joints: [[0, 0.5, 1, 0.5]] },
        patches: [{ from: [0, 0], to: [1, 0], via: [[0.5, -0.2]] }],
        backing: { margin: 3, tear: 'left' },
      },
    };
    expect(reread(byHand)).toEqual(byHand);
  });

  it('begins with its lightest ink in the colourway that is shown', () => {
    expect(lightestInk(base, undefined)).toBe('pale');
    const day = {
      ...base,
      colourways: [...base.colourways, { id: 'day', name: 'Day', inks: { pale: '#101010' }, garments: [] }],
    };
    expect(lightestInk(day, 'day')).toBe('rust');
    expect(lightestInk({ ...base, inks: [] }, undefined)).toBeNull();
  });

  it('differs in words from one that is cut otherwise', () => {
    expect(differences(base, { ...base, cutLine: null })).toEqual(['The cut lines differ']);
  });

  it('refuses what cannot be cut, by its field', () => {
    const faulty = (change: object) => () => reread({ ...base, cutLine: { ...base.cutLine!, ...change } });
    expect(faulty({ distance: -1 })).toThrow(/cutLine\.distance/);
    expect(faulty({ shape: 'heart' })).toThrow(/cutLine\.shape/);
    expect(faulty({ ink: 'gone' })).toThrow(/cutLine\.ink/);
    expect(faulty({ bridge: 0 })).toThrow(/cutLine\.bridge/);
    expect(faulty({ form: 'heart' })).toThrow(/cutLine\.form/);
    expect(faulty({ rims: [{ ink: 'gone', width: 2 }] })).toThrow(/cutLine\.rims\[0\]\.ink/);
    expect(faulty({ joints: [[0, 1, 2]] })).toThrow(/cutLine\.joints\[0\]/);
    expect(faulty({ openHoles: [[0, 9]] })).toThrow(/cutLine\.openHoles\[0\]\[1\]/);
    expect(faulty({ backing: { margin: 0, tear: 'none' } })).toThrow(/cutLine\.backing\.margin/);
  });
});
