import type { Answer } from '@brelm/contract';
import { api } from './api';

export interface HistoryAsked {
  of?: string;
  kind?: string;
  person?: string;
}

const historyApi = api.injectEndpoints({
  endpoints: (build) => ({
    history: build.infiniteQuery<Answer<'GET history'>, HistoryAsked, number | null>({
      infiniteQueryOptions: {
        initialPageParam: null,
        getNextPageParam: (last) => (last.more ? last.rows.at(-1)!.id : undefined),
      },
      query: ({ queryArg: { of, kind, person }, pageParam }) =>
        `history?${new URLSearchParams({
          ...(of && { of }),
          ...(kind && { kind }),
          ...(person && { person }),
          ...(pageParam !== null && { before: String(pageParam) }),
        })}`,
    }),
  }),
});

export const { useHistoryInfiniteQuery } = historyApi;
