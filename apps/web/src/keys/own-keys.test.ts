import fc from 'fast-check';
import { COMMAND_IDS, COMMANDS, commandOf, meet, type CommandId } from './catalogue';
import { isLetterName, nameOf } from './key-words';
import { keyOf, keyRefusal, keysOf, ownKeysFrom, withKey, withoutKey, type OwnKeys } from './own-keys';
import { tipOf } from './use-tip';

const seed = 20261129;
const changeable = COMMAND_IDS.filter((id) => !commandOf(id).fixed);

/** Pairs of commands that listen at the same time and have a key in common. */
const clashes = (own: OwnKeys): string[] =>
  COMMAND_IDS.flatMap((a, i) =>
    COMMAND_IDS.slice(i + 1)
      .filter((b) => meet(COMMANDS[a], COMMANDS[b]))
      .filter((b) => keysOf(a, own).some((key) => keysOf(b, own).includes(key)))
      .map((b) => `${a} and ${b}`),
  );

const pressed = (key: string, held: { shift?: true; ctrl?: true } = {}) =>
  nameOf({ key, shiftKey: held.shift ?? false, ctrlKey: held.ctrl ?? false, metaKey: false });

describe('names of keys', () => {
  it('have letters small without Shift, and say what is held', () => {
    expect(pressed('A')).toBe('a');
    expect(pressed('A', { shift: true })).toBe('Shift+A');
    expect(pressed('?', { shift: true })).toBe('?');
    expect(pressed('PageUp', { shift: true })).toBe('Shift+PageUp');
    expect(pressed('Z', { shift: true, ctrl: true })).toBe('Ctrl+Shift+Z');
  });

  it('tell what writes a letter or a sign from what does not', () => {
    expect(['a', 'Shift+A', '?', '+', '1'].filter((n) => !isLetterName(n))).toEqual([]);
    expect(['Ctrl+a', 'F1', 'Shift+PageUp', 'Ctrl++', 'Delete'].filter(isLetterName)).toEqual([]);
  });
});

describe('the keys that commands come with', () => {
  it('mean one thing each wherever they can be pressed', () => {
    expect(clashes({})).toEqual([]);
    // The same key does a thing on the shelf and another in a design: they never listen together.
    expect(keysOf('new-design', {})).toEqual(keysOf('comments', {}));
  });
});

describe('a key of one’s own', () => {
  it('takes the place of those that the command came with', () => {
    const own = withKey({}, 'zoom-in', 'z');
    expect(keysOf('zoom-in', own)).toEqual(['z']);
    expect(keyOf('zoom-in', { own, letters: true })).toBe('Z');
    expect(tipOf({ own, letters: true }, 'Zoom in', 'zoom-in')).toBe('Zoom in (Z)');
    expect(tipOf({ own, letters: false }, 'Zoom in', 'zoom-in')).toBe('Zoom in');
    expect(tipOf({ own: {}, letters: true }, 'Side', 'next-side', 'for the next')).toBe(
      'Side (S for the next)',
    );
  });

  it('is taken from the command that has it and can be given at the same time, and from no other', () => {
    expect(keyRefusal('weld', 'g', {})).toEqual({
      words: 'G is the key of “Next garment behind the artwork”.',
      holders: ['next-garment'],
    });
    const own = withKey({}, 'weld', 'g');
    expect(keysOf('next-garment', own)).toEqual([]);
    // P is that of another stage.
    expect(keyRefusal('weld', 'p', {})).toBeNull();
    expect(keysOf('place-by-ink', withKey({}, 'weld', 'p'))).toEqual(['p']);
  });

  it('is none that has the same use everywhere, and none of what is fixed', () => {
    for (const name of ['Escape', 'Enter', 'ArrowLeft', 'Tab', ' ', 'Ctrl+z', 'Ctrl+c', 'Ctrl+t', 'F5'])
      expect(keyRefusal('weld', name, {})).toMatchObject({ holders: [] });
    expect(keysOf('undo', { undo: 'u' })).toEqual(['Ctrl+z']);
  });

  it('is nothing of its own when it is the one that it came with', () => {
    expect(withKey(withKey({}, 'weld', 'x'), 'weld', 'j')).toEqual({});
    expect(withoutKey(withKey({}, 'weld', null), 'weld')).toEqual({});
  });

  it('never lets a key mean two things, whatever is given, taken and brought back', () => {
    const step = fc.record({
      id: fc.constantFrom<CommandId>(...changeable),
      key: fc.constantFrom<string | null | undefined>(
        'a',
        'g',
        'x',
        '/',
        'Shift+G',
        'F1',
        'Ctrl+d',
        '+',
        null,
        undefined,
      ),
    });
    fc.assert(
      fc.property(fc.array(step, { maxLength: 12 }), (steps) => {
        let own: OwnKeys = {};
        for (const { id, key } of steps) {
          own =
            key === undefined
              ? withoutKey(own, id)
              : keyRefusal(id, key ?? 'x', own)?.holders.length === 0
                ? own
                : withKey(own, id, key);
          expect(clashes(own)).toEqual([]);
          if (key) expect(keysOf(id, own)).toContain(key);
        }
        expect(ownKeysFrom(JSON.stringify(own))).toEqual(own);
      }),
      { seed, numRuns: 200 },
    );
  });

  it('is left out when a browser has kept rubbish', () => {
    for (const text of [null, '', 'no', '3', 'null', '[]', '{"toString":"x","weld":3,"bundle":"Escape"}'])
      expect(ownKeysFrom(text)).toEqual({});
    expect(ownKeysFrom('{"weld":"x","gone":"y","bundle":null}')).toEqual({ weld: 'x', bundle: null });
  });
});
