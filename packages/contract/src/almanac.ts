import type { Occurrence, Season, SeasonWork } from '@brelm/core/almanac';
import type { MonthFigure, Outlook } from '@brelm/core/demand';
import type { Idea } from '@brelm/core/idea';
import type { Kept, Media, Nothing } from './wire';

/** A season, and what it asks for. */
export interface SeasonView {
  season: Season;
  own: boolean;
  /** It ships, and the seller has changed it. */
  changed: boolean;
  /** Of last year, this one and the next. */
  occurrences: Occurrence[];
  /** What is to be done for it next; null where it does not come again. */
  work: Omit<SeasonWork, 'season'> | null;
}

/** A season that has no id yet. */
export type SeasonDraft = Omit<Season, 'id'>;

/** What is looked for, month by month, and what follows from it. */
export interface Demand {
  phrase: string;
  /** What it is looked for on; empty for the phrase by itself. */
  product: string;
  country: string;
  source: 'simulated' | 'own';
  months: MonthFigure[];
  /** Months that nobody gave a figure for; they are drawn between those beside them. */
  filled: string[];
  usual: number;
  yearOverYear: number | null;
  /** By month, January first; null for less than two years. */
  season: number[] | null;
  strength: number | null;
  outlook: Outlook | null;
  listings: number | null;
  difficulty: number | null;
  watched: boolean;
}

export interface DemandPage {
  total: number;
  rows: Demand[];
  /** The service did not answer: only the seller's own figures are here. */
  silent: boolean;
}

export type StoredIdea = Kept<Idea>;

export interface AlmanacAnswers {
  'GET seasons': { today: string; seasons: SeasonView[] };
  'POST seasons/try': Occurrence[];
  'POST seasons': Season;
  'PUT seasons/:id': Season;
  'DELETE seasons/:id': Nothing;
  'GET demand': DemandPage;
  'GET demand/phrase': { rows: Demand[]; near: string[]; silent: boolean };
  'GET demand/own.csv': Media<'text/csv'>;
  'POST demand/own': { rows: number; phrases: number };
  'DELETE demand/own/:phrase': { months: number };
  'PUT watched': Nothing;
  'DELETE watched': Nothing;
  'GET ideas': { total: number; ideas: StoredIdea[] };
  'GET ideas/:id': StoredIdea;
  'POST ideas': StoredIdea;
  'PUT ideas/:id': StoredIdea;
  'DELETE ideas/:id': Nothing;
  /** A picture that an idea is shown with; it becomes no part of a design. */
  'POST references': { sha256: string; name: string; width: number; height: number };
}
