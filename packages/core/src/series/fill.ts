import { openSide, sidesOf, type Design } from '../design';
import type { Materials } from '../drawing';
import { partLocalBox } from '../resolve';
import { pushed, wholeAgain } from './around';
import { withByHand } from './by-hand';
import { saidIn } from './columns';
import { fitWords, type Gave, type Measuring } from './fit-words';
import { setPlaces, wordsIn, type Filling } from './set-places';
import { quoted, type Trouble } from './troubles';
import { MOST_WORDS, type Series, type SeriesRow } from './types';
import type { SeriesWorld } from './wanted';
import { freshWording } from './wording';

export interface RowDesign {
  design: Design;
  troubles: Trouble[];
  gave: Gave[];
}

/** What a spreadsheet would run. */
const FORMULA = /^[=@]|^[+-](?=.*[(=])/;

/** The measuring of parts of a design. */
export const measuringBy = (materials: Materials): Measuring => ({
  materials,
  boxOf: (part, design) => partLocalBox(part, design, materials),
});

/** What is wrong with a row's cells, wherever they go. */
function cellTroubles(series: Series, row: SeriesRow): Trouble[] {
  const { columns, places } = series;
  const missing = new Set(places.flatMap((p) => saidIn(p.says, columns, row).missing));
  const cells = columns.map((c) => row.cells[c.id]?.trim() ?? '');
  return [
    ...[...missing].map((name): Trouble => ({
      ...{ severity: 'stop', kind: 'column' },
      message: `There is no column “${name}”, which the layout asks for.`,
    })),
    ...(cells.every((c) => !c)
      ? [{ severity: 'stop', kind: 'empty', message: 'Nothing stands in this row.' } as const]
      : []),
    ...cells
      .filter((c) => FORMULA.test(c))
      .map((cell): Trouble => ({
        ...{ severity: 'watch', kind: 'formula' },
        message: `${quoted(cell)} looks like a formula; it is taken as words.`,
      })),
  ];
}

/** A design of one row of a series, what had to give for it, and what is wrong. `sizes`: see sizesOfSeries. */
export function rowDesign(
  layout: Design,
  series: Series,
  row: SeriesRow,
  world: SeriesWorld,
  sizes: Readonly<Record<number, number>> = {},
): RowDesign {
  const measuring = measuringBy(world.materials);
  const filling: Filling = {
    ...{ layout, series, row, world, measuring, sizes, design: layout },
    ...{ troubles: cellTroubles(series, row), gave: [], shifts: [], tags: [] },
  };
  setPlaces(filling);
  let { design } = filling;
  for (const shift of filling.shifts) design = pushed(design, layout, shift, measuring);
  if (series.whole) design = wholeAgain(design, layout, measuring);
  design = withByHand(design, row.byHand, measuring);
  const { troubles, gave, tags } = filling;
  return {
    design: {
      ...design,
      name: nameOf(series, row, layout),
      wording: freshWording(design.wording, series, row, tags),
    },
    troubles,
    gave,
  };
}

/** What the design of a row is called: as the layout's place for it says, else the series and the row's first words. */
export function nameOf(series: Series, row: SeriesRow, layout: Pick<Design, 'name'>): string {
  const place = series.places.find((p) => p.kind === 'name');
  const said = place ? saidIn(place.says, series.columns, row).text.replace(/\n/g, ' ') : '';
  const first = series.columns.map((c) => row.cells[c.id]?.trim()).find(Boolean) ?? '';
  return (said || [series.name || layout.name, first].filter(Boolean).join(', ')).slice(0, 300);
}

/**
 * The size that all rows have in each place that asks for one size: that of the row that needs the smallest, but no
 * smaller than the least size, below which a row is told of. By the place's number.
 */
export function sizesOfSeries(
  layout: Design,
  series: Series,
  rows: readonly SeriesRow[],
  materials: Materials,
): Record<number, number> {
  const measuring = measuringBy(materials);
  const sizes: Record<number, number> = {};
  series.places.forEach((place, index) => {
    if (place.kind !== 'words' || !place.fit.same) return;
    const side = sidesOf(layout).find((s) => s.parts.some((p) => p.id === place.part));
    if (!side) return;
    const opened = openSide(layout, side.id);
    const part = opened.parts.find((p) => p.id === place.part);
    if (part?.kind !== 'lettering') return;
    const all = new Set(rows.filter((r) => !r.leftOut).map((r) => wordsIn(place, series, r)));
    let least = Infinity;
    for (const words of all)
      if (words && words.length <= MOST_WORDS)
        least = Math.min(least, fitWords(part, place, words, opened, measuring).size);
    if (Number.isFinite(least)) sizes[index] = Math.max(least, place.fit.least);
  });
  return sizes;
}
