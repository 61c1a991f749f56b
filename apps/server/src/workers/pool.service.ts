import { join } from 'node:path';
import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import Piscina from 'piscina';
import type { Upload } from '../engine';
import type { ExportTask, ExportResult } from './tasks';

/** Worker threads for whatever would hold up the server: rendering, encoding, looking at uploads. */
@Injectable()
export class PoolService implements OnModuleDestroy {
  private readonly pool = new Piscina({
    filename: join(__dirname, 'tasks.js'),
    minThreads: 0,
    maxThreads: 2,
    idleTimeout: 30_000,
  });

  export(task: ExportTask, signal?: AbortSignal): Promise<ExportResult> {
    return this.pool.run(task, { name: 'exportTask', signal }).catch(revive);
  }

  inspect(bytes: Buffer, name: string): Promise<Upload> {
    return this.pool.run({ bytes, name }, { name: 'inspectTask' }).catch(revive);
  }

  preview(path: string, size: number): Promise<Uint8Array> {
    return this.pool.run({ path, size }, { name: 'previewTask' }).catch(revive);
  }

  async onModuleDestroy(): Promise<void> {
    await this.pool.destroy();
  }
}

/** Errors lose their class on the way from a worker; their names bring it back. */
function revive(error: Error & { code?: string; field?: string; faults?: string[] }): never {
  // eslint-disable-next-line @typescript-eslint/no-require-imports
  const engine = require('../engine') as typeof import('../engine');
  if (error.name === 'UploadError') throw new engine.UploadError(error.message);
  if (error.name === 'PictureError') throw new engine.PictureError(error.message, error.field);
  if (error.name === 'WriteError') throw new engine.WriteError(error.message, error.code);
  throw error;
}
