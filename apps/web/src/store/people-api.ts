import { houseApi, type Invitation, type LinkAbout, type Member, type Role, type Session } from './house-api';

const post = (url: string, body?: unknown) => ({
  url,
  method: 'POST',
  ...(body === undefined ? {} : { body }),
});

/** Signing in, links, and who is in a shop: what comes with the first use of them. */
const peopleApi = houseApi.injectEndpoints({
  endpoints: (build) => ({
    signIn: build.mutation<{ needs: 'code' | null }, { signIn: string; password: string }>({
      query: (body) => post('sign-in', body),
    }),
    signInCode: build.mutation<{ needs: null }, string>({ query: (code) => post('sign-in/code', { code }) }),
    signOut: build.mutation<void, void>({ query: () => post('sign-out') }),
    lookAtLink: build.mutation<LinkAbout, string>({ query: (token) => post('links/look', { token }) }),
    join: build.mutation<void, { token: string; signIn: string; name: string; password: string }>({
      query: (body) => post('links/join', body),
    }),
    joinAs: build.mutation<void, string>({ query: (token) => post('links/join-as', { token }) }),
    resetPassword: build.mutation<void, { token: string; password: string }>({
      query: (body) => post('links/reset', body),
    }),
    renameMe: build.mutation<void, string>({
      query: (name) => ({ url: 'me/name', method: 'PUT', body: { name } }),
      invalidatesTags: ['me', 'people'],
    }),
    changePassword: build.mutation<void, { before: string; password: string }>({
      query: (body) => ({ url: 'me/password', method: 'PUT', body }),
      invalidatesTags: ['sessions'],
    }),
    beginFactor: build.mutation<{ secret: string; picture: string }, void>({
      query: () => post('me/second-factor/begin'),
    }),
    setFactor: build.mutation<{ codes: string[] }, string>({
      query: (code) => post('me/second-factor', { code }),
      invalidatesTags: ['me', 'sessions', 'people'],
    }),
    dropFactor: build.mutation<void, string>({
      query: (password) => post('me/second-factor/drop', { password }),
      invalidatesTags: ['me', 'sessions', 'people'],
    }),
    sessions: build.query<Session[], void>({ query: () => 'me/sessions', providesTags: ['sessions'] }),
    endSession: build.mutation<void, string>({
      query: (id) => ({ url: `me/sessions/${id}`, method: 'DELETE' }),
      invalidatesTags: ['sessions'],
    }),
    endOtherSessions: build.mutation<void, void>({
      query: () => post('me/sessions/end-others'),
      invalidatesTags: ['sessions'],
    }),
    people: build.query<Member[], string>({
      query: (shop) => `shops/${shop}/people`,
      providesTags: ['people'],
    }),
    invitations: build.query<Invitation[], string>({
      query: (shop) => `shops/${shop}/invitations`,
      providesTags: ['people'],
    }),
    invite: build.mutation<{ link: string }, { shop: string; sentTo: string; role: Role }>({
      query: ({ shop, ...body }) => post(`shops/${shop}/invitations`, body),
      invalidatesTags: ['people'],
    }),
    takeInvitationBack: build.mutation<void, { shop: string; id: string }>({
      query: ({ shop, id }) => ({ url: `shops/${shop}/invitations/${id}`, method: 'DELETE' }),
      invalidatesTags: ['people'],
    }),
    setRole: build.mutation<void, { shop: string; id: string; role: Role }>({
      query: ({ shop, id, role }) => ({ url: `shops/${shop}/people/${id}`, method: 'PUT', body: { role } }),
      invalidatesTags: ['people', 'me'],
    }),
    removePerson: build.mutation<void, { shop: string; id: string }>({
      query: ({ shop, id }) => ({ url: `shops/${shop}/people/${id}`, method: 'DELETE' }),
      invalidatesTags: ['people', 'me'],
    }),
    resetLink: build.mutation<{ link: string }, { shop: string; id: string }>({
      query: ({ shop, id }) => post(`shops/${shop}/people/${id}/reset`),
    }),
    messages: build.query<
      { id: number; sentTo: string; subject: string; body: string; madeAt: string }[],
      string
    >({
      query: (shop) => `shops/${shop}/messages`,
      providesTags: ['people'],
    }),
  }),
});

export const {
  useSignInMutation,
  useSignInCodeMutation,
  useSignOutMutation,
  useLookAtLinkMutation,
  useJoinMutation,
  useJoinAsMutation,
  useResetPasswordMutation,
  useRenameMeMutation,
  useChangePasswordMutation,
  useBeginFactorMutation,
  useSetFactorMutation,
  useDropFactorMutation,
  useSessionsQuery,
  useEndSessionMutation,
  useEndOtherSessionsMutation,
  usePeopleQuery,
  useInvitationsQuery,
  useInviteMutation,
  useTakeInvitationBackMutation,
  useSetRoleMutation,
  useRemovePersonMutation,
  useResetLinkMutation,
  useMessagesQuery,
} = peopleApi;
