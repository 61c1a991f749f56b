import { useId, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { Cut, CutHole, PrintedBorder, Spot } from '@brelm/core/cutline';
import { toSvgPath } from '@brelm/core/geometry';
import { HandLayer } from './hand-layer';
import type { Print } from './use-cut';
import { say } from '../../words/cut';

/** Around the print, as a share of its long side. */
const MARGIN = 0.08;
/** How far a sticker is lifted off at the most, as a share of the print's height. */
const LIFT = 0.2;

/** How far an arrow key moves the end of a bridge, mm; with Shift ten times as far. */
const NUDGE_MM = 0.5;

type BridgeEnd = 'from' | 'to';
interface Moving {
  index: number;
  end: BridgeEnd;
  at: [number, number];
}

/** What the blade goes along, and the colours behind it. */
function Blade({ path, unit, wide }: { path: string; unit: number; wide?: boolean }) {
  return (
    <>
      <path d={path} fill="none" stroke="#fffdf6" strokeOpacity={0.9} strokeWidth={3.4 * unit} />
      <path
        d={path}
        fill="none"
        stroke={wide ? '#1f4d7a' : '#b3261e'}
        strokeWidth={2 * unit}
        strokeLinecap="round"
        strokeDasharray={wide ? `${9 * unit} ${5 * unit}` : `${0.01 * unit} ${4.5 * unit}`}
      />
    </>
  );
}

/**
 * A sticker on its backing at true proportions: its borders, artwork and blade's path. Lifted, the largest piece comes off
 * with its borders and artwork, and what the blade has cut around, or cut off it, stays.
 */
export function StickerBoard({
  print,
  cut,
  borders,
  bare,
  lifted,
  ring,
  label,
  choosing,
  onHole,
  onBridge,
  hand,
}: {
  print: Print;
  cut: Cut | null;
  /** What is printed behind the artwork, back to front. */
  borders: readonly PrintedBorder[];
  /** Whether the artwork lies on the bare sticker: the innermost border is not printed. */
  bare: boolean;
  /** 0–1 */
  lifted: number;
  /** A place that is pointed at, px of the print. */
  ring: Spot | null;
  label: string;
  /** Holes are chosen by a click. */
  choosing: boolean;
  onHole: (hole: CutHole) => void;
  /** An end of a bridge was put elsewhere, px of the print. */
  onBridge: (index: number, end: BridgeEnd, at: [number, number]) => void;
  /** The points of the cut are shown, to be moved by hand. */
  hand: Pick<Parameters<typeof HandLayer>[0], 'patches' | 'share' | 'onPatches'> | null;
}) {
  const id = useId();
  const board = useRef<SVGSVGElement>(null);
  const [moving, setMoving] = useState<Moving | null>(null);
  const { width, height, picture, pxPerMm } = print;
  const margin = MARGIN * Math.max(width, height);
  const unit = Math.max(width, height) / 500;
  const whole = cut ? toSvgPath(cut.loops.flatMap((l) => l.path)) : '';
  const [main, ...rest] = cut?.pieces ?? [];
  const layers = (path: string, name: string) => (
    <g clipPath={lifted > 0 && path ? `url(#${id}-${name})` : undefined}>
      {borders.map((border, i) => (
        <path key={i} d={toSvgPath(border.path)} fill={border.colour} />
      ))}
      {cut && bare && <path d={path} fill="#ffffff" fillOpacity={lifted > 0 ? 0.85 : 0.35} />}
      {picture && (
        <image
          href={picture}
          width={width}
          height={height}
          clipPath={lifted === 0 && whole ? `url(#${id}-cut)` : undefined}
        />
      )}
    </g>
  );
  const place = (e: PointerEvent): [number, number] => {
    const at = new DOMPoint(e.clientX, e.clientY).matrixTransform(board.current!.getScreenCTM()!.inverse());
    return [at.x, at.y];
  };
  const nudge = (e: KeyboardEvent, index: number, end: BridgeEnd, [x, y]: readonly [number, number]) => {
    const step = NUDGE_MM * pxPerMm * (e.shiftKey ? 10 : 1);
    const by = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, -step], ArrowDown: [0, step] }[
      e.key
    ];
    if (!by) return;
    e.preventDefault();
    e.stopPropagation();
    onBridge(index, end, [x + by[0], y + by[1]]);
  };
  const bridges = (cut?.bridges ?? []).map((b, i) =>
    moving?.index === i ? { ...b, [moving.end]: moving.at } : b,
  );
  return (
    <svg
      ref={board}
      role="group"
      aria-label={label}
      className="h-full w-full overflow-visible"
      viewBox={`${-margin} ${-margin} ${width + 2 * margin} ${height + 2 * margin}`}
      onPointerMove={(e) => moving && setMoving({ ...moving, at: place(e) })}
      onPointerUp={() => {
        if (moving) onBridge(moving.index, moving.end, moving.at);
        setMoving(null);
      }}
      onPointerCancel={() => setMoving(null)}
    >
      <defs>
        <clipPath id={`${id}-cut`}>
          <path d={whole} />
        </clipPath>
        <clipPath id={`${id}-main`}>
          <path d={main ? toSvgPath(main.path) : ''} />
        </clipPath>
        <clipPath id={`${id}-rest`}>
          <path d={toSvgPath(rest.flatMap((p) => p.path))} />
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
      {cut?.backing && <Blade path={toSvgPath(cut.backing)} unit={unit} wide />}
      {lifted > 0 && (
        <>
          <path d={whole} fill="#b9c9c8" />
          {rest.length > 0 && layers(toSvgPath(rest.flatMap((p) => p.path)), 'rest')}
          <Blade path={whole} unit={unit} />
        </>
      )}
      <g
        transform={`translate(${lifted * LIFT * 1.3 * width} ${-lifted * LIFT * height}) rotate(${lifted * 7} ${width / 2} ${height})`}
      >
        <g filter={lifted > 0 ? `url(#${id}-shade)` : undefined}>
          {layers(lifted > 0 && main ? toSvgPath(main.path) : whole, 'main')}
        </g>
      </g>
      {lifted === 0 && whole && <Blade path={whole} unit={unit} />}
      {lifted === 0 &&
        choosing &&
        cut?.holes.map((hole, i) => (
          <path
            key={`hole ${i}`}
            d={toSvgPath(hole.path)}
            role="checkbox"
            aria-checked={hole.open}
            aria-label={say('holeCutOut', { i: i + 1, isOpen: hole.open })}
            tabIndex={0}
            className="cursor-pointer focus-visible:outline-2 focus-visible:outline-spruce"
            fill={hole.open ? '#1f4d3a' : '#ffffff'}
            fillOpacity={hole.open ? 0.18 : 0.35}
            stroke="#1f4d3a"
            strokeWidth={1.5 * unit}
            strokeDasharray={`${4 * unit} ${3 * unit}`}
            onClick={() => onHole(hole)}
            onKeyDown={(e) => {
              if (e.key !== 'Enter' && e.key !== ' ') return;
              e.preventDefault();
              onHole(hole);
            }}
          />
        ))}
      {lifted === 0 &&
        bridges.map((bridge, i) => (
          <g key={`bridge ${i}`}>
            <line
              x1={bridge.from[0]}
              y1={bridge.from[1]}
              x2={bridge.to[0]}
              y2={bridge.to[1]}
              stroke="#1f4d3a"
              strokeWidth={2 * unit}
              strokeDasharray={`${3 * unit} ${3 * unit}`}
            />
            {(['from', 'to'] as const).map((end) => (
              <circle
                key={end}
                cx={bridge[end][0]}
                cy={bridge[end][1]}
                r={5 * unit}
                role="button"
                aria-label={say('bridgeOneEndArrowKeys', { i: i + 1, isFrom: end === 'from' })}
                tabIndex={0}
                className="cursor-grab touch-none focus-visible:outline-2 focus-visible:outline-spruce"
                fill="#fffdf6"
                stroke="#1f4d3a"
                strokeWidth={2 * unit}
                onPointerDown={(e) => {
                  board.current!.setPointerCapture(e.pointerId);
                  setMoving({ index: i, end, at: place(e) });
                }}
                onKeyDown={(e) => nudge(e, i, end, bridge[end])}
              />
            ))}
          </g>
        ))}
      {lifted === 0 && hand && cut && <HandLayer {...{ cut, unit, pxPerMm, place }} {...hand} />}
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
