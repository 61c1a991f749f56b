import type { DayFigures, LedgerRow, ProtectedWord } from '@brelm/core/listing';
import type { Media, Moment, Nothing } from './wire';
import type { RunState } from './runs';

/** What a marketplace says of a listing. */
export interface RemoteListing {
  id: string;
  reference: string;
  revision: number;
  state: string;
  reasons: { field: string; message: string }[];
  /** Its page for buyers. */
  page: string | null;
  title: string;
  /** Hundredths. */
  price: number;
}

/** What was sent last. */
export interface SentListing {
  spec: string;
  words: { title: string; description: string; points: string[]; tags: string[] };
  /** Hundredths. */
  price: number;
  /** What a piece cost at the press then; null where it prints nothing like it. */
  cost: number | null;
  colours: string[];
  /** How many files and pictures went with it. */
  files: number;
  pictures: number;
  /** SHA-256 of the artwork, and of the wording. */
  snapshot: string;
  wording: string;
  /** SHA-256 of files that were made already, by what they are made of. */
  made?: Record<string, string>;
  at: Moment;
}

/** What is being done with a listing, or how the last went. */
export interface SendingLine {
  id: string;
  sendingId: string;
  action: 'publish' | 'down';
  state: RunState;
  step: string;
  attempts: number;
  nextAt: Moment | null;
  reason: string | null;
}

/** Listings that were sent together, and how each goes. */
export interface SendingView {
  id: string;
  createdAt: Moment;
  lines: (SendingLine & { designId: string; spec: string })[];
}

/** A listing: what was sent, what was heard, what is other now. */
export interface ListingView {
  id: string;
  designId: string;
  spec: string;
  state: 'new' | 'sent' | 'down' | 'by-hand';
  sent: SentListing | null;
  remote: RemoteListing | null;
  heardAt: Moment | null;
  /** What is other now than what was sent. */
  behind: ('artwork' | 'words')[];
  /** It was changed on the marketplace's side since it was sent. */
  changedThere: boolean;
  line: SendingLine | null;
}

/** A marketplace, and whether the seller is connected to it. */
export interface Connection {
  market: string;
  name: string;
  manner: string;
  shop: string | null;
  connectedAt: Moment | null;
  /** Why it does not work any more. */
  fault: string | null;
}

/** A listing that is to be sent or taken down. */
export interface ListingRequest {
  designId: string;
  spec: string;
  action: 'publish' | 'down';
  force?: boolean;
}

/** Views and sales of a listing by day. */
export interface ListingFigures {
  designId: string;
  designName: string;
  spec: string;
  /** Hundredths, as it was sent last; null where it is not known. */
  price: number | null;
  /** What a piece cost at the press then. */
  cost: number | null;
  days: DayFigures[];
}

export interface ListingAnswers {
  'GET designs/:id/listings': ListingView[];
  'GET rights': { materials: LedgerRow[] };
  'GET designs/:id/rights.csv': Media<'text/csv'>;
  'GET designs/:id/rights.pdf': Media<'application/pdf'>;
  'POST listings/marks': ListingView[];
  'POST listings/hear': Nothing;
  'GET figures': { listings: ListingFigures[]; silent: string[] };
  'POST sendings': SendingView;
  'GET sendings': { sendings: SendingView[] };
  'GET sendings/:id': SendingView;
  'POST sendings/lines/:id/cancel': SendingView;
  'GET connections': Connection[];
  'PUT connections/:market': Connection[];
  'DELETE connections/:market': Connection[];
  'GET protected-words': ProtectedWord[];
  'POST protected-words': ProtectedWord[];
  'DELETE protected-words/:words': ProtectedWord[];
  'GET figure-topics': { topics: string[] };
}
