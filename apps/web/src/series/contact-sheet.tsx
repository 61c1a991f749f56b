import { useVirtualizer } from '@tanstack/react-virtual';
import { Hand } from 'lucide-react';
import { useEffect, useLayoutEffect, useRef, useState, type KeyboardEvent } from 'react';
import type { Garment } from '@brelm/core/colour';
import { worstOf, type SeriesRow, type Trouble } from '@brelm/core/series';
import { SeverityMark, VerdictMark } from '../ui';
import { RowPicture } from './row-picture';
import type { Rows } from './use-rows';
import { toldWords } from '../words/told';
import { say } from '../words/series';

const LEAST = 132;
const GAP = 10;
/** Below the picture: name and mark. */
const FOOT = 44;

/** All rows as pictures, as many as are seen; arrows go from one to the next. */
export function ContactSheet({
  list,
  numbers,
  rows,
  troublesOf,
  garment,
  ratio,
  chosen,
  onChoose,
  onOpen,
}: {
  /** In the order in which they are shown. */
  list: readonly SeriesRow[];
  /** Numbers in the table, by id. */
  numbers: ReadonlyMap<string, number>;
  rows: Rows;
  troublesOf: (row: SeriesRow) => readonly Trouble[];
  garment: Garment | undefined;
  ratio: number;
  chosen: string | null;
  onChoose: (id: string) => void;
  onOpen: (id: string) => void;
}) {
  const scroller = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(600);
  useLayoutEffect(() => {
    const watch = new ResizeObserver(([entry]) => setWidth(entry.contentRect.width));
    watch.observe(scroller.current!);
    return () => watch.disconnect();
  }, []);
  const across = Math.max(2, Math.floor((width + GAP) / (LEAST + GAP)));
  const cell = (width - GAP * (across - 1)) / across;
  const tall = cell * ratio + FOOT;
  const virtual = useVirtualizer({
    count: Math.ceil(list.length / across),
    getScrollElement: () => scroller.current,
    estimateSize: () => tall + GAP,
    overscan: 1,
  });
  useEffect(() => virtual.measure(), [tall, virtual]);
  // Wherever it goes, and whatever room there is, what is chosen stays in sight.
  const chosenAt = list.findIndex((r) => r.id === chosen);
  useEffect(() => {
    if (chosenAt >= 0) virtual.scrollToIndex(Math.floor(chosenAt / across));
  }, [across, chosenAt, virtual]);
  const lines = virtual.getVirtualItems();
  const seen = lines
    .flatMap((l) => list.slice(l.index * across, (l.index + 1) * across).map((r) => r.id))
    .join(' ');
  const px = Math.round(Math.min(2, window.devicePixelRatio || 1) * cell);
  const { see } = rows;
  useEffect(() => see(seen ? seen.split(' ') : [], px), [see, seen, px]);

  const focusOn = (index: number) => {
    const row = list[Math.max(0, Math.min(list.length - 1, index))];
    if (!row) return;
    onChoose(row.id);
    virtual.scrollToIndex(Math.floor(list.indexOf(row) / across));
    requestAnimationFrame(() =>
      scroller.current?.querySelector<HTMLElement>(`[data-row="${CSS.escape(row.id)}"]`)?.focus(),
    );
  };
  const keys = (e: KeyboardEvent, index: number) => {
    const to = {
      ArrowRight: index + 1,
      ArrowLeft: index - 1,
      ArrowDown: index + across,
      ArrowUp: index - across,
      Home: 0,
      End: list.length - 1,
      PageDown: index + across * 3,
      PageUp: index - across * 3,
    }[e.key];
    if (to === undefined) return;
    e.preventDefault();
    focusOn(to);
  };
  // One that is seen can always be reached by the keyboard.
  const inSight = lines.flatMap((l) => list.slice(l.index * across, (l.index + 1) * across));
  const tabStop = (inSight.find((r) => r.id === chosen) ?? inSight[0])?.id;
  return (
    <div ref={scroller} className="h-full overflow-y-auto" data-testid="contact-sheet">
      <ul aria-label={say('allRows')} className="relative w-full" style={{ height: virtual.getTotalSize() }}>
        {lines.flatMap((line) =>
          list.slice(line.index * across, (line.index + 1) * across).map((row, i) => {
            const index = line.index * across + i;
            const shown = rows.shown(row.id);
            const troubles = troublesOf(row);
            const number = numbers.get(row.id)!;
            const name = shown?.name || say('row2', { number });
            return (
              <li
                key={row.id}
                className="absolute"
                style={{
                  ...{ top: line.start, left: i * (cell + GAP), width: cell, height: tall },
                }}
              >
                <button
                  type="button"
                  data-row={row.id}
                  data-fresh={rows.fresh(row.id)}
                  tabIndex={row.id === tabStop ? 0 : -1}
                  aria-pressed={row.id === chosen}
                  className={`flex h-full w-full flex-col overflow-hidden rounded-md border bg-card text-left ${row.id === chosen ? 'border-spruce outline outline-2 outline-spruce' : 'border-line hover:border-edge'}`}
                  onClick={() => {
                    onChoose(row.id);
                    onOpen(row.id);
                  }}
                  onKeyDown={(e) => keys(e, index)}
                >
                  <span className="sr-only">
                    {say('rowLeftOutSetBy', {
                      number,
                      name,
                      isLeftOut: row.leftOut,
                      isByHand: Boolean(row.byHand.length),
                      isTroubles: Boolean(troubles.length),
                      troubles: troubles.map(toldWords).join(' '),
                    })}
                  </span>
                  <RowPicture
                    picture={shown?.picture ?? null}
                    garment={garment}
                    ratio={ratio}
                    dim={row.leftOut}
                  />
                  <Foot name={name} number={number} row={row} troubles={troubles} known={shown !== null} />
                </button>
              </li>
            );
          }),
        )}
      </ul>
    </div>
  );
}

function Foot({
  name,
  number,
  row,
  troubles,
  known,
}: {
  name: string;
  number: number;
  row: SeriesRow;
  troubles: readonly Trouble[];
  known: boolean;
}) {
  const worst = worstOf(troubles);
  const first = troubles.find((t) => t.severity === worst);
  return (
    <span
      className="flex min-h-0 w-full flex-1 flex-col justify-center px-1.5 text-[11.5px] leading-tight"
      aria-hidden
    >
      <span className="flex items-center gap-1">
        <span className="text-muted">{number}</span>
        <span className="truncate font-medium" title={name}>
          {name}
        </span>
        {row.byHand.length > 0 && (
          <Hand size={12} className="ml-auto shrink-0 text-spruce" aria-hidden data-by-hand />
        )}
      </span>
      <span className="mt-0.5 flex min-w-0 items-center gap-1 text-muted">
        {row.leftOut ? (
          say('leftOut')
        ) : !known ? (
          say('looking')
        ) : worst === null ? (
          <>
            <VerdictMark verdict="reads" size={11} /> {say('nothingWrong')}
          </>
        ) : (
          <>
            <SeverityMark severity={worst} size={11} />
            <span className="truncate" title={troubles.map(toldWords).join('\n')}>
              {toldWords(first!)}
            </span>
          </>
        )}
      </span>
    </span>
  );
}
