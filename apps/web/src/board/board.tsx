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
import { applyEdits, inkValues, withBundled, type Design, type Edit } from '@brelm/core/design';
import { groupBounds } from '@brelm/core/drawing';
import { EMPTY_BOX, isEmptyBox, unite, type Box } from '@brelm/core/geometry';
import type { SpecSide } from '@brelm/core/spec';
import { resolveDesign, type Border, type Resolved } from '../design';
import { store, useAppDispatch, useAppSelector } from '../store';
import { dragged, selected } from '../store/editor';
import { BoardFoot } from './board-foot';
import { paintBoard, type Look } from './board-paint';
import { bringIn } from '../editor/bring-in';
import { Guides } from './guides';
import { HitPart, type Hands } from './hit-part';
import { DrawBar } from './draw-bar';
import { DrawLayer } from './draw-layer';
import { LinePoints } from './line-points';
import { NetHandles, TypeLayer } from '../inspector/lettering';
import { liveEdits, onLive, setLive } from '../editor/live';
import { scaleFrom } from '../editor/measure';
import { tie } from '../editor/tie-actions';
import { notify } from '../ui';
import { onLoaded } from '../platform/loaded';
import { paperUnder } from '../platform/under';
import { PickLayer } from './pick-layer';
import { Reference } from './reference';
import { Rulers } from './rulers';
import { StepLayers } from './step-layers';
import { newGesture, useEdit } from '../editor/use-edit';
import { useTools } from './tools';
import { usePinch } from './use-pinch';
import { COARSE, partMeant, usePointed } from './use-pointed';
import { useAimedView } from './use-aimed-view';
import { useSnap } from './use-snap';
import { useView } from './use-view';

export interface BoardHandle {
  fit(): void;
  zoom(by: number): void;
  /** Shows what is selected as large as it goes; the board when nothing is. */
  showSelection(): void;
}

const SPRUCE = '#1f5f50';
const QUARTERS = [0, 90, 180, 270];
const FIFTEENS = Array.from({ length: 24 }, (_, i) => i * 15);
/** The board on its garment: the artwork by our painter, hit shapes and handles by Konva. */
export const Board = forwardRef<
  BoardHandle,
  {
    design: Design;
    resolved: Resolved;
    backdrop: Garment;
    side: SpecSide | undefined;
    /** Of a sticker that is cut out. */
    border: Border | null;
  }
>(function Board({ design, resolved, backdrop, side, border }, handle) {
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
  const seen = useView(box, design.board);
  const { view, size, fit, show, showAt, zoomAt, pan } = seen;
  usePinch(box, zoomAt, pan);
  const tools = useTools();
  useAimedView(design, tools, seen);
  const [look, setLook] = useState<Look>('print');
  const [pulled, setPulled] = useState<{ axis: 'x' | 'y'; at: number } | null>(null);
  const snap = useSnap(design, resolved, side, view);
  const { snapped } = snap;
  const { aids } = design;

  const showSelection = () => {
    const around = boxOf(store.getState().editor.selection);
    if (isEmptyBox(around)) fit();
    else show(around);
  };
  const boxOf = (ids: readonly string[]): Box =>
    resolved.drawing.groups
      .filter((g) => ids.includes(g.part))
      .map(groupBounds)
      .reduce(unite, EMPTY_BOX);

  useImperativeHandle(handle, () => ({
    fit,
    zoom: (by) => zoomAt(size.width / 2, size.height / 2, by),
    showSelection,
  }));

  useLayoutEffect(() => {
    const moving = dragging ? new Set(selection) : null;
    let frame = 0;
    const schedule = () => {
      frame ||= requestAnimationFrame(() => {
        frame = 0;
        const edits = liveEdits();
        const now = edits ? resolveDesign(applyEdits(design, edits), colourway, resolved) : resolved;
        if (canvas.current)
          paintBoard(canvas.current, {
            size,
            view,
            resolved: now,
            moving,
            backdrop,
            side,
            pointedAt,
            snapped: snapped.current,
            aids,
            look,
            border,
            paper: aids.reference && paperUnder(aids.reference, backdrop),
          });
      });
    };
    schedule();
    const stop = onLive(schedule);
    const unheard = onLoaded(schedule);
    return () => {
      stop();
      unheard();
      cancelAnimationFrame(frame);
    };
  }, [
    size,
    view,
    design,
    colourway,
    resolved,
    dragging,
    selection,
    backdrop,
    side,
    pointedAt,
    snapped,
    aids,
    look,
    border,
  ]);

  useEffect(() => {
    const chosen = selection.flatMap((id) => nodes.current.get(id) ?? []);
    // What is drawn on a part, or of it, has points and handles of its own.
    const own = tools.typing !== null || ['points', 'brush', 'outline'].includes(tools.tool);
    transformer.current?.nodes(previewing || own ? [] : chosen);
  }, [selection, design, previewing, tools.tool, tools.typing]);

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

  const chosenPart = selection.length === 1 ? design.parts.find((p) => p.id === selection[0]) : undefined;
  const openLine = chosenPart?.kind === 'line' ? chosenPart : null;
  const found = design.parts.find((p) => p.id === tools.typing);
  const netted = chosenPart?.kind === 'lettering' && chosenPart.envelope?.kind === 'net';
  const typed = found?.kind === 'lettering' && !found.hidden ? found : null;
  const { typing, setTyping } = tools;
  useEffect(() => {
    // Typing ends when its part is hidden, gone, or no longer the one that is chosen.
    if (typing && (!typed || !selection.includes(typing))) setTyping(null);
  }, [typing, typed, selection, setTyping]);
  const colour =
    inkValues(design, colourway).get(tools.look.ink ?? design.inks[0]?.id ?? '') ??
    design.inks[0]?.value ??
    '#000000';

  const locked = useMemo(
    () => new Set(design.parts.filter((p) => p.locked).map((p) => p.id)),
    [design.parts],
  );

  const { pointed, layer, point } = usePointed(resolved, locked, view);

  const choose = (id: string, add: boolean) => {
    const now = store.getState().editor.selection;
    // What is bundled is chosen together.
    const all = withBundled(design, [id]);
    if (add)
      dispatch(
        selected(now.includes(id) ? now.filter((x) => !all.includes(x)) : [...new Set([...now, ...all])]),
      );
    else if (!now.includes(id)) dispatch(selected(all));
  };
  /** One part out of its bundle. */
  const only = (id: string) => {
    dispatch(selected([id]));
    const part = design.parts.find((p) => p.id === id);
    if (part?.kind === 'lettering' && !part.locked) tools.setTyping(id);
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
    snap.release();
    edit.make(label, edits, { gesture: gesture.current });
    setLive(null);
    dispatch(dragged(false));
  };

  /** What was dragged lies where it was let go; with Ctrl held it shows inside the part that lies there. */
  const dropped = (inside: boolean) => {
    placed('Move', false, true);
    const ids = store.getState().editor.selection;
    const at = inside ? nodes.current.get(ids[0])?.getStage()?.getPointerPosition() : null;
    if (!at) return;
    const part = partMeant(resolved, toBoard(at.x, at.y), view.scale, new Set(ids));
    if (!part) return notify('done', 'Nothing lies there to show it inside of.');
    const why = tie(edit, design, 'Show inside', ids, { window: { kind: 'part', part } });
    const { title } = resolved.drawing.groups.find((g) => g.part === part)!.about;
    notify('done', why ?? `It shows inside “${title}” now.`);
  };

  const grab = (part: string) => {
    begin('drag');
    snap.grab(part);
  };

  // The hands stay the same from frame to frame, so that parts which do not move are not rendered again.
  const now = useRef({ choose, only, grab, bound: snap.bound, placed, dropped });
  useLayoutEffect(() => {
    now.current = { choose, only, grab, bound: snap.bound, placed, dropped };
  });
  const hands = useMemo<Hands>(
    () => ({
      choose: (id, add) => now.current.choose(id, add),
      only: (id) => now.current.only(id),
      dragStart: (part) => now.current.grab(part),
      bound: (to) => now.current.bound(to),
      dragMove: () => now.current.placed('Move', false, false),
      dragEnd: (inside) => now.current.dropped(inside),
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
    const end = () => {
      window.removeEventListener('pointerup', up);
      window.removeEventListener('pointercancel', end);
      stage.off('pointermove.marquee');
      setMarquee(null);
    };
    const up = () => {
      end();
      const hit = [...nodes.current].filter(
        ([, node]) => node.listening() && Konva.Util.haveIntersection(rect, node.getClientRect()),
      );
      dispatch(
        selected(
          rect.width + rect.height < 6 ? base : withBundled(design, [...base, ...hit.map(([id]) => id)]),
        ),
      );
    };
    stage.on('pointermove.marquee', move);
    window.addEventListener('pointerup', up);
    window.addEventListener('pointercancel', end);
  };

  return (
    <section aria-label="Board" className="flex min-w-0 flex-col bg-surround">
      <div
        ref={box}
        data-testid="board"
        data-view={JSON.stringify(view)}
        className="relative min-h-0 flex-1 touch-none overflow-hidden"
        onDragOver={(e) => {
          e.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={drop}
        onPointerDownCapture={point}
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
          <Layer ref={layer}>
            <Group x={view.x} y={view.y} scaleX={view.scale} scaleY={view.scale}>
              {resolved.drawing.groups.map((group) => (
                <HitPart
                  key={group.part}
                  group={group}
                  locked={locked.has(group.part)}
                  nodes={nodes.current}
                  hands={hands}
                  pointed={pointed}
                />
              ))}
            </Group>
            <Transformer
              ref={transformer}
              keepRatio
              // A net's points lie where the handles would.
              resizeEnabled={!netted}
              rotateEnabled={!netted}
              rotateAnchorOffset={22}
              rotationSnapTolerance={4}
              rotationSnaps={QUARTERS}
              // Larger for fingers.
              anchorSize={COARSE ? 16 : 9}
              anchorCornerRadius={1}
              anchorStroke={SPRUCE}
              anchorFill="#fffdf9"
              borderStroke={SPRUCE}
              borderStrokeWidth={1.5}
              ignoreStroke
              onTransformStart={() => begin('transform')}
              onTransform={(e) => {
                // With Shift a turn goes by 15°.
                const { shiftKey } = e.evt as MouseEvent;
                transformer.current!.rotationSnaps(shiftKey ? FIFTEENS : QUARTERS);
                transformer.current!.rotationSnapTolerance(shiftKey ? 7.5 : 4);
                placed('Scale and turn', true, false);
              }}
              onTransformEnd={() => placed('Scale and turn', true, true)}
            />
            {look !== 'far' && <Guides aids={aids} view={view} size={size} pulled={pulled} edit={edit} />}
            {tools.tool === 'points' && openLine && (
              <LinePoints part={openLine} view={view} tools={tools} edit={edit} />
            )}
            {chosenPart?.kind === 'lettering' && !typed && (
              <NetHandles part={chosenPart} design={design} view={view} edit={edit} />
            )}
            {marquee && <Rect {...marquee} stroke={SPRUCE} strokeWidth={1} dash={[4, 3]} listening={false} />}
          </Layer>
        </Stage>
        {(tools.tool === 'draw' || tools.tool === 'rub') && (
          <>
            <DrawLayer design={design} view={view} size={size} tools={tools} colour={colour} edit={edit} />
            <DrawBar design={design} tools={tools} />
          </>
        )}
        <StepLayers design={design} view={view} size={size} tools={tools} edit={edit} />
        {typed && <TypeLayer key={typed.id} part={typed} design={design} view={view} edit={edit} />}
        {tools.picking && <PickLayer board={canvas} onPick={tools.picking} onEnd={tools.endPick} />}
        {aids.reference && look !== 'far' && <Reference picture={aids.reference} board={design.board} />}
        {look !== 'far' && (
          <Rulers
            view={view}
            size={size}
            board={design.board}
            unit={aids.unit}
            onPull={(axis, at) => setPulled({ axis, at })}
            onDrop={(axis, at) => {
              setPulled(null);
              if (at !== null && pulled)
                edit.make('Add a guide', [
                  { op: 'setAids', change: { guides: [...aids.guides, { axis, at: Math.round(at) }] } },
                ]);
            }}
          />
        )}
        {design.parts.length === 0 && (
          <div className="pointer-events-none absolute inset-0 flex items-center justify-center">
            <p className="rounded-md bg-card px-4 py-2.5 text-center">
              Press <kbd className="font-semibold">A</kbd> for lettering, or drop a picture or SVG here.
            </p>
          </div>
        )}
        {over && (
          <div className="pointer-events-none absolute inset-2 flex items-center justify-center rounded-md border-2 border-dashed border-card">
            <p className="rounded-md bg-card px-4 py-2 font-medium">Drop pictures or SVG files</p>
          </div>
        )}
      </div>
      <BoardFoot
        view={view}
        design={design}
        resolved={resolved}
        look={look}
        onLook={(next) => {
          setLook(next);
          if (next === 'far') showAt(scaleFrom(3, design.board.dpi));
          else if (look === 'far') fit();
        }}
        onPrintSize={() => showAt(scaleFrom(0, design.board.dpi))}
        onFit={fit}
        onSelection={showSelection}
        onZoom={(by) => zoomAt(size.width / 2, size.height / 2, by)}
      />
    </section>
  );
});
