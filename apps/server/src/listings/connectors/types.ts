import type { DayFigures } from '@brelm/core/listing';
import type { RemoteListing } from '@brelm/contract';

/** A listing as it goes out, the same for every marketplace. */
export interface Outgoing {
  reference: string;
  product: string;
  title: string;
  description: string;
  points: string[];
  tags: string[];
  /** Hundredths. */
  price: number;
  colours: string[];
  files: OutgoingFile[];
}

export interface OutgoingFile {
  kind: 'print' | 'picture';
  /** Of the product; empty for a picture. */
  side: string;
  /** Unlike any other of its listing. */
  name: string;
  mime: string;
  sha256: string;
  bytes: Uint8Array;
}

/** What speaks to one marketplace in its manner. All of it may throw a RetryError or a RefusedError. */
export interface Connector {
  /** The listing that the shop calls so; null where there is none. */
  find(reference: string): Promise<RemoteListing | null>;
  publish(listing: Outgoing): Promise<RemoteListing>;
  /** Refused with `changed` where it was changed there since `revision`. */
  update(id: string, revision: number, listing: Outgoing): Promise<RemoteListing>;
  takeDown(id: string): Promise<RemoteListing>;
  states(): Promise<RemoteListing[]>;
  figures(): Promise<{ reference: string; days: DayFigures[] }[]>;
}

/** It may go well later: the marketplace is busy, silent, or answers nonsense. */
export class RetryError extends Error {
  constructor(
    message: string,
    /** Seconds to wait, where it says so. */
    readonly after: number | null = null,
  ) {
    super(message);
    this.name = 'RetryError';
  }
}

/** It will not: what was sent is refused, the token does not hold, or it was changed there. */
export class RefusedError extends Error {
  constructor(
    message: string,
    readonly why: 'refused' | 'token' | 'changed',
  ) {
    super(message);
    this.name = 'RefusedError';
  }
}
