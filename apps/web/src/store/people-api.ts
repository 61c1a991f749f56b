import type { Answer, Role } from '@brelm/contract';
import { houseApi } from './house-api';
import { say } from '../words/store';

const post = (url: string, body?: unknown) => ({
  url,
  method: 'POST',
  ...(body === undefined ? {} : { body }),
});

/** What a device or its owner said instead, as what was asked is refused. */
const fault = (
  error: Error,
): { error: { status: 'CUSTOM_ERROR'; error: string; data: { message: string } } } => {
  const message =
    error.name === 'NotAllowedError'
      ? say('nothingWasSignedItWas')
      : error.name === 'InvalidStateError'
        ? say('thisDeviceHasAPasskey')
        : error.message;
  return { error: { status: 'CUSTOM_ERROR', error: message, data: { message } } };
};

/** Signing in, links, and who is in a shop: what comes with the first use of them. */
const peopleApi = houseApi.injectEndpoints({
  endpoints: (build) => ({
    signIn: build.mutation<Answer<'POST house/sign-in'>, { signIn: string; password: string }>({
      query: (body) => post('sign-in', body),
    }),
    signInCode: build.mutation<Answer<'POST house/sign-in/code'>, string>({
      query: (code) => post('sign-in/code', { code }),
    }),
    lookAtLink: build.mutation<Answer<'POST house/links/look'>, string>({
      query: (token) => post('links/look', { token }),
    }),
    join: build.mutation<
      Answer<'POST house/links/join'>,
      { token: string; signIn: string; name: string; password: string }
    >({
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
    beginFactor: build.mutation<Answer<'POST house/me/second-factor/begin'>, void>({
      query: () => post('me/second-factor/begin'),
    }),
    setFactor: build.mutation<Answer<'POST house/me/second-factor'>, string>({
      query: (code) => post('me/second-factor', { code }),
      invalidatesTags: ['me', 'sessions', 'people'],
    }),
    dropFactor: build.mutation<void, string>({
      query: (password) => post('me/second-factor/drop', { password }),
      invalidatesTags: ['me', 'sessions', 'people'],
    }),
    sessions: build.query<Answer<'GET house/me/sessions'>, void>({
      query: () => 'me/sessions',
      providesTags: ['sessions'],
    }),
    endSession: build.mutation<void, string>({
      query: (id) => ({ url: `me/sessions/${id}`, method: 'DELETE' }),
      invalidatesTags: ['sessions'],
    }),
    endOtherSessions: build.mutation<void, void>({
      query: () => post('me/sessions/end-others'),
      invalidatesTags: ['sessions'],
    }),
    passkeys: build.query<Answer<'GET house/me/passkeys'>, void>({
      query: () => 'me/passkeys',
      providesTags: ['passkeys'],
    }),
    addPasskey: build.mutation<void, string>({
      queryFn: async (name, _api, _more, ask) => {
        const begun = await ask(post('me/passkeys/begin'));
        if (begun.error) return { error: begun.error };
        const { startRegistration } = await import('@simplewebauthn/browser');
        const made = await startRegistration({ optionsJSON: begun.data as never }).catch(fault);
        if ('error' in made) return made;
        const kept = await ask(post('me/passkeys', { response: made, name }));
        return kept.error ? { error: kept.error } : { data: undefined };
      },
      invalidatesTags: ['passkeys'],
    }),
    removePasskey: build.mutation<void, string>({
      query: (id) => ({ url: `me/passkeys/${id}`, method: 'DELETE' }),
      invalidatesTags: ['passkeys'],
    }),
    signInByPasskey: build.mutation<void, void>({
      queryFn: async (_none, _api, _more, ask) => {
        const begun = await ask(post('sign-in/passkey/begin'));
        if (begun.error) return { error: begun.error };
        const { startAuthentication } = await import('@simplewebauthn/browser');
        const signed = await startAuthentication({ optionsJSON: begun.data as never }).catch(fault);
        if ('error' in signed) return signed;
        const came = await ask(post('sign-in/passkey', { response: signed }));
        return came.error ? { error: came.error } : { data: undefined };
      },
    }),
    people: build.query<Answer<'GET house/shops/:shop/people'>, string>({
      query: (shop) => `shops/${shop}/people`,
      providesTags: ['people'],
    }),
    invitations: build.query<Answer<'GET house/shops/:shop/invitations'>, string>({
      query: (shop) => `shops/${shop}/invitations`,
      providesTags: ['people'],
    }),
    invite: build.mutation<
      Answer<'POST house/shops/:shop/invitations'>,
      { shop: string; sentTo: string; role: Role }
    >({
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
    resetLink: build.mutation<
      Answer<'POST house/shops/:shop/people/:id/reset'>,
      { shop: string; id: string }
    >({
      query: ({ shop, id }) => post(`shops/${shop}/people/${id}/reset`),
    }),
    messages: build.query<Answer<'GET house/shops/:shop/messages'>, string>({
      query: (shop) => `shops/${shop}/messages`,
      providesTags: ['people'],
    }),
  }),
});

export const {
  useSignInMutation,
  useSignInCodeMutation,
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
  usePasskeysQuery,
  useAddPasskeyMutation,
  useRemovePasskeyMutation,
  useSignInByPasskeyMutation,
  usePeopleQuery,
  useInvitationsQuery,
  useInviteMutation,
  useTakeInvitationBackMutation,
  useSetRoleMutation,
  useRemovePersonMutation,
  useResetLinkMutation,
  useMessagesQuery,
} = peopleApi;
