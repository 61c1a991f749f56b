import { existsSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import Piscina from 'piscina';
import { PictureError, UploadError, WriteError, type JobFinding, type Upload } from '../engine';
import type { Fault, JobTask, MadeResult, MakeTask, Outcome, PackTask } from './tasks';

// Where the code is compiled on the fly, as in tests, threads still run what was built.
const TASKS = [join(__dirname, 'tasks.js'), join(__dirname, '../../dist/workers/tasks.js')].find(existsSync)!;

/** Files that are made at once: more than cores would only wait for one another and fill memory. */
export const RUN_THREADS = Math.max(1, Math.min(4, availableParallelism()));

/** Worker threads for whatever would hold up the server: rendering, encoding, looking at uploads. */
@Injectable()
export class PoolService implements OnModuleDestroy {
  private closed = false;

  /** What somebody waits for on the screen. */
  private readonly quick = new Piscina({
    filename: TASKS,
    minThreads: 0,
    maxThreads: 2,
    idleTimeout: 30_000,
  });
  /** What runs make, so that an upload need not wait for forty files. */
  private readonly runs = new Piscina({
    filename: TASKS,
    minThreads: 0,
    maxThreads: RUN_THREADS,
    idleTimeout: 30_000,
  });

  make(task: MakeTask, signal: AbortSignal): Promise<MadeResult> {
    return this.run(this.runs, 'makeTask', task, signal);
  }

  pack(task: PackTask, signal: AbortSignal): Promise<{ bytes: number; sha256: string }> {
    return this.run(this.runs, 'packTask', task, signal);
  }

  proof(task: JobTask): Promise<{ findings: JobFinding[]; expectedBytes: number }> {
    return this.run(this.quick, 'proofTask', task);
  }

  inspect(bytes: Buffer, name: string): Promise<Upload> {
    return this.run(this.quick, 'inspectTask', { bytes, name });
  }

  rasterise(bytes: Buffer, name: string, longSide: number): Promise<Uint8Array> {
    return this.run(this.quick, 'rasteriseTask', { bytes, name, longSide });
  }

  preview(path: string, size: number): Promise<Uint8Array> {
    return this.run(this.quick, 'previewTask', { path, size });
  }

  private async run<T>(pool: Piscina, name: string, task: unknown, signal?: AbortSignal): Promise<T> {
    // A pool that was destroyed would begin new threads that nobody ends.
    if (this.closed) throw new Error('The server is stopping.');
    const outcome = (await pool.run(task, { name, signal })) as Outcome<T>;
    if ('value' in outcome) return outcome.value;
    throw revive(outcome.fault);
  }

  async onModuleDestroy(): Promise<void> {
    this.closed = true;
    await Promise.all([this.quick.destroy(), this.runs.destroy()]);
  }
}

/** Errors lose their class on the way from a worker; their names bring it back. */
function revive({ name, message, code, field }: Fault): Error {
  if (name === 'UploadError') return new UploadError(message);
  if (name === 'PictureError') return new PictureError(message, field);
  if (name === 'WriteError') return new WriteError(message, code);
  return new Error(message);
}
