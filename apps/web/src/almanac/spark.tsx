import { scaleLinear } from 'd3-scale';
import { area, line } from 'd3-shape';
import type { Demand } from '@brelm/contract';
import { count } from './figure-words';
import { say } from '../words/almanac';

/** Months of the past that a small line shows. */
const SHOWN = 36;

/** Searches by month, and the year to come, with how far it may be off. */
export function Spark({
  demand,
  width = 200,
  height = 36,
  large = false,
}: {
  demand: Demand;
  width?: number;
  height?: number;
  /** With years and a scale. */
  large?: boolean;
}) {
  const past = demand.months.slice(large ? -60 : -SHOWN);
  const ahead = demand.outlook?.months ?? [];
  const total = past.length + ahead.length;
  const margin = large
    ? { left: 46, right: 8, top: 8, bottom: 18 }
    : { left: 1, right: 2, top: 3, bottom: 2 };
  const most = Math.max(1, ...past.map((m) => m.searches), ...ahead.map((m) => m.high));
  const x = scaleLinear([0, Math.max(1, total - 1)], [margin.left, width - margin.right]);
  const y = scaleLinear([0, most], [height - margin.bottom, margin.top]);
  if (large) y.nice(3);
  const seen = line<{ searches: number }>(
    (_, i) => x(i),
    (m) => y(m.searches),
  )(past);
  const joined = past.length
    ? [{ ...past.at(-1)!, low: past.at(-1)!.searches, high: past.at(-1)!.searches }, ...ahead]
    : [];
  const from = past.length - 1;
  const may = area<{ low: number; high: number }>(
    (_, i) => x(from + i),
    (m) => y(m.low),
    (m) => y(m.high),
  )(joined);
  const will = line<{ searches: number }>(
    (_, i) => x(from + i),
    (m) => y(m.searches),
  )(joined);
  const named = demand.product ? `${demand.phrase} ${demand.product}` : demand.phrase;
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className={large ? 'w-full' : ''}
      style={large ? undefined : { width, height }}
      role="img"
      aria-label={say('searchesForByMonthIn', { named, count: count(demand.usual) })}
    >
      {large && (
        <g className="fill-muted text-[11px]">
          {y.ticks(3).map((v) => (
            <g key={v} transform={`translate(0 ${y(v)})`}>
              <line x1={margin.left} x2={width - margin.right} className="stroke-line" />
              <text x={margin.left - 5} dy="0.35em" textAnchor="end">
                {count(v)}
              </text>
            </g>
          ))}
          {[...past, ...ahead].map(({ month }, i) =>
            month.endsWith('-01') ? (
              <g key={month} transform={`translate(${x(i)} 0)`}>
                <line y1={margin.top} y2={height - margin.bottom} className="stroke-line" />
                <text y={height - 4} textAnchor="middle">
                  {month.slice(0, 4)}
                </text>
              </g>
            ) : null,
          )}
        </g>
      )}
      {may && ahead.length > 0 && <path d={may} className="fill-ochre/20" />}
      {seen && <path d={seen} fill="none" className="stroke-spruce" strokeWidth={large ? 1.8 : 1.4} />}
      {will && ahead.length > 0 && (
        <path d={will} fill="none" className="stroke-ochre" strokeWidth={1.4} strokeDasharray="3 2" />
      )}
    </svg>
  );
}
