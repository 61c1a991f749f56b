import { Controller, Get, HttpStatus, Res } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import { DataSource } from 'typeorm';
import { QueueService } from '../runs/queue.service';
import { DiskGuard, DiskFullError, LEAST_ROOM } from '../storage/disk-guard';
import type { Answer } from '@brelm/contract';

@ApiTags('health')
@Controller('health')
export class HealthController {
  constructor(
    private readonly db: DataSource,
    private readonly disk: DiskGuard,
    private readonly queue: QueueService,
  ) {}

  /** 200 when the server and its database answer. */
  @Get()
  async health(): Promise<Answer<'GET health'>> {
    await this.db.query('SELECT 1');
    return { ok: true };
  }

  /** 200 when it can do all of its work; 503 where the database does not answer or the disk takes no more. */
  @Get('ready')
  async ready(@Res({ passthrough: true }) response: Response): Promise<Answer<'GET health/ready'>> {
    const queue = await this.queue.standing();
    const disk = await this.disk.check(LEAST_ROOM).then(
      () => null,
      (error: unknown) => {
        if (error instanceof DiskFullError) return error.message;
        throw error;
      },
    );
    if (disk !== null) response.status(HttpStatus.SERVICE_UNAVAILABLE);
    return { ready: disk === null, disk, queue };
  }
}
