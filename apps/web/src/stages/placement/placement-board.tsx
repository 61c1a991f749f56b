import { useLayoutEffect, useMemo, useRef, useState } from 'react';
import type { Garment } from '@brelm/core/colour';
import type { Design, PlacedAt, Placement } from '@brelm/core/design';
import { paint, inkBox, movedGroup, type Drawing } from '@brelm/core/drawing';
import { invert, isIdentity, multiply, toSvgPath, transformPath, type Matrix } from '@brelm/core/geometry';
import { placedBox, placedDrawing, placementMatrix, placementOn, positionFor } from '@brelm/core/placement';
import type { Spec, SpecSide } from '@brelm/core/spec';
import { borderOn, useBorder, type Border, type Resolved } from '../../design';
import { paintGarment } from '../../platform/garment-paint';
import { makeSurface } from '../../platform/surfaces';
import { drawnAt, SideDrawing } from '../../specs/side-drawing';
import { productOutline } from './product-outline';
import { scaledAbout } from './scaled-about';
import { say } from '../../words/placement';

const KEYS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};
/** A step of an arrow key, inches. */
const STEP_IN = 0.05;
/** Nearer than this to the centre line artwork snaps to it, px. */
const SNAP_PX = 6;

/** The artwork on a drawing of the product: dragged, scaled by its corner, moved by keys. */
export function PlacementBoard({
  design,
  resolved,
  spec,
  side,
  placement,
  garment,
  backdrop,
  onMove,
}: {
  design: Design;
  resolved: Resolved;
  spec: Spec;
  side: SpecSide;
  placement: Placement;
  /** The garment colour that is shown and, where it has a position of its own, moved. */
  garment: string | null;
  backdrop: Garment;
  onMove: (at: PlacedAt, gesture: string) => void;
}) {
  const frame = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const [size, setSize] = useState<[number, number]>([600, 560]);
  const [moving, setMoving] = useState<PlacedAt | null>(null);
  const gesture = useRef<{ id: string; x: number; y: number; from: PlacedAt; scale: boolean } | null>(null);
  const at = moving ?? positionFor(placement, garment);
  const outline = useMemo(() => productOutline(spec, side), [spec, side]);
  const [width, height] = size;
  const { perInch, left, top } = drawnAt(side, width, height, outline?.extent);
  const ink = useMemo(() => inkBox(resolved.drawing), [resolved.drawing]);
  const box = ink && placedBox(ink, design.board, side, at);
  const border = useBorder(design, undefined, spec, side);

  useLayoutEffect(() => {
    const watch = new ResizeObserver(([entry]) => {
      const { width: w, height: h } = entry.contentRect;
      if (w > 100 && h > 100) setSize([Math.floor(w), Math.floor(h)]);
    });
    watch.observe(frame.current!);
    return () => watch.disconnect();
  }, []);

  useLayoutEffect(() => {
    const ratio = window.devicePixelRatio || 1;
    const c = canvas.current!;
    const [w, h] = [Math.round(width * ratio), Math.round(height * ratio)];
    if (c.width !== w) c.width = w;
    if (c.height !== h) c.height = h;
    const context = c.getContext('2d')!;
    context.setTransform(ratio, 0, 0, ratio, 0, 0);
    context.clearRect(0, 0, width, height);
    const area = () => {
      context.beginPath();
      context.rect(left, top, side.widthIn * perInch, side.heightIn * perInch);
    };
    context.save();
    if (outline) {
      const shape = new Path2D(toSvgPath(transformPath(outline.path, [perInch, 0, 0, perInch, left, top])));
      context.clip(shape, 'nonzero');
      paintGarment(context, backdrop, 0, 0, width, height);
    } else {
      area();
      context.clip();
      paintGarment(context, backdrop, 0, 0, width, height);
    }
    context.restore();
    const placed = withBorder(
      placedDrawing(resolved.drawing, design.board, side, at, placement),
      border,
      spec,
      side,
      at,
    );
    const k = perInch / side.dpi;
    // Painted on a surface of its own, so that what lies beyond the print area can be shown as faint.
    const surface = makeSurface(w, h);
    const view: Matrix = [k * ratio, 0, 0, k * ratio, left * ratio, top * ratio];
    paint(surface.context, placed, { view, pictures: resolved.pictures, surfaces: makeSurface }, surface);
    const image = surface.canvas as OffscreenCanvas;
    context.save();
    context.globalAlpha = 0.22;
    context.drawImage(image, 0, 0, width, height);
    context.restore();
    context.save();
    area();
    context.clip();
    if (!placement.ground) {
      // Faint artwork under the whole of it would show through where it is partly clear.
      context.save();
      paintGarment(context, backdrop, left, top, side.widthIn * perInch, side.heightIn * perInch);
      context.restore();
    }
    context.drawImage(image, 0, 0, width, height);
    context.restore();
  }, [
    width,
    height,
    left,
    top,
    perInch,
    outline,
    backdrop,
    resolved,
    design.board,
    spec,
    side,
    at,
    placement,
    border,
  ]);

  const down = (scale: boolean) => (e: React.PointerEvent<SVGElement>) => {
    if (e.button !== 0) return;
    e.preventDefault();
    (e.currentTarget.ownerSVGElement?.parentElement as HTMLElement | null)?.focus();
    e.currentTarget.setPointerCapture(e.pointerId);
    gesture.current = {
      id: `place ${Date.now()}`,
      x: e.clientX,
      y: e.clientY,
      from: positionFor(placement, garment),
      scale,
    };
  };
  const move = (e: React.PointerEvent<SVGElement>) => {
    const g = gesture.current;
    if (!g || !box || !ink) return;
    const [dx, dy] = [(e.clientX - g.x) / perInch, (e.clientY - g.y) / perInch];
    const mirrored = placement.mirror ? -1 : 1;
    if (g.scale) {
      const before = placedBox(ink, design.board, side, g.from);
      const [cx, cy] = [(before.left + before.right) / 2, (before.top + before.bottom) / 2];
      const half = Math.hypot(before.right - cx, before.bottom - cy);
      const now = Math.hypot(before.right - cx + dx * mirrored, before.bottom - cy + dy);
      const k = Math.max(0.05, now / half);
      setMoving(scaledAbout(g.from, k, cx - side.widthIn / 2, cy));
      return;
    }
    const next = { ...g.from, x: g.from.x + dx * mirrored, y: g.from.y + dy };
    const moved = placedBox(ink, design.board, side, next);
    const off = (moved.left + moved.right) / 2 - side.widthIn / 2;
    if (!e.shiftKey && Math.abs(off) * perInch < SNAP_PX) next.x -= off;
    setMoving(next);
  };
  const up = () => {
    const g = gesture.current;
    gesture.current = null;
    if (g && moving) onMove(moving, g.id);
    setMoving(null);
  };

  const shown = box && {
    x: (placement.mirror ? side.widthIn - box.right : box.left) * perInch,
    y: box.top * perInch,
    w: (box.right - box.left) * perInch,
    h: (box.bottom - box.top) * perInch,
  };
  return (
    <div
      ref={frame}
      tabIndex={0}
      role="group"
      aria-label={say('theArtworkOnTheProduct')}
      data-testid="placement-board"
      data-view={JSON.stringify({ perInch, left, top })}
      className="relative min-h-0 flex-1 overflow-hidden bg-surround outline-offset-[-3px]"
      onKeyDown={(e) => {
        const key = KEYS[e.key];
        if (!key && e.key !== '+' && e.key !== '=' && e.key !== '-') return;
        e.preventDefault();
        e.stopPropagation();
        const from = positionFor(placement, garment);
        const step = STEP_IN * (e.shiftKey ? 10 : 1);
        if (key) onMove({ ...from, x: from.x + key[0] * step, y: from.y + key[1] * step }, 'keys');
        else if (box) {
          const k = e.key === '-' ? 1 / 1.02 : 1.02;
          onMove(
            scaledAbout(from, k, (box.left + box.right) / 2 - side.widthIn / 2, (box.top + box.bottom) / 2),
            'keys',
          );
        }
      }}
    >
      <canvas ref={canvas} className="absolute inset-0" style={{ width, height }} aria-hidden />
      <div className="absolute inset-0">
        <SideDrawing
          side={side}
          width={width}
          height={height}
          extent={outline?.extent}
          clear
          label={say('drawnToScale', { product: spec.product, name: side.name })}
        >
          {shown && (
            <>
              <rect
                x={shown.x}
                y={shown.y}
                width={shown.w}
                height={shown.h}
                fill="none"
                className="stroke-white"
                strokeWidth={1}
              />
              <rect
                x={shown.x}
                y={shown.y}
                width={shown.w}
                height={shown.h}
                fill="transparent"
                className="cursor-move stroke-ink"
                strokeWidth={1}
                strokeDasharray="3 3"
                onPointerDown={down(false)}
                onPointerMove={move}
                onPointerUp={up}
                onPointerCancel={up}
              />
              <rect
                x={(placement.mirror ? shown.x : shown.x + shown.w) - 6}
                y={shown.y + shown.h - 6}
                width={12}
                height={12}
                rx={2}
                className="cursor-nwse-resize fill-card stroke-ink"
                onPointerDown={down(true)}
                onPointerMove={move}
                onPointerUp={up}
                onPointerCancel={up}
              />
            </>
          )}
        </SideDrawing>
      </div>
      {placement.mirror && (
        <p className="absolute top-2 right-3 rounded-md bg-rust px-2 py-0.5 text-[12.5px] font-medium text-white">
          {say('mirroredForTransfer')}
        </p>
      )}
    </div>
  );
}

/**
 * Artwork as it is placed, on its border where it is a sticker. The border is that of where the artwork lay when it was worked
 * out last, moved to where it lies now; mirrored artwork is without while it is dragged.
 */
function withBorder(
  placed: Drawing,
  border: Border | null,
  spec: Spec,
  side: SpecSide,
  at: PlacedAt,
): Drawing {
  const then = border && placementOn(border.of, spec, side);
  if (!border || !then) return placed;
  const { board } = border.of;
  const move = multiply(
    placementMatrix(board, side, at),
    invert(placementMatrix(board, side, positionFor(then, null))),
  );
  if (then.mirror && !isIdentity(move, 1e-6)) return placed;
  const { groups } = borderOn(placed, border);
  const k = Math.hypot(move[0], move[1]);
  return { ...placed, groups: [...groups.map((g) => movedGroup(g, move, k)), ...placed.groups] };
}
