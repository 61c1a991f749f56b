import { COMMAND_IDS, COMMANDS, commandOf, meet, type CommandId } from './catalogue';
import { isLetterName, keyWords } from './key-words';
import { region } from '../words/language';
import { say } from '../words/keys';

/** Keys that a seller has given to commands; null for one that is to have none. What is missing has those that it came with. */
export type OwnKeys = Readonly<Partial<Record<CommandId, string | null>>>;

/** The keys of a command, the one that is shown first. */
export const keysOf = (id: CommandId, own: OwnKeys): readonly string[] => {
  const given = commandOf(id).fixed ? undefined : own[id];
  return given === undefined ? commandOf(id).keys : given === null ? [] : [given];
};

/** Names of keys that are the browser's, the system's, or have the same use everywhere. */
const TAKEN =
  /^(Escape|Enter|Shift\+Enter|Tab|Shift\+Tab| |Backspace|Delete|(Shift\+)?Arrow\w+|Home|End|F5|F11|F12|Ctrl\+(Tab|[cvxznytwrkpsl0-9+=-]|Shift\+[TNWIJRZ])|Shift|Control|Alt|Meta|AltGraph|CapsLock|Dead|Process|Unidentified)$/;

/** Why a key cannot be given to a command at once. */
export interface KeyRefusal {
  words: string;
  /** Those that have it and listen at the same time; none where it cannot be taken from them. */
  holders: readonly CommandId[];
}

/** Why a key cannot be given to a command; null when it can. */
export function keyRefusal(id: CommandId, name: string, own: OwnKeys): KeyRefusal | null {
  if (TAKEN.test(name))
    return { words: say('hasTheSameUseEverywhere', { key: keyWords(name) }), holders: [] };
  const holders = COMMAND_IDS.filter(
    (other) => other !== id && meet(COMMANDS[id], COMMANDS[other]) && keysOf(other, own).includes(name),
  );
  if (!holders.length) return null;
  const words = say('isTheKeyOf', {
    key: keyWords(name),
    value: new Intl.ListFormat(region()).format(holders.map((h) => `“${commandOf(h).does}”`)),
  });
  return { words, holders: holders.some((h) => commandOf(h).fixed) ? [] : holders };
}

/** Gives a key to a command, and takes it from those that have it. What it came with is not kept as its own. */
export function withKey(own: OwnKeys, id: CommandId, name: string | null): OwnKeys {
  const next: Partial<Record<CommandId, string | null>> = { ...own };
  if (name !== null) for (const holder of keyRefusal(id, name, own)?.holders ?? []) next[holder] = null;
  if (name === commandOf(id).keys[0] && commandOf(id).keys.length === 1) delete next[id];
  else next[id] = name;
  return next;
}

/** A command with what it came with again; others that have its key by now have to find one of their own. */
export function withoutKey(own: OwnKeys, id: CommandId): OwnKeys {
  const next: Partial<Record<CommandId, string | null>> = { ...own };
  delete next[id];
  for (const key of commandOf(id).keys)
    for (const holder of keyRefusal(id, key, next)?.holders ?? []) next[holder] = null;
  return next;
}

/** Reads what a browser has kept; what is no command or no key of one is left out. */
export function ownKeysFrom(text: string | null): OwnKeys {
  let read: unknown;
  try {
    read = JSON.parse(text ?? '{}');
  } catch {
    return {};
  }
  if (typeof read !== 'object' || read === null) return {};
  return Object.fromEntries(
    Object.entries(read).filter(
      ([id, key]) =>
        Object.hasOwn(COMMANDS, id) &&
        (key === null || (typeof key === 'string' && key !== '' && !TAKEN.test(key))),
    ),
  );
}

const KEPT_AS = 'brelm-keys';
const LETTERS_OFF = 'brelm-letter-keys-off';

export interface Keys {
  own: OwnKeys;
  /** Whether single letters and signs work as keys in this browser (WCAG 2.2, 2.1.4). */
  letters: boolean;
}

let now: Keys | null = null;
const listeners = new Set<() => void>();
const tell = () => {
  now = null;
  for (const listener of listeners) listener();
};

/** The keys of this browser as they are now. */
export const keysNow = (): Keys =>
  (now ??= {
    own: ownKeysFrom(localStorage.getItem(KEPT_AS)),
    letters: localStorage.getItem(LETTERS_OFF) === null,
  });

/** Hears of changes, also of those that another tab makes. */
export function onKeys(listener: () => void): () => void {
  listeners.add(listener);
  if (listeners.size === 1) window.addEventListener('storage', tell);
  return () => {
    listeners.delete(listener);
    if (listeners.size === 0) window.removeEventListener('storage', tell);
  };
}

export function keepOwnKeys(own: OwnKeys): void {
  if (Object.keys(own).length) localStorage.setItem(KEPT_AS, JSON.stringify(own));
  else localStorage.removeItem(KEPT_AS);
  tell();
}

export function keepLetterKeys(on: boolean): void {
  if (on) localStorage.removeItem(LETTERS_OFF);
  else localStorage.setItem(LETTERS_OFF, '1');
  tell();
}

/** The key of a command as it is said to people; null when it has none that works. */
export function keyOf(id: CommandId, { own, letters }: Keys = keysNow()): string | null {
  const [key] = keysOf(id, own).filter((k) => letters || !isLetterName(k));
  return key === undefined ? null : keyWords(key);
}
