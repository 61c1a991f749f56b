import type { Series } from '@brelm/core/series';
import type { Sheet } from '@brelm/core/sheet';
import type { RunSummary } from './runs';
import type { DesignFigure } from './shelf';
import type { Kept, Media, Moment, Nothing } from './wire';

export type StoredSheet = Kept<Sheet>;

/** A series as a list shows it. */
export interface SeriesEntry {
  id: string;
  name: string;
  updatedAt: Moment;
  rows: number;
  /** Null where the design that was its layout is gone. */
  layout: DesignFigure | null;
}

/** A row of which nothing is made, and why. */
export interface LeftRow {
  row: string;
  name: string;
  why: string[];
}

export interface SeriesMade {
  runs: RunSummary[];
  left: LeftRow[];
}

/** A design that was made of a row. */
export interface RowDesign {
  row: string;
  id: string;
  revision: number;
}

/** Designs that were made of rows, or brought up to date by them. */
export interface RowDesigns {
  designs: RowDesign[];
  left: LeftRow[];
}

/** A sheet of stickers as a list shows it; lengths in mm. */
export interface SheetEntry {
  id: string;
  name: string;
  updatedAt: Moment;
  width: number;
  height: number;
  placed: number;
  /** Names of the designs on it. */
  designs: string[];
  /** The first few of them that there are. */
  figures: DesignFigure[];
}

export interface SeriesAnswers {
  'GET series': { total: number; series: SeriesEntry[] };
  'GET series/:id': Kept<Series>;
  'POST series': Kept<Series>;
  'PUT series/:id': Kept<Series>;
  'POST series/:id/archive': Nothing;
  'POST series/:id/restore': Nothing;
  'DELETE series/:id': Nothing;
  'POST series/:id/runs': SeriesMade;
  'GET series/:id/making': { done: number; all: number };
  'POST series/:id/designs': { designs: (RowDesign & { name: string })[]; left: LeftRow[] };
  'POST series/:id/designs/follow': RowDesigns;
  'GET sheets': { total: number; sheets: SheetEntry[] };
  'GET sheets/:id': StoredSheet;
  'POST sheets': StoredSheet;
  'PUT sheets/:id': StoredSheet;
  'POST sheets/:id/archive': Nothing;
  'POST sheets/:id/restore': Nothing;
  'DELETE sheets/:id': Nothing;
  'GET sheets/:id/file': Media<'application/octet-stream'>;
}
