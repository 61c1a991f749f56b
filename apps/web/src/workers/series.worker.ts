import { expose, transfer } from 'comlink';
import type { Garment } from '@brelm/core/colour';
import type { Design } from '@brelm/core/design';
import { openSide } from '@brelm/core/design';
import { groupBounds, paint } from '@brelm/core/drawing';
import type { Box } from '@brelm/core/geometry';
import type { ComposedFigure } from '@brelm/core/idea';
import type { ProtectedWord } from '@brelm/core/listing';
import { colourwayFor } from '@brelm/core/placement';
import { openStops, proofOf, type Finding, type LayerCache } from '@brelm/core/proof';
import { resolve } from '@brelm/core/resolve';
import {
  drawingTroubles,
  measuringBy,
  mendByHand,
  mendedLayout,
  readTable,
  rowDesign,
  sizesOfSeries,
  tableText,
  troublesBetween,
  wordTroubles,
  wordsIn,
  type ByHand,
  type FoundPicture,
  type Gave,
  type GivenTable,
  type Series,
  type SeriesRow,
  type SeriesWorld,
  type Trouble,
} from '@brelm/core/series';
import type { Spec, SpecSide } from '@brelm/core/spec';
import { catalogueFace } from '@brelm/core/type';
import { materials } from '../platform/materials';
import { picturesOf } from '../platform/pictures';
import { spelling } from '../platform/spelling';
import { makeSurface } from '../platform/surfaces';
import { loaded, stopWaiting } from './loaded-design';
import { say } from '../words/workers';

/** What every row of a series is made of. */
export interface SeriesRequest {
  layout: Design;
  /** Its rows are not needed. */
  series: Series;
  figures: [string, ComposedFigure | null][];
  pictures: [string, FoundPicture | null][];
  sizes: Record<number, number>;
  ground: string;
  /** The garment colour that rows are seen on: they are in the colourway that it is sold in. */
  garment: string;
}

export interface RowShown {
  picture: ImageBitmap | null;
  name: string;
  troubles: Trouble[];
  gave: Gave[];
  /** Where parts are, board px, the front one first. */
  boxes: { part: string; box: Box }[];
}

/** A mend of what a proof found of a row. */
export interface RowMend {
  /** Which check it mends, and of which part. */
  check: string;
  /** Which of the findings of the row. */
  finding: number;
  /** Which of that finding's mends. */
  index: number;
  title: string;
  /** What it comes to in that row alone; null where that cannot be said. */
  byHand: ByHand[] | null;
  /** Whether it can be done to the layout. */
  inAll: boolean;
}

/** What a proof of a row looks at. */
export interface ProofWish {
  spec: Spec;
  side: SpecSide;
  garments: Garment[];
}

const faceName = (id: string): string => catalogueFace(id)?.name ?? id;

const worldOf = (request: SeriesRequest): SeriesWorld => ({
  materials,
  figures: new Map(request.figures),
  pictures: new Map(request.pictures),
  ground: request.ground,
});

/** A row as a design, with all that it is drawn with here. */
async function madeOf(request: SeriesRequest, row: SeriesRow) {
  const { layout, series, sizes } = request;
  // Before its typefaces are here, nothing can be measured.
  await loaded(layout);
  const made = rowDesign(layout, series, row, worldOf(request), sizes);
  await loaded(made.design);
  return made;
}

/** Which check says something, and of which part. */
const checkOf = (f: Finding): string => `${f.check} ${f.part ?? ''}`;

/** What a proof finds of a row's design that counts, without what is told with the row already. */
function foundIn(design: Design, wish: ProofWish, mends: boolean): Finding[] {
  const colourway = colourwayFor(design, wish.garments[0].id);
  const { findings } = proofOf({
    ...{ design, colourway, ...wish, materials, surfaces: makeSurface },
    ...{ pictures: picturesOf(design), cache: new Map() as LayerCache, mends, slow: false },
  });
  const stops = new Set<Finding>(openStops(findings));
  return findings
    .filter((f) => f.check !== 'letters' && f.check !== 'typeface')
    .filter((f) => stops.has(f) || (f.severity === 'watch' && f.accepted === undefined));
}

const worker = {
  stop: (): void => stopWaiting(),

  /** A row, painted at a width where one is given, with what is wrong with it. */
  async row(request: SeriesRequest, row: SeriesRow, width: number | null, side?: string): Promise<RowShown> {
    const { troubles, gave, design: whole } = await madeOf(request, row);
    const design = openSide(whole, side);
    const drawing = resolve(design, colourwayFor(design, request.garment), materials);
    const told: Omit<RowShown, 'picture'> = {
      ...{ name: design.name, gave },
      troubles: [...troubles, ...drawingTroubles(drawing, faceName)],
      boxes: [...drawing.groups].reverse().map((g) => ({ part: g.part, box: groupBounds(g) })),
    };
    if (width === null) return { ...told, picture: null };
    const { board } = design;
    const scale = width / board.width;
    const size = { width, height: Math.max(1, Math.round(board.height * scale)) };
    const surface = makeSurface(size.width, size.height);
    paint(
      surface.context,
      drawing,
      { view: [scale, 0, 0, scale, 0, 0], pictures: picturesOf(design), surfaces: makeSurface },
      size,
    );
    const picture = (surface.canvas as OffscreenCanvas).transferToImageBitmap();
    return transfer({ ...told, picture }, [picture]);
  },

  /** What the proof finds of a row on garments, notes left out. */
  async proof(request: SeriesRequest, row: SeriesRow, wish: ProofWish): Promise<Trouble[]> {
    const { design } = await madeOf(request, row);
    return foundIn(design, wish, false).map((f): Trouble => ({
      ...{ severity: f.severity, kind: 'proof', message: f.message, ...(f.said && { said: f.said }) },
      check: checkOf(f),
    }));
  },

  /** Mends of what the proof finds of a row: in that row alone, in the layout, or either. */
  async mends(request: SeriesRequest, row: SeriesRow, wish: ProofWish): Promise<RowMend[]> {
    const { design } = await madeOf(request, row);
    const measuring = measuringBy(materials);
    return foundIn(design, wish, true).flatMap((f, finding) =>
      f.mends.flatMap((mend, index): RowMend[] => {
        const byHand = mendByHand(design, mend.edits, measuring);
        const inAll = mendedLayout(request.layout, design, mend.edits, measuring) !== null;
        return byHand || inAll
          ? [{ check: checkOf(f), finding, index, title: mend.title, byHand, inAll }]
          : [];
      }),
    );
  },

  /**
   * The layout with a mend of a row, which mends all of them. Throws an Error where that would not mend the row: where what
   * is wrong comes from its own words or figure.
   */
  async mendLayout(
    request: SeriesRequest,
    row: SeriesRow,
    wish: ProofWish,
    { finding, index }: Pick<RowMend, 'finding' | 'index'>,
  ): Promise<Design> {
    const { design } = await madeOf(request, row);
    const found = foundIn(design, wish, true);
    const about = found.at(finding);
    const mend = about?.mends[index];
    const layout = mend && mendedLayout(request.layout, design, mend.edits, measuringBy(materials));
    if (!about || !layout) throw new Error(say('thereIsNothingToMend'));
    const again = await madeOf({ ...request, layout }, row);
    const same = (all: readonly Finding[]) => all.filter((f) => checkOf(f) === checkOf(about)).length;
    if (same(foundIn(again.design, wish, false)) >= same(found)) throw new Error(say('doneToTheLayoutIt'));
    return layout;
  },

  /** What is told of rows without laying them out: twins, names, doubtful words; rows without any are left out. */
  async words(
    series: Series,
    layout: { name: string },
    protectedWords: readonly ProtectedWord[],
  ): Promise<[string, Trouble[]][]> {
    const places = series.places.filter((p) => p.kind === 'words');
    const lines = series.rows.flatMap((row) => places.map((place) => wordsIn(place, series, row)));
    const known = { spelling: (await spelling(lines)) ?? null, protectedWords };
    const between = troublesBetween(series, layout);
    return series.rows.flatMap((row): [string, Trouble[]][] => {
      const told = [...(between.get(row.id) ?? []), ...wordTroubles(series, row, known)];
      return told.length ? [[row.id, told]] : [];
    });
  },

  /** Sizes that rows have in common; the series has its rows. */
  async sizes(layout: Design, series: Series): Promise<Record<number, number>> {
    await loaded(layout);
    return sizesOfSeries(layout, series, series.rows, materials);
  },

  /** A table from a file. Throws an Error that says what is wrong with it. */
  table(bytes: Uint8Array): GivenTable {
    const { text, notes } = tableText(bytes);
    const table = readTable(text);
    return { ...table, notes: [...notes, ...table.notes] };
  },
};

export type SeriesWorker = typeof worker;
expose(worker);
