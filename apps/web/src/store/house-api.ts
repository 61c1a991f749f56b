import { createApi } from '@reduxjs/toolkit/query/react';
import type { Answer } from '@brelm/contract';
import { requestsTo } from './reads';
import { say } from '../words/store';

/** A shop that nobody has named yet. */
export const UNNAMED_SHOP = say('theShop');

/** What is above the shops is asked at one address, whichever shop is open. */
export const houseApi = createApi({
  reducerPath: 'house',
  baseQuery: requestsTo('/api/house/'),
  tagTypes: ['shops', 'me', 'people', 'sessions', 'passkeys'],
  endpoints: (build) => ({
    me: build.query<Answer<'GET house/me'>, void>({ query: () => 'me', providesTags: ['me'] }),
    shops: build.query<Answer<'GET house/shops'>, void>({
      query: () => 'shops',
      providesTags: ['shops'],
    }),
    makeShop: build.mutation<Answer<'POST house/shops'>, { name: string; filling: 'nothing' | 'demo' }>({
      query: (body) => ({ url: 'shops', method: 'POST', body }),
      invalidatesTags: ['shops'],
    }),
    shopFromCopy: build.mutation<Answer<'POST house/shops/copies'>, { name: string; file: File }>({
      query: ({ name, file }) => ({
        url: `shops/copies?${new URLSearchParams({ name }).toString()}`,
        method: 'POST',
        body: file,
        headers: { 'Content-Type': 'application/zip' },
      }),
      invalidatesTags: ['shops'],
    }),
    renameShop: build.mutation<Answer<'PUT house/shops/:id'>, { id: string; name: string }>({
      query: ({ id, name }) => ({ url: `shops/${id}`, method: 'PUT', body: { name } }),
      invalidatesTags: ['shops'],
    }),
    takeShopAway: build.mutation<Answer<'DELETE house/shops/:id'>, string>({
      query: (id) => ({ url: `shops/${id}`, method: 'DELETE' }),
      invalidatesTags: ['shops'],
    }),
    bringShopBack: build.mutation<Answer<'POST house/shops/away/:file'>, string>({
      query: (file) => ({ url: `shops/away/${file}`, method: 'POST' }),
      invalidatesTags: ['shops'],
    }),
  }),
});

export const {
  useMeQuery,
  useShopsQuery,
  useMakeShopMutation,
  useShopFromCopyMutation,
  useRenameShopMutation,
  useTakeShopAwayMutation,
  useBringShopBackMutation,
} = houseApi;
