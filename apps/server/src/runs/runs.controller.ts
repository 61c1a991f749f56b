import { createReadStream } from 'node:fs';
import {
  Body,
  Controller,
  Delete,
  Get,
  HttpCode,
  Param,
  ParseUUIDPipe,
  Post,
  Put,
  Query,
  Sse,
  StreamableFile,
  type MessageEvent,
} from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { interval, map, merge, type Observable } from 'rxjs';
import { WhileAsked } from '../http/json-body';
import { PlannerService } from './planner.service';
import { RunStore } from './run-store.service';
import { CreateRunDto, CreateRunsDto, MoveRunDto, PlanDto, PlannedFileDto, PolicyDto } from './runs.dto';
import { RunsService } from './runs.service';
import { Looks } from '../http/standing';
import type { Answer } from '@brelm/contract';

const TYPES: Record<string, string> = {
  png: 'image/png',
  jpg: 'image/jpeg',
  webp: 'image/webp',
  svg: 'image/svg+xml',
  pdf: 'application/pdf',
  zip: 'application/zip',
  dxf: 'image/vnd.dxf',
};

const download = ({ path, name, size }: { path: string; name: string; size: number }) =>
  new StreamableFile(createReadStream(path), {
    type: TYPES[name.split('.').pop()!] ?? 'application/octet-stream',
    length: size,
    disposition: `attachment; filename="${name}"`,
  });

/** Keeps connections open that nothing is said on, ms. */
const BEAT = 20_000;

@ApiTags('runs')
@Controller()
export class RunsController {
  constructor(
    private readonly runs: RunsService,
    private readonly planner: PlannerService,
    private readonly store: RunStore,
  ) {}

  /** Which files designs make as they are saved now. */
  @Looks()
  @Post('plan')
  @HttpCode(200)
  plan(@Body() body: PlanDto): Promise<Answer<'POST plan'>> {
    return this.planner.plan(body.designs, body.pattern);
  }

  /** What the proof of one file finds, and about how many bytes it will have. */
  @Looks()
  @Post('plan/proof')
  @HttpCode(200)
  proof(@Body() body: PlannedFileDto, @WhileAsked() signal: AbortSignal): Promise<Answer<'POST plan/proof'>> {
    return this.planner.proof(body, signal);
  }

  @Get('runs')
  list(): Promise<Answer<'GET runs'>> {
    return this.runs.list();
  }

  @Post('runs')
  @HttpCode(202)
  create(@Body() body: CreateRunDto): Promise<Answer<'POST runs'>> {
    return this.runs.create(body);
  }

  @Post('runs/several')
  @HttpCode(202)
  createSeveral(@Body() body: CreateRunsDto): Promise<Answer<'POST runs/several'>> {
    return this.runs.createAll(body.runs);
  }

  /** Server-sent events: each change of a run, with the file that changed. */
  @Sse('runs/events')
  events(): Observable<MessageEvent> {
    return merge(
      this.store.events.pipe(map((data) => ({ data }))),
      interval(BEAT).pipe(map(() => ({ type: 'beat', data: '' }))),
    );
  }

  /** The last pictures of products that were made of a design; `behind` where it has changed since. */
  @Get('designs/:id/mockups')
  mockups(@Param('id', ParseUUIDPipe) id: string): Promise<Answer<'GET designs/:id/mockups'>> {
    return this.runs.mockupsOf(id);
  }

  @Get('runs/policy')
  policy(): Promise<Answer<'GET runs/policy'>> {
    return this.runs.policy();
  }

  @Put('runs/policy')
  setPolicy(@Body() body: PolicyDto): Promise<Answer<'PUT runs/policy'>> {
    return this.runs.setPolicy(body.keepDays);
  }

  @Get('runs/files/:id')
  async file(@Param('id', ParseUUIDPipe) id: string): Promise<StreamableFile> {
    return download(await this.runs.madeFile(id));
  }

  @Get('runs/:id')
  get(@Param('id', ParseUUIDPipe) id: string): Promise<Answer<'GET runs/:id'>> {
    return this.runs.get(id);
  }

  @Get('runs/:id/pack')
  async pack(@Param('id', ParseUUIDPipe) id: string): Promise<StreamableFile> {
    return download(await this.runs.packFile(id));
  }

  @Put('runs/:id/position')
  move(
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: MoveRunDto,
  ): Promise<Answer<'PUT runs/:id/position'>> {
    return this.runs.move(id, body.to);
  }

  @Post('runs/:id/pause')
  @HttpCode(200)
  pause(@Param('id', ParseUUIDPipe) id: string): Promise<Answer<'POST runs/:id/pause'>> {
    return this.runs.pause(id, true);
  }

  @Post('runs/:id/go-on')
  @HttpCode(200)
  goOn(@Param('id', ParseUUIDPipe) id: string): Promise<Answer<'POST runs/:id/go-on'>> {
    return this.runs.pause(id, false);
  }

  @Post('runs/:id/cancel')
  @HttpCode(200)
  cancel(@Param('id', ParseUUIDPipe) id: string): Promise<Answer<'POST runs/:id/cancel'>> {
    return this.runs.cancel(id);
  }

  @Post('runs/:id/retry')
  @HttpCode(200)
  retry(
    @Param('id', ParseUUIDPipe) id: string,
    @Query('acceptStops') acceptStops?: string,
  ): Promise<Answer<'POST runs/:id/retry'>> {
    return this.runs.retry(id, acceptStops === 'true');
  }

  @Delete('runs/:id')
  @HttpCode(204)
  async remove(@Param('id', ParseUUIDPipe) id: string): Promise<Answer<'DELETE runs/:id'>> {
    await this.runs.remove(id);
  }
}
