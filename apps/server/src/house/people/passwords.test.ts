import { hashed, isPassword, passwordFault } from './passwords';

describe('a password', () => {
  it.each([
    ['moths at noon', 'maud@duskwren.example', null],
    ['short', 'maud@duskwren.example', /at least 12/],
    ['aaaaaaaaaaaaaaaa', 'maud@duskwren.example', /five different/],
    ['MAUD and her owls', 'maud@duskwren.example', /the name in it/],
    ['x'.repeat(100) + 'abcdefgh'.repeat(13), 'm@d.example', /at most 200/],
    // Three letters are in many words.
    ['dawn and dusk alike', 'dus@d.example', null],
    // Counted as they are seen, not as they are stored.
    ['🦉🦉🦉🦉🦉🦉🦉🦉🦉🦉', 'm@d.example', /at least 12/],
  ])('%j for %s', (password, signIn, fault) => {
    if (fault) expect(passwordFault(password, signIn)).toMatch(fault);
    else expect(passwordFault(password, signIn)).toBeNull();
  });

  it('is known again, typed on whatever keyboard, and no other is', async () => {
    const known = await hashed('caf\u00e9 at dusk');
    expect(known).toMatch(/^\$argon2id\$v=19\$m=19456,t=2,p=1\$/);
    expect(await isPassword('cafe\u0301 at dusk', known)).toBe(true);
    expect(await isPassword('cafe at dusk', known)).toBe(false);
    expect(await hashed('caf\u00e9 at dusk')).not.toBe(known);
  });

  it('of nobody is never right, not even the one that stands for it', async () => {
    expect(await isPassword('nobody has this password', undefined)).toBe(false);
  });
});
