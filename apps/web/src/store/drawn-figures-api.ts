import { api } from './api';
import type { BroughtIn } from './api-types';
import type { Licence } from '@brelm/core/rights';
import { apiAt } from '../platform/address';

/** Who draws figures to order, and in which styles. */
export interface FigureService {
  name: string;
  /** Put together of figures of the library, not drawn by anybody. */
  simulated: boolean;
  styles: { id: string; name: string; about: string }[];
}

export interface DrawnFigure {
  n: number;
  seed: number;
  width: number;
  height: number;
  hasOutlines: boolean;
  /** What was asked for and is not in it. */
  undone: string[];
  licences: { id: string; source: string; of: string[] }[];
}

export interface FigureOrder {
  id: string;
  words: string;
  style: string;
  ground: string;
  seed: number;
  service: string;
  simulated: boolean;
  createdAt: string;
  drawings: DrawnFigure[];
}

export type OrderedFigure = Pick<FigureOrder, 'words' | 'style' | 'ground' | 'seed'>;

/** The picture of a drawing. */
export const drawnFigurePicture = (order: string, n: number): string =>
  apiAt(`drawn-figures/${order}/${n}/picture`);

/** What the server is asked of figures to order. */
const drawnFiguresApi = api.injectEndpoints({
  endpoints: (build) => ({
    figureService: build.query<FigureService, void>({ query: () => 'drawn-figures/service' }),
    figureOrders: build.query<{ total: number; orders: FigureOrder[] }, number>({
      query: (count) => `drawn-figures?count=${count}`,
      providesTags: ['drawnFigures'],
    }),
    orderFigures: build.mutation<FigureOrder, OrderedFigure>({
      query: (body) => ({ url: 'drawn-figures', method: 'POST', body }),
      invalidatesTags: (order) => (order ? ['drawnFigures'] : []),
    }),
    removeFigureOrder: build.mutation<void, string>({
      query: (id) => ({ url: `drawn-figures/${id}`, method: 'DELETE' }),
      invalidatesTags: ['drawnFigures'],
    }),
    takeFigure: build.mutation<
      BroughtIn & { licence: Licence },
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
