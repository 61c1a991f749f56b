import { useEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { Board, Reference, UnderBoard } from '@brelm/core/design';
import { crossed } from '@brelm/core/geometry';
import { findPaper, paperRatio, WHOLE_PAPER } from '@brelm/core/sketch';
import { apiAt } from '../platform/address';
import { Button, LengthField, Modal, notify, Tick } from '../ui';
import { say } from '../words/board';

type Corner = UnderBoard['corners'][number];
const NAMES = [say('topLeft'), say('topRight'), say('bottomRight'), say('bottomLeft')];
/** Largest drawing of the picture, CSS px. */
const MOST = { width: 440, height: 400 };
/** How far an arrow moves a corner, shares of the picture; ten times as far with Shift. */
const STEP = 0.002;
/** How much of the board a paper covers at first. */
const COVERS = 0.8;

const wholePaper = (): Corner[] => WHOLE_PAPER.map(([x, y]): Corner => [x, y]);

/** Long side of the copy in which the paper is looked for, px. */
const LOOKED_AT = 480;

/** The corners of the paper in a picture, where it can be told from what it lies on. */
function paperIn(image: HTMLImageElement): Corner[] | null {
  const k = Math.min(1, LOOKED_AT / Math.max(image.naturalWidth, image.naturalHeight));
  const [width, height] = [image.naturalWidth * k, image.naturalHeight * k].map((v) =>
    Math.max(1, Math.round(v)),
  );
  const context = new OffscreenCanvas(width, height).getContext('2d')!;
  context.drawImage(image, 0, 0, width, height);
  const { data } = context.getImageData(0, 0, width, height);
  return findPaper({ width, height, data })?.map(([x, y]): Corner => [x, y]) ?? null;
}

/** A picture of so many px laid in the middle of a board; all of it is the paper unless it is said where that is. */
export function laidUnder(
  { width, height }: Board,
  picture: { width: number; height: number },
  corners = wholePaper(),
): UnderBoard {
  const ratio = paperRatio(corners, picture.width, picture.height);
  return {
    ...{ corners, x: width / 2, y: height / 2, strength: 0.5, lines: true, shown: true },
    width: Math.max(1, Math.round(COVERS * Math.min(width, height * ratio))),
  };
}

/** How a picture lies under the board: its paper's corners, its place, how strongly it shows. */
export function UnderDialog({
  board,
  reference,
  onDone,
  onClose,
}: {
  board: Board;
  reference: Reference;
  onDone: (under: UnderBoard | undefined) => void;
  onClose: () => void;
}) {
  const [under, setUnder] = useState<UnderBoard | undefined>(reference.under);
  const [image, setImage] = useState<HTMLImageElement | null>(null);
  const [fault, setFault] = useState(false);
  const given = useRef(reference.under);
  useEffect(() => {
    const loading = new window.Image();
    loading.onload = () => {
      setImage(loading);
      const picture = { width: loading.naturalWidth, height: loading.naturalHeight };
      if (!given.current) setUnder(laidUnder(board, picture, paperIn(loading) ?? wholePaper()));
    };
    loading.onerror = () => setFault(true);
    loading.src = apiAt(`materials/${reference.sha256}/preview?size=1600`);
  }, [reference.sha256, board]);
  const set = (change: Partial<UnderBoard>) => under && setUnder({ ...under, ...change });
  const most = { x: 4 * board.width, y: 4 * board.height };
  return (
    <Modal open title={say('aSketchToDrawOver')} wide onClose={onClose}>
      <div className="flex flex-wrap gap-5">
        <div
          className="grid place-items-center rounded-md border border-line bg-surround"
          style={{ width: MOST.width + 24, height: MOST.height + 24 }}
        >
          {fault && <p role="alert">{say('thePictureCannotBeShown')}</p>}
          {!fault && !image && <p>{say('opening')}</p>}
          {image && under && (
            <Paper image={image} corners={under.corners} onCorners={(corners) => set({ corners })} />
          )}
        </div>
        {under && (
          <div className="min-w-44 flex-1">
            <p className="mb-2 text-[13px] text-muted">{say('putTheCornersOnThe')}</p>
            <div className="grid grid-cols-2 gap-1.5">
              <LengthField
                label={say('papersWidth')}
                dpi={board.dpi}
                value={under.width}
                check={(v) => (v >= 1 && v <= most.x ? null : say('n1ToPx', { x: most.x }))}
                onChange={(width) => set({ width })}
              />
              <span />
              <LengthField
                label={say('middleFromTheLeft')}
                dpi={board.dpi}
                value={under.x}
                check={(v) => (Math.abs(v) <= most.x ? null : say('toPx', { x: most.x }))}
                onChange={(x) => set({ x })}
              />
              <LengthField
                label={say('middleFromTheTop')}
                dpi={board.dpi}
                value={under.y}
                check={(v) => (Math.abs(v) <= most.y ? null : say('toPx2', { y: most.y }))}
                onChange={(y) => set({ y })}
              />
            </div>
            <label className="mt-2 block text-[11.5px] text-muted">
              {say('howStronglyItShows', { percent: Math.round(100 * under.strength) })}
              <input
                type="range"
                min={5}
                max={100}
                className="w-full accent-spruce"
                value={Math.round(100 * under.strength)}
                onChange={(e) => set({ strength: Number(e.target.value) / 100 })}
              />
            </label>
            <div className="mt-2 flex flex-col gap-1.5">
              <Tick
                label={say('itsLinesAloneWithoutThe')}
                checked={under.lines}
                onChange={(lines) => set({ lines })}
              />
            </div>
            <div className="mt-3 flex flex-wrap gap-1.5">
              <Button
                onClick={() => {
                  const corners = image && paperIn(image);
                  if (corners) set({ corners });
                  else notify('fault', say('thePaperCannotBeTold'));
                }}
              >
                {say('findThePaper')}
              </Button>
              <Button onClick={() => set({ corners: wholePaper() })}>{say('thePaperIsAllOf')}</Button>
            </div>
          </div>
        )}
      </div>
      <div className="mt-5 flex justify-end gap-2">
        {reference.under && (
          <Button className="mr-auto" onClick={() => onDone(undefined)}>
            {say('onlyBesideTheBoard')}
          </Button>
        )}
        <Button onClick={onClose}>{say('cancel')}</Button>
        <Button tone="main" disabled={!under} onClick={() => onDone(under)}>
          {say('layItUnderTheBoard')}
        </Button>
      </div>
    </Modal>
  );
}

/** The picture with the corners of its paper, moved by hand and by arrow keys, never so that they cross. */
function Paper({
  image,
  corners,
  onCorners,
}: {
  image: HTMLImageElement;
  corners: Corner[];
  onCorners: (corners: Corner[]) => void;
}) {
  const svg = useRef<SVGSVGElement>(null);
  const [held, setHeld] = useState<number | null>(null);
  const { naturalWidth: w, naturalHeight: h } = image;
  const k = Math.min(MOST.width / w, MOST.height / h);
  const [width, height] = [w * k, h * k];
  const move = (index: number, x: number, y: number) => {
    const within = (v: number) => Math.min(1, Math.max(0, v));
    const next = corners.map((c, i): Corner => (i === index ? [within(x), within(y)] : c));
    if (!crossed(next)) onCorners(next);
  };
  const drag = (e: PointerEvent) => {
    if (held === null) return;
    const box = svg.current!.getBoundingClientRect();
    move(held, (e.clientX - box.left) / width, (e.clientY - box.top) / height);
  };
  const press = (e: KeyboardEvent, index: number) => {
    const by = STEP * (e.shiftKey ? 10 : 1);
    const step = { ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, -by], ArrowDown: [0, by] }[e.key];
    if (!step) return;
    e.preventDefault();
    move(index, corners[index][0] + step[0], corners[index][1] + step[1]);
  };
  const points = corners.map(([x, y]) => `${x * width},${y * height}`).join(' ');
  return (
    <div className="relative" style={{ width, height }}>
      <img src={image.src} alt="" className="absolute inset-0 h-full w-full" draggable={false} />
      <svg
        ref={svg}
        role="group"
        aria-label={say('thePapersCorners')}
        className="absolute inset-0 h-full w-full touch-none overflow-visible"
        onPointerMove={drag}
        onPointerUp={() => setHeld(null)}
        onPointerCancel={() => setHeld(null)}
      >
        <polygon points={points} fill="none" stroke="#fffdf9" strokeWidth={3} />
        <polygon points={points} fill="none" stroke="#1f5f50" strokeWidth={1.5} />
        {corners.map(([x, y], i) => (
          <circle
            key={NAMES[i]}
            cx={x * width}
            cy={y * height}
            r={8}
            fill="#fffdf9"
            stroke="#1f5f50"
            strokeWidth={2}
            className="cursor-move"
            tabIndex={0}
            role="button"
            aria-label={say('cornerAcrossDownArrowKeys', {
              names: NAMES[i],
              across: Math.round(100 * x),
              down: Math.round(100 * y),
            })}
            onPointerDown={(e) => {
              e.currentTarget.setPointerCapture(e.pointerId);
              setHeld(i);
            }}
            onKeyDown={(e) => press(e, i)}
          />
        ))}
      </svg>
    </div>
  );
}
