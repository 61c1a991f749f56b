import { scaleLinear } from 'd3-scale';
import { memo, useRef } from 'react';
import type { Board } from '@brelm/core/design';
import { pxPerUnit, type Unit } from '../editor/measure';
import type { View } from './use-view';
import { say } from '../words/board';

/** Height of the upper ruler and width of the left one, screen px. */
export const RULER = 20;
/** Screen px between two figures, about. */
const APART = 70;

interface Props {
  view: View;
  size: { width: number; height: number };
  board: Board;
  unit: Unit;
  /** A guide is being pulled out, board px; null when it was let go off the board. */
  onPull: (axis: 'x' | 'y', at: number) => void;
  onDrop: (axis: 'x' | 'y', at: number | null) => void;
}

/** What is drawn of a ruler. It depends on numbers alone, so that a change of the artwork draws none of it anew. */
const Marks = memo(function Marks({
  axis,
  along,
  offset,
  scale: zoom,
  long: side,
  per,
}: {
  axis: 'x' | 'y';
  /** Its length, screen px. */
  along: number;
  /** Where the board begins, screen px. */
  offset: number;
  /** Screen px a board px. */
  scale: number;
  /** The board's side along it, board px. */
  long: number;
  /** Board px a unit. */
  per: number;
}) {
  const scale = scaleLinear([-offset / zoom / per, (along - offset) / zoom / per], [0, along]);
  const figures = scale.ticks(Math.max(2, along / APART));
  const step = figures.length > 1 ? figures[1] - figures[0] : 1;
  const marks = scale.ticks(figures.length * 5);
  return (
    <>
      {axis === 'x' ? (
        <rect x={offset} y={RULER - 3} width={side * zoom} height={3} fill="#c9c2b2" />
      ) : (
        <rect x={RULER - 3} y={offset} width={3} height={side * zoom} fill="#c9c2b2" />
      )}
      {marks.map((value) => {
        const at = Math.round(scale(value)) + 0.5;
        const long = Math.abs(value / step - Math.round(value / step)) < 1e-6;
        const from = RULER - (long ? 7 : 4);
        return axis === 'x' ? (
          <line key={value} x1={at} x2={at} y1={from} y2={RULER} stroke="#5d666b" />
        ) : (
          <line key={value} y1={at} y2={at} x1={from} x2={RULER} stroke="#5d666b" />
        );
      })}
      {figures.map((value) => {
        const at = scale(value);
        const words = String(Number(value.toFixed(3)));
        return axis === 'x' ? (
          <text key={value} x={at + 3} y={9} fontSize={9.5} fill="#5d666b">
            {words}
          </text>
        ) : (
          <text key={value} transform={`translate(9 ${at - 3}) rotate(-90)`} fontSize={9.5} fill="#5d666b">
            {words}
          </text>
        );
      })}
    </>
  );
});

function Ruler({ axis, view, size, board, unit, onPull, onDrop }: Props & { axis: 'x' | 'y' }) {
  const along = axis === 'x' ? size.width : size.height;
  const box = useRef<SVGSVGElement>(null);
  // A guide from the upper ruler is level, from the left one upright.
  const guide = axis === 'x' ? 'y' : 'x';
  const where = (e: React.PointerEvent): number | null => {
    const frame = box.current!.parentElement!.getBoundingClientRect();
    const at = guide === 'y' ? e.clientY - frame.top : e.clientX - frame.left;
    const most = guide === 'y' ? frame.height : frame.width;
    return at < RULER || at > most ? null : (at - (guide === 'y' ? view.y : view.x)) / view.scale;
  };
  return (
    <svg
      ref={box}
      aria-hidden
      className={`absolute top-0 left-0 touch-none bg-card select-none ${axis === 'x' ? 'cursor-row-resize border-b' : 'cursor-col-resize border-r'} border-line`}
      width={axis === 'x' ? along : RULER}
      height={axis === 'x' ? RULER : along}
      onPointerDown={(e) => e.currentTarget.setPointerCapture(e.pointerId)}
      onPointerMove={(e) => {
        if (!e.currentTarget.hasPointerCapture(e.pointerId)) return;
        const at = where(e);
        onPull(guide, at ?? -1e5);
      }}
      onPointerUp={(e) => onDrop(guide, where(e))}
    >
      <title>{say('dragAGuideFromHere')}</title>
      <Marks
        axis={axis}
        along={along}
        offset={axis === 'x' ? view.x : view.y}
        scale={view.scale}
        long={axis === 'x' ? board.width : board.height}
        per={pxPerUnit(unit, board.dpi)}
      />
    </svg>
  );
}

/** Rulers along the top and the left; a guide is pulled out of either. */
export function Rulers(props: Props) {
  return (
    <>
      <Ruler axis="x" {...props} />
      <Ruler axis="y" {...props} />
      <span
        aria-hidden
        className="absolute top-0 left-0 flex h-5 w-5 items-center justify-center border-r border-b border-line bg-card text-[9.5px] text-muted"
      >
        {props.unit}
      </span>
    </>
  );
}
