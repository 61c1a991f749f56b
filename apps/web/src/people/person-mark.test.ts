import { initialsOf } from './person-mark';

describe('initials', () => {
  it.each([
    ['Maud', 'M'],
    ['maud thistle', 'MT'],
    ['  Odo van der Moth ', 'OM'],
    ['🦉 owl', '🦉O'],
    ['', ''],
  ])('of %j are %j', (name, initials) => expect(initialsOf(name)).toBe(initials));
});
