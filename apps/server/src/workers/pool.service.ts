import { existsSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { Logger } from '@nestjs/common';
import { DocumentError } from '@brelm/core/fields';
import type { GarmentContrast } from '@brelm/core/proof';
import type { MockupWish } from '@brelm/core/mockup';
import type { Takes, Tolerance } from '@brelm/core/press';
import {
  UploadError,
  type AskedPrint,
  type FigureDrawing,
  type FileWish,
  type GivenScene,
  type JobFinding,
  type OwnFont,
  type readGiven,
  type Upload,
} from '@brelm/engine';
import type { FaceSample } from '@brelm/contract';
import type { Place } from '../files';
import { EndedError, ProcessPool } from './process-pool';
import type { SheetFinding } from '@brelm/core/sheet';
import type { PreviewTask } from './design-preview';
import type { MadeRow, RowsTask, SeriesTask } from './series-rows';
import type { DrawFiguresTask } from './draw-figures';
import type { RestoreTask } from './restore-shop';
import type { FilmsMade, FilmsTask } from './film-files';
import type { SheetTask } from './sheet-file';
import type { TaskName } from './child';
import { revive, type Outcome } from './outcome';
import type { ListingFacts } from './market-tasks';
import type { JobTask, MadeResult, MakeTask, PackTask } from './tasks';

// Where the code is compiled on the fly, as in tests, processes still run what was built.
const SCRIPT = [join(__dirname, 'child.js'), join(__dirname, '../../dist/workers/child.js')].find(
  existsSync,
)!;

/** Files that are made at once: more than cores would only wait for one another and fill memory. */
export const RUN_PROCESSES = Math.max(1, Math.min(4, availableParallelism()));

/** What a process may allocate, MiB. */
const MEMORY = 1024;

/**
 * How long work may take, ms: several times what the slowest honest case takes on a slow machine. What
 * takes longer is ended.
 */
const DEADLINES = {
  inspectTask: 30_000,
  rasteriseTask: 60_000,
  previewTask: 60_000,
  proofTask: 180_000,
  makeTask: 900_000,
  packTask: 1_800_000,
  checkPrintTask: 300_000,
  samplePhotoTask: 300_000,
  readDesignTask: 60_000,
  readGivenTask: 120_000,
  readSceneTask: 120_000,
  readSpecTask: 30_000,
  readSpecFileTask: 60_000,
  readGarmentsTask: 30_000,
  readDemandTask: 60_000,
  readFontTask: 60_000,
  faceFileTask: 60_000,
  sampleTask: 30_000,
  designPreviewTask: 60_000,
  sheetFileTask: 300_000,
  filmFilesTask: 300_000,
  drawFiguresTask: 120_000,
  readSeriesTask: 60_000,
  seriesSizesTask: 600_000,
  seriesRowsTask: 600_000,
  listingFactsTask: 60_000,
  checkMarketFileTask: 300_000,
  unzipDropTask: 120_000,
  restoreShopTask: 3_600_000,
} as const satisfies Record<TaskName, number>;

const pool = (processes: number, queue: number) =>
  new ProcessPool({ script: SCRIPT, processes, queue, memory: MEMORY });

/**
 * Child processes for whatever renders, encodes, or looks at what comes from outside: it can neither hold
 * up the server nor take it along. Three pools, so that none waits for the others' work; all shops share them.
 */
export class PoolService {
  private readonly log = new Logger('Workers');
  /** What comes from outside is looked at. */
  private readonly outside = pool(2, 32);
  /** What somebody waits for on the screen; a plan of forty files asks for forty proofs at once. */
  private readonly quick = pool(2, 512);
  /** What runs make. The queue gives them out one a process. */
  private readonly runs = pool(RUN_PROCESSES, 64);

  make(task: MakeTask, signal: AbortSignal): Promise<MadeResult> {
    return this.run(this.runs, 'makeTask', task, signal);
  }

  pack(task: PackTask, signal: AbortSignal): Promise<{ bytes: number; sha256: string }> {
    return this.run(this.runs, 'packTask', task, signal);
  }

  proof(task: JobTask, signal: AbortSignal): Promise<{ findings: JobFinding[]; expectedBytes: number }> {
    return this.run(this.quick, 'proofTask', task, signal);
  }

  checkPrint(task: { path: string; print: AskedPrint; takes: Takes }): Promise<string[]> {
    return this.run(this.outside, 'checkPrintTask', task);
  }

  listingFacts(text: string): Promise<ListingFacts> {
    return this.run(this.quick, 'listingFactsTask', { text });
  }

  checkMarketFile(task: { path: string; wish: FileWish }): Promise<string[]> {
    return this.run(this.outside, 'checkMarketFileTask', task);
  }

  unzipDrop(bytes: Uint8Array): Promise<{ path: string; data: Uint8Array }[]> {
    return this.run(this.outside, 'unzipDropTask', bytes);
  }

  samplePhoto(task: JobTask & { wish: MockupWish; misprint: Tolerance }): Promise<Uint8Array> {
    return this.run(this.quick, 'samplePhotoTask', task);
  }

  inspect(bytes: Buffer, name: string, signal?: AbortSignal): Promise<Upload> {
    return this.run<Upload>(this.outside, 'inspectTask', { bytes, name }, signal).catch(asUpload(name));
  }

  rasterise(bytes: Buffer, name: string, longSide: number, signal?: AbortSignal): Promise<Uint8Array> {
    const task = { bytes, name, longSide };
    return this.run<Uint8Array>(this.outside, 'rasteriseTask', task, signal).catch(asUpload(name));
  }

  preview(path: string, size: number): Promise<Uint8Array> {
    return this.run(this.quick, 'previewTask', { path, size });
  }

  designPreview(
    task: PreviewTask,
  ): Promise<{ picture: Uint8Array; look: Uint8Array; verdicts: GarmentContrast[] }> {
    return this.run(this.quick, 'designPreviewTask', task);
  }

  /** See the task. */
  sheetFile(
    task: SheetTask,
    signal: AbortSignal,
  ): Promise<{ bytes: Uint8Array | null; findings: SheetFinding[] }> {
    return this.run(this.quick, 'sheetFileTask', task, signal);
  }

  /** See the task. */
  filmFiles(task: FilmsTask, signal: AbortSignal): Promise<FilmsMade> {
    return this.run(this.quick, 'filmFilesTask', task, signal);
  }

  /** See the task. */
  drawFigures(task: DrawFiguresTask, signal: AbortSignal): Promise<FigureDrawing[]> {
    return this.run(this.quick, 'drawFiguresTask', task, signal);
  }

  /** See the task. */
  seriesSizes(task: SeriesTask, signal: AbortSignal): Promise<Record<number, number>> {
    return this.run(this.quick, 'seriesSizesTask', task, signal);
  }

  /** See the task. */
  seriesRows(task: RowsTask, signal: AbortSignal): Promise<MadeRow[]> {
    return this.run(this.quick, 'seriesRowsTask', task, signal);
  }

  /** Reads a document; see the tasks of `reading`. */
  read<T>(name: TaskName, argument: unknown): Promise<T> {
    return this.run<T>(this.outside, name, argument).catch((error: Error) => {
      if (error instanceof EndedError && error.reason !== 'stopping')
        throw new DocumentError([{ field: '', message: `cannot be read: ${error.message}` }]);
      throw error;
    });
  }

  /** Reads designs that were given out as files; see readGiven. Throws an UploadError. */
  given(bytes: Buffer, name: string, signal?: AbortSignal): ReturnType<typeof readGiven> {
    return this.run<Awaited<ReturnType<typeof readGiven>>>(
      this.outside,
      'readGivenTask',
      bytes,
      signal,
    ).catch(asUpload(name));
  }

  /** Reads a scene that was given out as a file; see readSceneArchive. Throws an UploadError. */
  scene(bytes: Buffer, name: string, signal?: AbortSignal): Promise<GivenScene> {
    return this.run<GivenScene>(this.outside, 'readSceneTask', bytes, signal).catch(asUpload(name));
  }

  /** See the task. Throws an UploadError. */
  restoreShop(task: RestoreTask): Promise<{ rows: number; files: number }> {
    return this.run<{ rows: number; files: number }>(this.outside, 'restoreShopTask', task).catch(
      asUpload('The archive'),
    );
  }

  font(bytes: Uint8Array, name: string): Promise<{ fonts: OwnFont[]; unpacked: Uint8Array }> {
    return this.run<{ fonts: OwnFont[]; unpacked: Uint8Array }>(this.outside, 'readFontTask', {
      bytes,
    }).catch(asUpload(name));
  }

  face(id: string, place: Place): Promise<Uint8Array | null> {
    return this.run(this.quick, 'faceFileTask', { id, place });
  }

  sample(id: string, text: string, place: Place): Promise<FaceSample | null> {
    return this.run(this.quick, 'sampleTask', { id, text, place });
  }

  private async run<T>(on: ProcessPool, name: TaskName, task: unknown, signal?: AbortSignal): Promise<T> {
    const outcome = await on.run<Outcome<T>>(name, task, DEADLINES[name], signal).catch((error: Error) => {
      if (error instanceof EndedError && error.reason === 'died')
        this.log.warn(
          `${name} was ended with its process. ${error.said.split('\n').find((l) => l.trim()) ?? ''}`,
        );
      throw error;
    });
    if ('value' in outcome) return outcome.value;
    throw revive(outcome.fault);
  }

  /** Ends them all; called by whoever made this, once nobody who uses it goes on. */
  async close(): Promise<void> {
    await Promise.all([this.outside.close(), this.quick.close(), this.runs.close()]);
  }
}

/** A file that could not be looked at to its end is one that cannot be brought in. */
const asUpload =
  (name: string) =>
  (error: Error): never => {
    if (error instanceof EndedError && (error.reason === 'deadline' || error.reason === 'died'))
      throw new UploadError(
        `${name}: this file cannot be read: ${error.message}. Save it again, simpler or smaller.`,
      );
    throw error;
  };
