import { useMemo, useState } from 'react';
import { NICHES } from '@brelm/core/phrases';
import {
  allPairs,
  emptyRow,
  LISTED_CLASSES,
  MOST_ROWS,
  nicheWords,
  NUMBER_STYLES,
  numbersBetween,
  pastedCells,
  rowIds,
  type ListedClass,
  type NumberStyle,
  type Series,
} from '@brelm/core/series';
import { Button, Modal, NumberField, SelectField } from '../ui';
import { say } from '../words/series';

const WAYS = ['numbers', 'words', 'pairs', 'typed'] as const;
type Way = (typeof WAYS)[number];
const WAY_WORDS: Record<Way, string> = {
  numbers: say('numbersFirstSecondThird'),
  words: say('wordsOfANiche'),
  pairs: say('allPairsOfTwoColumns'),
  typed: say('aListTypedOrPasted'),
};
const KIND_WORDS: Record<ListedClass, string> = {
  creature: say('creatures'),
  thing: say('things'),
  stuff: say('stuff'),
  place: say('places'),
  person: say('peopleAndJobs'),
  food: say('food'),
  do: say('whatIsDone'),
  time: say('times'),
  quality: say('qualities'),
};
/** Of what will be added so many are shown. */
const SHOWN = 6;

/** Cells that would be added, by column id; or why there are none. */
function useMade(
  series: Series,
  way: Way,
  given: Given,
): { rows: Record<string, string>[]; fault: string | null } {
  const { columns, rows } = series;
  return useMemo(() => {
    const one = (words: readonly string[]) => words.map((w) => ({ [given.column]: w }));
    try {
      if (way === 'numbers')
        return { rows: one(numbersBetween(given.from, given.to, 1, given.style)), fault: null };
      if (way === 'words') return { rows: one(nicheWords(given.niche, given.kind)), fault: null };
      if (way === 'typed') {
        const from = Math.max(
          0,
          columns.findIndex((c) => c.id === given.column),
        );
        const cells = pastedCells(given.text).filter((r) => r.some((c) => c.trim()));
        return {
          rows: cells.map((r) =>
            Object.fromEntries(
              r.flatMap((c, i) => (columns[from + i] && c.trim() ? [[columns[from + i].id, c]] : [])),
            ),
          ),
          fault: null,
        };
      }
      const cellsOf = (id: string) => rows.map((r) => r.cells[id] ?? '');
      const pairs = allPairs(cellsOf(given.column), cellsOf(given.other));
      return { rows: pairs.map(([a, b]) => ({ [given.column]: a, [given.other]: b })), fault: null };
    } catch (error) {
      return { rows: [], fault: (error as Error).message };
    }
  }, [way, given, columns, rows]);
}

interface Given {
  column: string;
  other: string;
  from: number;
  to: number;
  style: NumberStyle;
  niche: string;
  kind: ListedClass;
  text: string;
}

/** Rows that are made: numbers, words of a niche, pairs, a list. */
export function AddRows({
  series,
  onAdd,
  onClose,
}: {
  series: Series;
  /** `instead`: they take the place of all rows that are there. */
  onAdd: (rows: Series['rows'], instead: boolean) => void;
  onClose: () => void;
}) {
  const { columns } = series;
  const [way, setWay] = useState<Way>('numbers');
  const [given, setGiven] = useState<Given>({
    ...{ column: columns[0]?.id ?? '', other: columns[1]?.id ?? columns[0]?.id ?? '' },
    ...{ from: 1, to: 10, style: 'First', niche: NICHES[0].id, kind: 'person', text: '' },
  });
  const set = (change: Partial<Given>) => setGiven((g) => ({ ...g, ...change }));
  const { rows, fault } = useMade(series, way, given);
  const instead = way === 'pairs';
  const room = MOST_ROWS - (instead ? 0 : series.rows.length);
  const told =
    fault ?? (rows.length > room ? say('thereIsRoomForMore', { room, mostRows: MOST_ROWS }) : null);
  const add = () => {
    const ids = rowIds(series.rows, rows.length);
    onAdd(
      rows.map((cells, i) => emptyRow(ids[i], cells)),
      instead,
    );
  };
  const columnField = (label: string, value: string, to: (id: string) => void) => (
    <SelectField label={label} value={value} onChange={(e) => to(e.target.value)}>
      {columns.map((c) => (
        <option key={c.id} value={c.id}>
          {c.name}
        </option>
      ))}
    </SelectField>
  );
  const whole = (v: number) => (Number.isInteger(v) ? null : say('aWholeNumber'));
  return (
    <Modal open title={say('addRows')} onClose={onClose}>
      <div className="flex flex-col gap-3">
        <SelectField label={say('whatTheySay')} value={way} onChange={(e) => setWay(e.target.value as Way)}>
          {WAYS.map((w) => (
            <option key={w} value={w} disabled={w === 'pairs' && columns.length < 2}>
              {WAY_WORDS[w]}
            </option>
          ))}
        </SelectField>
        {columnField(way === 'pairs' ? say('eachOf') : say('inTheColumn'), given.column, (column) =>
          set({ column }),
        )}
        {way === 'numbers' && (
          <div className="grid grid-cols-3 gap-2">
            <NumberField
              label={say('from')}
              digits={0}
              value={given.from}
              check={whole}
              onChange={(from) => set({ from })}
            />
            <NumberField
              label={say('to')}
              digits={0}
              value={given.to}
              check={whole}
              onChange={(to) => set({ to })}
            />
            <SelectField
              label={say('written')}
              value={given.style}
              onChange={(e) => set({ style: e.target.value as NumberStyle })}
            >
              {NUMBER_STYLES.map((s) => (
                <option key={s}>{s}</option>
              ))}
            </SelectField>
          </div>
        )}
        {way === 'words' && (
          <div className="grid grid-cols-2 gap-2">
            <SelectField
              label={say('niche')}
              value={given.niche}
              onChange={(e) => set({ niche: e.target.value })}
            >
              {NICHES.map((n) => (
                <option key={n.id} value={n.id}>
                  {n.name}
                </option>
              ))}
            </SelectField>
            <SelectField
              label={say('its')}
              value={given.kind}
              onChange={(e) => set({ kind: e.target.value as ListedClass })}
            >
              {LISTED_CLASSES.map((k) => (
                <option key={k} value={k}>
                  {KIND_WORDS[k as ListedClass]}
                </option>
              ))}
            </SelectField>
          </div>
        )}
        {way === 'pairs' && columnField(say('withEachOf'), given.other, (other) => set({ other }))}
        {way === 'typed' && (
          <label className="block">
            <span className="block text-[11.5px] text-muted">{say('aLineARowTabs')}</span>
            <textarea
              className="field !h-32 resize-y py-1.5"
              value={given.text}
              dir="auto"
              onChange={(e) => set({ text: e.target.value })}
            />
          </label>
        )}
        <p role="status" className="min-h-10 text-[13px] text-muted">
          {told ? (
            <span className="text-rust">{told}</span>
          ) : rows.length === 0 ? (
            say('noRowsYet')
          ) : (
            <>
              {say('rowInThePlaceOf', {
                rows: rows.length,
                isInstead: instead,
                rows2: rows
                  .slice(0, SHOWN)
                  .map((r) => Object.values(r).join(' + '))
                  .join(', '),
                rows3: rows.length > SHOWN && ' …',
              })}
            </>
          )}
        </p>
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>{say('cancel')}</Button>
          <Button tone="main" disabled={told !== null || rows.length === 0} onClick={add}>
            {say('add', { rows: rows.length })}
          </Button>
        </div>
      </div>
    </Modal>
  );
}
