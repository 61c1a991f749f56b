import Konva from 'konva';
import {
  forwardRef,
  useEffect,
  useImperativeHandle,
  useLayoutEffect,
  useRef,
  useState,
  type DragEvent,
} from 'react';
import { Group, Layer, Rect, Stage, Transformer } from 'react-konva';
import type { Garment } from '@brelm/core/colour';
import type { Design, Edit } from '@brelm/core/design';
import type { SpecSide } from '@brelm/core/spec';
import type { Resolved } from '../design';
import { store, useAppDispatch, useAppSelector } from '../store';
import { dragged, selected } from '../store/editor';
import { BoardFoot } from './board-foot';
import { paintBoard } from './board-paint';
import { bringIn } from './bring-in';
import { newGesture, useEdit } from './use-edit';
import { useView } from './use-view';

export interface BoardHandle {
  fit(): void;
  zoom(by: number): void;
}

const SPRUCE = '#1f5f50';

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
    const frame = requestAnimationFrame(() => {
      if (canvas.current) paintBoard(canvas.current, size, view, resolved, backdrop, side, pointedAt);
    });
    return () => cancelAnimationFrame(frame);
  }, [size, view, resolved, backdrop, side, pointedAt]);

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

  const choose = (id: string, add: boolean) => {
    const now = store.getState().editor.selection;
    if (add) dispatch(selected(now.includes(id) ? now.filter((x) => x !== id) : [...now, id]));
    else if (!now.includes(id)) dispatch(selected([id]));
  };

  const begin = (what: string) => {
    gesture.current = newGesture(what);
    dispatch(dragged(true));
  };
  const end = () => dispatch(dragged(false));
  const placed = (label: string, turned: boolean) => {
    const edits = store.getState().editor.selection.flatMap((id): Edit[] => {
      const node = nodes.current.get(id);
      if (!node) return [];
      const place = turned
        ? { x: node.x(), y: node.y(), turn: node.rotation(), scaleX: node.scaleX(), scaleY: node.scaleY() }
        : { x: node.x(), y: node.y() };
      return [{ op: 'place', part: id, place }];
    });
    edit.make(label, edits, { gesture: gesture.current });
  };

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
          className="absolute inset-0 h-full w-full"
        />
        <Stage
          width={size.width}
          height={size.height}
          className="absolute inset-0"
          onPointerDown={startMarquee}
        >
          <Layer>
            <Group x={view.x} y={view.y} scaleX={view.scale} scaleY={view.scale}>
              {resolved.drawing.groups.map((group) => {
                const part = design.parts.find((p) => p.id === group.part);
                if (!part) return null;
                const b = group.localBox;
                const empty = !(b.right > b.left);
                return (
                  <Group
                    key={part.id}
                    ref={(node) => {
                      if (node) nodes.current.set(part.id, node);
                      else nodes.current.delete(part.id);
                    }}
                    x={part.place.x}
                    y={part.place.y}
                    rotation={part.place.turn}
                    scaleX={part.place.scaleX}
                    scaleY={part.place.scaleY}
                    listening={!part.locked}
                    draggable={!part.locked}
                    onPointerDown={(e) => choose(part.id, e.evt.shiftKey)}
                    onDragStart={() => begin('drag')}
                    onDragMove={() => placed('Move', false)}
                    onDragEnd={() => {
                      placed('Move', false);
                      end();
                    }}
                  >
                    <Rect
                      x={empty ? -20 : b.left}
                      y={empty ? -20 : b.top}
                      width={empty ? 40 : b.right - b.left}
                      height={empty ? 40 : b.bottom - b.top}
                      fill="#000"
                      opacity={0}
                      perfectDrawEnabled={false}
                    />
                  </Group>
                );
              })}
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
              onTransform={() => placed('Scale and turn', true)}
              onTransformEnd={() => {
                placed('Scale and turn', true);
                end();
              }}
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
