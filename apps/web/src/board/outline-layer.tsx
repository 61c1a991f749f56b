import { useRef, useState, type PointerEvent } from 'react';
import { applyMatrix } from '@brelm/core/geometry';
import { handlesAt, isCorner, withCorner, type HandLoop } from '@brelm/core/steps';
import type { Editing } from '../editor/use-edit';
import { Button } from '../ui';
import { heldAt, OutlinePoints, type Held } from './outline-points';
import { changeStep, onPicture, outlinesOf, withOutlines, type Aimed } from './step-target';
import type { Tools } from './tools';
import type { View } from './use-view';
import { say } from '../words/board';

type Point = [number, number];
/** A click so near the first point closes the outline, screen px. */
const CLOSES = 9;
/** A point is put so far from the last while the outline is drawn freely, screen px. */
const FREE = 7;

const pathOf = (points: readonly Point[]) =>
  points.length ? `M${points.map((p) => p.map((v) => v.toFixed(1)).join(' ')).join('L')}` : '';

/** A loop's border on the screen, in SVG's terms. */
function borderOf(loop: HandLoop, toScreen: (p: Point) => Point): string {
  const { points } = loop;
  const said = (p: Point) =>
    toScreen(p)
      .map((v) => v.toFixed(1))
      .join(' ');
  const way = points.map((from, i) => {
    const j = (i + 1) % points.length;
    const [, , outX, outY] = handlesAt(loop, i);
    const [inX, inY] = handlesAt(loop, j);
    const to = points[j];
    return `C${said([from[0] + outX, from[1] + outY])} ${said([to[0] + inX, to[1] + inY])} ${said(to)}`;
  });
  return `M${said(points[0])}${way.join('')}Z`;
}

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
  const [held, setHeld] = useState<Held | null>(null);
  const [chosen, setChosen] = useState<{ loop: number; point: number } | null>(null);
  const [takes, setTakes] = useState(false);
  const [curved, setCurved] = useState(false);
  const free = useRef(false);
  const isMask = aimed.of === 'mask';
  const loops = outlinesOf(aimed).map((loop, l) => (held?.loop === l ? heldAt(loop, held) : loop));
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
    const loop = { points, curved, takes: takes && !isMask };
    set(isMask ? [loop] : [...outlinesOf(aimed), loop], say('drawAnOutline'));
  };
  const near = (a: Point, b: Point, reach: number) => {
    const [p, q] = [toScreen(a), toScreen(b)];
    return Math.hypot(p[0] - q[0], p[1] - q[1]) <= reach;
  };
  const change = (l: number, next: HandLoop | null, label: string) =>
    set(
      outlinesOf(aimed).flatMap((loop, i) => (i !== l ? [loop] : next ? [next] : [])),
      label,
    );
  // A point that an undo has taken is chosen no more.
  const open = chosen && loops[chosen.loop]?.points[chosen.point] ? chosen : null;
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
        aria-label={say('drawTheOutlineHere')}
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
          if (held) {
            // Not before: what is captured takes clicks, too, and a point has its own.
            e.currentTarget.setPointerCapture(e.pointerId);
            setHeld({ ...held, at: at(e) });
          } else if (e.currentTarget.hasPointerCapture(e.pointerId) && drawing.length) {
            const p = at(e);
            if (near(p, drawing.at(-1)!, FREE)) return;
            free.current = true;
            setDrawing([...drawing, p]);
          }
        }}
        onPointerUp={(e) => {
          if (held) {
            const label = held.of === 'point' ? say('pointOfTheOutlineMoved') : say('curveOfTheOutline');
            if (held.at) change(held.loop, heldAt(outlinesOf(aimed)[held.loop], held), label);
            setHeld(null);
          } else if (free.current) {
            // Drawn in one go: it ends where the hand lifts.
            free.current = false;
            close([...drawing, at(e)]);
          }
        }}
        onDoubleClick={() => close(drawing.slice(0, -1))}
      >
        {loops.map((loop, l) => {
          const border = borderOf(loop, toScreen);
          return (
            <g key={l}>
              <path d={border} fill="none" stroke="#fffdf9" strokeWidth={3.5} pointerEvents="none" />
              <path
                d={border}
                fill="none"
                stroke={loop.takes ? '#b23a24' : '#1f5f50'}
                strokeWidth={1.6}
                pointerEvents="none"
              />
              <OutlinePoints
                loop={loop}
                at={l}
                chosen={open?.loop === l ? open.point : null}
                step={1 / aimed.scale}
                toScreen={toScreen}
                choose={(point) => setChosen({ loop: l, point })}
                hold={(point, of, alone) => setHeld({ loop: l, point, of, alone, at: null })}
                change={(next, label) => change(l, next, label)}
              />
            </g>
          );
        })}
        <path
          d={pathOf(drawing.map(toScreen))}
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
        aria-label={say('outline')}
        className="absolute inset-x-8 top-8 mx-auto flex w-fit flex-wrap items-center gap-2 rounded-md border border-edge bg-card px-3 py-2 text-[13px]"
      >
        {!isMask && (
          <>
            <Button
              className={takes ? '' : '!border-spruce !bg-line'}
              aria-pressed={!takes}
              onClick={() => setTakes(false)}
            >
              {say('keep')}
            </Button>
            <Button
              className={takes ? '!border-spruce !bg-line' : ''}
              aria-pressed={takes}
              onClick={() => setTakes(true)}
            >
              {say('takeAway')}
            </Button>
          </>
        )}
        <label className="flex h-7 items-center gap-1.5">
          <input
            type="checkbox"
            className="h-4 w-4 accent-spruce"
            checked={curved}
            onChange={(e) => setCurved(e.target.checked)}
          />
          {say('curved2')}
        </label>
        <Button
          disabled={!open}
          title={say('thePointThatIsChosen')}
          onClick={() =>
            open &&
            change(open.loop, withCorner(outlinesOf(aimed)[open.loop], open.point), say('cornerOfTheOutline'))
          }
        >
          {open && !isCorner(loops[open.loop], open.point) ? say('makeItACorner') : say('makeItACurve')}
        </Button>
        <Button onClick={box}>{say('beginWithABox')}</Button>
        <Button disabled={loops.length === 0} onClick={() => set([], say('takeOutlinesAway'))}>
          {say('clear')}
        </Button>
        <Button tone="main" title={say('backToChoosingPartsEscape')} onClick={() => tools.aim(null)}>
          {say('done')}
        </Button>
        <p className="w-full text-muted">{say('clickCornerByCornerOr')}</p>
      </div>
    </>
  );
}
