import { useEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { cellsOf, movedPoint, type Net, type Scene } from '@brelm/core/mockup';
import { MOST_STROKE_POINTS, type Stroke } from '@brelm/core/steps';
import { MockupPicture } from '../mockup-picture';
import type { MockupRequest } from '../../../workers/mockup-client';
import { say } from '../../../words/mockups';

type Point = readonly [number, number];

/** What the pointer does over the photo. */
export type Tool = 'net' | Stroke['does'];

/** How strokes look while the cloth is marked. */
const COLOURS: Record<Stroke['does'], string> = { paint: '#1f5f50', less: '#b23a24', rub: '#fffdf9' };
/** How far an arrow moves a point, px of the scene; ten times as far with Shift. */
const STEP = 1;

const nameOf = ({ columns, rows }: Net, i: number): string => {
  const [x, y] = [i % columns, Math.floor(i / columns)];
  if (columns === 2 && rows === 2)
    return [say('topLeft'), say('topRight'), say('bottomLeft'), say('bottomRight')][i];
  return say('pointOfRow', { x: x + 1, y: y + 1 });
};

/** The size of the largest box of so many px across for one down that fits into another. */
function useFit(ratio: number) {
  const frame = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  useEffect(() => {
    const look = new ResizeObserver(([{ contentRect }]) => {
      const width = Math.min(contentRect.width, contentRect.height * ratio);
      setSize({ width, height: width / ratio });
    });
    look.observe(frame.current!);
    return () => look.disconnect();
  }, [ratio]);
  return { frame, size };
}

/** The photo with the design printed on it, and over it the net, or the strokes that tell the blank from the rest. */
export function PhotoBoard({
  scene,
  request,
  tool,
  brush,
  onNet,
  onStroke,
  onBusy,
}: {
  scene: Scene;
  request: MockupRequest;
  tool: Tool;
  /** Across, px of the scene. */
  brush: number;
  onNet: (net: Net, gesture: string) => void;
  onStroke: (stroke: Stroke) => void;
  onBusy: (busy: boolean) => void;
}) {
  const { width, height } = scene;
  const { net, cloth } = scene.photo!;
  const { frame, size } = useFit(width / height);
  const svg = useRef<SVGSVGElement>(null);
  const [held, setHeld] = useState<{ index: number; gesture: string } | null>(null);
  const [drawn, setDrawn] = useState<number[]>([]);
  const [cross, setCross] = useState<Point>([width / 2, height / 2]);
  /** px of the scene for one on the screen. */
  const px = size.width > 0 ? width / size.width : 1;
  const at = (e: PointerEvent): [number, number] => {
    const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(svg.current!.getScreenCTM()!.inverse());
    return [p.x, p.y];
  };
  const shares = ([x, y]: Point): Point => [x / width, y / height];
  const move = (index: number, to: Point, gesture: string) => {
    const moved = movedPoint(net, index, shares(to));
    if (moved) onNet(moved, gesture);
  };
  const onPointKey = (e: KeyboardEvent, index: number) => {
    const by = (e.shiftKey ? 10 : 1) * STEP;
    const [dx, dy] =
      { ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, -by], ArrowDown: [0, by] }[e.key] ?? [];
    if (dx === undefined || dy === undefined) return;
    e.preventDefault();
    e.stopPropagation();
    const [x, y] = net.points[index];
    move(index, [x * width + dx, y * height + dy], `key ${index}`);
  };
  const stroke = (points: number[]): Stroke => ({
    ...{ does: tool === 'net' ? 'paint' : tool, size: brush, hardness: 1, flow: 1, specks: 0 },
    points: points.slice(0, 3 * MOST_STROKE_POINTS).map((v) => Math.round(v * 10) / 10),
  });
  const finish = () => {
    if (drawn.length) onStroke(stroke(drawn));
    setDrawn([]);
  };
  const onCrossKey = (e: KeyboardEvent) => {
    const by = (e.shiftKey ? 5 : 1) * Math.max(2, brush / 2);
    const [dx, dy] =
      { ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, -by], ArrowDown: [0, by] }[e.key] ?? [];
    if (dx !== undefined && dy !== undefined)
      setCross([Math.max(0, Math.min(width, cross[0] + dx)), Math.max(0, Math.min(height, cross[1] + dy))]);
    else if (e.key === 'Enter' || e.key === ' ') onStroke(stroke([...cross, 1]));
    else return;
    e.preventDefault();
    e.stopPropagation();
  };
  const marking = tool !== 'net';
  const line = (points: readonly number[]) =>
    Array.from({ length: points.length / 3 }, (_, i) => `${points[3 * i]},${points[3 * i + 1]}`).join(' ');
  return (
    <div ref={frame} className="flex min-h-0 min-w-0 flex-1 items-center justify-center overflow-hidden">
      <div className="relative" style={size}>
        <MockupPicture
          request={request}
          label={say('theDesignOn', { name: scene.name })}
          className="absolute inset-0 h-full w-full"
          onBusy={onBusy}
        />
        <svg
          ref={svg}
          viewBox={`0 0 ${width} ${height}`}
          className={`absolute inset-0 h-full w-full touch-none overflow-visible ${marking ? 'cursor-crosshair' : ''}`}
          {...(marking
            ? {
                tabIndex: 0,
                role: 'application',
                'aria-label': say('markThePhotoArrowsMove'),
                onKeyDown: onCrossKey,
              }
            : { role: 'group', 'aria-label': say('net') })}
          onPointerDown={(e) => {
            if (!marking || e.button !== 0) return;
            e.currentTarget.setPointerCapture(e.pointerId);
            setDrawn([...at(e), 1]);
          }}
          onPointerMove={(e) => {
            if (!marking) return;
            setCross(at(e));
            if (drawn.length) setDrawn([...drawn, ...at(e), 1]);
          }}
          onPointerUp={finish}
          onPointerCancel={() => setDrawn([])}
        >
          {marking && (
            <>
              {[...cloth, ...(drawn.length ? [stroke(drawn)] : [])].map((s, i) =>
                s.points.length > 3 ? (
                  <polyline
                    key={i}
                    points={line(s.points)}
                    fill="none"
                    stroke={COLOURS[s.does]}
                    strokeOpacity={0.55}
                    strokeWidth={s.size}
                    strokeLinecap="round"
                    strokeLinejoin="round"
                  />
                ) : (
                  <circle
                    key={i}
                    cx={s.points[0]}
                    cy={s.points[1]}
                    r={s.size / 2}
                    fill={COLOURS[s.does]}
                    fillOpacity={0.55}
                  />
                ),
              )}
              <g fill="none" pointerEvents="none">
                <circle cx={cross[0]} cy={cross[1]} r={brush / 2} stroke="#fffdf9" strokeWidth={3 * px} />
                <circle cx={cross[0]} cy={cross[1]} r={brush / 2} stroke="#20262a" strokeWidth={1.2 * px} />
              </g>
            </>
          )}
          {!marking && (
            <>
              <g fill="none" pointerEvents="none" strokeLinejoin="round">
                {cellsOf(net).map((corners, i) => (
                  <g key={i}>
                    {(
                      [
                        ['#fffdf9', 2.6],
                        ['#1f5f50', 1.2],
                      ] as const
                    ).map(([colour, w]) => (
                      <polygon
                        key={colour}
                        points={corners.map(([x, y]) => `${x * width},${y * height}`).join(' ')}
                        stroke={colour}
                        strokeWidth={w * px}
                      />
                    ))}
                  </g>
                ))}
              </g>
              {net.points.map(([x, y], i) => (
                <circle
                  key={i}
                  cx={x * width}
                  cy={y * height}
                  r={6.5 * px}
                  fill="#fffdf9"
                  stroke="#1f5f50"
                  strokeWidth={2 * px}
                  className="cursor-move outline-none focus-visible:fill-ochre"
                  tabIndex={0}
                  role="button"
                  aria-label={say('pxArrowsMoveIt', {
                    name: nameOf(net, i),
                    x: Math.round(x * width),
                    y: Math.round(y * height),
                  })}
                  onKeyDown={(e) => onPointKey(e, i)}
                  onPointerDown={(e) => {
                    if (e.button !== 0) return;
                    e.currentTarget.setPointerCapture(e.pointerId);
                    setHeld({ index: i, gesture: `drag ${Date.now()}` });
                  }}
                  onPointerMove={(e) => held?.index === i && move(i, at(e), held.gesture)}
                  onPointerUp={() => setHeld(null)}
                  onPointerCancel={() => setHeld(null)}
                />
              ))}
            </>
          )}
        </svg>
      </div>
    </div>
  );
}
