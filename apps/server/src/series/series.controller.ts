import {
  Body,
  Controller,
  Delete,
  Get,
  Header,
  HttpCode,
  Param,
  ParseUUIDPipe,
  Post,
  Put,
  Query,
} from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { DocumentText, WhileAsked } from '../http/json-body';
import {
  CreateSeriesDto,
  FollowDto,
  ListSeriesDto,
  MakeSeriesDto,
  RowsDto,
  SaveSeriesDto,
} from './series.dto';
import { seriesJson, SeriesService } from './series.service';
import type { Answer } from '@brelm/contract';
import type { AsText } from '../http/answers';

const JSON_TYPE = 'application/json; charset=utf-8';

@ApiTags('series')
@Controller('series')
export class SeriesController {
  constructor(private readonly series: SeriesService) {}

  @Get()
  list(@Query() { archived, from = 0, count = 60 }: ListSeriesDto): Promise<Answer<'GET series'>> {
    return this.series.list(archived === 'true', from, count);
  }

  @Get(':id')
  @Header('Content-Type', JSON_TYPE)
  async get(@Param('id', ParseUUIDPipe) id: string): Promise<AsText<'GET series/:id'>> {
    return seriesJson(await this.series.get(id));
  }

  @Post()
  @Header('Content-Type', JSON_TYPE)
  async create(
    @Body() _body: CreateSeriesDto,
    @DocumentText() document: string,
  ): Promise<AsText<'POST series'>> {
    return seriesJson(await this.series.create(document));
  }

  @Put(':id')
  @Header('Content-Type', JSON_TYPE)
  async save(
    @Param('id', ParseUUIDPipe) id: string,
    @Body() { revision }: SaveSeriesDto,
    @DocumentText() document: string,
  ): Promise<AsText<'PUT series/:id'>> {
    return seriesJson(await this.series.save(id, revision, document));
  }

  @Post(':id/archive')
  @HttpCode(204)
  archive(@Param('id', ParseUUIDPipe) id: string): Promise<Answer<'POST series/:id/archive'>> {
    return this.series.archive(id, true);
  }

  @Post(':id/restore')
  @HttpCode(204)
  restore(@Param('id', ParseUUIDPipe) id: string): Promise<Answer<'POST series/:id/restore'>> {
    return this.series.archive(id, false);
  }

  @Delete(':id')
  @HttpCode(204)
  remove(@Param('id', ParseUUIDPipe) id: string): Promise<Answer<'DELETE series/:id'>> {
    return this.series.remove(id);
  }

  /** Starts making files of rows; answers the runs, and the rows of which nothing is made. */
  @Post(':id/runs')
  make(
    @Param('id', ParseUUIDPipe) id: string,
    @Body() asked: MakeSeriesDto,
    @WhileAsked() signal: AbortSignal,
  ): Promise<Answer<'POST series/:id/runs'>> {
    return this.series.make(id, asked, signal);
  }

  /** How far rows are that are being laid out; both 0 where none are. */
  @Get(':id/making')
  making(@Param('id', ParseUUIDPipe) id: string): Answer<'GET series/:id/making'> {
    return this.series.standing(id);
  }

  /** Designs of their own of rows. */
  @Post(':id/designs')
  makeDesigns(
    @Param('id', ParseUUIDPipe) id: string,
    @Body() { rows }: RowsDto,
    @WhileAsked() signal: AbortSignal,
  ): Promise<Answer<'POST series/:id/designs'>> {
    return this.series.makeDesigns(id, rows, signal);
  }

  /** Brings designs up to date that follow their rows. */
  @Post(':id/designs/follow')
  @HttpCode(200)
  follow(
    @Param('id', ParseUUIDPipe) id: string,
    @Body() { designs }: FollowDto,
    @WhileAsked() signal: AbortSignal,
  ): Promise<Answer<'POST series/:id/designs/follow'>> {
    return this.series.follow(id, designs, signal);
  }
}
