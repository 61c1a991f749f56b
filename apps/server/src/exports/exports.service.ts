import { randomUUID } from 'node:crypto';
import {
  BadRequestException,
  ConflictException,
  Inject,
  Injectable,
  Logger,
  NotFoundException,
  type OnModuleInit,
} from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { Repository } from 'typeorm';
import { colourwayOf } from '@brelm/core/design';
import { fileName } from '@brelm/core/export';
import { sideOf } from '@brelm/core/spec';
import { ExportRow } from '../database/entities';
import { DesignsService } from '../designs/designs.service';
import { LibraryService } from '../library/library.service';
import { OPTIONS, type ServerOptions } from '../options';
import { PoolService } from '../workers/pool.service';
import type { ExportTask } from '../workers/tasks';
import type { CreateExportDto } from './exports.dto';

@Injectable()
export class ExportsService implements OnModuleInit {
  private readonly log = new Logger('Exports');
  private readonly working = new Map<string, AbortController>();

  constructor(
    @InjectRepository(ExportRow) private readonly rows: Repository<ExportRow>,
    private readonly designs: DesignsService,
    private readonly library: LibraryService,
    private readonly pool: PoolService,
    @Inject(OPTIONS) private readonly options: ServerOptions,
  ) {}

  /** An export that was being made when the server was stopped will not go on: say so. */
  async onModuleInit(): Promise<void> {
    await this.rows.update(
      { state: 'working' },
      { state: 'failed', reason: 'The server was stopped meanwhile. Export again.', finishedAt: new Date() },
    );
  }

  /** Starts making one file from the design as it is saved now; answers before it is made. */
  async start(request: CreateExportDto): Promise<ExportRow> {
    const { revision, document } = await this.designs.get(request.designId);
    const spec = await this.library.spec(request.spec);
    const side = sideOf(spec, request.side);
    if (!side) throw new BadRequestException(fault('side', `${spec.id} has no side "${request.side}"`));
    const colourway = colourwayOf(document, request.colourway);
    if (!colourway)
      throw new BadRequestException(fault('colourway', `there is no colourway "${request.colourway}"`));
    const row = await this.rows.save({
      id: randomUUID(),
      designId: request.designId,
      revision,
      spec: spec.id,
      side: side.id,
      colourway: colourway.id,
      state: 'working' as const,
      reason: null,
      fileName: fileName({
        design: document.name,
        product: spec.id,
        side: spec.sides.length > 1 ? side.name : null,
        colourway: document.colourways.length > 1 ? colourway.name : null,
        width: side.widthPx,
        height: side.heightPx,
      }),
      sha256: null,
      report: null,
      createdAt: new Date(),
      finishedAt: null,
    });
    void this.make(row.id, {
      design: document,
      colourway: colourway.id,
      spec,
      side,
      filesDir: this.options.filesDir,
    });
    return row;
  }

  private async make(id: string, task: ExportTask): Promise<void> {
    const abort = new AbortController();
    this.working.set(id, abort);
    let outcome: Partial<ExportRow>;
    try {
      const { sha256, report } = await this.pool.export(task, abort.signal);
      outcome = { state: 'done', sha256, report: JSON.stringify(report) };
    } catch (error) {
      outcome = abort.signal.aborted
        ? { state: 'cancelled', reason: 'Cancelled.' }
        : { state: 'failed', reason: (error as Error).message };
    }
    this.working.delete(id);
    await this.rows
      .update(id, { ...outcome, finishedAt: new Date() })
      .catch((error: Error) => this.log.error(`export ${id} could not be noted: ${error.message}`));
  }

  async get(id: string): Promise<ExportRow> {
    const row = await this.rows.findOneBy({ id });
    if (!row) throw new NotFoundException(`There is no export ${id}.`);
    return row;
  }

  async file(id: string): Promise<{ sha256: string; fileName: string }> {
    const row = await this.get(id);
    if (row.state !== 'done' || !row.sha256)
      throw new ConflictException(row.reason ?? 'The file is still being made.');
    return { sha256: row.sha256, fileName: row.fileName };
  }

  async cancel(id: string): Promise<void> {
    await this.get(id);
    this.working.get(id)?.abort();
  }
}

const fault = (field: string, message: string) => ({
  message: `${field}: ${message}`,
  faults: [{ field, message }],
});
