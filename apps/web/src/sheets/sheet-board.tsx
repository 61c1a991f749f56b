import { useId, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { pathBounds, toSvgPath, type Box } from '@brelm/core/geometry';
import {
  marksOf,
  numberAt,
  outlineOf,
  placedOutline,
  roomOn,
  snapped,
  type PlacedSticker,
  type Sheet,
  type SheetFinding,
  type Snap,
  type StickerShape,
} from '@brelm/core/sheet';
import type { StickerArt, StickerState } from './use-stickers';
import { say } from '../words/sheets';

/** How near an edge is to where it snaps, px on screen. */
const REACH = 6;

/** One design cut out, in mm about the middle of what is cut. */
function Art({ art, shape }: { art: StickerArt; shape: StickerShape }) {
  const id = useId();
  const { cut, print, picture, borders } = art;
  const box = pathBounds(outlineOf(cut));
  const k = shape.width / (box.right - box.left);
  const toMm = `translate(${(-k * (box.left + box.right)) / 2} ${(-k * (box.top + box.bottom)) / 2}) scale(${k})`;
  const whole = toSvgPath(cut.loops.flatMap((l) => l.path));
  return (
    <g transform={toMm}>
      <clipPath id={`${id}-cut`}>
        <path d={whole} />
      </clipPath>
      {borders.map(({ path, colour }, i) => (
        <path key={i} d={toSvgPath(path)} fill={colour} />
      ))}
      <image href={picture} width={print.width} height={print.height} clipPath={`url(#${id}-cut)`} />
      <path
        d={whole}
        fill="none"
        stroke="#b3261e"
        strokeWidth={0.35 / k}
        strokeDasharray={`0.01 ${0.9 / k}`}
        strokeLinecap="round"
      />
      {cut.backing && (
        <path
          d={toSvgPath(cut.backing)}
          fill="none"
          stroke="#1f4d7a"
          strokeWidth={0.35 / k}
          strokeDasharray={`${1.8 / k} ${1 / k}`}
        />
      )}
    </g>
  );
}

/** A sheet at true proportions, with what lies on it; stickers are chosen, dragged, and moved by the arrow keys. */
export function SheetBoard({
  sheet,
  states,
  shapes,
  chosen,
  pointed,
  findings,
  onChosen,
  onMove,
  onTurn,
}: {
  sheet: Sheet;
  states: ReadonlyMap<string, StickerState>;
  shapes: ReadonlyMap<string, StickerShape>;
  /** Numbers of placed stickers. */
  chosen: readonly number[];
  /** Those that a finding is about. */
  pointed: readonly number[];
  findings: readonly SheetFinding[];
  onChosen: (chosen: number[]) => void;
  onMove: (dx: number, dy: number, gesture: string) => void;
  onTurn: (by: number) => void;
}) {
  const board = useRef<SVGSVGElement>(null);
  const [drag, setDrag] = useState<{
    from: [number, number];
    moved: [number, number];
    snap: Snap | null;
  } | null>(null);
  const { width, height, placed } = sheet;
  const margin = Math.max(width, height) * 0.03;
  const boxes = useMemo(
    () =>
      placed.map((p): Box | null => {
        const shape = shapes.get(p.sticker);
        return shape ? pathBounds(placedOutline(shape, p)) : null;
      }),
    [placed, shapes],
  );
  const wrong = new Set(findings.flatMap((f) => f.placed));
  const at = (e: PointerEvent): [number, number] => {
    const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(board.current!.getScreenCTM()!.inverse());
    return [p.x, p.y];
  };
  const move = (e: PointerEvent) => {
    if (!drag) return;
    const [x, y] = at(e);
    const [dx, dy] = [x - drag.from[0], y - drag.from[1]];
    const own = chosen.flatMap((i) => boxes[i] ?? []);
    if (own.length === 0) return;
    const box = {
      left: Math.min(...own.map((b) => b.left)) + dx,
      top: Math.min(...own.map((b) => b.top)) + dy,
      right: Math.max(...own.map((b) => b.right)) + dx,
      bottom: Math.max(...own.map((b) => b.bottom)) + dy,
    };
    const others = boxes.flatMap((b, i) => (b && !chosen.includes(i) ? [b] : []));
    const reach = REACH / board.current!.getScreenCTM()!.a;
    const snap = e.altKey ? null : snapped(box, others, roomOn(sheet), sheet.gap, reach);
    setDrag({ ...drag, moved: [dx + (snap?.dx ?? 0), dy + (snap?.dy ?? 0)], snap });
  };
  const drop = () => {
    if (drag && (drag.moved[0] !== 0 || drag.moved[1] !== 0)) onMove(...drag.moved, `drag ${Date.now()}`);
    setDrag(null);
  };
  const key = (e: KeyboardEvent) => {
    const step = e.shiftKey ? 10 : 1;
    const by = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, -step], ArrowDown: [0, step] }[
      e.key
    ];
    if (by) {
      e.preventDefault();
      onMove(by[0], by[1], say('arrowKeys'));
    } else if (e.key === 'r' || e.key === 'R') {
      e.preventDefault();
      onTurn(e.shiftKey ? -90 : 90);
    }
  };
  const name = (p: PlacedSticker) => sheet.stickers.find((s) => s.id === p.sticker)?.name ?? say('aSticker');
  return (
    <svg
      ref={board}
      role="group"
      aria-label={say('sheetOfMm', { width, height })}
      className="h-full w-full touch-none"
      viewBox={`${-margin} ${-margin} ${width + 2 * margin} ${height + 2 * margin}`}
      onPointerMove={move}
      onPointerUp={drop}
      onPointerCancel={() => setDrag(null)}
      onPointerDown={(e) => e.target === e.currentTarget && onChosen([])}
    >
      <rect
        width={width}
        height={height}
        fill="#fffdf6"
        stroke="#b4c4c3"
        strokeWidth={0.4}
        onPointerDown={() => onChosen([])}
      />
      <rect
        x={sheet.margin}
        y={sheet.margin}
        width={Math.max(0, width - 2 * sheet.margin)}
        height={Math.max(0, height - 2 * sheet.margin)}
        fill="none"
        stroke="#7d9492"
        strokeWidth={0.3}
        strokeDasharray="2 1.6"
        pointerEvents="none"
      />
      <path d={toSvgPath(marksOf(sheet))} fill="#20262a" />
      {sheet.number && (
        <text
          x={numberAt(sheet)[0]}
          y={numberAt(sheet)[1]}
          fontSize={3.6}
          fill="#20262a"
          fontFamily="sans-serif"
          fontWeight="bold"
        >
          {sheet.number}
        </text>
      )}
      {placed.map((p, i) => {
        const shape = shapes.get(p.sticker);
        const state = states.get(p.sticker);
        const isChosen = chosen.includes(i);
        const [dx, dy] = drag && isChosen ? drag.moved : [0, 0];
        return (
          <g
            key={i}
            role="button"
            tabIndex={0}
            aria-pressed={isChosen}
            aria-label={say('ofSomethingIsWrongWith', {
              name: name(p),
              i: i + 1,
              placed: placed.length,
              has: wrong.has(i),
            })}
            className="cursor-grab focus:outline-none"
            transform={`translate(${p.x + dx} ${p.y + dy}) rotate(${p.turn})`}
            onFocus={() => isChosen || onChosen([i])}
            onKeyDown={key}
            onPointerDown={(e) => {
              e.stopPropagation();
              if (e.shiftKey) onChosen(isChosen ? chosen.filter((c) => c !== i) : [...chosen, i]);
              else if (!isChosen) onChosen([i]);
              board.current!.setPointerCapture(e.pointerId);
              setDrag({ from: at(e), moved: [0, 0], snap: null });
            }}
          >
            {shape && state && state !== 'working' && 'cut' in state ? (
              <>
                <Art art={state} shape={shape} />
                <path
                  d={toSvgPath(shape.path)}
                  fill="transparent"
                  stroke={isChosen ? '#1f5f50' : wrong.has(i) ? '#b3261e' : 'none'}
                  strokeWidth={pointed.includes(i) ? 1.6 : 0.8}
                />
              </>
            ) : (
              <>
                <circle
                  r={12}
                  fill="#e8e4da"
                  stroke={wrong.has(i) ? '#b3261e' : '#b4c4c3'}
                  strokeDasharray="2 1.5"
                />
                <text textAnchor="middle" y={1.5} fontSize={4} fill="#5a6467">
                  {state === 'working' ? say('working') : say('gone2')}
                </text>
              </>
            )}
          </g>
        );
      })}
      {drag?.snap?.lines.map(({ axis, at: where }) => (
        <line
          key={axis}
          {...(axis === 'x'
            ? { x1: where, x2: where, y1: 0, y2: height }
            : { x1: 0, x2: width, y1: where, y2: where })}
          stroke="#1f5f50"
          strokeWidth={0.4}
          pointerEvents="none"
        />
      ))}
    </svg>
  );
}
