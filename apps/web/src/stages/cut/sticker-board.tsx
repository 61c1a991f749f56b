import { useId } from 'react';
import type { Cut, Spot } from '@brelm/core/cutline';
import { toSvgPath } from '@brelm/core/geometry';
import type { Print } from './use-cut';

/** Around the print, as a share of its long side. */
const MARGIN = 0.08;
/** How far a sticker is lifted off at the most, as a share of the print's height. */
const LIFT = 0.2;

/**
 * A sticker on its backing at true proportions: its border, artwork and blade's path. Lifted, the border and the
 * artwork come off, and what the blade has cut around stays.
 */
export function StickerBoard({
  print,
  cut,
  border,
  lifted,
  ring,
  label,
}: {
  print: Print;
  cut: Cut | null;
  /** The border's colour; null where it has none. */
  border: string | null;
  /** 0–1 */
  lifted: number;
  /** A place that is pointed at, px of the print. */
  ring: Spot | null;
  label: string;
}) {
  const id = useId();
  const { width, height, picture, pxPerMm } = print;
  const margin = MARGIN * Math.max(width, height);
  const path = cut ? toSvgPath(cut.loops.flatMap((l) => l.path)) : '';
  const unit = Math.max(width, height) / 500;
  const artwork = picture && (
    <image href={picture} width={width} height={height} clipPath={path ? `url(#${id}-cut)` : undefined} />
  );
  const blade = path && (
    <>
      <path d={path} fill="none" stroke="#fffdf6" strokeOpacity={0.9} strokeWidth={3.4 * unit} />
      <path
        d={path}
        fill="none"
        stroke="#b3261e"
        strokeWidth={2 * unit}
        strokeLinecap="round"
        strokeDasharray={`${0.01 * unit} ${4.5 * unit}`}
      />
    </>
  );
  return (
    <svg
      role="img"
      aria-label={label}
      className="h-full w-full overflow-visible"
      viewBox={`${-margin} ${-margin} ${width + 2 * margin} ${height + 2 * margin}`}
    >
      <defs>
        <clipPath id={`${id}-cut`}>
          <path d={path} />
        </clipPath>
        <pattern id={`${id}-paper`} width={14 * unit} height={14 * unit} patternUnits="userSpaceOnUse">
          <rect width={14 * unit} height={14 * unit} fill="#d9e3e2" />
          <path d={`M0 ${14 * unit}L${14 * unit} 0`} stroke="#cbd8d7" strokeWidth={unit} />
        </pattern>
        <filter id={`${id}-shade`} x="-20%" y="-20%" width="140%" height="140%">
          <feDropShadow
            dx={lifted * 10 * unit}
            dy={lifted * 16 * unit}
            stdDeviation={(1 + lifted * 7) * unit}
            floodColor="#20262a"
            floodOpacity={0.35}
          />
        </filter>
      </defs>
      <rect
        x={-margin * 0.6}
        y={-margin * 0.6}
        width={width + margin * 1.2}
        height={height + margin * 1.2}
        rx={6 * unit}
        fill={`url(#${id}-paper)`}
        stroke="#b4c4c3"
        strokeWidth={unit}
      />
      <rect
        width={width}
        height={height}
        fill="none"
        stroke="#7d9492"
        strokeWidth={unit}
        strokeDasharray={`${6 * unit} ${5 * unit}`}
      />
      {lifted > 0 && (
        <>
          <path d={path} fill="#b9c9c8" />
          {blade}
        </>
      )}
      <g
        transform={`translate(${lifted * LIFT * 1.3 * width} ${-lifted * LIFT * height}) rotate(${lifted * 7} ${width / 2} ${height})`}
      >
        <g filter={lifted > 0 ? `url(#${id}-shade)` : undefined}>
          {cut && border && <path d={toSvgPath(cut.border)} fill={border} />}
          {cut && !border && <path d={path} fill="#ffffff" fillOpacity={lifted > 0 ? 0.85 : 0.35} />}
          {artwork}
        </g>
      </g>
      {lifted === 0 && blade}
      {lifted === 0 &&
        cut?.bridges.map(({ from, to }, i) => (
          <line
            key={i}
            x1={from[0]}
            y1={from[1]}
            x2={to[0]}
            y2={to[1]}
            stroke="#1f4d3a"
            strokeWidth={2 * unit}
            strokeDasharray={`${3 * unit} ${3 * unit}`}
          />
        ))}
      {ring && (
        <circle
          cx={ring.x}
          cy={ring.y}
          r={Math.max(3 * pxPerMm, 14 * unit)}
          fill="none"
          stroke="#b3261e"
          strokeWidth={3 * unit}
        />
      )}
    </svg>
  );
}
