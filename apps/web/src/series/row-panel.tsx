import { ArrowLeft, ArrowRight, X } from 'lucide-react';
import { useEffect, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { Link } from 'react-router';
import type { Garment } from '@brelm/core/colour';
import { allParts, type Design } from '@brelm/core/design';
import { partTitle } from '@brelm/core/parts';
import {
  keyOfByHand,
  partOfPlace,
  withMoreByHand,
  wordsIn,
  type ByHand,
  type Series,
  type SeriesRow,
  type Trouble,
} from '@brelm/core/series';
import { Button, IconButton, NumberField, SelectField, TextBox, Tick } from '../ui';
import { seriesRow, type ProofWish, type RowShown, type SeriesAsked } from '../workers/series-client';
import { RowPicture } from './row-picture';
import { RowTroubles } from './row-troubles';
import { byHandWords, gaveWords } from './words';
import { say } from '../words/series';

const WIDTH = 560;
/** Board px that an arrow moves by, and ten times as far with Shift. */
const NUDGE = 10;

type Of<K extends ByHand['kind']> = Extract<ByHand, { kind: K }>;

/** What is set by hand of a part, of one kind. */
const found = <K extends Of<ByHand['kind']>['kind']>(row: SeriesRow, kind: K, part: string) =>
  row.byHand.find((b): b is Of<K> => b.kind === kind && 'part' in b && b.part === part);

/** One row, large: what is wrong with it, what gave, and what is set by hand, each taken back by itself. */
export function RowPanel({
  series,
  layout,
  row,
  number,
  troubles,
  common,
  request,
  side,
  garment,
  wish,
  onLayout,
  onChange,
  onStep,
  onClose,
  onDesign,
  onCut,
  onDelete,
}: {
  series: Series;
  layout: Design;
  row: SeriesRow;
  number: number;
  troubles: readonly Trouble[];
  /** Checks that say the same of every row. */
  common: ReadonlySet<string>;
  request: SeriesAsked | null;
  side: string | undefined;
  garment: Garment | undefined;
  wish: ProofWish | null;
  /** Keeps a layout that was mended; `title`: what was done. */
  onLayout: (layout: Design, title: string) => Promise<void>;
  onChange: (to: (row: SeriesRow) => SeriesRow, gesture?: string | null) => void;
  onStep: (by: 1 | -1) => void;
  onClose: () => void;
  onDesign: () => void;
  onCut: () => void;
  onDelete: () => void;
}) {
  const [shown, setShown] = useState<RowShown | null>(null);
  const last = useRef<ImageBitmap | null>(null);
  useEffect(() => {
    if (!request) return;
    let over = false;
    seriesRow(request, row, WIDTH, side).then(
      (made) => {
        if (over) return made.picture?.close();
        last.current?.close();
        last.current = made.picture;
        setShown(made);
      },
      () => undefined,
    );
    return () => {
      over = true;
    };
  }, [request, row, side]);
  useEffect(() => () => last.current?.close(), []);

  const parts = useMemo(() => allParts(layout), [layout]);
  const [partId, setPart] = useState<string | null>(null);
  // What the table fills is what one would correct.
  const filled = series.places.map(partOfPlace);
  const part = parts.find((p) => p.id === partId) ?? parts.find((p) => filled.includes(p.id)) ?? parts[0];
  const put = (b: ByHand | null, key: string, gesture: string | null = null) =>
    onChange((r) => {
      const others = r.byHand.filter((x) => keyOfByHand(x) !== key);
      return { ...r, byHand: b ? [...others, b] : others };
    }, gesture);
  const { board } = layout;
  const ratio = board.height / board.width;
  return (
    <aside
      aria-label={say('row2', { number })}
      className="flex h-full w-[300px] shrink-0 flex-col gap-3 overflow-y-auto border-l border-line bg-card p-3"
      onKeyDown={(e) => {
        if (e.key === 'Escape' && !e.defaultPrevented) onClose();
      }}
    >
      <div className="flex items-center gap-1">
        <h2 className="mr-auto min-w-0 truncate text-[15px]" title={shown?.name}>
          {number}. {shown?.name ?? '…'}
        </h2>
        <IconButton label={say('rowBefore')} onClick={() => onStep(-1)}>
          <ArrowLeft size={16} aria-hidden />
        </IconButton>
        <IconButton label={say('nextRow')} onClick={() => onStep(1)}>
          <ArrowRight size={16} aria-hidden />
        </IconButton>
        <IconButton label={say('closeTheRow')} onClick={onClose}>
          <X size={16} aria-hidden />
        </IconButton>
      </div>
      {part && (
        <Board
          shown={shown}
          garment={garment}
          ratio={ratio}
          boardWidth={board.width}
          part={part.id}
          partLabel={partTitle(part)}
          movable={parts.filter((p) => !p.locked).map((p) => p.id)}
          onPart={setPart}
          onMove={(id, dx, dy, gesture) => {
            const was = found(row, 'moved', id);
            const to = { kind: 'moved' as const, part: id, dx: (was?.dx ?? 0) + dx, dy: (was?.dy ?? 0) + dy };
            put(to, keyOfByHand(to), gesture);
          }}
        />
      )}
      <RowTroubles
        layoutId={series.layout}
        {...{ row, troubles, common, request, wish, onLayout }}
        onByHand={(more) => onChange((r) => ({ ...r, byHand: withMoreByHand(r.byHand, more) }))}
      />
      {shown && shown.gave.some((g) => gaveWords(layout, g)) && (
        <p className="text-[12px] text-muted">
          {shown.gave
            .map((g) => gaveWords(layout, g))
            .filter(Boolean)
            .join(' · ')}
        </p>
      )}
      {part && (
        <section aria-label={say('byHand')} className="flex flex-col gap-2">
          <h3 className="heading">{say('byHandInThisRow')}</h3>
          <SelectField label={say('part')} value={part.id} onChange={(e) => setPart(e.target.value)}>
            {parts.map((p) => (
              <option key={p.id} value={p.id}>
                {partTitle(p)}
              </option>
            ))}
          </SelectField>
          <PartByHand key={part.id} part={part} series={series} row={row} put={put} />
          {row.byHand.length > 0 && (
            <ul aria-label={say('whatIsSetByHand')} className="flex flex-col gap-1">
              {row.byHand.map((b) => (
                <li
                  key={keyOfByHand(b)}
                  className="flex items-center gap-1 rounded-md border border-line bg-paper pl-2 text-[12.5px]"
                >
                  <span className="min-w-0 flex-1 truncate" title={byHandWords(layout, b)}>
                    {byHandWords(layout, b)}
                  </span>
                  <IconButton
                    label={say('takeBack', { byHand: byHandWords(layout, b) })}
                    onClick={() => put(null, keyOfByHand(b))}
                  >
                    <X size={14} aria-hidden />
                  </IconButton>
                </li>
              ))}
            </ul>
          )}
        </section>
      )}
      <section
        aria-label={say('thisRow')}
        className="flex flex-col items-start gap-2 border-t border-line pt-2"
      >
        <Tick
          label={say('leaveThisRowOut')}
          checked={row.leftOut}
          onChange={(leftOut) => onChange((r) => ({ ...r, leftOut }))}
        />
        {row.design ? (
          <>
            <p className="text-[13px]">
              {say.rich('followsThisRowUntilIt', {
                link: (words) => (
                  <Link to={`/design/${row.design!.id}`} className="text-spruce underline">
                    {words}
                  </Link>
                ),
              })}
            </p>
            <Button onClick={onCut}>{say('cutItLoose')}</Button>
          </>
        ) : (
          <Button onClick={onDesign}>{say('makeItADesignOf')}</Button>
        )}
        <Button tone="danger" onClick={onDelete}>
          {say('deleteThisRow')}
        </Button>
      </section>
    </aside>
  );
}

/** The row’s picture, on which parts are taken hold of by the pointer, and moved by the arrows. */
function Board({
  shown,
  garment,
  ratio,
  boardWidth,
  part,
  partLabel,
  movable,
  onPart,
  onMove,
}: {
  shown: RowShown | null;
  garment: Garment | undefined;
  ratio: number;
  boardWidth: number;
  part: string;
  partLabel: string;
  movable: readonly string[];
  onPart: (id: string) => void;
  onMove: (id: string, dx: number, dy: number, gesture: string | null) => void;
}) {
  const place = useRef<HTMLDivElement>(null);
  const [drag, setDrag] = useState<{ id: string; x: number; y: number; dx: number; dy: number } | null>(null);
  const scale = () => boardWidth / Math.max(1, place.current!.getBoundingClientRect().width);
  const at = (e: PointerEvent): [number, number] => {
    const { left, top } = place.current!.getBoundingClientRect();
    return [(e.clientX - left) * scale(), (e.clientY - top) * scale()];
  };
  const keys = (e: KeyboardEvent) => {
    const way = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[e.key];
    if (!way || !movable.includes(part)) return;
    e.preventDefault();
    const by = e.shiftKey ? NUDGE * 10 : NUDGE;
    onMove(part, way[0] * by, way[1] * by, `nudge ${part}`);
  };
  const box = shown?.boxes.find((b) => b.part === part)?.box;
  const percent = (n: number, of: number) => `${(100 * n) / of}%`;
  const off = drag?.id === part ? drag : null;
  return (
    <div
      ref={place}
      role="group"
      tabIndex={0}
      aria-label={say('theRowsPictureArrowsMove', { partLabel })}
      className="relative shrink-0 touch-none overflow-hidden rounded-md border border-line"
      onKeyDown={keys}
      onPointerDown={(e) => {
        const [x, y] = at(e);
        // Of what lies there the smallest is meant: a backdrop lies under everything.
        const hit = (shown?.boxes ?? [])
          .filter(
            ({ part: id, box: b }) =>
              movable.includes(id) && x >= b.left && x <= b.right && y >= b.top && y <= b.bottom,
          )
          .sort(
            (a, b) =>
              (a.box.right - a.box.left) * (a.box.bottom - a.box.top) -
              (b.box.right - b.box.left) * (b.box.bottom - b.box.top),
          )[0];
        if (!hit) return;
        onPart(hit.part);
        e.currentTarget.setPointerCapture(e.pointerId);
        setDrag({ id: hit.part, x, y, dx: 0, dy: 0 });
      }}
      onPointerMove={(e) => {
        if (!drag) return;
        const [x, y] = at(e);
        setDrag({ ...drag, dx: x - drag.x, dy: y - drag.y });
      }}
      onPointerUp={() => {
        if (drag && Math.hypot(drag.dx, drag.dy) > 4)
          onMove(drag.id, Math.round(drag.dx), Math.round(drag.dy), null);
        setDrag(null);
      }}
      onPointerCancel={() => setDrag(null)}
    >
      <RowPicture picture={shown?.picture ?? null} garment={garment} ratio={ratio} />
      {box && box.right > box.left && (
        <div
          aria-hidden
          className="pointer-events-none absolute border-2 border-spruce"
          style={{
            left: percent(box.left + (off?.dx ?? 0), boardWidth),
            top: percent(box.top + (off?.dy ?? 0), boardWidth * ratio),
            width: percent(box.right - box.left, boardWidth),
            height: percent(box.bottom - box.top, boardWidth * ratio),
          }}
        />
      )}
    </div>
  );
}

function PartByHand({
  part,
  series,
  row,
  put,
}: {
  part: ReturnType<typeof allParts>[number];
  series: Series;
  row: SeriesRow;
  put: (b: ByHand | null, key: string, gesture?: string | null) => void;
}) {
  const { id } = part;
  const moved = found(row, 'moved', id);
  const set = (b: ByHand, none: boolean, gesture: string | null = null) =>
    put(none ? null : b, keyOfByHand(b), gesture);
  const move = (dx: number, dy: number) => set({ kind: 'moved', part: id, dx, dy }, dx === 0 && dy === 0);
  const far = (v: number) => (Math.abs(v) <= 20_000 ? null : say('n20000To20000'));
  const place = series.places.find((p) => p.kind === 'words' && p.part === id && p.line === null);
  const worded = found(row, 'worded', id);
  return (
    <>
      {place && (
        <TextBox
          label={say('wordsALineBreakBreaks')}
          lines={2}
          value={worded?.words ?? wordsIn(place, series, row)}
          onCommit={(words, gesture) => {
            const table = wordsIn(place, series, { ...row, byHand: [] });
            set({ kind: 'worded', part: id, words }, words === table || words.trim() === '', gesture);
          }}
        />
      )}
      <div className="grid grid-cols-2 gap-2">
        <NumberField
          label={say('rightByPx')}
          digits={0}
          value={moved?.dx ?? 0}
          check={far}
          onChange={(dx) => move(dx, moved?.dy ?? 0)}
        />
        <NumberField
          label={say('downByPx')}
          digits={0}
          value={moved?.dy ?? 0}
          check={far}
          onChange={(dy) => move(moved?.dx ?? 0, dy)}
        />
        <NumberField
          label={say('size')}
          digits={0}
          value={(found(row, 'sized', id)?.by ?? 1) * 100}
          check={(v) => (v >= 2 && v <= 5000 ? null : say('n2To5000'))}
          onChange={(v) => set({ kind: 'sized', part: id, by: v / 100 }, Math.abs(v - 100) < 0.01)}
        />
        <NumberField
          label={say('turn')}
          digits={1}
          value={found(row, 'turned', id)?.by ?? 0}
          check={(v) => (Math.abs(v) <= 360 ? null : say('n360To360'))}
          onChange={(by) => set({ kind: 'turned', part: id, by }, by === 0)}
        />
        {part.kind === 'lettering' && (
          <NumberField
            label={say('spacingMoreBy')}
            digits={0}
            value={found(row, 'spaced', id)?.by ?? 0}
            check={(v) => (v >= -500 && v <= 5000 ? null : say('n500To5000'))}
            onChange={(by) => set({ kind: 'spaced', part: id, by }, by === 0)}
          />
        )}
      </div>
      <Tick
        label={say('hideThisPart')}
        checked={found(row, 'hidden', id)?.hidden ?? part.hidden}
        onChange={(hidden) => set({ kind: 'hidden', part: id, hidden }, hidden === part.hidden)}
      />
    </>
  );
}
