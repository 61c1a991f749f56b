import { api } from './api';
import type { KeepPolicy, Run, RunRequest, RunSummary } from './api-types';

/** What the server is asked of runs. */
export const runsApi = api.injectEndpoints({
  endpoints: (build) => ({
    runs: build.query<RunSummary[], void>({ query: () => 'runs', providesTags: ['runs'] }),
    run: build.query<Run, string>({ query: (id) => `runs/${id}`, keepUnusedDataFor: 5 }),
    startRuns: build.mutation<Run[], RunRequest[]>({
      query: (runs) => ({ url: 'runs/several', method: 'POST', body: { runs } }),
      invalidatesTags: ['runs', 'policy'],
    }),
    moveRun: build.mutation<RunSummary[], { id: string; to: 'first' | 'up' | 'down' | 'last' }>({
      query: ({ id, to }) => ({ url: `runs/${id}/position`, method: 'PUT', body: { to } }),
      invalidatesTags: ['runs'],
    }),
    pauseRun: build.mutation<Run, { id: string; paused: boolean }>({
      query: ({ id, paused }) => ({ url: `runs/${id}/${paused ? 'pause' : 'go-on'}`, method: 'POST' }),
      invalidatesTags: ['runs'],
    }),
    cancelRun: build.mutation<Run, string>({
      query: (id) => ({ url: `runs/${id}/cancel`, method: 'POST' }),
      invalidatesTags: ['runs'],
    }),
    retryRun: build.mutation<Run, { id: string; acceptStops?: boolean }>({
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
    policy: build.query<KeepPolicy, void>({ query: () => 'runs/policy', providesTags: ['policy'] }),
    setPolicy: build.mutation<KeepPolicy, number | null>({
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
