import type { Occurrence, Season, SeasonWork } from '@brelm/core/almanac';
import type { MonthFigure, Outlook } from '@brelm/core/demand';
import type { Idea } from '@brelm/core/idea';
import { api } from './api';

/** A season as the server tells of it. */
export interface SeasonView {
  season: Season;
  own: boolean;
  /** It ships, and was changed. */
  changed: boolean;
  /** Of last year, this one and the next. */
  occurrences: Occurrence[];
  work: Omit<SeasonWork, 'season'> | null;
}

export interface Demand {
  phrase: string;
  product: string;
  country: string;
  source: 'simulated' | 'own';
  months: MonthFigure[];
  filled: string[];
  usual: number;
  yearOverYear: number | null;
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
  silent: boolean;
}

export interface StoredIdea {
  id: string;
  revision: number;
  updatedAt: string;
  document: Idea;
}

type Watched = Pick<Demand, 'phrase' | 'product' | 'country'>;
/** A season that has no id yet. */
export type SeasonDraft = Omit<Season, 'id'>;

/** Rows of demand at once. */
export const DEMAND_PAGE = 20;

/** What the server is asked of the year: seasons, what is looked for, ideas. */
const almanacApi = api.injectEndpoints({
  endpoints: (build) => ({
    seasons: build.query<{ today: string; seasons: SeasonView[] }, void>({
      query: () => 'seasons',
      // What the shop has for them changes with each design and listing.
      keepUnusedDataFor: 5,
      providesTags: ['seasons'],
    }),
    trySeason: build.mutation<Occurrence[], SeasonDraft>({
      query: (season) => ({ url: 'seasons/try', method: 'POST', body: { season } }),
    }),
    addSeason: build.mutation<Season, SeasonDraft>({
      query: (season) => ({ url: 'seasons', method: 'POST', body: { season } }),
      invalidatesTags: ['seasons'],
    }),
    changeSeason: build.mutation<Season, { season: Season; was: Season }>({
      query: (body) => ({
        url: `seasons/${encodeURIComponent(body.season.id)}`,
        method: 'PUT',
        body,
      }),
      invalidatesTags: ['seasons'],
    }),
    removeSeason: build.mutation<void, string>({
      query: (id) => ({ url: `seasons/${encodeURIComponent(id)}`, method: 'DELETE' }),
      invalidatesTags: ['seasons'],
    }),
    demand: build.query<
      DemandPage,
      { search: string; product: string; country: string; watched: boolean; from: number }
    >({
      query: ({ search, product, country, watched, from }) =>
        `demand?${new URLSearchParams({
          ...{ search, product, country, watched: String(watched), from: String(from) },
          count: String(DEMAND_PAGE),
        }).toString()}`,
      providesTags: ['demand'],
    }),
    demandOf: build.query<
      { rows: Demand[]; near: string[]; silent: boolean },
      { phrase: string; country: string }
    >({
      query: (asked) => `demand/phrase?${new URLSearchParams(asked).toString()}`,
      providesTags: ['demand'],
    }),
    takeInDemand: build.mutation<{ rows: number; phrases: number }, string>({
      query: (csv) => ({ url: 'demand/own', method: 'POST', body: { csv } }),
      invalidatesTags: ['demand'],
    }),
    forgetDemand: build.mutation<{ months: number }, string>({
      query: (phrase) => ({ url: `demand/own/${encodeURIComponent(phrase)}`, method: 'DELETE' }),
      invalidatesTags: ['demand'],
    }),
    watch: build.mutation<void, Watched & { on: boolean }>({
      query: ({ on, ...key }) =>
        on
          ? { url: 'watched', method: 'PUT', body: key }
          : { url: `watched?${new URLSearchParams(key).toString()}`, method: 'DELETE' },
      invalidatesTags: ['demand'],
    }),
    designNames: build.query<{ names: string[] }, void>({
      query: () => 'designs/names',
      providesTags: ['designs'],
    }),
    ideas: build.query<{ total: number; ideas: StoredIdea[] }, { states: string; q: string }>({
      query: (asked) => `ideas?${new URLSearchParams({ ...asked, count: '100' }).toString()}`,
      keepUnusedDataFor: 5,
      providesTags: ['ideas'],
    }),
    createIdea: build.mutation<StoredIdea, Idea>({
      query: (document) => ({ url: 'ideas', method: 'POST', body: { document } }),
      invalidatesTags: ['ideas', 'seasons'],
    }),
    saveIdea: build.mutation<StoredIdea, Pick<StoredIdea, 'id' | 'revision' | 'document'>>({
      query: ({ id, ...body }) => ({ url: `ideas/${id}`, method: 'PUT', body }),
      invalidatesTags: ['ideas', 'seasons'],
    }),
    removeIdea: build.mutation<void, string>({
      query: (id) => ({ url: `ideas/${id}`, method: 'DELETE' }),
      invalidatesTags: ['ideas', 'seasons'],
    }),
  }),
});

export const {
  useSeasonsQuery,
  useTrySeasonMutation,
  useAddSeasonMutation,
  useChangeSeasonMutation,
  useRemoveSeasonMutation,
  useDemandQuery,
  useDemandOfQuery,
  useTakeInDemandMutation,
  useForgetDemandMutation,
  useWatchMutation,
  useDesignNamesQuery,
  useIdeasQuery,
  useCreateIdeaMutation,
  useSaveIdeaMutation,
  useRemoveIdeaMutation,
} = almanacApi;
