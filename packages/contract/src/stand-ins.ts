import type { MonthFigure } from '@brelm/core/demand';
import type { DayFigures } from '@brelm/core/listing';
import type { Catalogue, OrderItem, OrderState, OrderStep, Quote } from '@brelm/core/press';
import type { Media, Moment, Nothing } from './wire';

/** The words of a listing as a marketplace is sent them. */
export interface MarketWords {
  title: string;
  description: string;
  points: string[];
  tags: string[];
  /** Hundredths of its currency. */
  price: number;
  /** Colours that the product is offered in. */
  colours: string[];
}

export interface MarketFault {
  field: string;
  message: string;
}

export type MarketState = 'in review' | 'accepted' | 'refused' | 'needs changes' | 'taken down' | 'taken off';

/** A listing as its marketplace tells of it. */
export interface MarketListing {
  id: string;
  reference: string;
  product: string;
  words: MarketWords;
  revision: number;
  state: MarketState;
  /** Why it is refused or needs changes. */
  reasons: MarketFault[];
  /** Its page for buyers, once it is accepted. */
  page: string | null;
}

/** How a stand-in behaves, for trying out what happens when it does not go well. */
export interface Weather {
  /** Before each answer, ms. */
  slowMs: number;
  /**
   * What goes wrong: it is busy; answers a page instead of data; never answers; does what is asked and cuts the
   * connection before it says so; takes every token for expired.
   */
  fault: 'none' | 'busy' | 'html' | 'silent' | 'lost' | 'expired';
  /** Of its answers that go wrong, 0 to 1: by chance, the same each time it is set. */
  share: number;
  /** Answers a minute for each token. */
  perMinute: number;
  /** A listing that was accepted is taken off again some days later. */
  takesBack: boolean;
}

/** How a row of a drop went. */
export interface DropRow {
  reference: string;
  listing: MarketListing | null;
  /** Why it was not taken, with the status that would have said so. */
  status: number;
  reason: string | null;
}

/** A line of an order with the files of its prints, by SHA-256. */
export interface PlacedItem extends OrderItem {
  prints: (OrderItem['prints'][number] & { file: string })[];
}

/** An order as the press tells of it. */
export interface PressOrder {
  id: string;
  country: string;
  items: PlacedItem[];
  quote: Quote;
  state: OrderState;
  steps: OrderStep[];
  /** Why it was refused. */
  reasons: string[];
  cancellable: boolean;
}

/** How often something was looked for, and how much there is of it. */
export interface SearchHistory {
  phrase: string;
  product: string;
  months: MonthFigure[];
  listings: number;
}

export type Market = 'gannet-row' | 'mudlark' | 'pinfold' | 'stickerwharf';

/** What all marketplaces answer alike; each takes listings in its own manner. */
type MarketAnswers = Record<`GET markets/${Market}/listings`, { listings: MarketListing[] }> &
  Record<`${'GET' | 'DELETE'} markets/${Market}/listings/:id`, MarketListing> &
  Record<`GET markets/${Market}/figures`, { figures: { reference: string; days: DayFigures[] }[] }>;

export interface StandInAnswers extends MarketAnswers {
  'GET markets': { id: string; name: string; manner: string; weather: Weather }[];
  'POST markets/:market/shops': { token: string; shop: string; expires: Moment };
  'DELETE markets/:market/shops': Nothing;
  'PATCH markets/:market/weather': Weather;
  'PATCH markets/:market/pages/:id': MarketListing;
  'GET markets/:market/pages/:id': Media<'text/html'>;
  'GET markets/:market/pages/:id/pictures/:position': Media<'image/png'>;
  /** The address that a file can be put at; null where it is here already. */
  'POST markets/gannet-row/uploads': { put: string | null };
  'PUT markets/gannet-row/uploads/:sha256': { sha256: string };
  'POST markets/gannet-row/listings': MarketListing;
  'PUT markets/gannet-row/listings/:id': MarketListing;
  'POST markets/mudlark/listings': MarketListing;
  'PUT markets/mudlark/listings/:id': MarketListing;
  'POST markets/pinfold/listings': MarketListing;
  'PUT markets/pinfold/listings/:id': MarketListing;
  'POST markets/stickerwharf/drops': { rows: DropRow[] };
  'GET press/catalogue': Catalogue;
  'POST press/quotes': Quote;
  'POST press/files': { file: string; bytes: number };
  'POST press/orders': PressOrder;
  'GET press/orders': PressOrder[];
  'GET press/orders/:id': PressOrder;
  'POST press/orders/:id/cancel': PressOrder;
  'GET searches/phrases': { total: number; phrases: string[] };
  'GET searches/near': { phrases: string[] };
  'POST searches/histories': { histories: (SearchHistory | null)[] };
}
