import type { LedgerRow, ProtectedWord } from '@brelm/core/listing';
import { api } from './api';
import type { Connection, ListingFigures, ListingRequest, ListingView, SendingView } from './api-types';

/** What the server is asked of listings, marketplaces and the words that they must not have. */
const listingsApi = api.injectEndpoints({
  endpoints: (build) => ({
    listings: build.query<ListingView[], string>({
      query: (id) => `designs/${id}/listings`,
      providesTags: ['listings'],
    }),
    send: build.mutation<SendingView, ListingRequest[]>({
      query: (listings) => ({ url: 'sendings', method: 'POST', body: { listings } }),
      invalidatesTags: ['listings'],
    }),
    /** Sends one of many: whoever sends them says once for all that listings have changed. */
    sendOneOfMany: build.mutation<SendingView, ListingRequest>({
      query: (listing) => ({ url: 'sendings', method: 'POST', body: { listings: [listing] } }),
    }),
    /** How listings go, by what they were sent with. */
    sendings: build.query<SendingView[], readonly string[]>({
      query: (ids) => `sendings?ids=${ids.join(',')}`,
      transformResponse: ({ sendings }: { sendings: SendingView[] }) => sendings,
      keepUnusedDataFor: 0,
    }),
    /** All that the designs on the shelf use that somebody has a right to. */
    rightsLedger: build.query<LedgerRow[], void>({
      query: () => 'rights',
      transformResponse: ({ materials }: { materials: LedgerRow[] }) => materials,
      providesTags: ['designs'],
    }),
    cancelLine: build.mutation<unknown, string>({
      query: (id) => ({ url: `sendings/lines/${id}/cancel`, method: 'POST' }),
      invalidatesTags: ['listings'],
    }),
    markListing: build.mutation<unknown, { designId: string; spec: string; byHand: boolean }>({
      query: (body) => ({ url: 'listings/marks', method: 'POST', body }),
      invalidatesTags: ['listings'],
    }),
    /** Asks marketplaces how their listings are. */
    hear: build.mutation<void, void>({
      query: () => ({ url: 'listings/hear', method: 'POST' }),
      invalidatesTags: ['listings', 'connections'],
    }),
    figures: build.query<{ listings: ListingFigures[]; silent: string[] }, void>({
      query: () => 'figures',
      keepUnusedDataFor: 5,
    }),
    connections: build.query<Connection[], void>({
      query: () => 'connections',
      providesTags: ['connections'],
    }),
    connect: build.mutation<Connection[], { market: string; shop: string; token: string }>({
      query: ({ market, ...body }) => ({ url: `connections/${market}`, method: 'PUT', body }),
      invalidatesTags: ['connections', 'listings'],
    }),
    disconnect: build.mutation<Connection[], string>({
      query: (market) => ({ url: `connections/${market}`, method: 'DELETE' }),
      invalidatesTags: ['connections'],
    }),
    openShop: build.mutation<{ token: string }, { market: string; shop: string }>({
      query: ({ market, shop }) => ({ url: `markets/${market}/shops`, method: 'POST', body: { shop } }),
    }),
    protectedWords: build.query<ProtectedWord[], void>({
      query: () => 'protected-words',
      providesTags: ['protected'],
    }),
    protectWords: build.mutation<ProtectedWord[], ProtectedWord>({
      query: (body) => ({ url: 'protected-words', method: 'POST', body }),
      invalidatesTags: ['protected'],
    }),
    freeWords: build.mutation<ProtectedWord[], string>({
      query: (words) => ({ url: `protected-words/${encodeURIComponent(words)}`, method: 'DELETE' }),
      invalidatesTags: ['protected'],
    }),
    /** What figures show, in words that buyers use; by their names, parted by commas. */
    figureTopics: build.query<{ topics: string[] }, string>({
      query: (names) => `figure-topics?${new URLSearchParams({ names }).toString()}`,
    }),
  }),
});

export const {
  useListingsQuery,
  useSendMutation,
  useSendOneOfManyMutation,
  useLazySendingsQuery,
  useRightsLedgerQuery,
  useCancelLineMutation,
  useMarkListingMutation,
  useHearMutation,
  useFiguresQuery,
  useConnectionsQuery,
  useConnectMutation,
  useDisconnectMutation,
  useOpenShopMutation,
  useProtectedWordsQuery,
  useProtectWordsMutation,
  useFreeWordsMutation,
  useFigureTopicsQuery,
} = listingsApi;
