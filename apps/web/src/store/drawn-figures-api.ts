import type { Answer, OrderedFigure } from '@brelm/contract';
import { api } from './api';
import { apiAt } from '../platform/address';

/** The picture of a drawing. */
export const drawnFigurePicture = (order: string, n: number): string =>
  apiAt(`drawn-figures/${order}/${n}/picture`);

/** What the server is asked of figures to order. */
const drawnFiguresApi = api.injectEndpoints({
  endpoints: (build) => ({
    figureService: build.query<Answer<'GET drawn-figures/service'>, void>({
      query: () => 'drawn-figures/service',
    }),
    figureOrders: build.query<Answer<'GET drawn-figures'>, number>({
      query: (count) => `drawn-figures?count=${count}`,
      providesTags: ['drawnFigures'],
    }),
    orderFigures: build.mutation<Answer<'POST drawn-figures'>, OrderedFigure>({
      query: (body) => ({ url: 'drawn-figures', method: 'POST', body }),
      invalidatesTags: (order) => (order ? ['drawnFigures'] : []),
    }),
    removeFigureOrder: build.mutation<void, string>({
      query: (id) => ({ url: `drawn-figures/${id}`, method: 'DELETE' }),
      invalidatesTags: ['drawnFigures'],
    }),
    takeFigure: build.mutation<
      Answer<'POST drawn-figures/:id/:n/take'>,
      { order: string; n: number; as: 'picture' | 'outlines' }
    >({
      query: ({ order, n, as }) => ({
        url: `drawn-figures/${order}/${n}/take`,
        method: 'POST',
        body: { as },
      }),
      invalidatesTags: ['pictures'],
    }),
  }),
});

export const {
  useFigureServiceQuery,
  useFigureOrdersQuery,
  useOrderFiguresMutation,
  useRemoveFigureOrderMutation,
  useTakeFigureMutation,
} = drawnFiguresApi;
