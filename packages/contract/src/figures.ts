import type { Licence } from '@brelm/core/rights';
import type { BroughtIn } from './library';
import type { Media, Moment, Nothing } from './wire';

/** Who draws figures to order, and in which styles. */
export interface FigureService {
  name: string;
  /** Put together of figures of the library, not drawn by anybody. */
  simulated: boolean;
  styles: { id: string; name: string; about: string }[];
}

/** A drawing of an order. */
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
  createdAt: Moment;
  drawings: DrawnFigure[];
}

/** What is asked for when figures are ordered. */
export type OrderedFigure = Pick<FigureOrder, 'words' | 'style' | 'ground' | 'seed'>;

export interface FigureAnswers {
  'GET drawn-figures/service': FigureService;
  'GET drawn-figures': { total: number; orders: FigureOrder[] };
  'POST drawn-figures': FigureOrder;
  'GET drawn-figures/:id': FigureOrder;
  'DELETE drawn-figures/:id': Nothing;
  'GET drawn-figures/:id/:n/picture': Media<'image/png'>;
  'POST drawn-figures/:id/:n/take': BroughtIn & { licence: Licence };
  // The stand-in that draws.
  'GET draughtsman': FigureService & { sizePx: number; drawings: number };
  'POST draughtsman/drawings': {
    drawings: {
      seed: number;
      /** Base64. */
      png: string;
      svg: string;
      undone: string[];
      licences: (Licence & { of: string[] })[];
    }[];
  };
}
