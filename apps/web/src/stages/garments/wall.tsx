import clsx from 'clsx';
import { memo, useCallback, useEffect, useId, useLayoutEffect, useRef, useState } from 'react';
import type { Garment } from '@brelm/core/colour';
import type { Colourway, Design } from '@brelm/core/design';
import type { Surface } from '@brelm/core/drawing';
import type { GarmentContrast, WallRow } from '@brelm/core/proof';
import { GarmentCanvas, useBordered, useDrawing, useThumbnail, type Border } from '../../design';
import { ratioText, VerdictMark } from '../../ui';
import { cellHeight, FOOT, GAP, NAMES, ROW_HEAD, wallLayout } from './wall-layout';
import { say } from '../../words/garments';

/** At both sides of the wall, CSS px. */
const PADDING = 16;

/** The size of an element, CSS px; null before it is known. */
function useRoom() {
  const ref = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState<{ width: number; height: number } | null>(null);
  useLayoutEffect(() => {
    const measure = () => {
      const { clientWidth: width, clientHeight: height } = ref.current!;
      setRoom((old) => (old?.width === width && old.height === height ? old : { width, height }));
    };
    measure();
    const watcher = new ResizeObserver(measure);
    watcher.observe(ref.current!);
    return () => watcher.disconnect();
  }, []);
  return [ref, room] as const;
}

const inBands = <T,>(list: readonly T[], length: number): T[][] =>
  Array.from({ length: Math.ceil(list.length / length) }, (_, i) => list.slice(i * length, (i + 1) * length));

/**
 * Every garment with the artwork in every colourway: bands of garments below one another, in each a row for
 * each colourway. Cells are as large as lets all of it be seen at once.
 */
export function Wall({
  design,
  border,
  rows,
  garments,
  noun,
  chosen,
  assigned,
  onChosen,
  onOpen,
  onAssign,
}: {
  design: Design;
  /** Of a sticker that is cut out. */
  border: Border | null;
  rows: readonly WallRow[];
  garments: readonly Garment[];
  /** What one of them is called. */
  noun: string;
  chosen: string | undefined;
  /** Which colourway a garment gets. */
  assigned: ReadonlyMap<string, string>;
  onChosen: (colourway: string) => void;
  onOpen: (colourway: string, garment: Garment) => void;
  /** Null where there is one file, whatever it is seen on. */
  onAssign: ((garment: string, colourway: string | null) => void) | null;
}) {
  const [ref, room] = useRoom();
  const { colourways } = design;
  const layout =
    room && wallLayout(room.width - 2 * PADDING, room.height, garments.length, colourways.length);

  const [artworks, setArtworks] = useState<ReadonlyMap<string, Surface | null>>(new Map());
  const onPainted = useCallback(
    (id: string, artwork: Surface | null) => setArtworks((all) => new Map(all).set(id, artwork)),
    [],
  );

  return (
    <div ref={ref} className="min-h-0 flex-1 overflow-x-hidden overflow-y-auto">
      {layout &&
        colourways.map(({ id }) => (
          <Painted
            key={id}
            design={design}
            border={border}
            colourway={id}
            size={2 * cellHeight(layout.cell)}
            onPainted={onPainted}
          />
        ))}
      {garments.length === 0 && <p className="p-6 text-muted">{say('noIsCalledThat', { noun })}</p>}
      {layout &&
        inBands(garments, layout.columns).map((band, b) => (
          <table
            key={band[0].id}
            aria-label={
              band.length > 1 ? say('to2', { name: band[0].name, name2: band.at(-1)!.name }) : band[0].name
            }
            className="mx-4 mb-3.5 table-fixed border-separate border-spacing-0"
          >
            <thead>
              <tr>
                <th scope="col" className="p-0">
                  <span className="sr-only">{say('colourway')}</span>
                </th>
                {band.map((g) => (
                  <th
                    key={g.id}
                    scope="col"
                    title={g.name}
                    className="p-0 align-bottom text-[10.5px] leading-[13px] font-normal"
                    style={{ width: layout.cell + GAP, height: NAMES }}
                  >
                    <span
                      className="line-clamp-2 text-center break-words"
                      style={{ width: layout.cell + GAP, marginLeft: -GAP / 2 }}
                    >
                      {g.name}
                    </span>
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {colourways.map((colourway) => (
                <Row
                  key={colourway.id}
                  cell={layout.cell}
                  first={b === 0}
                  colourway={colourway}
                  artwork={artworks.get(colourway.id) ?? null}
                  contrast={rows.find((r) => r.colourway === colourway.id)?.garments}
                  garments={band}
                  chosen={chosen === colourway.id}
                  assigned={assigned}
                  onChosen={onChosen}
                  onOpen={onOpen}
                  onAssign={onAssign}
                />
              ))}
            </tbody>
          </table>
        ))}
    </div>
  );
}

/** Paints the artwork in a colourway: once for all bands of the wall. */
function Painted({
  design,
  border,
  colourway,
  size,
  onPainted,
}: {
  design: Design;
  border: Border | null;
  colourway: string;
  size: number;
  onPainted: (colourway: string, artwork: Surface | null) => void;
}) {
  const artwork = useThumbnail(useBordered(useDrawing(design, colourway), border), size);
  useEffect(() => onPainted(colourway, artwork), [colourway, artwork, onPainted]);
  return null;
}

function Row({
  cell,
  first,
  colourway,
  artwork,
  contrast,
  garments,
  chosen,
  assigned,
  onChosen,
  onOpen,
  onAssign,
}: {
  cell: number;
  /** In the first band: its name is a button there, and once is enough. */
  first: boolean;
  colourway: Colourway;
  artwork: Surface | null;
  contrast: readonly GarmentContrast[] | undefined;
  garments: readonly Garment[];
  chosen: boolean;
  assigned: ReadonlyMap<string, string>;
  onChosen: (colourway: string) => void;
  onOpen: (colourway: string, garment: Garment) => void;
  /** Null where there is one file, whatever it is seen on. */
  onAssign: ((garment: string, colourway: string | null) => void) | null;
}) {
  const reads = contrast?.filter((c) => c.verdict === 'reads').length;
  return (
    <tr>
      <th scope="row" className="p-0 pr-2 text-left align-top font-normal" style={{ width: ROW_HEAD }}>
        {first ? (
          <button
            type="button"
            aria-pressed={chosen}
            className={clsx(
              'block w-full rounded-md border px-1.5 py-1 text-left',
              chosen ? 'border-spruce bg-card' : 'border-transparent hover:border-edge',
            )}
            onClick={() => onChosen(colourway.id)}
          >
            <span className="block truncate text-[13px] font-medium" title={colourway.name}>
              {colourway.name}
            </span>
            <span className="block text-[12px] text-muted">
              {reads === undefined ? '…' : say('readsOn', { reads })}
            </span>
          </button>
        ) : (
          <span className="block truncate px-[7px] py-[5px] text-[13px]" title={colourway.name}>
            {colourway.name}
          </span>
        )}
      </th>
      {garments.map((garment) => (
        <Cell
          key={garment.id}
          width={cell}
          garment={garment}
          colourway={colourway.id}
          name={colourway.name}
          artwork={artwork}
          contrast={contrast?.find((c) => c.id === garment.id)}
          ticked={assigned.get(garment.id) === colourway.id}
          onOpen={onOpen}
          onAssign={onAssign}
        />
      ))}
    </tr>
  );
}

/** Narrower cells have their tick on the picture: below it is room for the ratio alone. */
const TICK_BELOW = 64;

const Cell = memo(function Cell({
  width,
  garment,
  colourway,
  name,
  artwork,
  contrast,
  ticked,
  onOpen,
  onAssign,
}: {
  width: number;
  garment: Garment;
  colourway: string;
  name: string;
  artwork: Surface | null;
  contrast: GarmentContrast | undefined;
  ticked: boolean;
  onOpen: (colourway: string, garment: Garment) => void;
  /** Null where there is one file, whatever it is seen on. */
  onAssign: ((garment: string, colourway: string | null) => void) | null;
}) {
  const said = useId();
  const tick = onAssign && (
    <input
      type="checkbox"
      aria-label={say('makeFor', { name, name2: garment.name })}
      title={say('makeFor', { name, name2: garment.name })}
      className={clsx(
        'h-4 w-4',
        width >= TICK_BELOW ? 'ml-auto' : 'absolute right-2 bottom-7',
        width < TICK_BELOW && !ticked && 'opacity-60 group-hover:opacity-100 focus-visible:opacity-100',
      )}
      checked={ticked}
      onChange={(e) => onAssign(garment.id, e.target.checked ? colourway : null)}
    />
  );
  return (
    <td
      className="p-0 align-top"
      data-testid={`cell-${colourway}-${garment.id}`}
      data-verdict={contrast?.verdict}
    >
      <div className="group relative" style={{ width: width + GAP, height: cellHeight(width) + FOOT + GAP }}>
        <button
          type="button"
          aria-label={say('onLookCloser', { name, name2: garment.name })}
          aria-describedby={contrast && said}
          className={clsx(
            'block overflow-hidden rounded-[4px] outline-2 outline-offset-0',
            ticked ? 'outline-spruce' : 'outline-transparent hover:outline-edge',
          )}
          style={{ outlineStyle: 'solid' }}
          onClick={() => onOpen(colourway, garment)}
        >
          <GarmentCanvas
            garment={garment}
            artwork={artwork}
            width={width}
            height={cellHeight(width)}
            label={garment.name}
            scrolls
          />
        </button>
        <span className="flex items-center gap-1 text-[12px]" style={{ width, height: FOOT }}>
          {contrast && (
            <span id={said} className="inline-flex items-center gap-1">
              <VerdictMark verdict={contrast.verdict} size={12} />
              {ratioText(contrast.lowestRatio)}
            </span>
          )}
          {tick}
        </span>
      </div>
    </td>
  );
});
