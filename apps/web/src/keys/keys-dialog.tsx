import { RotateCcw } from 'lucide-react';
import { useState, type KeyboardEvent } from 'react';
import { Button, IconButton, Modal } from '../ui';
import { COMMAND_IDS, commandOf, GESTURES, KEY_PLACES, type CommandId, type KeyPlace } from './catalogue';
import { keyWords, nameOf } from './key-words';
import {
  keepLetterKeys,
  keepOwnKeys,
  keyRefusal,
  keysOf,
  withKey,
  withoutKey,
  type OwnKeys,
} from './own-keys';
import { useOwnKeys } from './use-tip';
import { say } from '../words/keys';

const PLACES = Object.entries(KEY_PLACES) as [KeyPlace, string][];

/** Commands of a place, found by what they do and by their keys. */
const commandsIn = (place: KeyPlace, sought: string, own: OwnKeys): CommandId[] =>
  COMMAND_IDS.filter((id) => {
    const { does, places } = commandOf(id);
    const words = `${does} ${keysOf(id, own).map(keyWords).join(' ')}`.toLowerCase();
    return places[0] === place && words.includes(sought.trim().toLowerCase());
  });

/** What asks for a key: the key that was pressed and why it cannot be had at once. */
interface Asked {
  id: CommandId;
  pressed: string | null;
}

/** All commands with their keys, each of which can be changed, and what is done by pointer and fixed keys. */
export default function KeysDialog({ onClose }: { onClose: () => void }) {
  const { own, letters } = useOwnKeys();
  const [sought, setSought] = useState('');
  const [asked, setAsked] = useState<Asked | null>(null);
  const gestures = GESTURES.filter((g) => g.join(' ').toLowerCase().includes(sought.trim().toLowerCase()));
  const shown = PLACES.map(([place, title]) => [title, commandsIn(place, sought, own)] as const).filter(
    ([, ids]) => ids.length,
  );
  const give = (id: CommandId, name: string | null) => {
    keepOwnKeys(withKey(own, id, name));
    setAsked(null);
  };
  const press = (e: KeyboardEvent, id: CommandId) => {
    if (asked?.id !== id || asked.pressed !== null || e.key === 'Tab') return;
    e.preventDefault();
    e.stopPropagation();
    e.nativeEvent.stopImmediatePropagation();
    if (/^(Shift|Control|Alt|AltGraph|Meta)$/.test(e.key)) return;
    if (e.key === 'Escape') setAsked(null);
    else if (e.key === 'Delete' || e.key === 'Backspace') give(id, null);
    else {
      const name = nameOf(e.nativeEvent);
      if (keyRefusal(id, name, own)) setAsked({ id, pressed: name });
      else give(id, name);
    }
  };
  return (
    <Modal open onClose={onClose} title={say('keys')} wide>
      <div className="mb-3 flex flex-wrap items-center gap-x-5 gap-y-2 border-b border-line pb-3">
        <input
          type="search"
          aria-label={say('findAKeyOrWhat')}
          placeholder={say('findAKeyOrWhat')}
          className="h-8 w-64 rounded-md border border-edge bg-card px-2"
          value={sought}
          onChange={(e) => setSought(e.target.value)}
        />
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            className="h-4 w-4 accent-spruce"
            checked={letters}
            onChange={(e) => keepLetterKeys(e.target.checked)}
          />
          <span>{say('singleLettersAndSignsWork')}</span>
        </label>
        {Object.keys(own).length > 0 && (
          <Button className="ml-auto" onClick={() => keepOwnKeys({})}>
            {say('allKeysAsTheyCame')}
          </Button>
        )}
      </div>
      <p className="mb-3 text-[13px] text-muted">{say('pressTheKeyOfA')}</p>
      {shown.length === 0 && gestures.length === 0 && (
        <p>{say('noKeyAndNoCommand', { sought: sought.trim() })}</p>
      )}
      <div className="gap-8 md:columns-2">
        {shown.map(([title, ids]) => (
          <section key={title} aria-label={title} className="mb-4">
            <h3 className="heading mb-1 break-after-avoid">{title}</h3>
            <ul>
              {ids.map((id) => (
                <CommandKey
                  key={id}
                  id={id}
                  own={own}
                  asked={asked?.id === id ? asked : null}
                  onAsk={() => setAsked({ id, pressed: null })}
                  onLeave={() => setAsked(null)}
                  onKeyDown={(e) => press(e, id)}
                  onGive={(name) => give(id, name)}
                  onBack={() => keepOwnKeys(withoutKey(own, id))}
                />
              ))}
            </ul>
          </section>
        ))}
        {gestures.length > 0 && (
          <section aria-label={say('byHand')} className="mb-4">
            <h3 className="heading mb-1 break-after-avoid">{say('byHand')}</h3>
            <dl>
              {gestures.map(([keys, does]) => (
                <div key={keys} className="flex break-inside-avoid items-baseline gap-3 py-1">
                  <dt className="order-last ml-auto shrink-0 text-[13px] font-medium">{keys}</dt>
                  <dd className="text-muted">{does}</dd>
                </div>
              ))}
            </dl>
          </section>
        )}
      </div>
    </Modal>
  );
}

/** A command, its key, and what changes that. */
function CommandKey({
  id,
  own,
  asked,
  onAsk,
  onLeave,
  onKeyDown,
  onGive,
  onBack,
}: {
  id: CommandId;
  own: OwnKeys;
  asked: Asked | null;
  onAsk: () => void;
  onLeave: () => void;
  onKeyDown: (e: KeyboardEvent) => void;
  onGive: (name: string) => void;
  onBack: () => void;
}) {
  const { does, fixed } = commandOf(id);
  const keys = keysOf(id, own).map(keyWords);
  const said = keys.length ? keys.join(', ') : say('none');
  const refusal = asked?.pressed ? keyRefusal(id, asked.pressed, own) : null;
  const waiting = asked !== null && asked.pressed === null;
  return (
    <li className="break-inside-avoid border-b border-line/60 py-1" data-testid={`key-${id}`}>
      <div className="flex items-center gap-2">
        <span className="min-w-0 flex-1">{does}</span>
        {own[id] !== undefined && (
          <IconButton label={say('asItCame', { does })} onClick={onBack}>
            <RotateCcw size={14} />
          </IconButton>
        )}
        {fixed ? (
          <span className="shrink-0 px-2 text-[13px] text-muted">{said}</span>
        ) : (
          <button
            type="button"
            aria-label={waiting ? say('pressAKey', { does }) : say('keyOf', { said, does })}
            className={`h-7 min-w-9 shrink-0 rounded-md border px-2 text-[13px] font-medium ${
              waiting ? 'border-spruce bg-paper text-spruce' : 'border-edge bg-card hover:border-ink'
            } ${keys.length ? '' : 'text-muted'}`}
            onClick={waiting ? onLeave : onAsk}
            onBlur={() => waiting && onLeave()}
            onKeyDown={onKeyDown}
          >
            {waiting ? say('pressAKeyDots') : said}
          </button>
        )}
      </div>
      {waiting && <p className="text-[13px] text-muted">{say('escapeLeavesItAsIt')}</p>}
      {refusal && (
        <div role="alert" className="flex flex-wrap items-center gap-2 py-1 text-[13px]">
          <span className="w-full">{refusal.words}</span>
          {refusal.holders.length > 0 && (
            <Button className="!h-7 !px-2" autoFocus onClick={() => onGive(asked!.pressed!)}>
              {say('giveItToThisOne')}
            </Button>
          )}
          <Button className="!h-7 !px-2" autoFocus={!refusal.holders.length} onClick={onLeave}>
            {say('leaveIt')}
          </Button>
        </div>
      )}
    </li>
  );
}
