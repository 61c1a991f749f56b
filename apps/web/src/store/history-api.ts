import { api } from './api';

/** What somebody did to something, and when. */
export interface HistoryRow {
  id: number;
  at: string;
  personId: string | null;
  person: string | null;
  did: string;
  kind: string;
  ofId: string;
  name: string;
}

export interface HistoryPage {
  rows: HistoryRow[];
  more: boolean;
  people: { id: string; name: string }[];
}

export interface HistoryAsked {
  of?: string;
  kind?: string;
  person?: string;
}

const historyApi = api.injectEndpoints({
  endpoints: (build) => ({
    history: build.infiniteQuery<HistoryPage, HistoryAsked, number | null>({
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
