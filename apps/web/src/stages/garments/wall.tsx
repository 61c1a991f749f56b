import clsx from 'clsx';
import { memo } from 'react';
import type { Garment } from '@brelm/core/colour';
import type { Colourway, Design } from '@brelm/core/design';
import type { Surface } from '@brelm/core/drawing';
import type { GarmentContrast, WallRow } from '@brelm/core/proof';
import { GarmentCanvas, useDrawing, useThumbnail } from '../../design';
import { ratioText, VerdictMark } from '../../ui';

const WIDTH = 70;
const HEIGHT = 82;

/** A row for each colourway, a column for each garment: the real artwork, its verdict, and a tick. */
export function Wall({
  design,
  rows,
  garments,
  chosen,
  assigned,
  onChosen,
  onOpen,
  onAssign,
}: {
  design: Design;
  rows: readonly WallRow[];
  garments: readonly Garment[];
  chosen: string | undefined;
  /** Which colourway a garment gets. */
  assigned: ReadonlyMap<string, string>;
  onChosen: (colourway: string) => void;
  onOpen: (colourway: string, garment: Garment) => void;
  onAssign: (garment: string, colourway: string | null) => void;
}) {
  if (garments.length === 0) return <p className="p-6 text-muted">No garment is called that.</p>;
  return (
    <div className="min-h-0 flex-1 overflow-auto px-4 pb-4">
      <table className="border-separate border-spacing-0">
        <thead>
          <tr>
            <th scope="col" className="sticky top-0 left-0 z-20 bg-paper">
              <span className="sr-only">Colourway</span>
            </th>
            {garments.map((g) => (
              <th
                key={g.id}
                scope="col"
                className="sticky top-0 z-10 bg-paper px-1 pt-3 pb-1 align-bottom text-[11.5px] leading-tight font-normal"
              >
                <span className="block w-[70px] text-center">{g.name}</span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {design.colourways.map((colourway) => (
            <Row
              key={colourway.id}
              design={design}
              colourway={colourway}
              contrast={rows.find((r) => r.colourway === colourway.id)?.garments}
              garments={garments}
              chosen={chosen === colourway.id}
              assigned={assigned}
              onChosen={onChosen}
              onOpen={onOpen}
              onAssign={onAssign}
            />
          ))}
        </tbody>
      </table>
    </div>
  );
}

function Row({
  design,
  colourway,
  contrast,
  garments,
  chosen,
  assigned,
  onChosen,
  onOpen,
  onAssign,
}: {
  design: Design;
  colourway: Colourway;
  contrast: readonly GarmentContrast[] | undefined;
  garments: readonly Garment[];
  chosen: boolean;
  assigned: ReadonlyMap<string, string>;
  onChosen: (colourway: string) => void;
  onOpen: (colourway: string, garment: Garment) => void;
  onAssign: (garment: string, colourway: string | null) => void;
}) {
  // One painting of the artwork serves the whole row.
  const artwork = useThumbnail(useDrawing(design, colourway.id), 2 * HEIGHT);
  const reads = contrast?.filter((c) => c.verdict === 'reads').length;
  return (
    <tr>
      <th scope="row" className="sticky left-0 z-10 bg-paper py-1 pr-3 text-left align-top font-normal">
        <button
          type="button"
          aria-pressed={chosen}
          className={clsx(
            'block w-28 rounded-md border px-2 py-1.5 text-left',
            chosen ? 'border-spruce bg-card' : 'border-transparent hover:border-edge',
          )}
          onClick={() => onChosen(colourway.id)}
        >
          <span className="block truncate font-medium">{colourway.name}</span>
          <span className="block text-[12.5px] text-muted">
            {reads === undefined ? '…' : `reads on ${reads}`}
          </span>
        </button>
      </th>
      {garments.map((garment) => (
        <Cell
          key={garment.id}
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

const Cell = memo(function Cell({
  garment,
  colourway,
  name,
  artwork,
  contrast,
  ticked,
  onOpen,
  onAssign,
}: {
  garment: Garment;
  colourway: string;
  name: string;
  artwork: Surface | null;
  contrast: GarmentContrast | undefined;
  ticked: boolean;
  onOpen: (colourway: string, garment: Garment) => void;
  onAssign: (garment: string, colourway: string | null) => void;
}) {
  return (
    <td
      className="p-1 align-top"
      data-testid={`cell-${colourway}-${garment.id}`}
      data-verdict={contrast?.verdict}
    >
      <button
        type="button"
        aria-label={`${name} on ${garment.name}: look closer`}
        className={clsx(
          'block overflow-hidden rounded-[4px] border-2',
          ticked ? 'border-spruce' : 'border-transparent hover:border-edge',
        )}
        onClick={() => onOpen(colourway, garment)}
      >
        <GarmentCanvas
          garment={garment}
          artwork={artwork}
          width={WIDTH}
          height={HEIGHT}
          label={garment.name}
          scrolls
        />
      </button>
      <span className="mt-0.5 flex h-5 items-center gap-1 text-[12px]">
        {contrast && (
          <>
            <VerdictMark verdict={contrast.verdict} size={12} />
            {ratioText(contrast.lowestRatio)}
          </>
        )}
        <input
          type="checkbox"
          aria-label={`Make ${name} for ${garment.name}`}
          title={`Make ${name} for ${garment.name}`}
          className="ml-auto h-4 w-4 accent-spruce"
          checked={ticked}
          onChange={(e) => onAssign(garment.id, e.target.checked ? colourway : null)}
        />
      </span>
    </td>
  );
});
