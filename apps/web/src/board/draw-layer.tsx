import { useEffect, useRef } from 'react';
import { freshId, type Design, type Edit, partIds } from '@brelm/core/design';
import { line, mirrored, nodesOf, type LineSample } from '@brelm/core/parts';
import { notify } from '../ui';
import { rubEdits } from './rub-edits';
import { usualWidth, type Tools } from './tools';
import type { Editing } from '../editor/use-edit';
import type { View } from './use-view';
import { say } from '../words/board';

/** How far a fitted line may stray from the hand, screen px. */
const STRAY_PX = 1.5;
/** How near to its axis a mirrored line ends where it meets its image, screen px. */
const MEET_PX = 10;
/** Radius of what rubs out, screen px. */
export const RUB_PX = 12;
/** Pressure at the very ends of a line drawn with something that feels none, and how far it rises. */
const TAPER = { least: 0.25, share: 0.18 };

/** Pressure for a hand that was not felt: light at both ends. */
const tapered = (samples: LineSample[]): LineSample[] =>
  samples.map(([x, y], i) => {
    const t = i / Math.max(1, samples.length - 1);
    const rise = Math.min(1, Math.min(t, 1 - t) / TAPER.share);
    return [x, y, TAPER.least + (1 - TAPER.least) * rise];
  });

/** Lies over the board while a line is drawn, or lines are rubbed out. */
export function DrawLayer({
  design,
  view,
  size,
  tools,
  colour,
  edit,
}: {
  design: Design;
  view: View;
  size: { width: number; height: number };
  tools: Tools;
  /** Of the ink that is drawn with. */
  colour: string;
  edit: Editing;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const samples = useRef<LineSample[]>([]);
  const feels = useRef(false);
  const { tool, look } = tools;
  const width = look.width ?? usualWidth(design.board);
  const ratio = window.devicePixelRatio || 1;

  useEffect(() => {
    const target = canvas.current!;
    target.width = Math.round(size.width * ratio);
    target.height = Math.round(size.height * ratio);
  }, [size, ratio]);
  // The axis is seen before anything is drawn.
  const shown = useRef<() => void>(() => undefined);
  useEffect(() => shown.current(), [size, ratio, view, look.mirror, tool]);

  const show = () => {
    const context = canvas.current!.getContext('2d')!;
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.clearRect(0, 0, canvas.current!.width, canvas.current!.height);
    const all = samples.current;
    const k = view.scale * ratio;
    const { mirror } = tool === 'draw' ? look : { mirror: null };
    context.setTransform(k, 0, 0, k, view.x * ratio, view.y * ratio);
    if (mirror !== null)
      for (const [tone, across] of [
        ['#fffdf9', 3],
        ['#1f5f50', 1.25],
      ] as const) {
        context.strokeStyle = tone;
        context.lineWidth = across / view.scale;
        context.setLineDash([8 / view.scale, 6 / view.scale]);
        context.beginPath();
        context.moveTo(mirror, 0);
        context.lineTo(mirror, design.board.height);
        context.stroke();
        context.setLineDash([]);
      }
    if (all.length === 0) return;
    const image = mirror === null ? null : all.map(([x, y, p]): LineSample => [2 * mirror - x, y, p]);
    for (const way of image ? [all, image] : [all]) showWay(context, way);
  };

  const showWay = (context: CanvasRenderingContext2D, all: readonly LineSample[]) => {
    if (tool === 'rub' && look.rubs === 'within') return showOutline(context, all);
    context.strokeStyle = tool === 'rub' ? 'rgba(178, 58, 36, 0.45)' : colour;
    context.lineCap = context.lineJoin = 'round';
    const felt = tool === 'draw' && look.pen === 'pressed' && feels.current;
    const wide = tool === 'rub' ? (2 * RUB_PX) / view.scale : width;
    if (!felt) {
      context.lineWidth = wide;
      context.beginPath();
      context.moveTo(all[0][0], all[0][1]);
      for (const [x, y] of all) context.lineTo(x, y);
      context.stroke();
      return;
    }
    for (let i = 1; i < all.length; i++) {
      context.lineWidth = Math.max(0.5, all[i][2] * wide);
      context.beginPath();
      context.moveTo(all[i - 1][0], all[i - 1][1]);
      context.lineTo(all[i][0], all[i][1]);
      context.stroke();
    }
  };

  /** What is to be rubbed out, as far as it is outlined. */
  const showOutline = (context: CanvasRenderingContext2D, all: readonly LineSample[]) => {
    context.beginPath();
    all.forEach(([x, y], i) => (i ? context.lineTo(x, y) : context.moveTo(x, y)));
    context.closePath();
    context.fillStyle = 'rgba(178, 58, 36, 0.25)';
    context.fill();
    context.strokeStyle = 'rgb(178, 58, 36)';
    context.lineWidth = 1.5 / view.scale;
    context.stroke();
  };

  shown.current = show;

  const take = (e: PointerEvent) => {
    const frame = canvas.current!.getBoundingClientRect();
    feels.current ||= e.pointerType === 'pen';
    const pressure = e.pointerType === 'pen' ? e.pressure : 1;
    samples.current.push([
      (e.clientX - frame.left - view.x) / view.scale,
      (e.clientY - frame.top - view.y) / view.scale,
      pressure,
    ]);
  };

  const finish = () => {
    const all = samples.current;
    samples.current = [];
    show();
    if (tool === 'rub') {
      const way = all.map(([x, y]) => [x, y] as const);
      const within = look.rubs === 'within';
      if (within && way.length < 3) return;
      edit.make(
        say('rubOut'),
        rubEdits(design, within ? { within: way } : { along: way, r: RUB_PX / view.scale }),
        {
          select: [],
        },
      );
      return;
    }
    const made = nodesOf(
      look.pen === 'pressed' && !feels.current ? tapered(all) : all,
      STRAY_PX / view.scale,
    );
    if (!made) return;
    const ink = look.ink && design.inks.some((i) => i.id === look.ink) ? look.ink : design.inks[0]?.id;
    if (!ink) {
      notify('fault', say('theDesignHasNoInk'));
      return;
    }
    const drawn =
      look.mirror === null
        ? [{ nodes: made.nodes, closed: false }]
        : mirrored(made.nodes, look.mirror, Math.max(width, MEET_PX / view.scale));
    if (drawn.some((l) => l.nodes.length > 5000)) {
      notify('fault', say('thisLineHasMorePoints'));
      return;
    }
    const taken = partIds(design);
    const parts = drawn.map(({ nodes, closed }) => {
      const id = freshId('line', taken);
      taken.push(id);
      return { ...line(id, nodes, { ink, width, pen: look.pen, nib: look.nib }), closed };
    });
    edit.make(
      parts.length > 1 ? say('drawTwoLines') : say('drawALine'),
      parts.map((part): Edit => ({ op: 'addPart', part })),
      { select: parts.map((p) => p.id) },
    );
  };

  return (
    <canvas
      ref={canvas}
      data-testid="draw-layer"
      aria-label={tool === 'rub' ? say('rubOutLinesHere') : say('drawHere')}
      className="absolute inset-0 h-full w-full touch-none"
      style={{ cursor: 'crosshair' }}
      onPointerDown={(e) => {
        if (e.button !== 0) return;
        e.currentTarget.setPointerCapture(e.pointerId);
        samples.current = [];
        feels.current = false;
        take(e.nativeEvent);
        show();
      }}
      onPointerMove={(e) => {
        if (!e.currentTarget.hasPointerCapture(e.pointerId)) return;
        // Between two frames a pen reports several places.
        const all = e.nativeEvent.getCoalescedEvents?.() ?? [];
        for (const one of all.length ? all : [e.nativeEvent]) take(one);
        show();
      }}
      onPointerUp={(e) => e.currentTarget.hasPointerCapture(e.pointerId) && finish()}
      onPointerCancel={() => {
        samples.current = [];
        show();
      }}
    />
  );
}
