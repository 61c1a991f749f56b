import { useRef, useState, type PointerEvent } from 'react';
import { monotone } from '@brelm/core/steps';
import type { OwnProps } from './own-props';
import { say } from '../../words/picture';

const CURVE_SIDE = 200;

/** A curve of tones, its points moved by hand or by keys. */
export function CurveSettings({ step, onSet }: OwnProps<'curve'>) {
  const svg = useRef<SVGSVGElement>(null);
  const [chosen, setChosen] = useState(0);
  const points = [...step.points].sort((a, b) => a[0] - b[0]);
  const f = monotone(points);
  const here = Math.min(chosen, points.length - 1);
  const set = (next: [number, number][], gesture?: string) => onSet({ points: next }, say('curve'), gesture);
  const place = (e: PointerEvent): [number, number] => {
    const frame = svg.current!.getBoundingClientRect();
    const clamp = (v: number) => Math.max(0, Math.min(1, v));
    return [clamp((e.clientX - frame.left) / frame.width), clamp(1 - (e.clientY - frame.top) / frame.height)];
  };
  const put = (i: number, [x, y]: [number, number], gesture?: string) => {
    const clamp = (v: number) => Math.max(0, Math.min(1, v));
    // A point stays between its neighbours.
    const left = i > 0 ? points[i - 1][0] + 0.005 : 0;
    const right = i < points.length - 1 ? points[i + 1][0] - 0.005 : 1;
    set(points.with(i, [Math.max(left, Math.min(right, clamp(x))), clamp(y)]), gesture);
  };
  return (
    <div>
      <svg
        ref={svg}
        viewBox={`0 0 ${CURVE_SIDE} ${CURVE_SIDE}`}
        role="group"
        aria-label={say('curveWhatGoesInFrom')}
        className="block w-full touch-none rounded-sm bg-paper"
        onPointerDown={(e) => {
          if (e.button !== 0 || points.length >= 16) return;
          const [x, y] = place(e);
          const at = points.findIndex((p) => p[0] > x);
          const i = at < 0 ? points.length : at;
          setChosen(i);
          set(points.toSpliced(i, 0, [x, y]));
        }}
      >
        {[0.25, 0.5, 0.75].map((t) => (
          <path
            key={t}
            d={`M${t * CURVE_SIDE} 0V${CURVE_SIDE}M0 ${t * CURVE_SIDE}H${CURVE_SIDE}`}
            className="stroke-line"
          />
        ))}
        <path
          d={Array.from(
            { length: 101 },
            (_, i) => `${i ? 'L' : 'M'}${i * 2} ${(1 - f(i / 100)) * CURVE_SIDE}`,
          ).join('')}
          fill="none"
          className="stroke-spruce"
          strokeWidth={2}
        />
        {points.map(([x, y], i) => (
          <circle
            key={i}
            cx={x * CURVE_SIDE}
            cy={(1 - y) * CURVE_SIDE}
            r={6}
            tabIndex={0}
            role="button"
            aria-label={say('pointBecomes', { i: i + 1, x: Math.round(x * 100), y: Math.round(y * 100) })}
            className={`cursor-move stroke-spruce ${i === here ? 'fill-ochre' : 'fill-card'}`}
            strokeWidth={1.6}
            onFocus={() => setChosen(i)}
            onPointerDown={(e) => {
              e.stopPropagation();
              setChosen(i);
              e.currentTarget.setPointerCapture(e.pointerId);
            }}
            onPointerMove={(e) => e.currentTarget.hasPointerCapture(e.pointerId) && put(i, place(e), 'curve')}
            onKeyDown={(e) => {
              const step = e.shiftKey ? 0.1 : 0.01;
              const by = {
                ArrowLeft: [-step, 0],
                ArrowRight: [step, 0],
                ArrowUp: [0, step],
                ArrowDown: [0, -step],
              }[e.key];
              if (by) put(i, [x + by[0], y + by[1]], `curve point ${i}`);
              else if ((e.key === 'Delete' || e.key === 'Backspace') && points.length > 2)
                set(points.toSpliced(i, 1));
              else return;
              e.preventDefault();
              e.stopPropagation();
            }}
          />
        ))}
      </svg>
      <p className="mt-0.5 text-[11.5px] text-muted">{say('aClickAddsAPoint')}</p>
    </div>
  );
}
