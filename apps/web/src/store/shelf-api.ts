import type { Answer, ProductStanding, ShelfAsked, ShelfView } from '@brelm/contract';
import { api } from './api';

/** Designs of a page of the shelf. */
export const SHELF_PAGE = 60;

/** What is asked of the shelf, as the server is asked it. */
export const queryOf = ({ archived, group, waits, markets, ...asked }: ShelfAsked): URLSearchParams =>
  new URLSearchParams({
    ...{ archived: String(archived), ...asked },
    ...(group ? { group } : {}),
    ...(waits.length ? { waits: waits.join(',') } : {}),
    ...(markets.length ? { markets: markets.join(',') } : {}),
  });

/** The day here, YYYY-MM-DD: what is due soon is so where the seller is. */
const today = (): string => new Date().toLocaleDateString('sv');

const shelfApi = api.injectEndpoints({
  endpoints: (build) => ({
    shelfPage: build.query<Answer<'GET designs'>, { asked: ShelfAsked; page: number }>({
      query: ({ asked, page }) => {
        const query = queryOf(asked);
        query.set('day', today());
        query.set('from', String(page * SHELF_PAGE));
        query.set('count', String(SHELF_PAGE));
        return `designs?${query}`;
      },
      providesTags: ['designs', 'listings'],
    }),
    /** All designs that are asked for, in their order. */
    shelfDesigns: build.query<{ id: string; name: string }[], ShelfAsked>({
      query: (asked) => {
        const query = queryOf(asked);
        query.set('day', today());
        return `shelf/designs?${query}`;
      },
      transformResponse: ({ designs }: { designs: { id: string; name: string }[] }) => designs,
      keepUnusedDataFor: 0,
    }),
    /** How far some designs have come. */
    standing: build.query<{ id: string; name: string; standing: ProductStanding[] }[], readonly string[]>({
      query: (designs) => ({ url: 'shelf/standing', method: 'POST', body: { designs } }),
      transformResponse: ({ designs }: Answer<'POST shelf/standing'>) => designs,
      providesTags: ['designs', 'listings'],
      keepUnusedDataFor: 0,
    }),
    /** Which of some designs look so much like others that they may be the same thing, by their ids. */
    alikeAmong: build.query<Record<string, { id: string; name: string }[]>, readonly string[]>({
      query: (designs) => ({ url: 'shelf/alike', method: 'POST', body: { designs } }),
      transformResponse: ({ alike }: Answer<'POST shelf/alike'>) => alike,
      providesTags: ['alike', 'designs'],
      keepUnusedDataFor: 0,
    }),
    shelfViews: build.query<Answer<'GET shelf/views'>, void>({
      query: () => 'shelf/views',
      providesTags: ['views'],
    }),
    keepView: build.mutation<Answer<'POST shelf/views'>, { name: string; asked: ShelfView['asked'] }>({
      query: (body) => ({ url: 'shelf/views', method: 'POST', body }),
      invalidatesTags: ['views'],
    }),
    renameView: build.mutation<Answer<'PUT shelf/views/:id'>, { id: string; name: string }>({
      query: ({ id, name }) => ({ url: `shelf/views/${id}`, method: 'PUT', body: { name } }),
      invalidatesTags: ['views'],
    }),
    removeView: build.mutation<Answer<'DELETE shelf/views/:id'>, string>({
      query: (id) => ({ url: `shelf/views/${id}`, method: 'DELETE' }),
      invalidatesTags: ['views'],
    }),
  }),
});

export const {
  useLazyShelfDesignsQuery,
  useStandingQuery,
  useAlikeAmongQuery,
  useShelfViewsQuery,
  useKeepViewMutation,
  useRemoveViewMutation,
  useRenameViewMutation,
} = shelfApi;

export const { shelfPage } = shelfApi.endpoints;
