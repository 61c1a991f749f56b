import type { Answer, RunRequest } from '@brelm/contract';
import { api } from './api';

/** What the server is asked of runs. */
export const runsApi = api.injectEndpoints({
  endpoints: (build) => ({
    runs: build.query<Answer<'GET runs'>, void>({ query: () => 'runs', providesTags: ['runs'] }),
    run: build.query<Answer<'GET runs/:id'>, string>({ query: (id) => `runs/${id}`, keepUnusedDataFor: 5 }),
    startRuns: build.mutation<Answer<'POST runs/several'>, RunRequest[]>({
      query: (runs) => ({ url: 'runs/several', method: 'POST', body: { runs } }),
      invalidatesTags: ['runs', 'policy'],
    }),
    moveRun: build.mutation<
      Answer<'PUT runs/:id/position'>,
      { id: string; to: 'first' | 'up' | 'down' | 'last' }
    >({
      query: ({ id, to }) => ({ url: `runs/${id}/position`, method: 'PUT', body: { to } }),
      invalidatesTags: ['runs'],
    }),
    pauseRun: build.mutation<Answer<'POST runs/:id/pause'>, { id: string; paused: boolean }>({
      query: ({ id, paused }) => ({ url: `runs/${id}/${paused ? 'pause' : 'go-on'}`, method: 'POST' }),
      invalidatesTags: ['runs'],
    }),
    cancelRun: build.mutation<Answer<'POST runs/:id/cancel'>, string>({
      query: (id) => ({ url: `runs/${id}/cancel`, method: 'POST' }),
      invalidatesTags: ['runs'],
    }),
    retryRun: build.mutation<Answer<'POST runs/:id/retry'>, { id: string; acceptStops?: boolean }>({
      query: ({ id, acceptStops }) => ({
        url: `runs/${id}/retry${acceptStops ? '?acceptStops=true' : ''}`,
        method: 'POST',
      }),
      invalidatesTags: ['runs'],
    }),
    removeRun: build.mutation<void, string>({
      query: (id) => ({ url: `runs/${id}`, method: 'DELETE' }),
      invalidatesTags: ['runs', 'policy'],
    }),
    policy: build.query<Answer<'GET runs/policy'>, void>({
      query: () => 'runs/policy',
      providesTags: ['policy'],
    }),
    setPolicy: build.mutation<Answer<'PUT runs/policy'>, number | null>({
      query: (keepDays) => ({ url: 'runs/policy', method: 'PUT', body: { keepDays } }),
      invalidatesTags: ['runs', 'policy'],
    }),
  }),
});

export const {
  useRunsQuery,
  useRunQuery,
  useStartRunsMutation,
  useMoveRunMutation,
  usePauseRunMutation,
  useCancelRunMutation,
  useRetryRunMutation,
  useRemoveRunMutation,
  usePolicyQuery,
  useSetPolicyMutation,
} = runsApi;
