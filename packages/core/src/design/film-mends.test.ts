import { FILMS, type FilmFinding } from '../film';
import { place, shapeOf } from '../parts';
import { designOf } from '../../testing';
import { applyEdits } from './edits';
import { filmMend } from './film-mends';

const finding = (change: Partial<FilmFinding>): FilmFinding => ({
  ...{ code: 'line', severity: 'watch', ink: 'a', message: '', figure: 0.5, threshold: 0.8, where: [] },
  ...change,
});
const design = () => {
  const of = designOf(
    { a: '#ff0000', b: '#0000ff' },
    { ...shapeOf('thin', place(300, 300), 'star', 300, 'a'), thin: 1 },
    shapeOf('other', place(300, 300), 'star', 300, 'b'),
    { ...shapeOf('locked', place(300, 300), 'star', 300, 'a'), locked: true },
  );
  of.inks[0].film = FILMS[0];
  return of;
};

describe('mends of films', () => {
  it('thicken what is cut of the ink by what is missing, and nothing else', () => {
    const of = design();
    const mend = filmMend(of, finding({}))!;
    expect(mend.label).toContain('0.17 mm');
    const [thin, other, locked] = applyEdits(of, mend.edits).parts;
    const px = (0.17 / 25.4) * of.board.dpi;
    // It was thinned by 1 px: that goes first.
    expect(thin.thin).toBe(Math.max(0, 1 - px));
    expect(thin.spread - thin.thin + 1).toBeCloseTo(px, 9);
    expect([other, locked]).toEqual(of.parts.slice(1));
  });

  it('join pieces that are too small, then leave them out', () => {
    let of = design();
    for (const [bridge, drop] of [
      [true, false],
      [true, true],
    ]) {
      of = applyEdits(of, filmMend(of, finding({ code: 'piece' }))!.edits);
      expect(of.films).toMatchObject({ bridge, drop });
    }
    expect(filmMend(of, finding({ code: 'piece' }))).toBeNull();
  });

  it('are none for what would change too much, for gaps, and for an ink of which nothing can be changed', () => {
    expect(filmMend(design(), finding({ figure: 0.1, threshold: 3 }))).toBeNull();
    expect(filmMend(design(), finding({ code: 'gap' }))).toBeNull();
    expect(filmMend(design(), finding({ ink: 'none' }))).toBeNull();
  });
});
