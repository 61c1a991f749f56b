import type { Series } from '@brelm/core/series';
import type { Answer } from '@brelm/contract';
import { api } from './api';

/** What the server is asked of series. */
const seriesApi = api.injectEndpoints({
  endpoints: (build) => ({
    seriesList: build.query<Answer<'GET series'>, boolean>({
      query: (archived) => `series?archived=${archived}&count=200`,
      providesTags: ['series', 'designs'],
    }),
    createSeries: build.mutation<Answer<'POST series'>, Series>({
      query: (document) => ({ url: 'series', method: 'POST', body: { document } }),
      invalidatesTags: ['series'],
    }),
    archiveSeries: build.mutation<void, { id: string; archived: boolean }>({
      query: ({ id, archived }) => ({
        url: `series/${id}/${archived ? 'archive' : 'restore'}`,
        method: 'POST',
      }),
      invalidatesTags: ['series'],
    }),
    deleteSeries: build.mutation<void, string>({
      query: (id) => ({ url: `series/${id}`, method: 'DELETE' }),
      invalidatesTags: ['series'],
    }),
    makeSeries: build.mutation<
      Answer<'POST series/:id/runs'>,
      { id: string; rows?: string[]; specs: string[]; pack: boolean; acceptStops: boolean; pattern?: string }
    >({
      query: ({ id, ...body }) => ({ url: `series/${id}/runs`, method: 'POST', body }),
    }),
    /** How far rows are that are being laid out. */
    seriesMaking: build.query<Answer<'GET series/:id/making'>, string>({
      query: (id) => `series/${id}/making`,
      keepUnusedDataFor: 0,
    }),
    designsOfRows: build.mutation<Answer<'POST series/:id/designs'>, { id: string; rows?: string[] }>({
      query: ({ id, ...body }) => ({ url: `series/${id}/designs`, method: 'POST', body }),
      invalidatesTags: ['designs'],
    }),
    followRows: build.mutation<
      Answer<'POST series/:id/designs/follow'>,
      { id: string; designs: { row: string; id: string; revision: number }[] }
    >({
      query: ({ id, ...body }) => ({ url: `series/${id}/designs/follow`, method: 'POST', body }),
      invalidatesTags: ['designs'],
    }),
  }),
});

export const {
  useSeriesListQuery,
  useCreateSeriesMutation,
  useArchiveSeriesMutation,
  useDeleteSeriesMutation,
  useMakeSeriesMutation,
  useSeriesMakingQuery,
  useDesignsOfRowsMutation,
  useFollowRowsMutation,
} = seriesApi;
