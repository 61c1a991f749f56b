import { scaleUtc } from 'd3-scale';
import { addMonths, parseISO, startOfMonth } from 'date-fns';
import { useLayoutEffect, useMemo, useRef, useState } from 'react';
import type { Occurrence } from '@brelm/core/almanac';
import type { SeasonView } from '@brelm/contract';
import { shortDay } from './days';
import { lanesOf } from './lanes';
import { format } from '../words/dates';
import { say } from '../words/almanac';

const LANE = 25;
const BAR = 21;
/** Months that are seen at once. */
const MONTHS = 13;
/** Width of a letter of a bar's name, about, px. */
const LETTER = 6.6;

const TONES = {
  late: 'border-rust bg-rust/12',
  now: 'border-ochre bg-ochre/18',
  done: 'border-moss bg-moss/15',
  early: 'border-edge/60 bg-card',
} as const;
const SAYS = {
  late: say('late'),
  now: say('toBeBegunNow'),
  done: say('thereIsSomethingForIt'),
  early: say('notYetDue'),
} as const;

interface Bar {
  view: SeasonView;
  at: Occurrence;
  left: number;
  right: number;
  peak: number;
  /** How far the name is moved in, px. */
  indent: number;
  lane: number;
}

/** A band for the year: each season from the day by which to list for it to its peak, and today. */
export function YearBand({
  seasons,
  today,
  chosen,
  onChoose,
}: {
  seasons: readonly SeasonView[];
  today: string;
  chosen: string | null;
  onChoose: (id: string) => void;
}) {
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(1100);
  useLayoutEffect(() => {
    const watcher = new ResizeObserver(([entry]) => setWidth(Math.max(480, entry.contentRect.width)));
    watcher.observe(box.current!);
    return () => watcher.disconnect();
  }, []);
  const { x, months, bars, lanes } = useMemo(() => {
    const from = startOfMonth(parseISO(today));
    const to = addMonths(from, MONTHS);
    const scale = scaleUtc([from, to], [0, width]);
    const day = (d: string) => scale(parseISO(d));
    const open = seasons.flatMap((view) =>
      view.occurrences
        .filter((o) => o.lastOrder >= today && day(o.listBy) < width)
        .map((at): Omit<Bar, 'lane'> => {
          const left = Math.max(0, day(at.listBy));
          const peak = Math.min(width, Math.max(0, day(at.peak)));
          const name = view.season.name.length * LETTER + 14;
          // Where the peak would lie on the name, the name follows it.
          const indent = peak - left < name + 8 ? peak - left + 8 : 0;
          const right = Math.min(width, Math.max(peak + 6, left + indent + name));
          return { view, at, left: Math.min(left, width - 40), right, peak, indent };
        }),
    );
    const laid = lanesOf(open);
    return {
      x: day,
      months: Array.from({ length: MONTHS }, (_, i) => addMonths(from, i)),
      bars: laid,
      lanes: Math.max(1, ...laid.map((b) => b.lane + 1)),
    };
  }, [seasons, today, width]);
  const height = lanes * LANE + 8;
  return (
    <div
      role="group"
      aria-label={say('theYear')}
      className="max-h-[270px] overflow-y-auto rounded-md border border-line bg-card"
    >
      <div ref={box} className="relative" style={{ height: height + 24 }}>
        <svg className="absolute inset-0 h-full w-full" aria-hidden>
          {months.map((m, i) => (
            <g key={m.toISOString()} transform={`translate(${x(format(m, 'yyyy-MM-dd'))} 0)`}>
              <line y1={0} y2={height + 24} className={i === 0 ? 'stroke-none' : 'stroke-line'} />
              <text x={5} y={15} className="fill-muted text-[11.5px]">
                {format(m, m.getMonth() === 0 || i === 0 ? 'MMM yyyy' : 'MMM')}
              </text>
            </g>
          ))}
          <line
            x1={x(today)}
            x2={x(today)}
            y1={20}
            y2={height + 24}
            className="stroke-rust"
            strokeWidth={1.5}
          />
        </svg>
        <ul aria-label={say('seasonsOfTheYear')}>
          {bars.map(({ view, at, left, right, peak, indent, lane }) => {
            const { season, work } = view;
            const when = work?.next.from === at.from ? work.when : 'early';
            const said = say('listByPeak', {
              name: season.name,
              shortDay: shortDay(at.listBy, today),
              shortDay2: shortDay(at.peak, today),
              says: SAYS[when],
            });
            return (
              <li key={`${season.id} ${at.from}`}>
                <button
                  type="button"
                  title={said}
                  aria-label={said}
                  aria-pressed={chosen === season.id}
                  className={`absolute overflow-hidden rounded-[4px] border px-1.5 text-left text-[12px] whitespace-nowrap hover:border-ink ${TONES[when]} ${chosen === season.id ? 'ring-2 ring-spruce' : ''}`}
                  style={{
                    left,
                    width: right - left,
                    top: 24 + lane * LANE,
                    height: BAR,
                    paddingLeft: 6 + indent,
                  }}
                  onClick={() => onChoose(season.id)}
                >
                  {season.name}
                  <span
                    aria-hidden
                    className="absolute top-1/2 h-2 w-2 -translate-y-1/2 rotate-45 bg-ink"
                    style={{ left: Math.max(1, peak - left - 5) }}
                  />
                </button>
              </li>
            );
          })}
        </ul>
      </div>
    </div>
  );
}
