import type { LedgerRow, ProtectedWord } from '@brelm/core/listing';
import type { Answer, ListingRequest, SendingView } from '@brelm/contract';
import { api } from './api';

/** What the server is asked of listings, marketplaces and the words that they must not have. */
const listingsApi = api.injectEndpoints({
  endpoints: (build) => ({
    listings: build.query<Answer<'GET designs/:id/listings'>, string>({
      query: (id) => `designs/${id}/listings`,
      providesTags: ['listings'],
    }),
    send: build.mutation<Answer<'POST sendings'>, ListingRequest[]>({
      query: (listings) => ({ url: 'sendings', method: 'POST', body: { listings } }),
      invalidatesTags: ['listings'],
    }),
    /** Sends one of many: whoever sends them says once for all that listings have changed. */
    sendOneOfMany: build.mutation<Answer<'POST sendings'>, ListingRequest>({
      query: (listing) => ({ url: 'sendings', method: 'POST', body: { listings: [listing] } }),
    }),
    /** How listings go, by what they were sent with. */
    sendings: build.query<SendingView[], readonly string[]>({
      query: (ids) => `sendings?ids=${ids.join(',')}`,
      transformResponse: ({ sendings }: Answer<'GET sendings'>) => sendings,
      keepUnusedDataFor: 0,
    }),
    /** All that the designs on the shelf use that somebody has a right to. */
    rightsLedger: build.query<LedgerRow[], void>({
      query: () => 'rights',
      transformResponse: ({ materials }: Answer<'GET rights'>) => materials,
      providesTags: ['designs'],
    }),
    cancelLine: build.mutation<Answer<'POST sendings/lines/:id/cancel'>, string>({
      query: (id) => ({ url: `sendings/lines/${id}/cancel`, method: 'POST' }),
      invalidatesTags: ['listings'],
    }),
    markListing: build.mutation<
      Answer<'POST listings/marks'>,
      { designId: string; spec: string; byHand: boolean }
    >({
      query: (body) => ({ url: 'listings/marks', method: 'POST', body }),
      invalidatesTags: ['listings'],
    }),
    /** Asks marketplaces how their listings are. */
    hear: build.mutation<void, void>({
      query: () => ({ url: 'listings/hear', method: 'POST' }),
      invalidatesTags: ['listings', 'connections'],
    }),
    figures: build.query<Answer<'GET figures'>, void>({
      query: () => 'figures',
      keepUnusedDataFor: 5,
    }),
    connections: build.query<Answer<'GET connections'>, void>({
      query: () => 'connections',
      providesTags: ['connections'],
    }),
    connect: build.mutation<
      Answer<'PUT connections/:market'>,
      { market: string; shop: string; token: string }
    >({
      query: ({ market, ...body }) => ({ url: `connections/${market}`, method: 'PUT', body }),
      invalidatesTags: ['connections', 'listings'],
    }),
    disconnect: build.mutation<Answer<'DELETE connections/:market'>, string>({
      query: (market) => ({ url: `connections/${market}`, method: 'DELETE' }),
      invalidatesTags: ['connections'],
    }),
    openShop: build.mutation<Answer<'POST markets/:market/shops'>, { market: string; shop: string }>({
      query: ({ market, shop }) => ({ url: `markets/${market}/shops`, method: 'POST', body: { shop } }),
    }),
    protectedWords: build.query<Answer<'GET protected-words'>, void>({
      query: () => 'protected-words',
      providesTags: ['protected'],
    }),
    protectWords: build.mutation<Answer<'POST protected-words'>, ProtectedWord>({
      query: (body) => ({ url: 'protected-words', method: 'POST', body }),
      invalidatesTags: ['protected'],
    }),
    freeWords: build.mutation<Answer<'DELETE protected-words/:words'>, string>({
      query: (words) => ({ url: `protected-words/${encodeURIComponent(words)}`, method: 'DELETE' }),
      invalidatesTags: ['protected'],
    }),
    /** What figures show, in words that buyers use; by their names, parted by commas. */
    figureTopics: build.query<Answer<'GET figure-topics'>, string>({
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
