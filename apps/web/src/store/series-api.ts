import type { Series } from '@brelm/core/series';
import { api } from './api';
import type { RunSummary } from './api-types';

/** A series as a list shows it. */
export interface SeriesEntry {
  id: string;
  name: string;
  updatedAt: string;
  rows: number;
  /** Null where the design that was its layout is gone. */
  layout: { id: string; name: string } | null;
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

export interface RowDesigns {
  designs: { row: string; id: string; revision: number }[];
  left: LeftRow[];
}

/** What the server is asked of series. */
const seriesApi = api.injectEndpoints({
  endpoints: (build) => ({
    seriesList: build.query<{ total: number; series: SeriesEntry[] }, boolean>({
      query: (archived) => `series?archived=${archived}&count=200`,
      providesTags: ['series', 'designs'],
    }),
    createSeries: build.mutation<{ id: string }, Series>({
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
      SeriesMade,
      { id: string; rows?: string[]; specs: string[]; pack: boolean; acceptStops: boolean; pattern?: string }
    >({
      query: ({ id, ...body }) => ({ url: `series/${id}/runs`, method: 'POST', body }),
    }),
    /** How far rows are that are being laid out. */
    seriesMaking: build.query<{ done: number; all: number }, string>({
      query: (id) => `series/${id}/making`,
      keepUnusedDataFor: 0,
    }),
    designsOfRows: build.mutation<RowDesigns, { id: string; rows?: string[] }>({
      query: ({ id, ...body }) => ({ url: `series/${id}/designs`, method: 'POST', body }),
      invalidatesTags: ['designs'],
    }),
    followRows: build.mutation<
      RowDesigns,
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
