import { scaleLinear, scalePoint } from 'd3-scale';
import { line } from 'd3-shape';
import type { WeekFigures } from '@brelm/core/listing';
import { format } from '../words/dates';
import { say } from '../words/numbers';

/** A line of one figure by week; small ones of a group share the largest value, so that they can be compared. */
export function WeekChart({
  weeks,
  of,
  most,
  label,
  inWords,
  small = false,
}: {
  weeks: readonly WeekFigures[];
  of: 'views' | 'sales' | 'profit';
  /** The value at the top; the largest of its own where left out. */
  most?: number;
  label: string;
  /** A value in words. */
  inWords: (value: number) => string;
  small?: boolean;
}) {
  const [width, height] = small ? [220, 54] : [440, 150];
  const margin = small
    ? { left: 2, right: 4, top: 4, bottom: 4 }
    : { left: 48, right: 8, top: 10, bottom: 20 };
  const values = weeks.map((w) => w[of]);
  const top = Math.max(1, most ?? Math.max(...values, 1));
  const low = Math.min(0, ...values);
  const x = scalePoint(
    weeks.map((w) => w.week),
    [margin.left, width - margin.right],
  );
  const y = scaleLinear([low, top], [height - margin.bottom, margin.top]);
  if (!small) y.nice(4);
  const path = line<WeekFigures>(
    (w) => x(w.week)!,
    (w) => y(w[of]),
  )([...weeks]);
  const last = weeks.at(-1);
  // A few weeks are named; between them nobody reads.
  const every = Math.max(1, Math.ceil(weeks.length / 5));
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className="w-full"
      role="img"
      aria-label={
        last
          ? say('byWeekInTheFirst', { label, first: inWords(values[0]), last: inWords(last[of]) })
          : say('noneYet', { label })
      }
    >
      {!small && (
        <g className="fill-muted text-[14px]">
          {y.ticks(4).map((v) => (
            <g key={v} transform={`translate(0 ${y(v)})`}>
              <line x1={margin.left} x2={width - margin.right} className="stroke-line" />
              <text x={margin.left - 6} dy="0.35em" textAnchor="end">
                {inWords(v)}
              </text>
            </g>
          ))}
          {weeks.map((w, i) =>
            i % every ? null : (
              <text key={w.week} x={x(w.week)} y={height - 4} textAnchor={i === 0 ? 'start' : 'middle'}>
                {format(`${w.week}T12:00`, 'd MMM')}
              </text>
            ),
          )}
        </g>
      )}
      {small && <line x1={0} x2={width} y1={y(0)} y2={y(0)} className="stroke-line" />}
      {weeks.length > 1 && path && (
        <path d={path} fill="none" className="stroke-spruce" strokeWidth={small ? 1.6 : 2} />
      )}
      {last && <circle cx={x(last.week)} cy={y(last[of])} r={small ? 2.5 : 4} className="fill-spruce" />}
    </svg>
  );
}
