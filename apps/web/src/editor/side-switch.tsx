import { Popover, PopoverButton, PopoverPanel } from '@headlessui/react';
import { ArrowDown, ArrowUp, SquareStack, Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { sidesOf, type Design } from '@brelm/core/design';
import type { Spec } from '@brelm/core/spec';
import { useAppDispatch } from '../store';
import { sideOpened, undone } from '../store/editor';
import { Button, IconButton, notify, leaveField, SeverityMark } from '../ui';
import { useKeys, useTip } from '../keys';
import { AddSide } from './add-side';
import { sideNames } from './side-names';
import { useProofState } from './proof-store';
import { useEdit } from './use-edit';
import { say } from '../words/editor';

/** The sides of a design: which one is open, and, behind one button, all that is done to them. */
export function SideSwitch({ design, specs }: { design: Design; specs: readonly Spec[] }) {
  const dispatch = useAppDispatch();
  const [adding, setAdding] = useState(false);
  const elsewhere = useProofState((p) => p.elsewhere);
  const tip = useTip();
  const names = sideNames(design, specs);
  const at = names.findIndex((s) => s.id === design.side.id);
  const step = (by: number) => {
    if (names.length > 1) dispatch(sideOpened(names[(at + by + names.length) % names.length].id));
  };
  useKeys(names.length > 1 ? { 'next-side': () => step(1), 'side-before': () => step(-1) } : {});
  return (
    <div className="flex shrink-0 items-center gap-0.5">
      {names.length > 1 && names.length <= 3 && (
        <div role="group" aria-label={say('side')} className="flex gap-0.5">
          {names.map((s) => (
            <button
              key={s.id}
              type="button"
              aria-pressed={s.id === design.side.id}
              title={tip(s.name, 'next-side', say('forTheNext'))}
              className={`flex items-center gap-1 rounded-md border px-2 py-0.5 text-[13px] ${
                s.id === design.side.id
                  ? 'border-edge bg-paper font-medium'
                  : 'border-transparent text-muted hover:border-line hover:text-ink'
              }`}
              onClick={() => dispatch(sideOpened(s.id))}
            >
              <span className="max-w-24 truncate">{s.name}</span>
              {s.id !== design.side.id && <StopsThere count={elsewhere.get(s.id) ?? 0} />}
            </button>
          ))}
        </div>
      )}
      {names.length > 3 && (
        <select
          aria-label={say('side')}
          className="field !w-auto max-w-32"
          value={design.side.id}
          title={tip(say('side'), 'next-side', say('forTheNext'))}
          onChange={(e) => dispatch(sideOpened(e.target.value))}
        >
          {names.map((s) => (
            <option key={s.id} value={s.id}>
              {say('stops', {
                name: s.name,
                hasStops: Boolean(s.id !== design.side.id && elsewhere.get(s.id)),
                stops: elsewhere.get(s.id),
              })}
            </option>
          ))}
        </select>
      )}
      <Popover className="relative">
        <PopoverButton
          aria-label={say('sides')}
          title={say('sidesFrontBackAndOthers')}
          className="inline-flex h-7 w-7 items-center justify-center rounded-md text-ink hover:bg-line"
        >
          <SquareStack size={17} aria-hidden />
        </PopoverButton>
        <PopoverPanel
          anchor={{ to: 'bottom start', gap: 6 }}
          className="z-40 w-80 rounded-md border border-edge bg-card p-3"
        >
          {({ close }) => (
            <SideList
              design={design}
              names={names}
              onAdd={() => {
                close();
                setAdding(true);
              }}
            />
          )}
        </PopoverPanel>
      </Popover>
      {adding && <AddSide design={design} specs={specs} onClose={() => setAdding(false)} />}
    </div>
  );
}

/** The stops of a side that is not open. */
function StopsThere({ count }: { count: number }) {
  if (count === 0) return null;
  return (
    <span className="text-[12px] text-rust">
      <span aria-hidden className="inline-flex items-center gap-0.5">
        <SeverityMark severity="stop" size={12} />
        {count}
      </span>
      <span className="sr-only">
        {', '}
        {say('stopsCounted', { count })}
      </span>
    </span>
  );
}

function SideList({
  design,
  names,
  onAdd,
}: {
  design: Design;
  names: readonly { id: string; name: string }[];
  onAdd: () => void;
}) {
  const dispatch = useAppDispatch();
  const edit = useEdit();
  const sides = sidesOf(design);
  return (
    <>
      <h2 className="heading mb-1.5">{say('sidesOfThisDesign')}</h2>
      <ul className="flex flex-col gap-1">
        {names.map(({ id, name }, i) => {
          const { board, parts, name: own } = sides[i];
          return (
            <li key={id} className="flex items-center gap-1">
              <span className="min-w-0 flex-1">
                <input
                  key={own}
                  aria-label={say('nameOfTheSide', { name })}
                  className="field"
                  maxLength={120}
                  defaultValue={name}
                  onKeyDown={(e) => leaveField(e, name)}
                  onBlur={(e) => {
                    const said = e.target.value.trim();
                    if (said && said !== name)
                      edit.make(say('renameASide'), [{ op: 'renameSide', side: id, name: said }]);
                    else e.target.value = name;
                  }}
                />
                <span className="block truncate px-1 text-[12px] text-muted">
                  {say('px1Part', { width: board.width, height: board.height, parts: parts.length })}
                </span>
              </span>
              <IconButton
                label={say('earlier', { name })}
                disabled={i === 0}
                onClick={() => edit.make(say('moveASide'), [{ op: 'moveSide', side: id, to: i - 1 }])}
              >
                <ArrowUp size={14} />
              </IconButton>
              <IconButton
                label={say('later', { name })}
                disabled={i === names.length - 1}
                onClick={() => edit.make(say('moveASide'), [{ op: 'moveSide', side: id, to: i + 1 }])}
              >
                <ArrowDown size={14} />
              </IconButton>
              <IconButton
                label={names.length === 1 ? say('aDesignHasOneSide') : say('removeTheSide', { name })}
                disabled={names.length === 1}
                onClick={() => {
                  edit.make(say('removeTheSide', { name }), [{ op: 'removeSide', side: id }]);
                  if (parts.length)
                    notify('done', say('isTakenAwayWithIts', { name }), {
                      label: say('undo'),
                      run: () => dispatch(undone()),
                    });
                }}
              >
                <Trash2 size={14} />
              </IconButton>
            </li>
          );
        })}
      </ul>
      <Button className="mt-3" onClick={onAdd}>
        <Plus size={15} aria-hidden />
        {say('addASideDots')}
      </Button>
    </>
  );
}
