import { ChevronDown, ChevronUp, Dices, Eye, EyeOff, Plus, X } from 'lucide-react';
import { useState } from 'react';
import { applyEdits, type Design, type Edit } from '@brelm/core/design';
import type { Part } from '@brelm/core/parts';
import { MOST_SEED, MOST_WEAR, WEAR_KINDS, wearKind, type Wear, type WearKind } from '@brelm/core/wear';
import { IconButton, NumberField, SelectField } from '../ui';
import { useEdit } from '../editor/use-edit';
import { OwnWear } from './own-wear';
import { WearPicker } from './wear-picker';
import { say } from '../words/inspector';

/** What is said of a step in the history, and what joins steps of one gesture. */
export type SetWear = (wear: Wear[], label: string, gesture?: string) => void;

const percent = (v: number) => (v >= 0 && v <= 100 ? null : say('n0To100'));
const degrees = (v: number) => (Math.abs(v) <= 360 ? null : say('n360To360'));
const anySeed = () => Math.floor(Math.random() * (MOST_SEED + 1));

/** Textures that take ink away, the first first: what they are, how much, where, in which order. */
export function WearSettings({
  wear,
  preview,
  design,
  onSet,
}: {
  wear: readonly Wear[];
  /** The design with other wear, to be shown in small. */
  preview: (wear: Wear[]) => Design;
  design: Design;
  onSet: SetWear;
}) {
  const [picking, setPicking] = useState(false);
  const set = (at: number, change: Partial<Wear>, label: string, gesture?: string) =>
    onSet(
      wear.map((w, i) => (i === at ? { ...w, ...change } : w)),
      label,
      gesture,
    );
  const move = (at: number, by: number) => {
    const next = [...wear];
    const [moved] = next.splice(at, 1);
    next.splice(at + by, 0, moved);
    onSet(next, say('reorderWear'));
  };
  return (
    <div className="flex flex-col gap-1.5">
      {wear.map((w, i) => (
        <WearFields
          key={i}
          wear={w}
          name={wear.length > 1 ? `Wear ${i + 1}` : 'Wear'}
          onSet={(change, label, gesture) => set(i, change, label, gesture && `${gesture} ${i}`)}
          onUp={i > 0 ? () => move(i, -1) : null}
          onDown={i < wear.length - 1 ? () => move(i, 1) : null}
          onRemove={() =>
            onSet(
              wear.filter((_, n) => n !== i),
              say('removeWear'),
            )
          }
        />
      ))}
      {wear.length < MOST_WEAR && (
        <button
          type="button"
          className="inline-flex items-center gap-1 self-start rounded-md px-1 py-0.5 text-[13px] text-spruce hover:underline"
          onClick={() => setPicking(true)}
        >
          <Plus size={14} aria-hidden /> {say('wear2')}
        </button>
      )}
      <WearPicker
        open={picking}
        preview={(more) => preview([...wear, ...more].slice(0, MOST_WEAR))}
        design={design}
        onClose={() => setPicking(false)}
        onTake={(more) => {
          setPicking(false);
          onSet([...wear, ...more].slice(0, MOST_WEAR), say('addWear'));
        }}
      />
    </div>
  );
}

/** The wear of one part, or of several alike. */
export function PartsWear({ parts, design }: { parts: Part[]; design: Design }) {
  const edit = useEdit();
  const ids = parts.map((p) => p.id);
  const alike = parts.every((p) => JSON.stringify(p.wear) === JSON.stringify(parts[0].wear));
  const edits = (wear: Wear[]): Edit[] => ids.map((part) => ({ op: 'updatePart', part, change: { wear } }));
  return (
    <div className="flex flex-col gap-1">
      {!alike && <p className="text-[12.5px] text-muted">{say('eachHasWearOfIts')}</p>}
      <WearSettings
        wear={alike ? parts[0].wear : []}
        preview={(wear) => applyEdits(design, edits(wear))}
        design={design}
        onSet={(wear, label, gesture) =>
          edit.make(label, edits(wear), { gesture: gesture && `wear ${gesture} ${ids.join()}` })
        }
      />
      {design.wear.length > 0 && (
        <label className="flex items-center gap-2 text-[13px]">
          <input
            type="checkbox"
            className="h-4 w-4 accent-spruce"
            checked={parts.every((p) => p.spared)}
            onChange={(e) => {
              const spared = e.target.checked;
              edit.make(
                say('spareFromWear'),
                ids.map((part): Edit => ({ op: 'updatePart', part, change: { spared } })),
              );
            }}
          />
          {say('sparedByTheWearOf')}
        </label>
      )}
    </div>
  );
}

/** One texture. */
function WearFields({
  wear,
  name,
  onSet,
  onUp,
  onDown,
  onRemove,
}: {
  wear: Wear;
  name: string;
  onSet: (change: Partial<Wear>, label: string, gesture?: string) => void;
  onUp: (() => void) | null;
  onDown: (() => void) | null;
  onRemove: () => void;
}) {
  const kind = wearKind(wear.kind);
  const { least, most } = kind.size;
  return (
    <fieldset className={`rounded-md border border-line p-1.5 ${wear.off ? 'text-muted' : ''}`}>
      <legend className="sr-only">{name}</legend>
      <div className="flex items-end gap-0.5">
        <SelectField
          label={name}
          value={wear.kind}
          className="min-w-0 flex-1"
          onChange={(e) => {
            const next = e.target.value as WearKind;
            const { size, turn } = wearKind(next);
            onSet({ kind: next, size: size.usual, turn }, say('anotherKindOfWear'));
          }}
        >
          {WEAR_KINDS.map((k) => (
            <option key={k} value={k}>
              {wearKind(k).label}
            </option>
          ))}
        </SelectField>
        {onUp && (
          <IconButton label={say('comesEarlier', { name })} onClick={onUp}>
            <ChevronUp size={15} />
          </IconButton>
        )}
        {onDown && (
          <IconButton label={say('comesLater', { name })} onClick={onDown}>
            <ChevronDown size={15} />
          </IconButton>
        )}
        <IconButton
          label={say('anotherPatternOf', { name })}
          onClick={() => onSet({ seed: anySeed() }, say('anotherPatternOfWear'))}
        >
          <Dices size={15} />
        </IconButton>
        <IconButton
          label={wear.off ? say('switchOn', { name }) : say('switchOff', { name })}
          onClick={() => onSet({ off: !wear.off }, wear.off ? say('wearOn') : say('wearOff'))}
        >
          {wear.off ? <EyeOff size={15} /> : <Eye size={15} className="text-muted" />}
        </IconButton>
        <IconButton label={say('remove', { name })} onClick={onRemove}>
          <X size={15} />
        </IconButton>
      </div>
      {wear.kind === 'picture' && <OwnWear wear={wear} name={name} onSet={onSet} />}
      <label className="mt-1 flex items-center gap-2 text-[13px]">
        <span className="shrink-0 text-muted">{say('inkTaken')}</span>
        <input
          type="range"
          aria-label={say('shareOfTheInkThat', { name })}
          className="min-w-0 flex-1 accent-spruce"
          min={0}
          max={60}
          step={0.5}
          value={Math.min(60, wear.amount * 100)}
          onChange={(e) => onSet({ amount: Number(e.target.value) / 100 }, say('amountOfWear'), 'amount')}
        />
      </label>
      <div className="mt-1 grid grid-cols-3 gap-1.5">
        <NumberField
          label={say('amount')}
          digits={1}
          value={wear.amount * 100}
          check={percent}
          onChange={(v) => onSet({ amount: v / 100 }, say('amountOfWear'), 'amount')}
        />
        <NumberField
          label={say('mm', { sizeOf: kind.sizeOf })}
          digits={2}
          value={wear.size}
          check={(v) => (v >= least && v <= most ? null : say('toMm', { least, most }))}
          onChange={(size) => onSet({ size }, say('sizeOfWear'), 'size')}
        />
        {kind.turns && (
          <NumberField
            label={say('turn')}
            digits={1}
            value={wear.turn}
            check={degrees}
            onChange={(turn) => onSet({ turn }, say('turnWear'), 'turn')}
          />
        )}
        <NumberField
          label={say('softness')}
          digits={0}
          value={wear.soft * 100}
          check={percent}
          onChange={(v) => onSet({ soft: v / 100 }, say('softnessOfWear'), 'soft')}
        />
        <SelectField
          label={say('where')}
          value={wear.where}
          onChange={(e) => onSet({ where: e.target.value as Wear['where'] }, say('whereItIsWorn'))}
        >
          <option value="all">{say('allOver')}</option>
          <option value="edges">{say('alongTheEdges')}</option>
          <option value="side">{say('toOneSide')}</option>
        </SelectField>
        {wear.where === 'side' && (
          <NumberField
            label={say('towards')}
            digits={0}
            value={wear.toward}
            check={degrees}
            onChange={(toward) => onSet({ toward }, say('whereItIsWorn'), 'toward')}
          />
        )}
        {wear.where === 'edges' && (
          <NumberField
            label={say('reachMm')}
            digits={1}
            value={wear.reach}
            check={(v) => (v >= 0.2 && v <= 200 ? null : say('n02To200Mm'))}
            onChange={(reach) => onSet({ reach }, say('whereItIsWorn'), 'reach')}
          />
        )}
      </div>
    </fieldset>
  );
}
