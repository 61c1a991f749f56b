import type { Season } from '@brelm/core/almanac';
import type { Idea } from '@brelm/core/idea';
import type { Answer, Demand, SeasonDraft, StoredIdea } from '@brelm/contract';
import { api } from './api';

type Watched = Pick<Demand, 'phrase' | 'product' | 'country'>;
/** Rows of demand at once. */
export const DEMAND_PAGE = 20;

/** What the server is asked of the year: seasons, what is looked for, ideas. */
const almanacApi = api.injectEndpoints({
  endpoints: (build) => ({
    seasons: build.query<Answer<'GET seasons'>, void>({
      query: () => 'seasons',
      // What the shop has for them changes with each design and listing.
      keepUnusedDataFor: 5,
      providesTags: ['seasons'],
    }),
    trySeason: build.mutation<Answer<'POST seasons/try'>, SeasonDraft>({
      query: (season) => ({ url: 'seasons/try', method: 'POST', body: { season } }),
    }),
    addSeason: build.mutation<Answer<'POST seasons'>, SeasonDraft>({
      query: (season) => ({ url: 'seasons', method: 'POST', body: { season } }),
      invalidatesTags: ['seasons'],
    }),
    changeSeason: build.mutation<Answer<'PUT seasons/:id'>, { season: Season; was: Season }>({
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
      Answer<'GET demand'>,
      { search: string; product: string; country: string; watched: boolean; from: number }
    >({
      query: ({ search, product, country, watched, from }) =>
        `demand?${new URLSearchParams({
          ...{ search, product, country, watched: String(watched), from: String(from) },
          count: String(DEMAND_PAGE),
        }).toString()}`,
      providesTags: ['demand'],
    }),
    demandOf: build.query<Answer<'GET demand/phrase'>, { phrase: string; country: string }>({
      query: (asked) => `demand/phrase?${new URLSearchParams(asked).toString()}`,
      providesTags: ['demand'],
    }),
    takeInDemand: build.mutation<Answer<'POST demand/own'>, string>({
      query: (csv) => ({ url: 'demand/own', method: 'POST', body: { csv } }),
      invalidatesTags: ['demand'],
    }),
    forgetDemand: build.mutation<Answer<'DELETE demand/own/:phrase'>, string>({
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
    designNames: build.query<Answer<'GET designs/names'>, void>({
      query: () => 'designs/names',
      providesTags: ['designs'],
    }),
    ideas: build.query<Answer<'GET ideas'>, { states: string; q: string }>({
      query: (asked) => `ideas?${new URLSearchParams({ ...asked, count: '100' }).toString()}`,
      keepUnusedDataFor: 5,
      providesTags: ['ideas'],
    }),
    createIdea: build.mutation<Answer<'POST ideas'>, Idea>({
      query: (document) => ({ url: 'ideas', method: 'POST', body: { document } }),
      invalidatesTags: ['ideas', 'seasons'],
    }),
    saveIdea: build.mutation<Answer<'PUT ideas/:id'>, Pick<StoredIdea, 'id' | 'revision' | 'document'>>({
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
