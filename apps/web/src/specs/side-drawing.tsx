import { useId, type ReactNode } from 'react';
import { toSvgPath, type Box } from '@brelm/core/geometry';
import { safeBoxAt, safeOutline, trimOutline, zoneBox, zoneOutline, type SpecSide } from '@brelm/core/spec';
import { say } from '../words/specs';

const num = (v: number) => String(Number(v.toFixed(3)));

/** A measure: a line with ticks at its ends and its length beside it. */
function Measure({
  from,
  to,
  at,
  upright,
  words,
}: {
  from: number;
  to: number;
  at: number;
  upright?: boolean;
  words: string;
}) {
  const middle = (from + to) / 2;
  const line = (a: number, b: number, c: number, d: number) =>
    upright ? <line x1={b} y1={a} x2={d} y2={c} /> : <line x1={a} y1={b} x2={c} y2={d} />;
  return (
    <g className="stroke-muted" strokeWidth={1}>
      {line(from, at, to, at)}
      {line(from, at - 4, from, at + 4)}
      {line(to, at - 4, to, at + 4)}
      <text
        className="fill-ink stroke-paper text-[12px] tabular-nums"
        strokeWidth={3}
        paintOrder="stroke"
        textAnchor="middle"
        transform={upright ? `translate(${at - 7} ${middle}) rotate(-90)` : `translate(${middle} ${at - 7})`}
      >
        {words}
      </text>
    </g>
  );
}

/** The frame that a side is drawn in, px. */
const MARGIN = { left: 46, top: 40, right: 18, bottom: 20 };

/** Where a print area lies in a drawing: px to the inch, and its top left corner. */
export interface DrawnAt {
  perInch: number;
  left: number;
  top: number;
}

/** How a side fills a drawing; with `extent`, what is to be seen of the product, inches from its print area's corner. */
export function drawnAt(side: SpecSide, width: number, height: number, extent?: Box): DrawnAt {
  const seen = extent ?? { left: 0, top: 0, right: side.widthIn, bottom: side.heightIn };
  const [w, h] = [seen.right - seen.left, seen.bottom - seen.top];
  const [roomX, roomY] = [width - MARGIN.left - MARGIN.right, height - MARGIN.top - MARGIN.bottom];
  const perInch = Math.min(roomX / w, roomY / h);
  return {
    perInch,
    left: MARGIN.left + (roomX - w * perInch) / 2 - seen.left * perInch,
    top: MARGIN.top + (roomY - h * perInch) / 2 - seen.top * perInch,
  };
}

/**
 * A side drawn to scale with its measures: print area, the product's edge, safe area, what is kept clear.
 * What is given as children is drawn in it, in px from the print area's corner.
 */
export function SideDrawing({
  side,
  width,
  height,
  extent,
  clear,
  children,
  label,
}: {
  side: SpecSide;
  width: number;
  height: number;
  extent?: Box;
  /** Nothing is filled: what lies under the drawing shows. */
  clear?: boolean;
  children?: ReactNode;
  label: string;
}) {
  const hatch = useId();
  const { perInch: k, left, top } = drawnAt(side, width, height, extent);
  const [w, h] = [side.widthIn * k, side.heightIn * k];
  const safe = safeBoxAt(side, k);
  const trimmed = (side.bleedIn ?? 0) > 0 || side.shape !== undefined;
  return (
    <svg
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={label}
      className="block"
    >
      <defs>
        <pattern id={hatch} width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="7" height="7" className="fill-ochre/15" />
          <line x1="0" y1="0" x2="0" y2="7" className="stroke-ochre" strokeWidth="1.6" />
        </pattern>
      </defs>
      <g transform={`translate(${left} ${top})`}>
        {!clear && <rect width={w} height={h} className="fill-card" />}
        {children}
        {clear && <rect width={w} height={h} fill="none" className="stroke-card/60" strokeWidth={2.6} />}
        <rect width={w} height={h} fill="none" className="stroke-ink" strokeWidth={1.2} />
        {trimmed && (
          <path d={toSvgPath(trimOutline(side, k))} fill="none" className="stroke-rust" strokeWidth={1.2} />
        )}
        {clear && (
          // On a dark product the line would not be seen without a pale one under it.
          <path
            d={toSvgPath(safeOutline(side, k))}
            fill="none"
            className="stroke-card/70"
            strokeWidth={2.6}
          />
        )}
        <path
          d={toSvgPath(safeOutline(side, k))}
          fill="none"
          className="stroke-spruce"
          strokeWidth={1.2}
          strokeDasharray="5 4"
        />
        <line
          x1={w / 2}
          y1={0}
          x2={w / 2}
          y2={h}
          className="stroke-muted"
          strokeWidth={0.8}
          strokeDasharray="10 3 2 3"
        />
        {(side.zones ?? []).map((zone, i) => {
          const box = zoneBox(zone, k);
          return (
            <g key={i}>
              <path
                d={toSvgPath(zoneOutline(zone, k))}
                fill={`url(#${hatch})`}
                className="stroke-ochre"
                strokeWidth={1}
              >
                <title>{zone.name || zone.kind}</title>
              </path>
              {box.right - box.left > 60 && box.bottom - box.top > 16 && (
                <text
                  x={(box.left + box.right) / 2}
                  y={(box.top + box.bottom) / 2 + 4}
                  textAnchor="middle"
                  className="fill-ink text-[11px]"
                >
                  {zone.name || zone.kind}
                </text>
              )}
            </g>
          );
        })}
        <Measure
          from={0}
          to={w}
          at={-10}
          words={say('inPx', { num: num(side.widthIn), widthPx: side.widthPx })}
        />
        <Measure
          from={0}
          to={h}
          at={-12}
          upright
          words={say('inPx2', { num: num(side.heightIn), heightPx: side.heightPx })}
        />
        {!clear && safe.left > 26 && (
          <Measure from={0} to={safe.left} at={h * 0.62} words={num(side.safeIn.left)} />
        )}
      </g>
    </svg>
  );
}

/** What the lines of a drawing mean. */
export function DrawingKey({ side }: { side: SpecSide }) {
  const trimmed = (side.bleedIn ?? 0) > 0 || side.shape !== undefined;
  const entry = (style: string, words: string) => (
    <li className="flex items-center gap-1.5">
      <span aria-hidden className={`inline-block h-0 w-5 border-t-2 ${style}`} />
      {words}
    </li>
  );
  return (
    <ul className="flex flex-wrap gap-x-4 gap-y-1 text-[12px] text-muted">
      {entry('border-ink', say('printArea'))}
      {trimmed && entry('border-rust', say('theProductsEdge'))}
      {entry('border-dashed border-spruce', say('safeArea'))}
      {(side.zones?.length ?? 0) > 0 && entry('border-ochre', say('keepClear'))}
      {side.curve && <li>{say('roundInAcross', { num: num(side.curve.diameterIn) })}</li>}
    </ul>
  );
}
