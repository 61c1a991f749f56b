import Konva from 'konva';
import {
  forwardRef,
  useEffect,
  useImperativeHandle,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
  type DragEvent,
} from 'react';
import { Group, Layer, Rect, Stage, Transformer } from 'react-konva';
import type { Garment } from '@brelm/core/colour';
import { applyEdits, type Design, type Edit } from '@brelm/core/design';
import {
  canSnapTo,
  groupBounds,
  snapBox,
  snapGaps,
  type SnapLine,
  type SnapTarget,
} from '@brelm/core/drawing';
import { EMPTY_BOX, unite, type Box } from '@brelm/core/geometry';
import { safeBox, type SpecSide } from '@brelm/core/spec';
import { resolveDesign, type Resolved } from '../design';
import { store, useAppDispatch, useAppSelector } from '../store';
import { dragged, selected } from '../store/editor';
import { BoardFoot } from './board-foot';
import { paintBoard } from './board-paint';
import { bringIn } from './bring-in';
import { HitPart, type Hands } from './hit-part';
import { liveEdits, onLive, setLive } from './live';
import { newGesture, useEdit } from './use-edit';
import { useView } from './use-view';

export interface BoardHandle {
  fit(): void;
  zoom(by: number): void;
}

const SPRUCE = '#1f5f50';
/** How near something must come to snap, screen px. */
const SNAP_PX = 6;

interface Grabbed {
  box: Box;
  x: number;
  y: number;
  others: readonly Box[];
  targets: readonly SnapTarget[];
}

/** The board on its garment: the artwork by our painter, hit shapes and handles by Konva. */
export const Board = forwardRef<
  BoardHandle,
  { design: Design; resolved: Resolved; backdrop: Garment; side: SpecSide | undefined }
>(function Board({ design, resolved, backdrop, side }, handle) {
  const dispatch = useAppDispatch();
  const edit = useEdit();
  const box = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const transformer = useRef<Konva.Transformer>(null);
  const nodes = useRef(new Map<string, Konva.Group>());
  const gesture = useRef('');
  const selection = useAppSelector((s) => s.editor.selection);
  const pointedAt = useAppSelector((s) => s.editor.pointedAt);
  const dragging = useAppSelector((s) => s.editor.dragging);
  const colourway = useAppSelector((s) => s.editor.colourway);
  const previewing = useAppSelector((s) => s.editor.preview !== null);
  const [over, setOver] = useState(false);
  const [marquee, setMarquee] = useState<{ x: number; y: number; width: number; height: number } | null>(
    null,
  );
  const { view, size, fit, zoomAt, pan } = useView(box, design.board);

  useImperativeHandle(handle, () => ({ fit, zoom: (by) => zoomAt(size.width / 2, size.height / 2, by) }), [
    fit,
    zoomAt,
    size,
  ]);

  useLayoutEffect(() => {
    const moving = dragging ? new Set(selection) : null;
    let frame = 0;
    const schedule = () => {
      frame ||= requestAnimationFrame(() => {
        frame = 0;
        const edits = liveEdits();
        const now = edits ? resolveDesign(applyEdits(design, edits), colourway, resolved) : resolved;
        if (canvas.current)
          paintBoard(canvas.current, size, view, now, moving, backdrop, side, pointedAt, lines.current);
      });
    };
    schedule();
    const stop = onLive(schedule);
    return () => {
      stop();
      cancelAnimationFrame(frame);
    };
  }, [size, view, design, colourway, resolved, dragging, selection, backdrop, side, pointedAt]);

  useEffect(() => {
    const chosen = selection.flatMap((id) => nodes.current.get(id) ?? []);
    transformer.current?.nodes(previewing ? [] : chosen);
  }, [selection, design, previewing]);

  // The wheel must not scroll the page, so its listener cannot be passive, as React's is.
  useEffect(() => {
    const element = box.current!;
    const wheel = (e: WheelEvent) => {
      e.preventDefault();
      const frame = element.getBoundingClientRect();
      if (e.ctrlKey || e.metaKey)
        zoomAt(
          e.clientX - frame.left,
          e.clientY - frame.top,
          Math.exp(-e.deltaY * (e.deltaMode ? 0.05 : 0.0022)),
        );
      else pan(-(e.shiftKey ? e.deltaY : e.deltaX), -(e.shiftKey ? 0 : e.deltaY));
    };
    element.addEventListener('wheel', wheel, { passive: false });
    return () => element.removeEventListener('wheel', wheel);
  }, [zoomAt, pan]);

  const withoutSnap = useRef(false);
  useEffect(() => {
    const key = (e: KeyboardEvent) => {
      withoutSnap.current = e.altKey;
    };
    window.addEventListener('keydown', key);
    window.addEventListener('keyup', key);
    return () => {
      window.removeEventListener('keydown', key);
      window.removeEventListener('keyup', key);
    };
  }, []);

  const locked = useMemo(
    () => new Set(design.parts.filter((p) => p.locked).map((p) => p.id)),
    [design.parts],
  );

  const choose = (id: string, add: boolean) => {
    const now = store.getState().editor.selection;
    if (add) dispatch(selected(now.includes(id) ? now.filter((x) => x !== id) : [...now, id]));
    else if (!now.includes(id)) dispatch(selected([id]));
  };

  const begin = (what: string) => {
    gesture.current = newGesture(what);
    dispatch(dragged(true));
  };
  const placed = (label: string, turned: boolean, last: boolean) => {
    const edits = store.getState().editor.selection.flatMap((id): Edit[] => {
      const node = nodes.current.get(id);
      if (!node) return [];
      const place = turned
        ? { x: node.x(), y: node.y(), turn: node.rotation(), scaleX: node.scaleX(), scaleY: node.scaleY() }
        : { x: node.x(), y: node.y() };
      return [{ op: 'place', part: id, place }];
    });
    if (!last) {
      setLive(edits);
      return;
    }
    lines.current = [];
    grabbed.current = null;
    edit.make(label, edits, { gesture: gesture.current });
    setLive(null);
    dispatch(dragged(false));
  };

  /** What is dragged, where it began, and what it may snap to. */
  const grabbed = useRef<Grabbed | null>(null);
  const lines = useRef<readonly SnapLine[]>([]);
  const grab = (part: string) => {
    begin('drag');
    const { selection: moving } = store.getState().editor;
    const groups = resolved.drawing.groups;
    const boxes = (own: boolean) =>
      groups
        .filter((g) => moving.includes(g.part) === own)
        .map(groupBounds)
        .filter(canSnapTo);
    const place = groups.find((g) => g.part === part)?.place;
    const { width, height } = design.board;
    const frame = { left: 0, top: 0, right: width, bottom: height };
    const others = boxes(false);
    grabbed.current = place
      ? {
          box: boxes(true).reduce(unite, EMPTY_BOX),
          x: place.x,
          y: place.y,
          others,
          targets: [frame, ...(side ? [safeBox(side)] : []), ...others].map((box) => ({ box, middle: true })),
        }
      : null;
  };
  const bound = (to: { x: number; y: number }) => {
    const held = grabbed.current;
    lines.current = [];
    if (!held || withoutSnap.current) return to;
    const [x, y] = toBoard(to.x, to.y);
    const [dx, dy] = [x - held.x, y - held.y];
    const { box } = held;
    const there = { left: box.left + dx, top: box.top + dy, right: box.right + dx, bottom: box.bottom + dy };
    const within = SNAP_PX / view.scale;
    const snap = snapBox(there, held.targets, within);
    const gaps = snapGaps(there, held.others, within);
    // A line that can be seen goes before an equal gap.
    const has = (axis: 'x' | 'y') => snap.lines.some((l) => l.axis === axis);
    lines.current = snap.lines;
    return {
      x: to.x + (has('x') ? snap.dx : gaps.dx) * view.scale,
      y: to.y + (has('y') ? snap.dy : gaps.dy) * view.scale,
    };
  };

  // The hands stay the same from frame to frame, so that parts which do not move are not rendered again.
  const now = useRef({ choose, grab, bound, placed });
  useLayoutEffect(() => {
    now.current = { choose, grab, bound, placed };
  });
  const hands = useMemo<Hands>(
    () => ({
      choose: (id, add) => now.current.choose(id, add),
      dragStart: (part) => now.current.grab(part),
      bound: (to) => now.current.bound(to),
      dragMove: () => now.current.placed('Move', false, false),
      dragEnd: () => now.current.placed('Move', false, true),
    }),
    [],
  );

  const toBoard = (x: number, y: number): [number, number] => [
    (x - view.x) / view.scale,
    (y - view.y) / view.scale,
  ];

  const drop = (e: DragEvent) => {
    e.preventDefault();
    setOver(false);
    const frame = box.current!.getBoundingClientRect();
    const at = toBoard(e.clientX - frame.left, e.clientY - frame.top);
    void bringIn([...e.dataTransfer.files], edit, at);
  };

  const startMarquee = (e: Konva.KonvaEventObject<PointerEvent>) => {
    const stage = e.target.getStage();
    if (e.target !== stage || e.evt.button !== 0) return;
    const from = stage.getPointerPosition()!;
    const base = e.evt.shiftKey ? store.getState().editor.selection : [];
    let rect = { x: from.x, y: from.y, width: 0, height: 0 };
    const move = () => {
      const p = stage.getPointerPosition();
      if (!p) return;
      rect = {
        x: Math.min(from.x, p.x),
        y: Math.min(from.y, p.y),
        width: Math.abs(p.x - from.x),
        height: Math.abs(p.y - from.y),
      };
      setMarquee(rect);
    };
    const up = () => {
      window.removeEventListener('pointerup', up);
      stage.off('pointermove.marquee');
      setMarquee(null);
      const hit = [...nodes.current].filter(
        ([, node]) => node.listening() && Konva.Util.haveIntersection(rect, node.getClientRect()),
      );
      dispatch(
        selected(rect.width + rect.height < 6 ? base : [...new Set([...base, ...hit.map(([id]) => id)])]),
      );
    };
    stage.on('pointermove.marquee', move);
    window.addEventListener('pointerup', up);
  };

  return (
    <section aria-label="Board" className="flex min-w-0 flex-col bg-surround">
      <div
        ref={box}
        data-testid="board"
        data-view={JSON.stringify(view)}
        className="relative min-h-0 flex-1 overflow-hidden"
        onDragOver={(e) => {
          e.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={drop}
      >
        <canvas
          ref={canvas}
          role="img"
          aria-label={`The artwork on ${backdrop.name}`}
          className="absolute inset-0 h-full w-full will-change-transform"
        />
        <Stage
          width={size.width}
          height={size.height}
          className="absolute inset-0"
          onPointerDown={startMarquee}
        >
          <Layer>
            <Group x={view.x} y={view.y} scaleX={view.scale} scaleY={view.scale}>
              {resolved.drawing.groups.map((group) => (
                <HitPart
                  key={group.part}
                  group={group}
                  locked={locked.has(group.part)}
                  nodes={nodes.current}
                  hands={hands}
                />
              ))}
            </Group>
            <Transformer
              ref={transformer}
              keepRatio
              rotateAnchorOffset={22}
              rotationSnapTolerance={4}
              rotationSnaps={[0, 90, 180, 270]}
              anchorSize={9}
              anchorCornerRadius={1}
              anchorStroke={SPRUCE}
              anchorFill="#fffdf9"
              borderStroke={SPRUCE}
              borderStrokeWidth={1.5}
              ignoreStroke
              onTransformStart={() => begin('transform')}
              onTransform={() => placed('Scale and turn', true, false)}
              onTransformEnd={() => placed('Scale and turn', true, true)}
            />
            {marquee && <Rect {...marquee} stroke={SPRUCE} strokeWidth={1} dash={[4, 3]} listening={false} />}
          </Layer>
        </Stage>
        {design.parts.length === 0 && (
          <div className="pointer-events-none absolute inset-0 flex items-center justify-center">
            <p className="rounded-md bg-card px-4 py-2.5 text-center">
              Press <kbd className="font-semibold">A</kbd> for lettering, or drop a picture or SVG here.
            </p>
          </div>
        )}
        {over && (
          <div className="pointer-events-none absolute inset-2 flex items-center justify-center rounded-md border-2 border-dashed border-card">
            <p className="rounded-md bg-card px-4 py-2 font-medium">Drop PNG, JPEG, WebP or SVG files</p>
          </div>
        )}
      </div>
      <BoardFoot
        view={view}
        dpi={design.board.dpi}
        onFit={fit}
        onZoom={(by) => zoomAt(size.width / 2, size.height / 2, by)}
      />
    </section>
  );
});
