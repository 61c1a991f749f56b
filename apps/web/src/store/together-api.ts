import { api } from './api';

/** What somebody says about a design, one of its parts, or a finding. */
export interface DesignComment {
  id: string;
  partId: string | null;
  /** What the part was called then. */
  about: string | null;
  /** The check of the finding that it is about. */
  finding: string | null;
  text: string;
  personId: string | null;
  person: string | null;
  at: string;
  resolvedAt: string | null;
  resolvedBy: string | null;
}

const togetherApi = api.injectEndpoints({
  endpoints: (build) => ({
    comments: build.query<DesignComment[], string>({
      query: (design) => `designs/${design}/comments`,
      providesTags: ['comments'],
    }),
    addComment: build.mutation<
      DesignComment,
      { design: string; text: string; partId?: string; about?: string; finding?: string }
    >({
      query: ({ design, ...body }) => ({ url: `designs/${design}/comments`, method: 'POST', body }),
      invalidatesTags: ['comments'],
    }),
    resolveComment: build.mutation<DesignComment, { design: string; id: string; resolved: boolean }>({
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
