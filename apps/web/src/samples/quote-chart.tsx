import { scaleLinear, scaleLog } from 'd3-scale';
import { line } from 'd3-shape';
import { money } from './money';
import { say } from '../words/samples';

/** What a piece costs with its postage, at a number of pieces. */
export interface QuotePoint {
  quantity: number;
  each: number;
}

const [WIDTH, HEIGHT] = [440, 160];
const MARGIN = { left: 52, right: 12, top: 12, bottom: 30 };

/** Cost of a piece by how many are ordered, beside the price that it sells for. */
export function QuoteChart({
  points,
  chosen,
  price,
  currency,
}: {
  points: readonly QuotePoint[];
  chosen: QuotePoint;
  /** Hundredths; null where none is set. */
  price: number | null;
  currency: string;
}) {
  const most = Math.max(2, points[points.length - 1].quantity);
  const x = scaleLog([1, most], [MARGIN.left, WIDTH - MARGIN.right]);
  const top = Math.max(...points.map((p) => p.each), price ?? 0);
  const y = scaleLinear([0, top], [HEIGHT - MARGIN.bottom, MARGIN.top]).nice(4);
  const path = line<QuotePoint>(
    (p) => x(p.quantity),
    (p) => y(p.each),
  )([...points])!;
  const ticks = [1, 3, 10, 30, 100, 250].filter((n) => n <= most);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="w-full"
      role="img"
      aria-label={say('aPieceCostsAloneAnd', {
        money: money(points[0].each, currency),
        money2: money(points[points.length - 1].each, currency),
        most,
      })}
    >
      <g className="fill-muted text-[11px]">
        {y.ticks(4).map((v) => (
          <g key={v} transform={`translate(0 ${y(v)})`}>
            <line x1={MARGIN.left} x2={WIDTH - MARGIN.right} className="stroke-line" />
            <text x={MARGIN.left - 6} dy="0.35em" textAnchor="end">
              {money(v, currency).replace(/\.00$/, '')}
            </text>
          </g>
        ))}
        {ticks.map((n) => (
          <text key={n} x={x(n)} y={HEIGHT - MARGIN.bottom + 14} textAnchor="middle">
            {n}
          </text>
        ))}
        <text x={WIDTH - MARGIN.right} y={HEIGHT - 3} textAnchor="end">
          {say('piecesInOneOrder')}
        </text>
      </g>
      {price !== null && (
        <g transform={`translate(0 ${y(price)})`}>
          <line
            x1={MARGIN.left}
            x2={WIDTH - MARGIN.right}
            className="stroke-ochre"
            strokeDasharray="5 4"
            strokeWidth={1.5}
          />
          <text x={WIDTH - MARGIN.right} dy="-0.4em" textAnchor="end" className="fill-ink text-[11px]">
            {say('sellsFor2', { money: money(price, currency) })}
          </text>
        </g>
      )}
      <path d={path} fill="none" className="stroke-spruce" strokeWidth={2} />
      <circle
        cx={x(Math.min(most, chosen.quantity))}
        cy={y(chosen.each)}
        r={5}
        className="fill-spruce stroke-card"
        strokeWidth={2}
      />
    </svg>
  );
}
