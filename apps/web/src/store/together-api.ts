import type { Answer } from '@brelm/contract';
import { api } from './api';

const togetherApi = api.injectEndpoints({
  endpoints: (build) => ({
    comments: build.query<Answer<'GET designs/:id/comments'>, string>({
      query: (design) => `designs/${design}/comments`,
      providesTags: ['comments'],
    }),
    addComment: build.mutation<
      Answer<'POST designs/:id/comments'>,
      { design: string; text: string; partId?: string; about?: string; finding?: string }
    >({
      query: ({ design, ...body }) => ({ url: `designs/${design}/comments`, method: 'POST', body }),
      invalidatesTags: ['comments'],
    }),
    resolveComment: build.mutation<
      Answer<'POST designs/:id/comments/:comment/resolve'>,
      { design: string; id: string; resolved: boolean }
    >({
      query: ({ design, id, resolved }) => ({
        url: `designs/${design}/comments/${id}/${resolved ? 'resolve' : 'reopen'}`,
        method: 'POST',
      }),
      invalidatesTags: ['comments'],
    }),
    removeComment: build.mutation<void, { design: string; id: string }>({
      query: ({ design, id }) => ({ url: `designs/${design}/comments/${id}`, method: 'DELETE' }),
      invalidatesTags: ['comments'],
    }),
  }),
});

export const {
  useCommentsQuery,
  useAddCommentMutation,
  useResolveCommentMutation,
  useRemoveCommentMutation,
} = togetherApi;
