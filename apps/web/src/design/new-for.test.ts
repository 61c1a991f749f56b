import fc from 'fast-check';
import { lightness, type Garment } from '@brelm/core/colour';
import { isPale, spread } from './new-for';

const garment = (id: string, value: string): Garment => ({ id, name: id, value }) as Garment;
const grey = (n: number) => garment(`g${n}`, `#${n.toString(16).padStart(2, '0').repeat(3)}`);

describe('the garments that a new design is judged on', () => {
  const some = fc.uniqueArray(fc.integer({ min: 0, max: 255 }), { minLength: 1, maxLength: 30 });

  it('begin with the chosen one, are some of those that there are, each once, six at the most', () => {
    fc.assert(
      fc.property(some, fc.nat(), (values, at) => {
        const all = values.map(grey);
        const chosen = all[at % all.length];
        const ids = spread(all, chosen);
        expect(ids[0]).toBe(chosen.id);
        expect(new Set(ids).size).toBe(ids.length);
        expect(ids.every((id) => all.some((g) => g.id === id))).toBe(true);
        expect(ids.length).toBe(Math.min(all.length, 6));
      }),
      { seed: 21, endOnFailure: true },
    );
  });

  it('reach from the darkest to the lightest of the others', () => {
    fc.assert(
      fc.property(some, fc.nat(), (values, at) => {
        const all = values.map(grey);
        const chosen = all[at % all.length];
        const others = all
          .filter((g) => g !== chosen)
          .sort((a, b) => lightness(a.value) - lightness(b.value));
        if (others.length < 5) return;
        const ids = spread(all, chosen);
        expect(ids).toContain(others[0].id);
        expect(ids).toContain(others.at(-1)!.id);
      }),
      { seed: 22, endOnFailure: true },
    );
  });

  it('a garment alone is judged alone', () => {
    expect(spread([grey(40)], grey(40))).toEqual(['g40']);
  });

  it('pale is what dark ink is for', () => {
    expect([grey(255), grey(0), garment('bone', '#f2ead8'), garment('soot', '#1c1c1e')].map(isPale)).toEqual([
      ...[true, false, true, false],
    ]);
  });
});
