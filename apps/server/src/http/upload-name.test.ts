import fc from 'fast-check';
import { uploadName } from './upload-name';

it('a file is called as it was, whatever its letters', () => {
  const asMulterHasIt = (name: string) => Buffer.from(name, 'utf8').toString('latin1');
  for (const name of ['owl.png', 'Märkte.png', '梟 と 蛾.svg', 'ночь.jpg'])
    expect(uploadName({ originalname: asMulterHasIt(name) })).toBe(name);
  fc.assert(
    fc.property(fc.string({ unit: 'grapheme', maxLength: 30 }), (name) => {
      // Halves of pairs are no letters.
      fc.pre(!/\p{Surrogate}/u.test(name));
      expect(uploadName({ originalname: asMulterHasIt(name) })).toBe(name);
    }),
    { seed: 24, endOnFailure: true },
  );
});
