import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';

/** A shop that nobody has named yet. */
export const UNNAMED_SHOP = 'The shop';

/** A shop of this house. */
export interface Shop {
  id: string;
  name: string | null;
  /** What its addresses begin with; nothing for the first. */
  path: string;
  designs: number;
}

/** The copy of a shop that was taken away. */
export interface ShopAway {
  file: string;
  name: string;
  takenAt: string;
  bytes: number;
}

/** What is above the shops is asked at one address, whichever shop is open. */
export const houseApi = createApi({
  reducerPath: 'house',
  baseQuery: fetchBaseQuery({ baseUrl: '/api/house/' }),
  tagTypes: ['shops'],
  endpoints: (build) => ({
    shops: build.query<{ shops: Shop[]; away: ShopAway[] }, void>({
      query: () => 'shops',
      providesTags: ['shops'],
    }),
    makeShop: build.mutation<Shop, { name: string; filling: 'nothing' | 'demo' }>({
      query: (body) => ({ url: 'shops', method: 'POST', body }),
      invalidatesTags: ['shops'],
    }),
    shopFromCopy: build.mutation<Shop, { name: string; file: File }>({
      query: ({ name, file }) => ({
        url: `shops/copies?${new URLSearchParams({ name }).toString()}`,
        method: 'POST',
        body: file,
        headers: { 'Content-Type': 'application/zip' },
      }),
      invalidatesTags: ['shops'],
    }),
    renameShop: build.mutation<Shop, { id: string; name: string }>({
      query: ({ id, name }) => ({ url: `shops/${id}`, method: 'PUT', body: { name } }),
      invalidatesTags: ['shops'],
    }),
    takeShopAway: build.mutation<ShopAway, string>({
      query: (id) => ({ url: `shops/${id}`, method: 'DELETE' }),
      invalidatesTags: ['shops'],
    }),
    bringShopBack: build.mutation<Shop, string>({
      query: (file) => ({ url: `shops/away/${file}`, method: 'POST' }),
      invalidatesTags: ['shops'],
    }),
  }),
});

export const {
  useShopsQuery,
  useMakeShopMutation,
  useShopFromCopyMutation,
  useRenameShopMutation,
  useTakeShopAwayMutation,
  useBringShopBackMutation,
} = houseApi;
