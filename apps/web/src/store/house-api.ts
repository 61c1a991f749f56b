import { createApi } from '@reduxjs/toolkit/query/react';
import { requestsTo } from './reads';

/** A shop that nobody has named yet. */
export const UNNAMED_SHOP = 'The shop';

/** A shop of this house. */
export interface Shop {
  id: string;
  name: string | null;
  /** What its addresses begin with; nothing for the first. */
  path: string;
  designs: number;
  /** Null where nobody signs in. */
  role: Role | null;
}

/** What somebody may do in a shop: all of it; the work; look. */
export type Role = 'owner' | 'maker' | 'looker';

/** Who is signed in. */
export interface Me {
  /** Whether people sign in here at all. */
  team: boolean;
  /** The password was right, and the second factor is waited for. */
  half: boolean;
  person: { id: string; name: string; signIn: string; secondFactor: boolean; ownsHouse: boolean } | null;
  shops: Shop[];
}

/** What a link is for. */
export interface LinkAbout {
  kind: 'owner' | 'invited' | 'reset';
  role: Role | null;
  shop: string | null;
  sentTo: string | null;
}

export interface Member {
  id: string;
  name: string;
  role: Role;
  /** Told to owners alone. */
  signIn?: string;
  secondFactor?: boolean;
}

export interface Invitation {
  id: string;
  sentTo: string;
  role: Role;
  endsAt: string;
}

export interface Session {
  id: string;
  agent: string;
  madeAt: string;
  seenAt: string;
  here: boolean;
}

/** A key of one's own device, which signs instead of a password. */
export interface Passkey {
  id: string;
  name: string;
  /** The name of the address that it is for. */
  rpId: string;
  seenAt: string | null;
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
  baseQuery: requestsTo('/api/house/'),
  tagTypes: ['shops', 'me', 'people', 'sessions', 'passkeys'],
  endpoints: (build) => ({
    me: build.query<Me, void>({ query: () => 'me', providesTags: ['me'] }),
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
  useMeQuery,
  useShopsQuery,
  useMakeShopMutation,
  useShopFromCopyMutation,
  useRenameShopMutation,
  useTakeShopAwayMutation,
  useBringShopBackMutation,
} = houseApi;
