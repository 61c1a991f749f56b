import type { Media, Moment } from './wire';

/** Somebody's doing, as it was when it was done. */
export interface HistoryEntry {
  id: number;
  at: Moment;
  /** Null on a machine of one's own, where nobody signs in. */
  personId: string | null;
  person: string | null;
  did: string;
  kind: string;
  ofId: string;
  name: string;
}

export interface HistoryPage {
  rows: HistoryEntry[];
  more: boolean;
  people: { id: string; name: string }[];
}

/** What the server needs to do all of its work, and how it stands. */
export interface Readiness {
  ready: boolean;
  /** In words: what is the matter with it, null where nothing is. */
  disk: string | null;
  /** Files that wait to be made, and that are being made here; how long the first has waited, s. */
  queue: { waiting: number; inWork: number; oldest: number };
}

export interface ShopAnswers {
  'GET shop': { name: string | null };
  'GET history': HistoryPage;
  'GET health': { ok: boolean };
  'GET health/ready': Readiness;
  'GET shop/everything': Media<'application/zip'>;
}
