import fc from 'fast-check';
import { designOf } from '../../testing/base';
import {
  applyEdits,
  countFound,
  dealInks,
  lookAt,
  readStyle,
  replaceEdits,
  styleEdits,
  styleLetters,
  styleText,
  textOf,
  typeOver,
} from './index';
import { lettering, letteringLine, place, type LetteringLine, type LetteringPart } from '../parts';

const line = (text: string): LetteringLine => letteringLine(text, 'rye', 100, 'pale');

/** Which ink each letter has. */
const inks = (l: LetteringLine) => [...l.text].map((_, i) => lookAt(l, i).ink ?? l.ink);

const anyLine = fc
  .tuple(
    fc.string({ maxLength: 12 }),
    fc.array(fc.tuple(fc.nat(12), fc.nat(12), fc.constantFrom('red', 'blue')), { maxLength: 4 }),
  )
  .map(([text, looks]) =>
    looks.reduce(
      (l, [from, length, ink]) => styleLetters(l, from, from + length, { ink }),
      line(text.replace(/\n/g, ' ')),
    ),
  );

const valid = (l: LetteringLine) => {
  let end = 0;
  for (const s of l.spans) {
    expect(s.from).toBeGreaterThanOrEqual(end);
    expect(s.to).toBeGreaterThan(s.from);
    expect(s.to).toBeLessThanOrEqual(l.text.length);
    end = s.to;
  }
};

describe('styleLetters', () => {
  it('changes just those letters, and joins what looks the same', () => {
    const red = styleLetters(line('MOONS'), 1, 3, { ink: 'red' });
    expect(inks(red)).toEqual(['pale', 'red', 'red', 'pale', 'pale']);
    const more = styleLetters(red, 3, 4, { ink: 'red' });
    expect(more.spans).toEqual([{ from: 1, to: 4, ink: 'red' }]);
    expect(styleLetters(more, 0, 5, { ink: undefined }).spans).toEqual([]);
  });

  it('puts one look over another and keeps the rest of it', () => {
    const both = styleLetters(styleLetters(line('MOONS'), 0, 4, { ink: 'red' }), 2, 5, { scale: 2 });
    expect(lookAt(both, 3)).toEqual({ scale: 2, ink: 'red' });
    expect(lookAt(both, 0)).toEqual({ ink: 'red' });
    expect(lookAt(both, 4)).toEqual({ scale: 2 });
  });

  it('always leaves spans that are sorted and apart', () => {
    fc.assert(fc.property(anyLine, valid));
  });
});

describe('dealInks', () => {
  it('goes on from letter to letter and line to line, past spaces', () => {
    const [a, b] = dealInks([line('AB C'), line('D')], ['pale', 'red']);
    expect(inks(a)).toEqual(['pale', 'red', 'pale', 'pale']);
    expect(inks(b)).toEqual(['red']);
  });
});

describe('typeOver', () => {
  const two = [styleLetters(line('MOTHS'), 2, 4, { ink: 'red' }), { ...line('OUT'), face: 'anton' }];

  it('says just what was typed', () => {
    fc.assert(
      fc.property(
        fc.array(anyLine, { minLength: 1, maxLength: 3 }),
        fc.string({ maxLength: 8 }),
        fc.nat(30),
        fc.nat(10),
        (lines, added, at, length) => {
          const text = textOf(lines);
          const from = Math.min(at, text.length);
          const wanted = (text.slice(0, from) + added + text.slice(from + length)).replace(
            /\r\n?|\u2028|\u2029/g,
            '\n',
          );
          const typed = typeOver(lines, wanted);
          expect(textOf(typed)).toBe(wanted);
          typed.forEach(valid);
        },
      ),
    );
  });

  it('keeps the looks of letters that were not touched', () => {
    expect(inks(typeOver(two, 'xMOTHS\nOUT')[0])).toEqual(['pale', 'pale', 'pale', 'red', 'red', 'pale']);
    expect(inks(typeOver(two, 'MOTxHS\nOUT')[0])).toEqual(['pale', 'pale', 'red', 'red', 'red', 'pale']);
    expect(inks(typeOver(two, 'MOS\nOUT')[0])).toEqual(['pale', 'pale', 'pale']);
  });

  it('makes a line of the look that it came out of, and joins lines', () => {
    const split = typeOver(two, 'MO\nTHS\nOUT');
    expect(split.map((l) => [l.text, l.face])).toEqual([
      ['MO', 'rye'],
      ['THS', 'rye'],
      ['OUT', 'anton'],
    ]);
    expect(inks(split[1])).toEqual(['red', 'red', 'pale']);
    expect(typeOver(two, 'MOTHSOUT').map((l) => [l.text, l.face])).toEqual([['MOTHSOUT', 'rye']]);
  });

  it('takes line ends of any kind', () => {
    expect(typeOver([line('')], 'a\r\nb\rc').map((l) => l.text)).toEqual(['a', 'b', 'c']);
  });
});

describe('find and replace', () => {
  const owls = lettering('a', '', place(0, 0), [styleLetters(line('Owl and OWLS'), 8, 11, { ink: 'red' })]);
  const design = designOf({ pale: '#ffffff', red: '#ff0000' }, owls);
  const after = (find: string, by: string, options: { matchCase: boolean; wholeWords: boolean }) =>
    (applyEdits(design, replaceEdits(design, find, by, options)).parts[0] as LetteringPart).lines[0];

  it('finds in any case or the same, words or parts of them', () => {
    expect(countFound(design, 'owl', { matchCase: false, wholeWords: false })).toBe(2);
    expect(countFound(design, 'Owl', { matchCase: true, wholeWords: false })).toBe(1);
    expect(countFound(design, 'owl', { matchCase: false, wholeWords: true })).toBe(1);
    expect(countFound(design, '', { matchCase: false, wholeWords: false })).toBe(0);
    // Nothing in what is looked for has another meaning.
    expect(countFound(design, '.', { matchCase: false, wholeWords: false })).toBe(0);
  });

  it('replaces and keeps looks', () => {
    const changed = after('owl', 'moth', { matchCase: false, wholeWords: false });
    expect(changed.text).toBe('moth and mothS');
    expect(inks(changed).slice(9)).toEqual(['red', 'red', 'red', 'red', 'pale']);
    expect(after('and', '', { matchCase: true, wholeWords: true }).text).toBe('Owl  OWLS');
  });

  it('leaves locked parts alone', () => {
    const locked = { ...design, parts: [{ ...owls, locked: true }] };
    expect(replaceEdits(locked, 'owl', 'x', { matchCase: false, wholeWords: false })).toEqual([]);
  });
});

describe('a style', () => {
  const dressed: LetteringPart = {
    ...lettering('s', '', place(0, 0), [{ ...line('STYLE'), tracking: 40, case: 'upper', face: 'anton' }]),
    keylines: [{ ink: 'red', width: 10, join: 'mitre', distance: 4 }],
    shade: { kind: 'block', ink: 'pale', dx: 20, dy: 20 },
    decorations: [{ kind: 'cuts', ink: null, count: 3, width: 5, from: 0.2, to: 0.8 }],
    hollow: true,
  };
  const from = designOf({ pale: '#eeeeee', red: '#ff0000' }, dressed);

  it('goes onto other lettering in proportion, with its inks, and leaves the words', () => {
    const style = readStyle(styleText(from, dressed))!;
    const target = lettering('t', '', place(50, 60), [letteringLine('Moth', 'rye', 200, 'blue')]);
    const design = designOf({ blue: '#0000ff' }, target);
    const part = applyEdits(design, styleEdits(design, target, style)).parts[0] as LetteringPart;
    expect(part.lines[0]).toMatchObject({
      text: 'Moth',
      size: 200,
      face: 'anton',
      tracking: 40,
      case: 'upper',
    });
    expect(part.keylines[0]).toMatchObject({ width: 20, distance: 8 });
    expect(part.shade).toMatchObject({ dx: 40, dy: 40 });
    expect(part.decorations[0]).toMatchObject({ width: 10, count: 3 });
    expect(part.hollow).toBe(true);
    expect(part.place).toEqual(target.place);
    const inkNames = applyEdits(design, styleEdits(design, target, style)).inks.map((i) => i.value);
    expect(inkNames).toEqual(['#0000ff', '#eeeeee', '#ff0000']);
  });

  it('is not read from anything else', () => {
    expect(readStyle('{}')).toBeNull();
    expect(readStyle('words')).toBeNull();
  });
});
