import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import Piscina from 'piscina';
import { PictureError, UploadError, WriteError, type Upload } from '../engine';
import type { ExportTask, ExportResult, Fault, Outcome } from './tasks';

/** Worker threads for whatever would hold up the server: rendering, encoding, looking at uploads. */
@Injectable()
export class PoolService implements OnModuleDestroy {
  private readonly pool = new Piscina({
    // Where the code is compiled on the fly, as in tests, threads still run what was built.
    filename: [join(__dirname, 'tasks.js'), join(__dirname, '../../dist/workers/tasks.js')].find(existsSync)!,
    minThreads: 0,
    maxThreads: 2,
    idleTimeout: 30_000,
  });

  export(task: ExportTask, signal?: AbortSignal): Promise<ExportResult> {
    return this.run('exportTask', task, signal);
  }

  inspect(bytes: Buffer, name: string): Promise<Upload> {
    return this.run('inspectTask', { bytes, name });
  }

  rasterise(bytes: Buffer, name: string, longSide: number): Promise<Uint8Array> {
    return this.run('rasteriseTask', { bytes, name, longSide });
  }

  preview(path: string, size: number): Promise<Uint8Array> {
    return this.run('previewTask', { path, size });
  }

  private async run<T>(name: string, task: unknown, signal?: AbortSignal): Promise<T> {
    const outcome = (await this.pool.run(task, { name, signal })) as Outcome<T>;
    if ('value' in outcome) return outcome.value;
    throw revive(outcome.fault);
  }

  async onModuleDestroy(): Promise<void> {
    await this.pool.destroy();
  }
}

/** Errors lose their class on the way from a worker; their names bring it back. */
function revive({ name, message, code, field }: Fault): Error {
  if (name === 'UploadError') return new UploadError(message);
  if (name === 'PictureError') return new PictureError(message, field);
  if (name === 'WriteError') return new WriteError(message, code);
  return new Error(message);
}
