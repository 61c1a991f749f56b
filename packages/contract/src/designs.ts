import type { DesignDocument } from '@brelm/core/design';
import type { GarmentContrast } from '@brelm/core/proof';
import type { AlikeDesign } from './shelf';
import type { Kept, Media, Moment, Nothing } from './wire';

/** A design as the server has it. */
export type KeptDesign = Kept<DesignDocument>;

/** A kept version of a design, without its document. */
export interface VersionEntry {
  id: number;
  revision: number;
  /** A save that came too late; what a save took the place of; named by the seller. */
  kind: 'refused' | 'replaced' | 'named';
  name: string;
  createdAt: Moment;
}

/** What became of a file of designs that was brought in. */
export interface DesignsTakenIn {
  /** `missing` names pictures and typefaces that were neither in the file nor on this machine. */
  made: { id: string; name: string; missing: string[] }[];
  refused: { file: string; message: string }[];
}

/** Somebody who has a design open. */
export interface Present {
  tab: string;
  /** Null where nobody signs in. */
  id: string | null;
  name: string | null;
}

/** What somebody says about a design, one of its parts, or a finding. */
export interface DesignComment {
  id: string;
  designId: string;
  /** The part that it is about; null for the whole design. */
  partId: string | null;
  /** What the part was called then. */
  about: string | null;
  /** The check of the finding that it is about. */
  finding: string | null;
  text: string;
  personId: string | null;
  person: string | null;
  at: Moment;
  resolvedAt: Moment | null;
  resolvedBy: string | null;
}

export interface DesignAnswers {
  'GET designs/names': { names: string[] };
  'GET designs/:id/preview': Media<'image/webp'>;
  'GET designs/:id/verdicts': GarmentContrast[];
  'GET designs/:id/alike': { alike: AlikeDesign[] };
  'PUT designs/:id/apart/:other': Nothing;
  'DELETE designs/:id/apart/:other': Nothing;
  'GET designs/:id': KeptDesign;
  'POST designs': KeptDesign;
  'PUT designs/:id': KeptDesign;
  'GET designs/:id/versions': VersionEntry[];
  'POST designs/:id/versions': VersionEntry;
  'GET designs/:id/versions/:version': VersionEntry & { document: DesignDocument };
  'DELETE designs/:id/versions/:version': Nothing;
  'POST designs/:id/duplicate': KeptDesign;
  'POST designs/:id/archive': Nothing;
  'POST designs/:id/restore': Nothing;
  'DELETE designs/:id': Nothing;
  'GET designs/:id/films': Media<'application/zip'>;
  'GET design-files': Media<'application/zip'>;
  'POST design-files': DesignsTakenIn;
  /** Who else has it open; the revision is null once one has left. */
  'POST designs/:id/presence': { revision: number | null; others: Present[] };
  'GET designs/:id/comments': DesignComment[];
  'POST designs/:id/comments': DesignComment;
  'POST designs/:id/comments/:comment/resolve': DesignComment;
  'POST designs/:id/comments/:comment/reopen': DesignComment;
  'DELETE designs/:id/comments/:comment': Nothing;
}
