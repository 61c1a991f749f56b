import { useEffect, useRef } from 'react';
import { stepKind, MOST_STROKE_POINTS, MOST_STROKES, STROKE_SIZE, type Stroke } from '@brelm/core/steps';
import { applyMatrix } from '@brelm/core/geometry';
import { Button, LengthField, notify } from '../ui';
import type { Editing } from '../editor/use-edit';
import { changeStep, onPicture, strokesOf, withStrokes, type Aimed } from './step-target';
import type { Tools } from './tools';
import type { View } from './use-view';
import { say } from '../words/board';

/** What strokes look like while they are painted: what they do is seen in the artwork itself. */
const COLOURS: Record<Stroke['does'], string> = {
  paint: 'rgba(31, 95, 80, 0.5)',
  less: 'rgba(178, 58, 36, 0.5)',
  rub: 'rgba(0, 0, 0, 1)',
};

/** The brush's width where none was chosen: a twentieth of the picture. */
export const usualBrush = ({ size, scale }: Aimed): number =>
  Math.max(1, Math.round(Math.min(size.width, size.height) * scale * 0.05));

/** Lies over the board while a step of a picture is painted in. */
export function BrushLayer({
  aimed,
  view,
  size,
  tools,
  edit,
}: {
  aimed: Aimed;
  view: View;
  size: { width: number; height: number };
  tools: Tools;
  edit: Editing;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const points = useRef<[number, number, number][]>([]);
  const pointer = useRef<[number, number] | null>(null);
  const ratio = window.devicePixelRatio || 1;
  const { brush } = tools;
  const wide = brush.size ?? usualBrush(aimed);
  // Strokes that do something by themselves are seen by what they do; what only marks is shown.
  const marks = aimed.of === 'mask' || aimed.step.kind === 'marks';

  const show = () => {
    const context = canvas.current!.getContext('2d')!;
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.clearRect(0, 0, canvas.current!.width, canvas.current!.height);
    const k = view.scale * ratio;
    context.setTransform(k, 0, 0, k, view.x * ratio, view.y * ratio);
    context.lineCap = context.lineJoin = 'round';
    const line = (places: (readonly [number, number])[], width: number, does: Stroke['does']) => {
      if (places.length === 0) return;
      context.globalCompositeOperation = does === 'rub' ? 'destination-out' : 'source-over';
      context.strokeStyle = COLOURS[does];
      context.lineWidth = width;
      context.beginPath();
      context.moveTo(...places[0]);
      for (const [x, y] of places) context.lineTo(x, y);
      context.stroke();
    };
    if (marks)
      for (const { points: p, size: across, does } of strokesOf(aimed)) {
        const places = Array.from({ length: p.length / 3 }, (_, i) =>
          applyMatrix(aimed.toBoard, p[3 * i], p[3 * i + 1]),
        );
        line(places, across * aimed.scale, does);
      }
    line(
      points.current.map(([x, y]) => [x, y] as const),
      wide,
      marks || brush.does !== 'rub' ? brush.does : 'less',
    );
    context.globalCompositeOperation = 'source-over';
    if (!pointer.current) return;
    context.beginPath();
    context.arc(...pointer.current, wide / 2, 0, 2 * Math.PI);
    for (const [style, width] of [
      ['#fffdf9', 3],
      ['#20262a', 1.2],
    ] as const) {
      context.strokeStyle = style;
      context.lineWidth = width / view.scale;
      context.stroke();
    }
  };
  const draw = useRef(show);
  useEffect(() => {
    draw.current = show;
    const target = canvas.current!;
    const [w, h] = [Math.round(size.width * ratio), Math.round(size.height * ratio)];
    if (target.width !== w || target.height !== h) [target.width, target.height] = [w, h];
    show();
  });

  const at = (e: PointerEvent): [number, number] => {
    const frame = canvas.current!.getBoundingClientRect();
    return [(e.clientX - frame.left - view.x) / view.scale, (e.clientY - frame.top - view.y) / view.scale];
  };
  const take = (e: PointerEvent) => {
    const place = at(e);
    const last = points.current.at(-1);
    // Nearer ones tell nothing more.
    if (last && Math.hypot(place[0] - last[0], place[1] - last[1]) < Math.max(wide / 12, 0.75 / view.scale))
      return;
    points.current.push([...place, e.pointerType === 'pen' ? Math.max(0.05, e.pressure) : 1]);
  };
  const finish = () => {
    const drawn = points.current;
    points.current = [];
    const strokes = strokesOf(aimed);
    if (drawn.length === 0) return;
    if (strokes.length >= MOST_STROKES) {
      notify('fault', say('aStepHasStrokesAt', { mostStrokes: MOST_STROKES }));
      return;
    }
    const round = (v: number) => Math.round(v * 10) / 10;
    const stroke: Stroke = {
      does: brush.does,
      points: drawn
        .slice(0, MOST_STROKE_POINTS)
        .flatMap(([x, y, p]) => [...onPicture(aimed, x, y).map(round), Math.round(p * 100) / 100]),
      size: Math.max(STROKE_SIZE.least, Math.min(STROKE_SIZE.most, round(wide / aimed.scale))),
      ...{ hardness: brush.hardness, flow: brush.flow },
      specks: Math.min(400, round(brush.specks / aimed.scale)),
    };
    changeStep(edit, aimed, say('paintAStroke'), withStrokes(aimed, [...strokes, stroke]));
  };

  return (
    <canvas
      ref={canvas}
      data-testid="brush-layer"
      aria-label={say('paintHere')}
      className="absolute inset-0 h-full w-full cursor-crosshair touch-none"
      onPointerDown={(e) => {
        if (e.button !== 0) return;
        e.currentTarget.setPointerCapture(e.pointerId);
        points.current = [];
        take(e.nativeEvent);
        show();
      }}
      onPointerMove={(e) => {
        pointer.current = at(e.nativeEvent);
        if (e.currentTarget.hasPointerCapture(e.pointerId)) {
          const all = e.nativeEvent.getCoalescedEvents?.() ?? [];
          for (const one of all.length ? all : [e.nativeEvent]) take(one);
        }
        show();
      }}
      onPointerUp={(e) => e.currentTarget.hasPointerCapture(e.pointerId) && finish()}
      onPointerCancel={() => {
        points.current = [];
        show();
      }}
      onPointerLeave={() => {
        pointer.current = null;
        show();
      }}
    />
  );
}

/** How the next stroke is painted; shown over the board while a step is painted in. */
export function BrushBar({
  aimed,
  dpi,
  tools,
  edit,
}: {
  aimed: Aimed;
  dpi: number;
  tools: Tools;
  edit: Editing;
}) {
  const { brush, setBrush } = tools;
  const words =
    aimed.of === 'mask'
      ? { paint: say('paint'), less: null }
      : (stepKind(aimed.step.kind).brush ?? { paint: say('paint'), less: null });
  const does: [Stroke['does'], string | null][] = [
    ['paint', words.paint],
    ['less', words.less],
    ['rub', say('rubOut')],
  ];
  const strokes = strokesOf(aimed);
  const plain = aimed.step.kind === 'marks' && aimed.of === 'step';
  const range = (label: string, key: 'hardness' | 'flow') => (
    <label className="block w-20">
      <span className="block text-[11.5px] text-muted">{label}</span>
      <input
        type="range"
        aria-label={label}
        className="block h-7 w-full accent-spruce"
        min={key === 'flow' ? 0.05 : 0}
        max={1}
        step={0.05}
        value={brush[key]}
        onChange={(e) => setBrush({ ...brush, [key]: Number(e.target.value) })}
      />
    </label>
  );
  return (
    <div
      role="toolbar"
      aria-label={say('brush')}
      className="absolute inset-x-8 top-8 mx-auto flex w-fit flex-wrap items-end gap-2 rounded-md border border-edge bg-card px-3 py-2"
    >
      {does.map(([what, label]) =>
        label ? (
          <Button
            key={what}
            className={brush.does === what ? '!border-spruce !bg-line' : ''}
            aria-pressed={brush.does === what}
            onClick={() => setBrush({ ...brush, does: what })}
          >
            {label}
          </Button>
        ) : null,
      )}
      <div className="w-20">
        <LengthField
          label={say('across')}
          dpi={dpi}
          value={brush.size ?? usualBrush(aimed)}
          check={(v) => (v >= 1 && v <= 8000 ? null : say('n1To8000Px'))}
          onChange={(across) => setBrush({ ...brush, size: across })}
        />
      </div>
      {!plain && (
        <>
          {range(say('hardness'), 'hardness')}
          {range(say('flow'), 'flow')}
          <label className="flex h-7 items-center gap-1.5 text-[13px]">
            <input
              type="checkbox"
              className="h-4 w-4 accent-spruce"
              checked={brush.specks > 0}
              onChange={(e) =>
                setBrush({ ...brush, specks: e.target.checked ? Math.max(3, Math.round(dpi / 40)) : 0 })
              }
            />
            {say('scattered')}
          </label>
        </>
      )}
      <Button
        disabled={strokes.length === 0}
        onClick={() => changeStep(edit, aimed, say('takeAllStrokesAway'), withStrokes(aimed, []))}
      >
        {say('clear')}
      </Button>
      <Button tone="main" title={say('backToChoosingPartsEscape')} onClick={() => tools.aim(null)}>
        {say('done')}
      </Button>
    </div>
  );
}
