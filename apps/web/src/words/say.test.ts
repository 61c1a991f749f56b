import { createElement, isValidElement, type ReactElement, type ReactNode } from 'react';
import { format, monthName, weekdayName } from './dates';
import { decimal } from './decimal';
import { wordsOf } from './index';
import { giveWords } from './language';

const ENGLISH = {
  plain: 'Undo',
  files: '{n, plural, one {# file} other {# files}} of {name}',
  link: 'Go to <link>the runs of {name}</link>, or wait.',
  braces: "Written '{'product'}'",
  only: 'Said in English alone',
};

/** All text in what is shown, whatever it is in. */
const textOf = (node: ReactNode): string =>
  Array.isArray(node)
    ? node.map(textOf).join('')
    : isValidElement(node)
      ? textOf((node as ReactElement<{ children?: ReactNode }>).props.children)
      : typeof node === 'string'
        ? node
        : '';

describe('what a room says', () => {
  const say = wordsOf('tried', ENGLISH);

  it('is a sentence as it stands, or with values in it, one or several', () => {
    expect(say('plain')).toBe('Undo');
    expect(say('files', { n: 1, name: '<b>{Owl}</b>' })).toBe('1 file of <b>{Owl}</b>');
    expect(say('files', { n: 1200, name: 'Owl' })).toBe('1,200 files of Owl');
    expect(say('braces')).toBe('Written {product}');
  });

  it('throws where a value that it names is not given', () => {
    expect(() => say('files', { n: 2 })).toThrow(/name/);
  });

  it('has elements in it where it has tags, and all of its words', () => {
    const shown = say.rich('link', {
      name: 'Owl',
      link: (words) => createElement('a', { href: '/runs' }, words),
    });
    expect(textOf(shown)).toBe('Go to the runs of Owl, or wait.');
    const children = (shown as ReactElement<{ children: ReactNode[] }>).props.children;
    expect(children.filter((c) => isValidElement(c))).toHaveLength(1);
  });

  it('is said in the words that are given for it; what they lack, in English', () => {
    giveWords('given', { plain: 'Rückgängig' });
    const other = wordsOf('given', ENGLISH);
    expect(other('plain')).toBe('Rückgängig');
    expect(other('only')).toBe('Said in English alone');
  });
});

describe('dates and numbers', () => {
  it('are written as the language does', () => {
    expect(format('2026-11-30T12:00:00', 'd MMM yyyy')).toBe('30 Nov 2026');
    expect([monthName(1), monthName(12), weekdayName(0), weekdayName(6)]).toEqual([
      'January',
      'December',
      'Sunday',
      'Saturday',
    ]);
    expect([decimal(1.25, 1), decimal(7, 2)]).toEqual(['1.3', '7.00']);
  });
});
