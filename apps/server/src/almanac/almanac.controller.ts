import {
  BadRequestException,
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
  UploadedFile,
  UseInterceptors,
} from '@nestjs/common';
import { FileInterceptor } from '@nestjs/platform-express';
import { ApiBody, ApiConsumes, ApiTags } from '@nestjs/swagger';
import { yearOf } from '@brelm/core/almanac';
import { MAX_UPLOAD_BYTES } from '@brelm/engine';
import { DocumentText, WhileAsked } from '../http/json-body';
import { uploadName } from '../http/upload-name';
import { MaterialsService } from '../materials/materials.service';
import {
  ChangeSeasonDto,
  CreateIdeaDto,
  DemandCsvDto,
  ListDemandDto,
  ListIdeasDto,
  OneDemandDto,
  SaveIdeaDto,
  SeasonDto,
  WatchDto,
  YearDto,
} from './almanac.dto';
import { DemandService } from './demand.service';
import { IdeasService } from './ideas.service';
import { SeasonsService } from './seasons.service';
import { Looks } from '../http/standing';
import type { Answer } from '@brelm/contract';

const todayOf = (day?: string): string => day ?? new Date().toISOString().slice(0, 10);

/** The year: its seasons, what is looked for, and ideas. */
@ApiTags('almanac')
@Controller()
export class AlmanacController {
  constructor(
    private readonly seasons: SeasonsService,
    private readonly demand: DemandService,
    private readonly ideas: IdeasService,
    private readonly materials: MaterialsService,
  ) {}

  /** Seasons with what the shop has for each, and their days last year, this year and next. */
  @Get('seasons')
  async year(@Query() { day }: YearDto): Promise<Answer<'GET seasons'>> {
    const today = todayOf(day);
    const year = yearOf(today);
    return { today, seasons: await this.seasons.list([year - 1, year, year + 1], today) };
  }

  /** The next days of a season that is still being written. */
  @Looks()
  @Post('seasons/try')
  @HttpCode(200)
  tried(@Body() { season }: SeasonDto): Answer<'POST seasons/try'> {
    return this.seasons.tried(season, todayOf());
  }

  @Post('seasons')
  addSeason(@Body() { season }: SeasonDto): Promise<Answer<'POST seasons'>> {
    return this.seasons.add(season);
  }

  @Put('seasons/:id')
  changeSeason(
    @Param('id') id: string,
    @Body() { season, was }: ChangeSeasonDto,
  ): Promise<Answer<'PUT seasons/:id'>> {
    return this.seasons.change(id, season, was);
  }

  /** Takes out an own season; one that ships is as it came again. */
  @Delete('seasons/:id')
  @HttpCode(204)
  removeSeason(@Param('id') id: string): Promise<Answer<'DELETE seasons/:id'>> {
    return this.seasons.remove(id);
  }

  @Get('demand')
  listDemand(
    @Query() { search = '', product = '', country, watched, from = 0, count = 20 }: ListDemandDto,
  ): Promise<Answer<'GET demand'>> {
    return this.demand.list({ search, product, country, watched: watched === 'true', from, count });
  }

  /** A phrase by itself and on each product. */
  @Get('demand/phrase')
  oneDemand(@Query() { phrase, country }: OneDemandDto): Promise<Answer<'GET demand/phrase'>> {
    return this.demand.of(phrase, country);
  }

  @Get('demand/own.csv')
  @Header('Content-Type', 'text/csv; charset=utf-8')
  demandCsv(): Promise<string> {
    return this.demand.csv();
  }

  @Post('demand/own')
  @HttpCode(200)
  takeIn(@Body() { csv }: DemandCsvDto): Promise<Answer<'POST demand/own'>> {
    return this.demand.takeIn(csv);
  }

  /** Forgets the seller's own figures of a phrase. */
  @Delete('demand/own/:phrase')
  async forget(@Param('phrase') phrase: string): Promise<Answer<'DELETE demand/own/:phrase'>> {
    return { months: await this.demand.forget(phrase) };
  }

  @Put('watched')
  @HttpCode(204)
  watch(@Body() asked: WatchDto): Promise<Answer<'PUT watched'>> {
    return this.demand.watch(asked, true);
  }

  @Delete('watched')
  @HttpCode(204)
  unwatch(@Query() asked: WatchDto): Promise<Answer<'DELETE watched'>> {
    return this.demand.watch(asked, false);
  }

  @Get('ideas')
  listIdeas(
    @Query() { states = [], q = '', from = 0, count = 60 }: ListIdeasDto,
  ): Promise<Answer<'GET ideas'>> {
    return this.ideas.list(states, q, from, count);
  }

  @Get('ideas/:id')
  idea(@Param('id', ParseUUIDPipe) id: string): Promise<Answer<'GET ideas/:id'>> {
    return this.ideas.get(id);
  }

  @Post('ideas')
  createIdea(@Body() _body: CreateIdeaDto, @DocumentText() document: string): Promise<Answer<'POST ideas'>> {
    return this.ideas.create(document);
  }

  @Put('ideas/:id')
  saveIdea(
    @Param('id', ParseUUIDPipe) id: string,
    @Body() { revision }: SaveIdeaDto,
    @DocumentText() document: string,
  ): Promise<Answer<'PUT ideas/:id'>> {
    return this.ideas.save(id, revision, document);
  }

  @Delete('ideas/:id')
  @HttpCode(204)
  removeIdea(@Param('id', ParseUUIDPipe) id: string): Promise<Answer<'DELETE ideas/:id'>> {
    return this.ideas.remove(id);
  }

  /** A picture that an idea came from: somebody else's, which is kept apart from the seller's materials. */
  @Post('references')
  @ApiConsumes('multipart/form-data')
  @ApiBody({ schema: { type: 'object', properties: { file: { type: 'string', format: 'binary' } } } })
  @UseInterceptors(FileInterceptor('file', { limits: { fileSize: MAX_UPLOAD_BYTES, files: 1 } }))
  reference(
    @WhileAsked() signal: AbortSignal,
    @UploadedFile() file?: Express.Multer.File,
  ): Promise<Answer<'POST references'>> {
    if (!file) throw new BadRequestException('file: send one picture.');
    return this.materials.bringInReference(file.buffer, uploadName(file), signal);
  }
}
