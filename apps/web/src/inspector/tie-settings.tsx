import { memo } from 'react';
import { closesCircle, hangingOn, partsOfBundle, type Design } from '@brelm/core/design';
import {
  MOST_GAP,
  partTitle,
  type KnockOut,
  type Part,
  type PartRelations,
  type Whole,
} from '@brelm/core/parts';
import { tie } from '../editor/tie-actions';
import { useEdit } from '../editor/use-edit';
import { LengthField, notify, SelectField } from '../ui';
import { say } from '../words/inspector';

const EVERYWHERE = '';
const MIXED = 'mixed';
const keyOf = (whole: Whole | null): string =>
  whole === null ? EVERYWHERE : whole.kind === 'part' ? `part ${whole.part}` : `bundle ${whole.bundle}`;

function wholeOf(key: string): Whole | null {
  if (key === EVERYWHERE) return null;
  const at = key.indexOf(' ');
  const id = key.slice(at + 1);
  return key.slice(0, at) === 'part' ? { kind: 'part', part: id } : { kind: 'bundle', bundle: id };
}

/** The value that all have, or that they differ. */
const common = <T extends string>(values: readonly T[]): T | typeof MIXED =>
  values.every((v) => v === values[0]) ? values[0] : MIXED;

/** All of which something may show inside; as one text, so that what is long is drawn anew only where it has changed. */
const Wholes = memo(function Wholes({ told }: { told: string }) {
  return (JSON.parse(told) as { key: string; name: string; out: boolean }[]).map(({ key, name, out }) => (
    <option key={key} value={key} disabled={out}>
      {name}
    </option>
  ));
});

/** How what is chosen cuts other parts, and what it shows inside of. */
export function TieSettings({ parts, design }: { parts: Part[]; design: Design }) {
  const edit = useEdit();
  const ids = parts.map((p) => p.id);
  const set = (label: string, change: Partial<PartRelations>, gesture?: string) => {
    const why = tie(edit, design, label, ids, change, gesture);
    if (why) notify('done', why);
  };
  const others = design.parts.filter((p) => !ids.includes(p.id));
  const bundles = design.bundles.filter((b) => !partsOfBundle(design, b.id).some((id) => ids.includes(id)));
  if (others.length === 0) return null;

  const window = common(parts.map((p) => keyOf(p.window)));
  const from = common(parts.map((p) => p.knockOut?.from ?? 'nothing'));
  const knockOut = parts.find((p) => p.knockOut)?.knockOut ?? null;
  const isOutline = design.cutLine?.shape === 'own' && ids.includes(design.cutLine.part ?? '');
  const isWindow = design.parts.some((p) => p.window?.kind === 'part' && ids.includes(p.window.part));
  const cutOut = (next: KnockOut | null, label = say('knockOut'), gesture?: string) =>
    set(
      label,
      next ? { knockOut: next } : { knockOut: null, ...(isWindow ? {} : { unprinted: false }) },
      gesture,
    );
  /** The part that it is knocked out of first: the nearest below it that it may cut. */
  const nextBelow = (): string[] => {
    const at = design.parts.findIndex((p) => p.id === ids.at(-1));
    const may = (p: Part) =>
      !closesCircle(design, ids, { knockOut: { from: 'chosen', parts: [p.id], gap: 0 } });
    const first = [...design.parts.slice(at + 1), ...others].filter((p) => !ids.includes(p.id)).find(may);
    return first ? [first.id] : [];
  };
  const inBundle = parts.every((p) => p.bundle !== null);
  const hanging = hangingOn(design, ids);
  const wholes: { key: string; name: string; out: boolean }[] = [
    ...bundles.map((b) => ({
      key: keyOf({ kind: 'bundle', bundle: b.id }),
      name: b.name || say('bundle'),
      out: partsOfBundle(design, b.id).some((id) => hanging.has(id)),
    })),
    ...others.map((p) => ({
      key: keyOf({ kind: 'part', part: p.id }),
      name: partTitle(p),
      out: hanging.has(p.id),
    })),
  ];
  return (
    <div className="flex flex-col gap-1.5">
      <div className="grid grid-cols-2 gap-1.5">
        <SelectField
          label={say('showsInside')}
          value={window}
          onChange={(e) => set(say('showInside'), { window: wholeOf(e.target.value) })}
        >
          <option value={EVERYWHERE}>{say('everywhere')}</option>
          {window === MIXED && <option value={MIXED}>{say('several')}</option>}
          <Wholes told={JSON.stringify(wholes)} />
        </SelectField>
        <SelectField
          label={say('knockedOutOf')}
          value={from}
          onChange={(e) => {
            const to = e.target.value as KnockOut['from'] | 'nothing';
            if (to === 'nothing') return cutOut(null, say('knockOutNothing'));
            const chosen = knockOut?.parts.length ? knockOut.parts : nextBelow();
            cutOut({ from: to, parts: to === 'chosen' ? chosen : [], gap: knockOut?.gap ?? 0 });
          }}
        >
          <option value="nothing">{say('nothing')}</option>
          {from === MIXED && <option value={MIXED}>{say('several')}</option>}
          <option value="below">{say('allBelowIt')}</option>
          {(inBundle || from === 'bundle') && <option value="bundle">{say('itsBundle')}</option>}
          <option value="chosen">{say('chosenParts')}</option>
        </SelectField>
      </div>
      {from === 'chosen' && knockOut && (
        <fieldset className="max-h-36 overflow-y-auto rounded-md border border-line px-2 py-1">
          <legend className="sr-only">{say('partsThatItIsKnocked')}</legend>
          {others.map((p) => {
            const has = knockOut.parts.includes(p.id);
            const next = has ? knockOut.parts.filter((id) => id !== p.id) : [...knockOut.parts, p.id];
            return (
              <label key={p.id} className="flex items-center gap-2 py-0.5 text-[13px]">
                <input
                  type="checkbox"
                  className="h-4 w-4 shrink-0 accent-spruce"
                  checked={has}
                  onChange={() => cutOut({ ...knockOut, parts: next }, say('knockOutOfOtherParts'))}
                />
                <span className="truncate">{partTitle(p)}</span>
              </label>
            );
          })}
        </fieldset>
      )}
      {knockOut && (
        <LengthField
          label={say('gapAroundIt')}
          dpi={design.board.dpi}
          value={knockOut.gap}
          check={(v) => (v >= 0 && v <= MOST_GAP ? null : say('n0To2000Px2'))}
          onChange={(gap) => cutOut({ ...knockOut, gap }, say('gapOfAKnockOut'), `gap ${ids.join()}`)}
        />
      )}
      {(knockOut || isWindow || isOutline || parts.some((p) => p.unprinted)) && (
        <label className="flex items-center gap-2 text-[13px]">
          <input
            type="checkbox"
            className="h-4 w-4 accent-spruce"
            checked={parts.every((p) => p.unprinted)}
            onChange={(e) => set(say('printItOrNot'), { unprinted: e.target.checked })}
          />
          {say('onlyCutsNotPrintedItself')}
        </label>
      )}
    </div>
  );
}
