import Konva from 'konva';
import { forwardRef, useEffect, useImperativeHandle, useMemo, useRef, useState, type DragEvent } from 'react';
import { Group, Layer, Rect, Stage, Transformer } from 'react-konva';
import type { Garment } from '@brelm/core/colour';
import { inkValues, type Design } from '@brelm/core/design';
import { groupBounds } from '@brelm/core/drawing';
import { EMPTY_BOX, isEmptyBox, unite, type Box } from '@brelm/core/geometry';
import type { SpecSide } from '@brelm/core/spec';
import type { Border, Resolved } from '../design';
import { store, useAppSelector } from '../store';
import { BoardFoot } from './board-foot';
import type { Look } from './board-paint';
import { bringIn } from '../editor/bring-in';
import { Guides } from './guides';
import { HitPart } from './hit-part';
import { DrawBar } from './draw-bar';
import { DrawLayer } from './draw-layer';
import { LinePoints } from './line-points';
import { NetHandles, TypeLayer } from '../inspector/lettering';
import { scaleFrom } from '../editor/measure';
import { PickLayer } from './pick-layer';
import { Reference } from './reference';
import { Rulers } from './rulers';
import { StepLayers } from './step-layers';
import { useEdit } from '../editor/use-edit';
import { useTools } from './tools';
import { usePinch } from './use-pinch';
import { COARSE, usePointed } from './use-pointed';
import { useAimedView } from './use-aimed-view';
import { useHands } from './use-hands';
import { useMarquee } from './use-marquee';
import { usePainting } from './use-painting';
import { useSnap } from './use-snap';
import { useView } from './use-view';
import { useWheel } from './use-wheel';
import { say } from '../words/board';

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
  const edit = useEdit();
  const box = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const transformer = useRef<Konva.Transformer>(null);
  const nodes = useRef(new Map<string, Konva.Group>());
  const selection = useAppSelector((s) => s.editor.selection);
  const pointedAt = useAppSelector((s) => s.editor.pointedAt);
  const dragging = useAppSelector((s) => s.editor.dragging);
  const colourway = useAppSelector((s) => s.editor.colourway);
  const previewing = useAppSelector((s) => s.editor.preview !== null);
  const [over, setOver] = useState(false);
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

  usePainting(
    canvas,
    design,
    colourway,
    { size, view, resolved, backdrop, side, pointedAt, aids, look, border },
    { dragging, selection },
    snapped,
  );

  useEffect(() => {
    const chosen = selection.flatMap((id) => nodes.current.get(id) ?? []);
    // What is drawn on a part, or of it, has points and handles of its own.
    const own = tools.typing !== null || ['points', 'brush', 'outline'].includes(tools.tool);
    transformer.current?.nodes(previewing || own ? [] : chosen);
  }, [selection, design, previewing, tools.tool, tools.typing]);

  useWheel(box, zoomAt, pan);

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

  const toBoard = (x: number, y: number): [number, number] => [
    (x - view.x) / view.scale,
    (y - view.y) / view.scale,
  ];
  const { hands, begin, placed } = useHands({
    ...{ design, resolved, edit, tools, nodes, snap, toBoard },
    scale: view.scale,
  });
  const { marquee, startMarquee } = useMarquee(design, nodes);

  const drop = (e: DragEvent) => {
    e.preventDefault();
    setOver(false);
    const frame = box.current!.getBoundingClientRect();
    const at = toBoard(e.clientX - frame.left, e.clientY - frame.top);
    void bringIn([...e.dataTransfer.files], edit, at);
  };

  return (
    <section aria-label={say('board')} className="flex min-w-0 flex-col bg-surround">
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
          aria-label={say('theArtworkOn', { name: backdrop.name })}
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
                placed(say('scaleAndTurn'), true, false);
              }}
              onTransformEnd={() => placed(say('scaleAndTurn'), true, true)}
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
                edit.make(say('addAGuide'), [
                  { op: 'setAids', change: { guides: [...aids.guides, { axis, at: Math.round(at) }] } },
                ]);
            }}
          />
        )}
        {design.parts.length === 0 && (
          <div className="pointer-events-none absolute inset-0 flex items-center justify-center">
            <p className="rounded-md bg-card px-4 py-2.5 text-center">
              {say.rich('pressAForLetteringOr', {
                kbd: (words) => <kbd className="font-semibold">{words}</kbd>,
              })}
            </p>
          </div>
        )}
        {over && (
          <div className="pointer-events-none absolute inset-2 flex items-center justify-center rounded-md border-2 border-dashed border-card">
            <p className="rounded-md bg-card px-4 py-2 font-medium">{say('dropPicturesOrSvgFiles')}</p>
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
