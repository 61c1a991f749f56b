import type { KeyboardEvent } from 'react';
import {
  handlesAt,
  isCorner,
  withCorner,
  withHandle,
  withoutPoint,
  withPoint,
  withPointAfter,
  type HandLoop,
} from '@brelm/core/steps';
import { say } from '../words/board';

type Point = [number, number];

/** What of an outline is held: a point, or one of its handles. */
export interface Held {
  loop: number;
  point: number;
  of: 'point' | 'in' | 'out';
  /** Where the hand is, px of the picture; null before it has moved. */
  at: Point | null;
  /** Without the handle on the other side. */
  alone: boolean;
}

/** A loop with what is held where the hand is. */
export function heldAt(loop: HandLoop, { point, of, at, alone }: Omit<Held, 'loop'>): HandLoop {
  if (!at) return loop;
  if (of === 'point') return withPoint(loop, point, at);
  const [x, y] = loop.points[point];
  return withHandle(loop, point, of, [at[0] - x, at[1] - y], alone);
}

const MOVES: Readonly<Record<string, Point>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

const place = ([x, y]: Point, by: Point, step: number): Point => [x + by[0] * step, y + by[1] * step];

interface PointsProps {
  loop: HandLoop;
  /** Its place among the outlines. */
  at: number;
  /** The point whose handles are shown; null for none of this outline. */
  chosen: number | null;
  /** Px of the picture for one on the board. */
  step: number;
  toScreen(p: Point): Point;
  choose(point: number): void;
  hold(point: number, of: Held['of'], alone: boolean): void;
  /** Takes what becomes of the outline; null where it goes. */
  change(next: HandLoop | null, label: string): void;
}

/** The points of an outline, each to be dragged or moved by keys, and the handles of the one that is chosen. */
export function OutlinePoints(props: PointsProps) {
  const { loop, at, chosen, step, toScreen, choose, hold, change } = props;
  const { points } = loop;
  const named = (i: number) => say('pointOfOutline', { i: i + 1, points: points.length, at: at + 1 });
  const key = (e: KeyboardEvent, i: number) => {
    const by = MOVES[e.key];
    if (by)
      change(
        withPoint(loop, i, place(points[i], by, step * (e.shiftKey ? 10 : 1))),
        say('pointOfTheOutlineMoved'),
      );
    else if (e.key === 'Delete' || e.key === 'Backspace')
      change(withoutPoint(loop, i), say('pointOfTheOutlineTaken'));
    else if (e.key === 'Insert' || e.key === '+')
      change(withPointAfter(loop, i), say('pointOfTheOutlineAdded'));
    else if (e.key === 'Enter') change(withCorner(loop, i), say('cornerOfTheOutline'));
    else return;
    e.preventDefault();
    e.stopPropagation();
  };
  const handles = chosen !== null && chosen < points.length && !isCorner(loop, chosen);
  return (
    <>
      {points.map(toScreen).map(([x, y], i) => (
        <circle
          key={i}
          cx={x}
          cy={y}
          r={points.length > 60 ? 3 : 5}
          tabIndex={0}
          role="button"
          aria-label={`P${named(i).slice(1)}${loop.takes ? say('takesAway') : ''}${isCorner(loop, i) ? '' : say('curved')}`}
          aria-pressed={chosen === i}
          className={`cursor-move stroke-spruce focus:fill-ochre ${chosen === i ? 'fill-ochre' : 'fill-card'}`}
          strokeWidth={1.6}
          onFocus={() => choose(i)}
          onKeyDown={(e) => key(e, i)}
          onDoubleClick={(e) => {
            e.stopPropagation();
            change(withCorner(loop, i), say('cornerOfTheOutline'));
          }}
          onPointerDown={(e) => {
            e.stopPropagation();
            if (e.button !== 0) return;
            if (e.altKey) return change(withoutPoint(loop, i), say('pointOfTheOutlineTaken'));
            choose(i);
            hold(i, 'point', false);
          }}
        />
      ))}
      {handles && <PointHandles {...props} chosen={chosen} named={named(chosen)} />}
    </>
  );
}

/** The two handles of a point. */
function PointHandles(props: PointsProps & { chosen: number; named: string }) {
  const { loop, chosen: i, named, step, toScreen, hold, change } = props;
  const [x, y] = loop.points[i];
  const [inX, inY, outX, outY] = handlesAt(loop, i);
  const from = toScreen([x, y]);
  const sides: ['in' | 'out', Point][] = [
    ['in', [inX, inY]],
    ['out', [outX, outY]],
  ];
  return sides.map(([side, by]) => {
    const to = toScreen([x + by[0], y + by[1]]);
    return (
      <g key={side}>
        {/* Seen on dark and on pale artwork. */}
        {(['stroke-card', 'stroke-spruce'] as const).map((stroke, n) => (
          <path
            key={stroke}
            d={`M${from.join(' ')}L${to.join(' ')}`}
            className={stroke}
            strokeWidth={n ? 1.2 : 3}
            pointerEvents="none"
          />
        ))}
        <rect
          x={to[0] - 4}
          y={to[1] - 4}
          width={8}
          height={8}
          tabIndex={0}
          role="button"
          aria-label={say('handleBefore', { isIn: side === 'in', named })}
          className="cursor-move fill-card stroke-spruce focus:fill-ochre"
          strokeWidth={1.6}
          onKeyDown={(e) => {
            const move = MOVES[e.key];
            if (!move) return;
            e.preventDefault();
            e.stopPropagation();
            const next = place(by, move, step * (e.shiftKey ? 10 : 1));
            change(withHandle(loop, i, side, next, e.altKey), say('curveOfTheOutline'));
          }}
          onPointerDown={(e) => {
            e.stopPropagation();
            if (e.button === 0) hold(i, side, e.altKey);
          }}
        />
      </g>
    );
  });
}
