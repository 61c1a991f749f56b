import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import { Plus, X } from 'lucide-react';
import { useMemo, useState } from 'react';
import { allParts, type Design } from '@brelm/core/design';
import { partTitle } from '@brelm/core/parts';
import {
  naming,
  placeFor,
  saidIn,
  WORD_CASES,
  wordsIn,
  type LayoutPlace,
  type Series,
  type SeriesRow,
  type WordsFit,
} from '@brelm/core/series';
import { Button, IconButton, NumberField, SelectField, TextBox, Tick } from '../ui';
import { PLACE_WORDS, placeName } from './words';
import { say } from '../words/series';

type Change = (next: (series: Series) => Series, gesture?: string | null) => void;

const CASE_WORDS = {
  layout: say('asTheLayoutHasIt'),
  typed: say('asItIsTyped'),
  upper: say('inCapitals'),
} as const;

/** The layout's places: what each says, and what gives when its words get longer. */
export function Places({
  series,
  layout,
  row,
  change,
  preview,
}: {
  series: Series;
  layout: Design;
  /** The row that is chosen, to show what places say. */
  row: SeriesRow | null;
  change: Change;
  /** Pictures of some rows beside the settings. */
  preview: (rows: { label: string; row: SeriesRow }[]) => React.ReactNode;
}) {
  const [open, setOpen] = useState<number | null>(null);
  const place = open === null ? undefined : series.places[open];
  const put = (index: number, to: LayoutPlace, gesture: string | null = null) =>
    change((s) => ({ ...s, places: s.places.map((p, i) => (i === index ? to : p)) }), gesture);
  const add = (fresh: LayoutPlace) => {
    change((s) => ({ ...s, places: [...s.places, fresh] }));
    setOpen(series.places.length);
  };
  return (
    <section aria-label={say('placesOfTheLayout')} className="border-b border-line bg-card">
      <div className="flex flex-wrap items-center gap-1.5 px-4 py-2">
        <h2 className="heading mr-1">{say('places2')}</h2>
        {series.places.map((p, i) => {
          const said = row ? saidIn(p.says, series.columns, row) : null;
          const lost = said !== null && said.missing.length > 0;
          return (
            <button
              key={i}
              type="button"
              aria-expanded={open === i}
              className={`flex max-w-[17rem] items-baseline gap-1.5 rounded-md border px-2 py-1 text-[13px] ${open === i ? 'border-spruce bg-paper' : lost ? 'border-rust' : 'border-line hover:border-edge'}`}
              onClick={() => setOpen(open === i ? null : i)}
            >
              <span className="truncate font-medium">{placeName(layout, p)}</span>
              <span className="truncate text-muted">{p.says || say('nothingYet')}</span>
            </button>
          );
        })}
        <AddPlace layout={layout} series={series} onAdd={add} />
        <Tick
          label={say('scaleAllBackWhereIt')}
          checked={series.whole}
          onChange={(whole) => change((s) => ({ ...s, whole }))}
        />
        {series.places.length === 0 && (
          <p className="text-[13px] text-muted">{say('nothingOfTheLayoutChanges')}</p>
        )}
      </div>
      {place && open !== null && (
        <div className="flex gap-4 overflow-x-auto border-t border-line px-4 py-2.5">
          <PlaceSettings
            key={open}
            series={series}
            layout={layout}
            place={place}
            put={(to, gesture) => put(open, to, gesture && `${gesture} ${open}`)}
            remove={() => {
              change((s) => ({ ...s, places: s.places.filter((_, i) => i !== open) }));
              setOpen(null);
            }}
          />
          <Ends series={series} place={place} row={row} preview={preview} />
          <IconButton label={say('closeThisPlace')} className="ml-auto" onClick={() => setOpen(null)}>
            <X size={16} aria-hidden />
          </IconButton>
        </div>
      )}
    </section>
  );
}

/** The rows with the shortest and the longest words, and the one that is chosen. */
function Ends({
  series,
  place,
  row,
  preview,
}: {
  series: Series;
  place: LayoutPlace;
  row: SeriesRow | null;
  preview: (rows: { label: string; row: SeriesRow }[]) => React.ReactNode;
}) {
  const ends = useMemo(() => {
    const said = series.rows
      .filter((r) => !r.leftOut)
      .map((r) => ({ row: r, length: wordsIn(place, series, r).length }))
      .filter((r) => r.length > 0);
    const by = (better: (a: number, b: number) => boolean) =>
      said.reduce<(typeof said)[number] | null>(
        (best, r) => (!best || better(r.length, best.length) ? r : best),
        null,
      );
    const shortest = by((a, b) => a < b);
    const longest = by((a, b) => a > b);
    return [
      ...(shortest ? [{ label: say('shortest'), row: shortest.row }] : []),
      ...(longest ? [{ label: say('longest'), row: longest.row }] : []),
      ...(row ? [{ label: say('chosen'), row }] : []),
    ];
  }, [series, place, row]);
  return <>{preview(ends)}</>;
}

function AddPlace({
  layout,
  series,
  onAdd,
}: {
  layout: Design;
  series: Series;
  onAdd: (p: LayoutPlace) => void;
}) {
  const says = series.columns[0] ? naming(series.columns[0]) : '';
  const parts = allParts(layout);
  const offers: { label: string; place: LayoutPlace }[] = [
    ...parts.flatMap((p) => {
      const place = placeFor(p, says);
      return place ? [{ label: `${partTitle(p)}: ${PLACE_WORDS[place.kind]}`, place }] : [];
    }),
    ...parts.flatMap((p) =>
      p.kind === 'lettering' && p.lines.length > 1
        ? p.lines.map((l, line) => ({
            label: say('lineAlone', { partTitle: partTitle(p), line: line + 1, text: l.text }),
            place: { ...placeFor(p, says)!, line } as LayoutPlace,
          }))
        : [],
    ),
    ...layout.inks.map((ink) => ({
      label: say('colour2', { name: ink.name }),
      place: { kind: 'ink', ink: ink.id, says } as LayoutPlace,
    })),
    ...parts.map((p) => ({
      label: say('shownOrNot2', { partTitle: partTitle(p) }),
      place: { kind: 'shown', part: p.id, says } as LayoutPlace,
    })),
    ...parts
      .filter((p) => p.kind === 'motif' || p.kind === 'picture')
      .map((p) => ({
        label: say('mirroredOrNot2', { partTitle: partTitle(p) }),
        place: { kind: 'mirrored', part: p.id, says } as LayoutPlace,
      })),
    ...(layout.colourways.length > 1
      ? [{ label: say('colourway2'), place: { kind: 'colourway', says } as LayoutPlace }]
      : []),
    ...(series.places.some((p) => p.kind === 'name')
      ? []
      : [{ label: say('nameOfTheDesign2'), place: { kind: 'name', says } as LayoutPlace }]),
    { label: say('tags2'), place: { kind: 'tags', says } as LayoutPlace },
  ];
  return (
    <Menu>
      <MenuButton className="inline-flex h-7 items-center gap-1 rounded-md border border-dashed border-edge px-2 text-[13px] hover:border-ink">
        <Plus size={14} aria-hidden /> {say('place')}
      </MenuButton>
      <MenuItems
        anchor={{ to: 'bottom start', gap: 4 }}
        className="z-40 max-h-[50vh] w-80 overflow-y-auto rounded-md border border-edge bg-card p-1 text-[13px]"
      >
        {offers.map(({ label, place }) => (
          <MenuItem key={label}>
            <button
              type="button"
              className="block w-full truncate rounded-md px-2 py-1.5 text-left data-focus:bg-line"
              onClick={() => onAdd(place)}
            >
              {label}
            </button>
          </MenuItem>
        ))}
      </MenuItems>
    </Menu>
  );
}

function PlaceSettings({
  series,
  layout,
  place,
  put,
  remove,
}: {
  series: Series;
  layout: Design;
  place: LayoutPlace;
  put: (to: LayoutPlace, gesture?: string | null) => void;
  remove: () => void;
}) {
  return (
    <>
      <div className="flex w-[230px] shrink-0 flex-col gap-2">
        <p className="truncate text-[13px]">
          <span className="font-medium">{placeName(layout, place)}</span>
          <span className="text-muted"> · {PLACE_WORDS[place.kind]}</span>
        </p>
        <TextBox
          label={say('whatStandsThereWordsAnd')}
          value={place.says}
          placeholder={series.columns[0] ? naming(series.columns[0]) : say('addAColumnFirst')}
          onCommit={(says, gesture) => put({ ...place, says }, gesture)}
        />
        <div className="flex flex-wrap gap-1">
          {series.columns.map((c) => (
            <Button
              key={c.id}
              className="!h-6 !px-1.5 !text-[12px]"
              title={say('putTheColumnIn', { name: c.name })}
              onClick={() =>
                put({
                  ...place,
                  says:
                    /\{|^$/.test(place.says) && place.says.trim() === ''
                      ? naming(c)
                      : `${place.says} ${naming(c)}`.trim(),
                })
              }
            >
              {naming(c)}
            </Button>
          ))}
        </div>
        {place.kind === 'figure' && (
          <Tick
            label={say('asHeavyAsTheLayouts')}
            checked={place.weigh}
            onChange={(weigh) => put({ ...place, weigh })}
          />
        )}
        {place.kind === 'ink' && <p className="text-[12px] text-muted">{say('aColourAsRrggbbOr')}</p>}
        {(place.kind === 'shown' || place.kind === 'mirrored') && (
          <p className="text-[12px] text-muted">{say('yesOrNoAnEmpty')}</p>
        )}
        <Button tone="danger" className="mt-auto !h-7 self-start" onClick={remove}>
          {say('takeThisPlaceAway')}
        </Button>
      </div>
      {place.kind === 'words' && <WordsSettings place={place} put={put} />}
    </>
  );
}

const between = (least: number, most: number) => (v: number) =>
  v >= least - 1e-9 && v <= most + 1e-9 ? null : say('to2', { least, most });

function WordsSettings({
  place,
  put,
}: {
  place: Extract<LayoutPlace, { kind: 'words' }>;
  put: (to: LayoutPlace) => void;
}) {
  const { fit } = place;
  const set = (change: Partial<WordsFit>) => put({ ...place, fit: { ...fit, ...change } });
  return (
    <fieldset className="flex w-[330px] shrink-0 flex-col gap-1.5">
      <legend className="heading mb-1">{say('whenWordsAreLongerIn')}</legend>
      <div className="grid grid-cols-4 gap-x-2 gap-y-1">
        <NumberField
          label={say('wider')}
          value={fit.across * 100}
          digits={0}
          check={between(20, 400)}
          onChange={(v) => set({ across: v / 100 })}
        />
        <NumberField
          label={say('closer')}
          value={fit.tracking ?? 0}
          digits={0}
          check={between(-200, 0)}
          onChange={(v) => set({ tracking: v === 0 ? null : v })}
        />
        <NumberField
          label={say('narrower')}
          value={fit.narrow ?? 100}
          digits={0}
          check={between(10, 200)}
          onChange={(v) => set({ narrow: v >= 100 ? null : v })}
        />
        <NumberField
          label={say('lines')}
          value={fit.lines}
          digits={0}
          check={between(1, 6)}
          onChange={(v) => set({ lines: Math.round(v) })}
        />
        <NumberField
          label={say('smaller')}
          value={fit.least * 100}
          digits={0}
          check={between(5, 100)}
          onChange={(v) => set({ least: v / 100 })}
        />
        <NumberField
          label={say('grow')}
          value={fit.grow * 100}
          digits={0}
          check={between(100, 400)}
          onChange={(v) => set({ grow: v / 100 })}
        />
        <div className="col-span-2">
          <SelectField
            label={say('letters')}
            value={place.case}
            onChange={(e) => put({ ...place, case: e.target.value as typeof place.case })}
          >
            {WORD_CASES.map((c) => (
              <option key={c} value={c}>
                {CASE_WORDS[c]}
              </option>
            ))}
          </SelectField>
        </div>
      </div>
      <div className="flex flex-col">
        <Tick label={say('oneSizeInAllRows')} checked={fit.same} onChange={(same) => set({ same })} />
        <Tick label={say('pushWhatLiesAboveAnd')} checked={fit.push} onChange={(push) => set({ push })} />
        <Tick
          label={say('anArchKeepsItsAngle')}
          checked={fit.radius}
          onChange={(radius) => set({ radius })}
        />
      </div>
    </fieldset>
  );
}
