import { documentOf, readDesign, type Design } from '@brelm/core/design';
import type { Answer, VersionEntry } from '@brelm/contract';
import { api } from './api';
import type { OpenStarter } from './opened';

/** What the server is asked of whole designs, which are read and written here: it comes with the code that needs it. */
const designDocumentsApi = api.injectEndpoints({
  endpoints: (build) => ({
    createDesign: build.mutation<Answer<'POST designs'>, Design>({
      query: (design) => ({ url: 'designs', method: 'POST', body: { document: documentOf(design) } }),
      invalidatesTags: ['designs'],
    }),
    /** A design of the shelf, to take parts out of. */
    designToTakeFrom: build.query<Design, string>({
      query: (id) => `designs/${id}`,
      transformResponse: ({ document }: Answer<'GET designs/:id'>) => readDesign(document),
      providesTags: ['designs'],
      keepUnusedDataFor: 60,
    }),
    starters: build.query<OpenStarter[], void>({
      query: () => 'starters',
      transformResponse: (starters: Answer<'GET starters'>) =>
        starters.map((s) => ({ ...s, document: readDesign(s.document) })),
      providesTags: ['starters'],
    }),
    addStarter: build.mutation<Answer<'POST starters'>, Design>({
      query: (design) => ({ url: 'starters', method: 'POST', body: { document: documentOf(design) } }),
      invalidatesTags: ['starters'],
    }),
    removeStarter: build.mutation<void, string>({
      query: (id) => ({ url: `starters/${id}`, method: 'DELETE' }),
      invalidatesTags: ['starters'],
    }),
    version: build.query<VersionEntry & { document: Design }, { id: string; version: number }>({
      query: ({ id, version }) => `designs/${id}/versions/${version}`,
      transformResponse: (entry: Answer<'GET designs/:id/versions/:version'>) => ({
        ...entry,
        document: readDesign(entry.document),
      }),
    }),
    keepVersion: build.mutation<
      Answer<'POST designs/:id/versions'>,
      { id: string; name: string; design: Design }
    >({
      query: ({ id, name, design }) => ({
        url: `designs/${id}/versions`,
        method: 'POST',
        body: { name, document: documentOf(design) },
      }),
      invalidatesTags: ['versions'],
    }),
  }),
});

export const {
  useCreateDesignMutation,
  useDesignToTakeFromQuery,
  useStartersQuery,
  useAddStarterMutation,
  useRemoveStarterMutation,
  useVersionQuery,
  useKeepVersionMutation,
} = designDocumentsApi;
