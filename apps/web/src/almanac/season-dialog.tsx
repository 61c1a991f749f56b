import { useEffect, useState } from 'react';
import type { Occurrence, Season, SeasonRule } from '@brelm/core/almanac';
import type { SeasonDraft, SeasonView } from '@brelm/contract';
import { reasonOf } from '../store/api';
import {
  useAddSeasonMutation,
  useChangeSeasonMutation,
  useRemoveSeasonMutation,
  useTrySeasonMutation,
} from '../store/almanac-api';
import { Button, Modal, NumberField, notify, SelectField } from '../ui';
import { useSettled } from '../ui/use-settled';
import { longDay } from './days';
import { MONTH_NAMES, NTHS, WEEKDAYS } from './season-words';
import { say } from '../words/almanac';

const KINDS: readonly [SeasonRule['kind'], string][] = [
  ['fixed', say('theSameDayEachYear')],
  ['range', say('fromOneDayToAnother')],
  ['weekday', say('aWeekdayOfAMonth')],
  ['easter', say('soFarFromEaster')],
  ['calendar', say('aDayOfAnotherCalendar')],
  ['days', say('daysThatAreWrittenDown')],
];

const FIRST: Readonly<Record<SeasonRule['kind'], SeasonRule>> = {
  fixed: { kind: 'fixed', month: 6, day: 1 },
  range: { kind: 'range', month: 6, day: 1, toMonth: 8, toDay: 31 },
  weekday: { kind: 'weekday', nth: 1, weekday: 0, month: 6, days: 0 },
  easter: { kind: 'easter', church: 'western', days: 0 },
  calendar: { kind: 'calendar', calendar: 'chinese', month: 1, day: 1 },
  days: { kind: 'days', days: [] },
};

const NEW: SeasonDraft = {
  ...{ name: '', countries: [], rule: FIRST.fixed, peak: 14, words: [] },
  leads: { idea: 16, designed: 12, listed: 8, delivery: 10 },
};

const within = (least: number, most: number) => (v: number) =>
  Number.isInteger(v) && v >= least && v <= most ? null : say('aWholeNumberFromTo', { least, most });

/** Words of a field that are parted by commas. */
const parted = (text: string): string[] => [
  ...new Set(
    text
      .split(/[,;\n]/)
      .map((w) => w.trim())
      .filter(Boolean),
  ),
];

function MonthField({
  label,
  value,
  onChange,
}: {
  label: string;
  value: number;
  onChange: (m: number) => void;
}) {
  return (
    <SelectField label={label} value={value} onChange={(e) => onChange(Number(e.target.value))}>
      {MONTH_NAMES.map((name, i) => (
        <option key={name} value={i + 1}>
          {name}
        </option>
      ))}
    </SelectField>
  );
}

function RuleFields({ rule, onChange }: { rule: SeasonRule; onChange: (rule: SeasonRule) => void }) {
  const day = (key: 'day' | 'toDay', label: string, value: number, most = 31) => (
    <NumberField
      label={label}
      digits={0}
      value={value}
      check={within(1, most)}
      onChange={(v) => onChange({ ...rule, [key]: v } as SeasonRule)}
    />
  );
  const days = 'days' in rule && rule.kind !== 'days' && (
    <NumberField
      label={say('daysAfterItOrBefore')}
      digits={0}
      value={rule.days}
      check={within(-200, 200)}
      onChange={(v) => onChange({ ...rule, days: v })}
    />
  );
  switch (rule.kind) {
    case 'fixed':
      return (
        <>
          {day('day', say('day2'), rule.day)}
          <MonthField
            label={say('month')}
            value={rule.month}
            onChange={(month) => onChange({ ...rule, month })}
          />
        </>
      );
    case 'range':
      return (
        <>
          {day('day', say('fromDay'), rule.day)}
          <MonthField
            label={say('month')}
            value={rule.month}
            onChange={(month) => onChange({ ...rule, month })}
          />
          {day('toDay', say('toDay'), rule.toDay)}
          <MonthField
            label={say('month')}
            value={rule.toMonth}
            onChange={(toMonth) => onChange({ ...rule, toMonth })}
          />
        </>
      );
    case 'weekday':
      return (
        <>
          <SelectField
            label={say('which')}
            value={rule.nth}
            onChange={(e) => onChange({ ...rule, nth: Number(e.target.value) })}
          >
            {NTHS.map(([n, name]) => (
              <option key={n} value={n}>
                {name}
              </option>
            ))}
          </SelectField>
          <SelectField
            label={say('weekday')}
            value={rule.weekday}
            onChange={(e) => onChange({ ...rule, weekday: Number(e.target.value) })}
          >
            {WEEKDAYS.map((name, i) => (
              <option key={name} value={i}>
                {name}
              </option>
            ))}
          </SelectField>
          <MonthField
            label={say('month')}
            value={rule.month}
            onChange={(month) => onChange({ ...rule, month })}
          />
          {days}
        </>
      );
    case 'easter':
      return (
        <>
          <SelectField
            label={say('whose')}
            value={rule.church}
            onChange={(e) => onChange({ ...rule, church: e.target.value as 'western' | 'orthodox' })}
          >
            <option value="western">{say('western')}</option>
            <option value="orthodox">{say('orthodox')}</option>
          </SelectField>
          {days}
        </>
      );
    case 'calendar':
      return (
        <>
          <SelectField
            label={say('calendar')}
            value={rule.calendar}
            onChange={(e) => onChange({ ...rule, calendar: e.target.value as typeof rule.calendar })}
          >
            <option value="chinese">{say('chinese')}</option>
            <option value="hebrew">{say('hebrewFromTishri')}</option>
            <option value="islamic">{say('islamicUmmAlQura')}</option>
          </SelectField>
          <NumberField
            label={say('monthCounted')}
            digits={0}
            value={rule.month}
            check={within(1, 12)}
            onChange={(month) => onChange({ ...rule, month })}
          />
          {day('day', say('day2'), rule.day, 30)}
        </>
      );
    case 'days':
      return (
        <label className="col-span-4 block">
          <span className="block text-[11.5px] text-muted">{say('daysAs20271029')}</span>
          <textarea
            rows={2}
            className="field !h-auto py-1"
            defaultValue={rule.days.join(', ')}
            onBlur={(e) => onChange({ ...rule, days: parted(e.target.value) })}
          />
        </label>
      );
  }
}

/** The next days of a season as it is written, or what is wrong with it. */
function useNextDays(draft: SeasonDraft) {
  const [tried] = useTrySeasonMutation();
  const settled = useSettled(draft);
  const [told, setTold] = useState<{ days: Occurrence[] } | { fault: string } | null>(null);
  useEffect(() => {
    let here = true;
    const named = { ...settled, name: settled.name.trim() || say('it') };
    void tried(named)
      .unwrap()
      .then(
        (days) => here && setTold({ days }),
        (e: unknown) => here && setTold({ fault: reasonOf(e) }),
      );
    return () => {
      here = false;
    };
  }, [settled, tried]);
  return told;
}

/** A season is made or changed; `onClose` is told its id where it was kept. */
export function SeasonDialog({
  view,
  onClose,
}: {
  view: SeasonView | null;
  onClose: (id?: string | null) => void;
}) {
  // What it was when it was opened: a list that is read again meanwhile changes nothing of that.
  const [began] = useState(view?.season as Season);
  const [draft, setDraft] = useState<SeasonDraft>(view?.season ?? NEW);
  const [fault, setFault] = useState<string | null>(null);
  const [add] = useAddSeasonMutation();
  const [change] = useChangeSeasonMutation();
  const [remove] = useRemoveSeasonMutation();
  const told = useNextDays(draft);
  const set = (part: Partial<SeasonDraft>) => setDraft((d) => ({ ...d, ...part }));
  const leads = (part: Partial<SeasonDraft['leads']>) => set({ leads: { ...draft.leads, ...part } });
  const keep = () => {
    const kept = { ...draft, name: draft.name.trim() };
    const asked = view ? change({ season: { ...kept, id: view.season.id }, was: began }) : add(kept);
    void asked.unwrap().then(
      ({ id }) => onClose(id),
      (e: unknown) => setFault(reasonOf(e)),
    );
  };
  const takeOut = () =>
    void remove(view!.season.id)
      .unwrap()
      .then(
        () => onClose(view!.own ? null : view!.season.id),
        (e: unknown) => notify('fault', reasonOf(e)),
      );
  const weeks = (key: 'idea' | 'designed' | 'listed', label: string) => (
    <NumberField
      label={label}
      digits={0}
      value={draft.leads[key]}
      check={within(0, 60)}
      onChange={(v) => leads({ [key]: v })}
    />
  );
  return (
    <Modal
      open
      title={view ? say('change', { name: view.season.name }) : say('newSeason')}
      wide
      onClose={() => onClose()}
    >
      <form
        onSubmit={(e) => {
          e.preventDefault();
          keep();
        }}
      >
        <div className="grid grid-cols-4 gap-3">
          <label className="col-span-2 block">
            <span className="block text-[11.5px] text-muted">{say('name')}</span>
            <input
              autoFocus
              className="field"
              maxLength={120}
              required
              value={draft.name}
              onChange={(e) => set({ name: e.target.value })}
            />
          </label>
          <label className="col-span-2 block">
            <span className="block text-[11.5px] text-muted">{say('countriesAsGbUsAll')}</span>
            <input
              className="field"
              defaultValue={draft.countries.join(', ')}
              onBlur={(e) => set({ countries: parted(e.target.value.toUpperCase()) })}
            />
          </label>
          <SelectField
            label={say('whenItIs')}
            className="col-span-4"
            value={draft.rule.kind}
            onChange={(e) => set({ rule: FIRST[e.target.value as SeasonRule['kind']] })}
          >
            {KINDS.map(([kind, name]) => (
              <option key={kind} value={kind}>
                {name}
              </option>
            ))}
          </SelectField>
        </div>
        <div className="mt-3 grid grid-cols-4 gap-3">
          <RuleFields key={draft.rule.kind} rule={draft.rule} onChange={(rule) => set({ rule })} />
        </div>
        <h3 className="heading mt-4 mb-1">{say('itsPeakAndTheWork')}</h3>
        <div className="grid grid-cols-5 gap-3">
          <NumberField
            label={say('peakDaysBefore')}
            digits={0}
            value={draft.peak}
            check={within(-120, 120)}
            onChange={(peak) => set({ peak })}
          />
          {weeks('idea', say('ideaWeeksBefore'))}
          {weeks('designed', say('designedWeeks'))}
          {weeks('listed', say('listedWeeks'))}
          <NumberField
            label={say('deliveryDays')}
            digits={0}
            value={draft.leads.delivery}
            check={within(0, 90)}
            onChange={(delivery) => leads({ delivery })}
          />
        </div>
        <label className="mt-3 block">
          <span className="block text-[11.5px] text-muted">{say('wordsThatAreLookedFor')}</span>
          <input
            className="field"
            defaultValue={draft.words.join(', ')}
            onBlur={(e) => set({ words: parted(e.target.value.toLowerCase()) })}
          />
        </label>
        <p role="status" className="mt-3 min-h-5 text-[13px]">
          {told &&
            ('fault' in told ? (
              <span className="text-rust">{told.fault}</span>
            ) : told.days.length ? (
              <>
                {say('nextOn', {
                  days: told.days
                    .slice(0, 3)
                    .map((o) => longDay(o.from))
                    .join('; '),
                })}
              </>
            ) : (
              say('itDoesNotComeIn')
            ))}
        </p>
        {fault && (
          <p role="alert" className="mt-1 text-rust">
            {say('itCouldNotBeKept', { fault })}
          </p>
        )}
        <div className="mt-3 flex justify-end gap-2">
          {view && (view.own || view.changed) && (
            <Button tone={view.own ? 'danger' : 'plain'} className="mr-auto" onClick={takeOut}>
              {view.own ? say('takeItOut') : say('asItCame')}
            </Button>
          )}
          <Button onClick={() => onClose()}>{say('cancel')}</Button>
          <Button tone="main" type="submit">
            {say('keepIt')}
          </Button>
        </div>
      </form>
    </Modal>
  );
}
