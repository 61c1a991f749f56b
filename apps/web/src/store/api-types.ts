import type { BladeFile } from '@brelm/core/cutline';
import type { Garment } from '@brelm/core/colour';
import type { Design, DesignDocument, DesignSummary, FileFormat, NamedColour } from '@brelm/core/design';
import type { DayFigures } from '@brelm/core/listing';
import type { MockupWish } from '@brelm/core/mockup';
import type { Severity } from '@brelm/core/proof';
import type { Spec, SpecDifference } from '@brelm/core/spec';
import type { Licence } from '@brelm/core/rights';
import type { SvgArt } from '@brelm/core/svg';
import type { Chain, Group, Waits } from '@brelm/core/standing';
import type { OrderState, OrderStep, Quote, Tolerance } from '@brelm/core/press';

/** What the server's answers hold. */

/** A design as the server has it. */
export interface KeptDesign {
  id: string;
  revision: number;
  updatedAt: string;
  document: DesignDocument;
}

/** The same, opened. */
export interface StoredDesign extends Omit<KeptDesign, 'document'> {
  document: Design;
}

/** A design as a list shows it. */
export interface DesignEntry extends DesignSummary {
  id: string;
  name: string;
  revision: number;
  updatedAt: string;
  archived: boolean;
}

/** A page of designs; `total` counts those on other pages, too. */
export interface DesignPage {
  total: number;
  designs: DesignEntry[];
  /** Nothing has the words that were searched for: these have some that are close to them. */
  close: boolean;
}

/** A picture that the seller brought in. */
export interface OwnPicture {
  sha256: string;
  name: string;
  width: number;
  height: number;
  bytes: number;
  createdAt: string;
  /** What was said of its rights. */
  licence: Licence | null;
  /** Names of the designs on the shelf that have it. */
  usedIn: string[];
}

/** What became of a file of designs that was brought in. */
export interface DesignsTakenIn {
  /** `missing` names pictures and typefaces that were neither in the file nor on this machine. */
  made: { id: string; name: string; missing: string[] }[];
  refused: { file: string; message: string }[];
}

export interface ShelfAsked {
  archived: boolean;
  order: 'day' | 'changed' | 'name';
  search: string;
  group: Group | null;
  waits: readonly Waits[];
  /** First pieces of specs. */
  markets: readonly string[];
}

/** How far a product of a design has come; see core's standing. */
export interface ProductStanding {
  spec: string;
  chain: Chain;
  waits: Waits | null;
}

/** A design on the shelf. */
export interface ShelfEntry extends DesignEntry {
  standing: ProductStanding[];
  group: Group;
  /** The day by which it is to be listed, YYYY-MM-DD, and the days until then; null where it is for no season. */
  listBy: string | null;
  left: number | null;
}

/** A part of the shelf. */
export interface ShelfPage extends Omit<DesignPage, 'designs'> {
  designs: ShelfEntry[];
  /** How many there would be of each group, and with each thing that is waited for. */
  groups: Record<Group, number>;
  waits: Partial<Record<Waits, number>>;
}

/** What is asked of the shelf, kept under a name; what is not named is not asked. */
export interface ShelfView {
  id: string;
  name: string;
  asked: Partial<Omit<ShelfAsked, 'archived'>> & { archived?: 'true' | 'false' };
}

/** Listings that were sent together, and how each goes. */
export interface SendingView {
  id: string;
  lines: (SendingLine & { designId: string; spec: string })[];
}

/** A design to start others from; not `own` when it came with the application. */
export interface Starter {
  id: string;
  own: boolean;
  document: Design;
}

/** Colours that are kept for later designs. */
export interface Palette {
  id: number;
  name: string;
  colours: NamedColour[];
}

/** A kept version of a design, without its document. */
export interface VersionEntry {
  id: number;
  revision: number;
  kind: 'refused' | 'replaced' | 'named';
  name: string;
  createdAt: string;
}

export interface TypefaceEntry {
  id: string;
  name: string;
  group: string;
  /** What was said of an own one, `unknown` until then. */
  licence: Licence;
  favourite: boolean;
  /** What a search looks through, lower case. */
  words: string;
  /** What the file of an own typeface says of itself. */
  facts?: {
    family: string;
    style: string;
    licence: string;
    embedding: string;
    glyphs: number;
    axes: string[];
    covers: string[];
  };
}

/** Words in a typeface as one outline: em of 100, baseline at y = 0. */
export interface FaceSample {
  path: string;
  width: number;
  top: number;
  bottom: number;
}

/** A look of lettering that is kept under a name; see core's readStyle. */
export interface StoredStyle {
  id: number;
  name: string;
  document: string;
}

export type BroughtIn =
  | { kind: 'picture'; sha256: string; name: string; width: number; height: number; licence: Licence | null }
  | { kind: 'motif'; sha256: string; name: string; art: SvgArt; licence: Licence | null };

export type RunState = 'queued' | 'working' | 'done' | 'failed' | 'cancelled';

/** One thing that the proof of a file found. */
export interface FileFinding {
  severity: Severity;
  message: string;
  accepted?: string;
}

/** A file that a design makes on one side of a product. */
export interface PlanRow {
  designId: string;
  designName: string;
  revision: number;
  spec: string;
  marketplace: string;
  product: string;
  side: string;
  sideName: string;
  colourway: { id: string; name: string };
  garments: string[];
  apart: string | null;
  format: FileFormat;
  formats: FileFormat[];
  width: number;
  height: number;
  dpi: number;
  mirrored: boolean;
  maxBytes: number;
  /** What a blade follows in the file above it. */
  blade: boolean;
  path: string;
}

/** A run that is asked for: files, and what becomes of them. */
export interface RunRequest {
  files: FileRequest[];
  pattern?: string;
  pack?: boolean;
  title?: string;
}

/** Which file is asked for. */
export interface FileRequest {
  designId: string;
  spec: string;
  side: string;
  colourway: string;
  apart?: string | null;
  format?: FileFormat;
  acceptStops?: boolean;
  /** As few bytes as a PNG can have; takes longer. */
  smallest?: boolean;
  /** A picture of the product instead of a file to print. */
  mockup?: MockupWish;
  /** What a blade follows in the file, instead of the file. */
  blade?: BladeFile;
}

/** A picture of a product that was made, and whether its design has changed since. */
export interface MadeMockup {
  file: RunFile;
  behind: boolean;
}

export interface RunSummary {
  id: string;
  title: string;
  position: number;
  state: RunState;
  pack: boolean;
  packName: string;
  packBytes: number | null;
  /** Nothing more of it is begun until it goes on. */
  paused: boolean;
  reason: string | null;
  cleaned: boolean;
  createdAt: string;
  finishedAt: string | null;
  counts: Record<RunState, number>;
}

export interface RunFile {
  id: string;
  runId: string;
  state: RunState;
  designId: string;
  revision: number;
  path: string;
  marketplace: string;
  product: string;
  side: string;
  colourway: string;
  garments: string[];
  spec: string;
  sideId: string;
  apart: string | null;
  mockup: MockupWish | null;
  format: FileFormat;
  width: number;
  height: number | null;
  attempts: number;
  reason: string | null;
  report: { bytes: number; checked: string; loss: string | null } | null;
  findings: FileFinding[] | null;
}

export interface Run extends RunSummary {
  files: RunFile[];
}

/** How long made files are kept, and how many bytes they have now. */
export interface KeepPolicy {
  keepDays: number | null;
  bytes: number;
}

/** A spec of the book with the number of its state. */
export interface StoredSpec {
  revision: number;
  /** The seller made or changed it. */
  own: boolean;
  document: Spec;
}

export interface SpecState {
  revision: number;
  /** When another took its place; null for the one that holds. */
  replacedAt: string | null;
  document: Spec;
}

/** A design that is made for a product, and what changed since. */
export interface AffectedDesign {
  designId: string;
  name: string;
  differences: SpecDifference[];
}

/** Files of a run that were made for another state of a product. */
export interface AffectedRun {
  runId: string;
  title: string;
  createdAt: string;
  differences: SpecDifference[];
}

/** What a spec file brings for one spec. */
export interface SpecBrought {
  id: string;
  kind: 'new' | 'changed' | 'same';
  differences: SpecDifference[];
}

/** A garment colour as the seller gives it; the server makes its id. */
export type NewGarment = Omit<Garment, 'id' | 'own'>;

/** A sheet of stickers as a list shows it; lengths in mm. */
export interface SheetEntry {
  id: string;
  name: string;
  updatedAt: string;
  width: number;
  height: number;
  placed: number;
  /** Names of the designs on it. */
  designs: string[];
}

/** What is asked for of a design: one line of an order of samples. */
export interface SampleRequest {
  designId: string;
  spec: string;
  garment: string | null;
  size: string;
  quantity: number;
}

/** A sample as it was ordered, and what has been said of it. */
export interface Sample {
  id: string;
  designId: string;
  designName: string;
  product: string;
  garment: string | null;
  size: string;
  quantity: number;
  note: string;
  rating: number | null;
  misprint: Tolerance | null;
  photo: boolean;
}

export interface SampleOrder {
  id: string;
  country: string;
  quote: Quote;
  state: OrderState;
  steps: OrderStep[];
  reasons: string[];
  cancellable: boolean;
  samples: Sample[];
}

/** What a marketplace says of a listing. */
export interface RemoteListing {
  id: string;
  revision: number;
  state: string;
  reasons: { field: string; message: string }[];
  page: string | null;
  title: string;
  /** Hundredths. */
  price: number;
}

/** What is being done with a listing, or how the last went. */
export interface SendingLine {
  id: string;
  sendingId: string;
  action: 'publish' | 'down';
  state: RunState;
  step: string;
  attempts: number;
  nextAt: string | null;
  reason: string | null;
}

/** A listing: what was sent, what was heard, what is other now. */
export interface ListingView {
  id: string;
  designId: string;
  spec: string;
  state: 'new' | 'sent' | 'down' | 'by-hand';
  sent: { price: number; at: string } | null;
  remote: RemoteListing | null;
  heardAt: string | null;
  behind: ('artwork' | 'words')[];
  changedThere: boolean;
  line: SendingLine | null;
}

/** A marketplace, and whether the seller is connected to it. */
export interface Connection {
  market: string;
  name: string;
  manner: string;
  shop: string | null;
  connectedAt: string | null;
  fault: string | null;
}

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
  /** Hundredths. */
  price: number | null;
  cost: number | null;
  days: DayFigures[];
}
