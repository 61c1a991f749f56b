import { createApi } from '@reduxjs/toolkit/query/react';
import type { Scene } from '@brelm/core/mockup';
import type { Licence } from '@brelm/core/rights';
import type { Sheet } from '@brelm/core/sheet';
import type { Spec } from '@brelm/core/spec';
import type { Answer, NewGarment, Palette, SampleRequest, StoredStyle } from '@brelm/contract';
import { apiAt } from '../platform/address';
import { requestsTo } from './reads';
import { say } from '../words/store';

/** What went wrong with a request, in words. */
export function reasonOf(error: unknown): string {
  const e = error as
    | {
        data?: { message?: string; faults?: { field: string; message: string }[] };
        status?: unknown;
        message?: string;
      }
    | undefined;
  if (e?.data?.faults?.length) return e.data.faults.map((f) => `${f.field}: ${f.message}`).join('; ');
  if (e?.data?.message) return e.data.message;
  if (e?.status === 'FETCH_ERROR') return say('theServerDoesNotAnswer');
  return e?.message ?? say('somethingWentWrong');
}

function formOf(file: File): FormData {
  const body = new FormData();
  body.append('file', file, file.name);
  return body;
}

/** Designs of a page of the shelf. */
const PAGE = 60;

export const api = createApi({
  reducerPath: 'api',
  baseQuery: requestsTo(apiAt('')),
  tagTypes: [
    'designs',
    'alike',
    'garments',
    'versions',
    'palettes',
    'starters',
    'pictures',
    'typefaces',
    'styles',
    'looks',
    'films',
    'words',
    'specs',
    'runs',
    'policy',
    'verdicts',
    'sheets',
    'mockups',
    'scenes',
    'samples',
    'listings',
    'connections',
    'protected',
    'seasons',
    'demand',
    'ideas',
    'series',
    'drawnFigures',
    'shop',
    'comments',
    'views',
  ],
  endpoints: (build) => ({
    /** The designs on the shelf that have some words, those that were changed last first. */
    designs: build.infiniteQuery<Answer<'GET designs'>, { search: string }, number>({
      infiniteQueryOptions: {
        initialPageParam: 0,
        getNextPageParam: (last, pages) => {
          const have = pages.reduce((n, p) => n + p.designs.length, 0);
          return last.designs.length && have < last.total ? have : undefined;
        },
      },
      query: ({ queryArg: { search }, pageParam }) =>
        `designs?${new URLSearchParams({
          search,
          from: String(pageParam),
          count: String(PAGE),
        })}`,
      providesTags: ['designs'],
    }),
    /** How a design reads on its garments; `revision` is what was listed. */
    designVerdicts: build.query<Answer<'GET designs/:id/verdicts'>, { id: string; revision: number }>({
      query: ({ id }) => `designs/${id}/verdicts`,
      providesTags: ['verdicts'],
    }),
    /** Designs that look so much like it that they may be the same thing. */
    alikeDesigns: build.query<{ id: string; name: string }[], { id: string; revision: number | null }>({
      query: ({ id }) => `designs/${id}/alike`,
      transformResponse: ({ alike }: Answer<'GET designs/:id/alike'>) => alike,
      providesTags: ['alike'],
    }),
    /** Says that two designs are not the same thing, or takes that back. */
    tellApart: build.mutation<void, { id: string; other: string; apart: boolean }>({
      query: ({ id, other, apart }) => ({
        url: `designs/${id}/apart/${other}`,
        method: apart ? 'PUT' : 'DELETE',
      }),
      invalidatesTags: ['alike'],
    }),
    facesUsed: build.query<Answer<'GET typefaces/used'>, void>({
      query: () => 'typefaces/used',
      providesTags: ['designs'],
    }),
    duplicateDesign: build.mutation<Answer<'POST designs/:id/duplicate'>, string>({
      query: (id) => ({ url: `designs/${id}/duplicate`, method: 'POST', body: {} }),
      invalidatesTags: ['designs'],
    }),
    archiveDesign: build.mutation<void, { id: string; archived: boolean }>({
      query: ({ id, archived }) => ({
        url: `designs/${id}/${archived ? 'archive' : 'restore'}`,
        method: 'POST',
      }),
      invalidatesTags: ['designs'],
    }),
    deleteDesign: build.mutation<void, string>({
      query: (id) => ({ url: `designs/${id}`, method: 'DELETE' }),
      invalidatesTags: ['designs'],
    }),
    bringInDesigns: build.mutation<Answer<'POST design-files'>, File>({
      query: (file) => ({ url: 'design-files', method: 'POST', body: formOf(file) }),
      invalidatesTags: ['designs', 'typefaces', 'pictures'],
    }),
    sheets: build.query<Answer<'GET sheets'>, boolean>({
      query: (archived) => `sheets?archived=${archived}&count=200`,
      providesTags: ['sheets'],
    }),
    createSheet: build.mutation<Answer<'POST sheets'>, Sheet>({
      query: (document) => ({ url: 'sheets', method: 'POST', body: { document } }),
      invalidatesTags: ['sheets'],
    }),
    archiveSheet: build.mutation<void, { id: string; archived: boolean }>({
      query: ({ id, archived }) => ({
        url: `sheets/${id}/${archived ? 'archive' : 'restore'}`,
        method: 'POST',
      }),
      invalidatesTags: ['sheets'],
    }),
    deleteSheet: build.mutation<void, string>({
      query: (id) => ({ url: `sheets/${id}`, method: 'DELETE' }),
      invalidatesTags: ['sheets'],
    }),
    specs: build.query<Answer<'GET specs'>, void>({ query: () => 'specs', providesTags: ['specs'] }),
    garments: build.query<Answer<'GET garments'>, void>({
      query: () => 'garments',
      providesTags: ['garments'],
    }),
    addGarment: build.mutation<Answer<'POST garments'>, NewGarment>({
      query: (garment) => ({ url: 'garments', method: 'POST', body: { garment } }),
      invalidatesTags: ['garments'],
    }),
    addGarmentsCsv: build.mutation<Answer<'POST garments/csv'>, string>({
      query: (csv) => ({ url: 'garments/csv', method: 'POST', body: { csv } }),
      invalidatesTags: ['garments'],
    }),
    changeGarment: build.mutation<Answer<'PUT garments/:id'>, { id: string; garment: NewGarment }>({
      query: ({ id, garment }) => ({ url: `garments/${id}`, method: 'PUT', body: { garment } }),
      invalidatesTags: ['garments', 'verdicts'],
    }),
    removeGarment: build.mutation<void, string>({
      query: (id) => ({ url: `garments/${id}`, method: 'DELETE' }),
      invalidatesTags: ['garments'],
    }),
    shop: build.query<Answer<'GET shop'>, void>({ query: () => 'shop', providesTags: ['shop'] }),
    /** Says under which licence an own typeface is, for designs to come. */
    sayFaceLicence: build.mutation<void, { id: string; licence: Licence }>({
      query: ({ id, licence }) => ({ url: `typefaces/${id}/licence`, method: 'PUT', body: licence }),
      invalidatesTags: ['typefaces'],
    }),
    typefaces: build.query<Answer<'GET typefaces'>, void>({
      query: () => 'typefaces',
      providesTags: ['typefaces'],
    }),
    motifTopics: build.query<Answer<'GET motifs/topics'>, void>({ query: () => 'motifs/topics' }),
    addTypeface: build.mutation<Answer<'POST typefaces'>, File>({
      query: (file) => ({ url: 'typefaces', method: 'POST', body: formOf(file) }),
      invalidatesTags: ['typefaces'],
    }),
    removeTypeface: build.mutation<void, string>({
      query: (id) => ({ url: `typefaces/${id}`, method: 'DELETE' }),
      invalidatesTags: ['typefaces'],
    }),
    faceSample: build.query<Answer<'GET typefaces/:id/sample'>, { id: string; text: string }>({
      query: ({ id, text }) => `typefaces/${id}/sample?text=${encodeURIComponent(text)}`,
    }),
    facesCovering: build.query<Answer<'GET typefaces/covering'>, string>({
      query: (characters) => `typefaces/covering?characters=${encodeURIComponent(characters)}`,
    }),
    setFavourite: build.mutation<void, { id: string; favourite: boolean }>({
      query: ({ id, favourite }) => ({
        url: `typefaces/${id}/favourite`,
        method: 'PUT',
        body: { favourite },
      }),
      async onQueryStarted({ id, favourite }, { dispatch, queryFulfilled }) {
        const patch = dispatch(
          api.util.updateQueryData('typefaces', undefined, (list) => {
            const entry = list.find((t) => t.id === id);
            if (entry) entry.favourite = favourite;
          }),
        );
        await queryFulfilled.catch(patch.undo);
      },
    }),
    styles: build.query<Answer<'GET lettering-styles'>, void>({
      query: () => 'lettering-styles',
      providesTags: ['styles'],
    }),
    addStyle: build.mutation<Answer<'POST lettering-styles'>, Omit<StoredStyle, 'id'>>({
      query: (body) => ({ url: 'lettering-styles', method: 'POST', body }),
      invalidatesTags: ['styles'],
    }),
    removeStyle: build.mutation<void, number>({
      query: (id) => ({ url: `lettering-styles/${id}`, method: 'DELETE' }),
      invalidatesTags: ['styles'],
    }),
    looks: build.query<Answer<'GET picture-looks'>, void>({
      query: () => 'picture-looks',
      providesTags: ['looks'],
    }),
    addLook: build.mutation<Answer<'POST picture-looks'>, Omit<StoredStyle, 'id'>>({
      query: (body) => ({ url: 'picture-looks', method: 'POST', body }),
      invalidatesTags: ['looks'],
    }),
    removeLook: build.mutation<void, number>({
      query: (id) => ({ url: `picture-looks/${id}`, method: 'DELETE' }),
      invalidatesTags: ['looks'],
    }),
    films: build.query<Answer<'GET films'>, void>({ query: () => 'films', providesTags: ['films'] }),
    addFilm: build.mutation<Answer<'POST films'>, Omit<StoredStyle, 'id'>>({
      query: (body) => ({ url: 'films', method: 'POST', body }),
      invalidatesTags: ['films'],
    }),
    removeFilm: build.mutation<void, number>({
      query: (id) => ({ url: `films/${id}`, method: 'DELETE' }),
      invalidatesTags: ['films'],
    }),
    words: build.query<Answer<'GET words'>, void>({ query: () => 'words', providesTags: ['words'] }),
    addWord: build.mutation<Answer<'POST words'>, string>({
      query: (word) => ({ url: 'words', method: 'POST', body: { word } }),
      invalidatesTags: ['words'],
    }),
    removeWord: build.mutation<Answer<'DELETE words/:word'>, string>({
      query: (word) => ({ url: `words/${encodeURIComponent(word)}`, method: 'DELETE' }),
      invalidatesTags: ['words'],
    }),
    bringIn: build.mutation<Answer<'POST materials'>, File>({
      query: (file) => ({ url: 'materials', method: 'POST', body: formOf(file) }),
      invalidatesTags: ['pictures'],
    }),
    pictures: build.query<Answer<'GET materials'>, { search: string; count: number }>({
      query: ({ search, count }) => `materials?${new URLSearchParams({ search, count: String(count) })}`,
      providesTags: ['pictures', 'designs'],
    }),
    /** An SVG as a picture of so many px on its longer side. */
    bringInAsPicture: build.mutation<Answer<'POST materials'>, { file: File; longSide: number }>({
      query: ({ file, longSide }) => ({
        url: `materials?longSide=${longSide}`,
        method: 'POST',
        body: formOf(file),
      }),
    }),
    palettes: build.query<Answer<'GET palettes'>, void>({
      query: () => 'palettes',
      providesTags: ['palettes'],
    }),
    addPalette: build.mutation<Answer<'POST palettes'>, Omit<Palette, 'id'>>({
      query: (body) => ({ url: 'palettes', method: 'POST', body }),
      invalidatesTags: ['palettes'],
    }),
    removePalette: build.mutation<void, number>({
      query: (id) => ({ url: `palettes/${id}`, method: 'DELETE' }),
      invalidatesTags: ['palettes'],
    }),
    versions: build.query<Answer<'GET designs/:id/versions'>, string>({
      query: (id) => `designs/${id}/versions`,
      providesTags: ['versions'],
      keepUnusedDataFor: 0,
    }),
    dropVersion: build.mutation<void, { id: string; version: number }>({
      query: ({ id, version }) => ({ url: `designs/${id}/versions/${version}`, method: 'DELETE' }),
      invalidatesTags: ['versions'],
    }),
    plan: build.query<Answer<'POST plan'>, { designs: string[]; pattern?: string }>({
      query: (body) => ({ url: 'plan', method: 'POST', body }),
      keepUnusedDataFor: 0,
    }),
    scenes: build.query<Answer<'GET scenes'>, void>({ query: () => 'scenes', providesTags: ['scenes'] }),
    createScene: build.mutation<Answer<'POST scenes'>, Scene>({
      query: (document) => ({ url: 'scenes', method: 'POST', body: { document } }),
      invalidatesTags: ['scenes'],
    }),
    bringInScene: build.mutation<Answer<'POST scenes/file'>, File>({
      query: (file) => ({ url: 'scenes/file', method: 'POST', body: formOf(file) }),
      invalidatesTags: ['scenes'],
    }),
    removeScene: build.mutation<void, string>({
      query: (id) => ({ url: `scenes/${id}`, method: 'DELETE' }),
      invalidatesTags: ['scenes', 'mockups'],
    }),
    pressCatalogue: build.query<Answer<'GET press/catalogue'>, void>({ query: () => 'press/catalogue' }),
    samples: build.query<Answer<'GET samples'>, void>({ query: () => 'samples', providesTags: ['samples'] }),
    orderSamples: build.mutation<
      Answer<'POST samples'>,
      { items: SampleRequest[]; country: string; acceptStops?: boolean }
    >({
      query: (body) => ({ url: 'samples', method: 'POST', body }),
      invalidatesTags: ['samples'],
    }),
    cancelSamples: build.mutation<Answer<'POST samples/orders/:id/cancel'>, string>({
      query: (id) => ({ url: `samples/orders/${id}/cancel`, method: 'POST' }),
      invalidatesTags: ['samples'],
    }),
    saySample: build.mutation<
      Answer<'PATCH samples/:id'>,
      { id: string; note?: string; rating?: number | null }
    >({
      query: ({ id, ...body }) => ({ url: `samples/${id}`, method: 'PATCH', body }),
      invalidatesTags: ['samples'],
    }),
    /** The last pictures of products that were made of a design. */
    mockups: build.query<Answer<'GET designs/:id/mockups'>, string>({
      query: (id) => `designs/${id}/mockups`,
      providesTags: ['mockups'],
    }),
    /** Keeps a bill or a letter that shows that a material may be used. */
    bringInBill: build.mutation<Answer<'POST materials/bills'>, File>({
      query: (file) => ({ url: 'materials/bills', method: 'POST', body: formOf(file) }),
    }),
    /** Says under which licence a picture is, for designs to come. */
    sayLicence: build.mutation<void, { sha256: string; licence: Licence }>({
      query: ({ sha256, licence }) => ({ url: `materials/${sha256}/licence`, method: 'PUT', body: licence }),
      invalidatesTags: ['pictures'],
    }),
    specBook: build.query<Answer<'GET spec-book'>, void>({
      query: () => 'spec-book',
      providesTags: ['specs'],
    }),
    addSpec: build.mutation<Answer<'POST spec-book'>, Spec>({
      query: (document) => ({ url: 'spec-book', method: 'POST', body: { document } }),
      invalidatesTags: ['specs'],
    }),
    changeSpec: build.mutation<Answer<'PUT spec-book/spec'>, { document: Spec; revision?: number }>({
      query: (body) => ({
        url: `spec-book/spec?id=${encodeURIComponent(body.document.id)}`,
        method: 'PUT',
        body,
      }),
      async onQueryStarted(_change, { dispatch, queryFulfilled }) {
        // At once, so that what was there before is not shown for the moment until the book is read again.
        const { data } = await queryFulfilled.catch(() => ({ data: null }));
        if (!data) return;
        dispatch(
          api.util.updateQueryData('specBook', undefined, (book) =>
            book.map((s) => (s.document.id === data.document.id ? data : s)),
          ),
        );
      },
      invalidatesTags: ['specs', 'verdicts'],
    }),
    removeSpec: build.mutation<void, string>({
      query: (id) => ({ url: `spec-book/spec?id=${encodeURIComponent(id)}`, method: 'DELETE' }),
      invalidatesTags: ['specs'],
    }),
    specHistory: build.query<Answer<'GET spec-book/history'>, string>({
      query: (id) => `spec-book/history?id=${encodeURIComponent(id)}`,
      providesTags: ['specs'],
    }),
    specAffected: build.query<Answer<'GET spec-book/affected'>, string>({
      query: (id) => `spec-book/affected?id=${encodeURIComponent(id)}`,
      providesTags: ['specs', 'designs', 'runs'],
    }),
    lookAtSpecFile: build.mutation<Answer<'POST spec-book/file'>, string>({
      query: (file) => ({ url: 'spec-book/file', method: 'POST', body: { file, mode: 'look' } }),
      extraOptions: { reads: true },
    }),
    bringInSpecFile: build.mutation<Answer<'POST spec-book/file'>, string>({
      query: (file) => ({ url: 'spec-book/file', method: 'POST', body: { file, mode: 'bring-in' } }),
      invalidatesTags: ['specs'],
    }),
  }),
});

export const {
  useDesignsInfiniteQuery,
  useAlikeDesignsQuery,
  useBringInBillMutation,
  useTellApartMutation,
  useDesignVerdictsQuery,
  useFacesUsedQuery,
  useDuplicateDesignMutation,
  useArchiveDesignMutation,
  useDeleteDesignMutation,
  useBringInDesignsMutation,
  useSheetsQuery,
  useCreateSheetMutation,
  useArchiveSheetMutation,
  useDeleteSheetMutation,
  useSpecsQuery,
  useGarmentsQuery,
  useAddGarmentMutation,
  useAddGarmentsCsvMutation,
  useChangeGarmentMutation,
  useRemoveGarmentMutation,
  useShopQuery,
  useTypefacesQuery,
  useMotifTopicsQuery,
  useAddTypefaceMutation,
  useRemoveTypefaceMutation,
  useSayFaceLicenceMutation,
  useFaceSampleQuery,
  useFacesCoveringQuery,
  useSetFavouriteMutation,
  useStylesQuery,
  useLooksQuery,
  useAddLookMutation,
  useRemoveLookMutation,
  useAddStyleMutation,
  useRemoveStyleMutation,
  useWordsQuery,
  useAddWordMutation,
  useRemoveWordMutation,
  useBringInMutation,
  usePicturesQuery,
  useFilmsQuery,
  useAddFilmMutation,
  useRemoveFilmMutation,
  usePalettesQuery,
  useAddPaletteMutation,
  useRemovePaletteMutation,
  useVersionsQuery,
  useDropVersionMutation,
  usePlanQuery,
  useScenesQuery,
  useRemoveSceneMutation,
  usePressCatalogueQuery,
  useSamplesQuery,
  useOrderSamplesMutation,
  useCancelSamplesMutation,
  useSaySampleMutation,
  useMockupsQuery,
  useSpecBookQuery,
  useAddSpecMutation,
  useChangeSpecMutation,
  useRemoveSpecMutation,
  useSpecHistoryQuery,
  useSpecAffectedQuery,
  useLookAtSpecFileMutation,
  useBringInSpecFileMutation,
  useSayLicenceMutation,
} = api;
