import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { applyMatrix } from '@brelm/core/geometry';
import { alongCurve, type HandLoop } from '@brelm/core/steps';
import type { Editing } from '../editor/use-edit';
import { Button } from '../ui';
import { changeStep, onPicture, outlinesOf, withOutlines, type Aimed } from './step-target';
import type { Tools } from './tools';
import type { View } from './use-view';

type Point = [number, number];
/** A click so near the first point closes the outline, screen px. */
const CLOSES = 9;
/** A point is put so far from the last while the outline is drawn freely, screen px. */
const FREE = 7;

const pathOf = (points: readonly Point[], closed: boolean) =>
  points.length
    ? `M${points.map((p) => p.map((v) => v.toFixed(1)).join(' ')).join('L')}${closed ? 'Z' : ''}`
    : '';

/** Lies over the board while outlines are drawn around what a picture keeps, or where a step acts. */
export function OutlineLayer({
  aimed,
  view,
  tools,
  edit,
}: {
  aimed: Aimed;
  view: View;
  tools: Tools;
  edit: Editing;
}) {
  const layer = useRef<SVGSVGElement>(null);
  const [drawing, setDrawing] = useState<Point[]>([]);
  const [moving, setMoving] = useState<{ loop: number; point: number; at: Point } | null>(null);
  const [takes, setTakes] = useState(false);
  const [curved, setCurved] = useState(false);
  const free = useRef(false);
  const isMask = aimed.of === 'mask';
  const loops = outlinesOf(aimed).map((loop, l) =>
    moving?.loop === l ? { ...loop, points: loop.points.with(moving.point, moving.at) } : loop,
  );
  const toScreen = (p: Point): Point => {
    const [x, y] = applyMatrix(aimed.toBoard, ...p);
    return [x * view.scale + view.x, y * view.scale + view.y];
  };
  const at = (e: PointerEvent): Point => {
    const frame = layer.current!.getBoundingClientRect();
    const p = onPicture(
      aimed,
      (e.clientX - frame.left - view.x) / view.scale,
      (e.clientY - frame.top - view.y) / view.scale,
    );
    return p.map((v) => Math.round(v * 10) / 10) as Point;
  };
  const set = (next: HandLoop[], label: string) => changeStep(edit, aimed, label, withOutlines(aimed, next));
  const close = (points: Point[]) => {
    setDrawing([]);
    if (points.length < 3) return;
    const loop = { points, curved: curved && !isMask, takes: takes && !isMask };
    set(isMask ? [loop] : [...outlinesOf(aimed), loop], 'Draw an outline');
  };
  const near = (a: Point, b: Point, reach: number) => {
    const [p, q] = [toScreen(a), toScreen(b)];
    return Math.hypot(p[0] - q[0], p[1] - q[1]) <= reach;
  };
  const change = (l: number, points: Point[], label: string) =>
    set(
      points.length < 3
        ? outlinesOf(aimed).filter((_, i) => i !== l)
        : outlinesOf(aimed).map((loop, i) => (i === l ? { ...loop, points } : loop)),
      label,
    );
  const key = (e: KeyboardEvent, l: number, i: number) => {
    const { points } = outlinesOf(aimed)[l];
    const step = (e.shiftKey ? 10 : 1) / aimed.scale;
    const by = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, -step], ArrowDown: [0, step] }[
      e.key
    ];
    if (by)
      change(l, points.with(i, [points[i][0] + by[0], points[i][1] + by[1]]), 'Point of the outline moved');
    else if (e.key === 'Delete' || e.key === 'Backspace')
      change(l, points.toSpliced(i, 1), 'Point of the outline taken away');
    else if (e.key === 'Insert' || e.key === '+') {
      const next = points[(i + 1) % points.length];
      const middle: Point = [(points[i][0] + next[0]) / 2, (points[i][1] + next[1]) / 2];
      change(l, points.toSpliced(i + 1, 0, middle), 'Point of the outline added');
    } else return;
    e.preventDefault();
    e.stopPropagation();
  };
  const box = () => {
    const { width, height } = aimed.size;
    const [x, y] = [width * 0.1, height * 0.1];
    close([
      [x, y],
      [width - x, y],
      [width - x, height - y],
      [x, height - y],
    ]);
  };
  return (
    <>
      <svg
        ref={layer}
        data-testid="outline-layer"
        role="group"
        aria-label="Draw the outline here"
        className="absolute inset-0 h-full w-full cursor-crosshair touch-none"
        onPointerDown={(e) => {
          if (e.button !== 0) return;
          e.currentTarget.setPointerCapture(e.pointerId);
          const p = at(e);
          if (drawing.length >= 3 && near(p, drawing[0], CLOSES)) close(drawing);
          else setDrawing([...drawing, p]);
          free.current = false;
        }}
        onPointerMove={(e) => {
          if (moving) setMoving({ ...moving, at: at(e) });
          else if (e.currentTarget.hasPointerCapture(e.pointerId) && drawing.length) {
            const p = at(e);
            if (near(p, drawing.at(-1)!, FREE)) return;
            free.current = true;
            setDrawing([...drawing, p]);
          }
        }}
        onPointerUp={(e) => {
          if (moving) {
            const { loop, point, at: to } = moving;
            change(loop, outlinesOf(aimed)[loop].points.with(point, to), 'Point of the outline moved');
            setMoving(null);
          } else if (free.current) {
            // Drawn in one go: it ends where the hand lifts.
            free.current = false;
            close([...drawing, at(e)]);
          }
        }}
        onDoubleClick={() => close(drawing.slice(0, -1))}
      >
        {loops.map((loop, l) => {
          const screen = loop.points.map(toScreen);
          return (
            <g key={l}>
              <path
                d={pathOf(loop.curved ? alongCurve(screen) : screen, true)}
                fill="none"
                stroke="#fffdf9"
                strokeWidth={3.5}
                pointerEvents="none"
              />
              <path
                d={pathOf(loop.curved ? alongCurve(screen) : screen, true)}
                fill="none"
                stroke={loop.takes ? '#b23a24' : '#1f5f50'}
                strokeWidth={1.6}
                pointerEvents="none"
              />
              {screen.map(([x, y], i) => (
                <circle
                  key={i}
                  cx={x}
                  cy={y}
                  r={screen.length > 60 ? 3 : 5}
                  tabIndex={0}
                  role="button"
                  aria-label={`Point ${i + 1} of ${screen.length}, outline ${l + 1}${loop.takes ? ', takes away' : ''}`}
                  className="cursor-move fill-card stroke-spruce focus:fill-ochre"
                  strokeWidth={1.6}
                  onKeyDown={(e) => key(e, l, i)}
                  onPointerDown={(e) => {
                    e.stopPropagation();
                    if (e.button !== 0) return;
                    if (e.altKey)
                      return change(l, loop.points.toSpliced(i, 1), 'Point of the outline taken away');
                    layer.current!.setPointerCapture(e.pointerId);
                    setMoving({ loop: l, point: i, at: loop.points[i] });
                  }}
                />
              ))}
            </g>
          );
        })}
        <path
          d={pathOf(drawing.map(toScreen), false)}
          fill="none"
          stroke="#1f5f50"
          strokeWidth={1.6}
          strokeDasharray="5 4"
        />
        {drawing.length > 0 && (
          <circle
            cx={toScreen(drawing[0])[0]}
            cy={toScreen(drawing[0])[1]}
            r={5}
            className="fill-ochre stroke-spruce"
          />
        )}
      </svg>
      <div
        role="toolbar"
        aria-label="Outline"
        className="absolute inset-x-8 top-8 mx-auto flex w-fit flex-wrap items-center gap-2 rounded-md border border-edge bg-card px-3 py-2 text-[13px]"
      >
        {!isMask && (
          <>
            <Button
              className={takes ? '' : '!border-spruce !bg-line'}
              aria-pressed={!takes}
              onClick={() => setTakes(false)}
            >
              Keep
            </Button>
            <Button
              className={takes ? '!border-spruce !bg-line' : ''}
              aria-pressed={takes}
              onClick={() => setTakes(true)}
            >
              Take away
            </Button>
            <label className="flex h-7 items-center gap-1.5">
              <input
                type="checkbox"
                className="h-4 w-4 accent-spruce"
                checked={curved}
                onChange={(e) => setCurved(e.target.checked)}
              />
              Curved
            </label>
          </>
        )}
        <Button onClick={box}>Begin with a box</Button>
        <Button disabled={loops.length === 0} onClick={() => set([], 'Take outlines away')}>
          Clear
        </Button>
        <Button tone="main" title="Back to choosing parts (Escape)" onClick={() => tools.aim(null)}>
          Done
        </Button>
        <p className="w-full text-muted">
          Click corner by corner, or draw in one go; the first point closes it. Points are dragged, or moved
          by arrow keys; Delete takes one away, + adds one.
        </p>
      </div>
    </>
  );
}
