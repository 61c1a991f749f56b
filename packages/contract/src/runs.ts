import type { BladeFile } from '@brelm/core/cutline';
import type { FileFormat } from '@brelm/core/design';
import type { MockupWish } from '@brelm/core/mockup';
import type { Severity } from '@brelm/core/proof';
import type { Events, Media, Moment, Nothing } from './wire';

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
  /** What a blade follows in the file above it, which is made where it is asked for. */
  blade: boolean;
  path: string;
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

/** A run that is asked for: files, and what becomes of them. */
export interface RunRequest {
  files: FileRequest[];
  pattern?: string;
  pack?: boolean;
  title?: string;
}

export interface RunSummary {
  id: string;
  title: string;
  position: number;
  state: RunState;
  pack: boolean;
  packName: string;
  packBytes: number | null;
  reason: string | null;
  /** Nothing more of it is begun until it goes on. */
  paused: boolean;
  cleaned: boolean;
  createdAt: Moment;
  finishedAt: Moment | null;
  counts: Record<RunState, number>;
}

/** What a file was found to be when it was read back. */
export interface FileReport {
  format: FileFormat | 'dxf';
  width: number;
  height: number;
  dpi: number;
  bytes: number;
  /** What was checked of it, in words. */
  checked: string;
  /** What was lost so that it fits its limit. */
  loss: string | null;
}

export interface RunFile {
  id: string;
  runId: string;
  state: RunState;
  designId: string;
  revision: number;
  path: string;
  spec: string;
  marketplace: string;
  product: string;
  side: string;
  sideId: string;
  colourway: string;
  /** The garment colour whose own position it has. */
  apart: string | null;
  garments: string[];
  /** The picture of the product that it is; null for a file to print. */
  mockup: MockupWish | null;
  /** What of a file a blade follows; null for a file to print. */
  blade: BladeFile | null;
  format: FileFormat;
  width: number;
  /** Null for a picture of the product that is not made yet. */
  height: number | null;
  attempts: number;
  reason: string | null;
  report: FileReport | null;
  findings: FileFinding[] | null;
  startedAt: Moment | null;
  finishedAt: Moment | null;
}

export interface Run extends RunSummary {
  files: RunFile[];
}

/** A picture of a product that was made, and whether its design has changed since. */
export interface MadeMockup {
  file: RunFile;
  behind: boolean;
}

/** How long made files are kept, and how many bytes they have now. */
export interface KeepPolicy {
  keepDays: number | null;
  bytes: number;
}

/** What is told while runs go on: a run, and a file of it where one changed; or that a run is gone. */
export type RunTold = { run: RunSummary; file?: RunFile } | { gone: string };

export interface RunAnswers {
  'POST plan': PlanRow[];
  'POST plan/proof': { findings: FileFinding[]; expectedBytes: number };
  'GET runs': RunSummary[];
  'POST runs': Run;
  'POST runs/several': Run[];
  'GET runs/events': Events<RunTold>;
  'GET designs/:id/mockups': MadeMockup[];
  'GET runs/policy': KeepPolicy;
  'PUT runs/policy': KeepPolicy;
  'GET runs/files/:id': Media<'application/octet-stream'>;
  'GET runs/:id': Run;
  'GET runs/:id/pack': Media<'application/zip'>;
  'PUT runs/:id/position': RunSummary[];
  'POST runs/:id/pause': Run;
  'POST runs/:id/go-on': Run;
  'POST runs/:id/cancel': Run;
  'POST runs/:id/retry': Run;
  'DELETE runs/:id': Nothing;
}
