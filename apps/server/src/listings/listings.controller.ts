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
  StreamableFile,
} from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { csvOf, rightsCells, RIGHTS_HEADER } from '@brelm/core/listing';
import { motifLibrary, rightsSheet } from '@brelm/engine';
import { ConnectionsService } from './connections.service';
import { ConnectDto, MarkDto, ProtectedDto, SendDto, SendingsDto } from './listings.dto';
import { ListingsService } from './listings.service';
import { ProtectedService } from './protected.service';
import { SendingService } from './sending.service';
import { OwnersOnly } from '../http/standing';
import type { Answer } from '@brelm/contract';

@ApiTags('listings')
@Controller()
export class ListingsController {
  constructor(
    private readonly listings: ListingsService,
    private readonly sending: SendingService,
    private readonly connections: ConnectionsService,
    private readonly words: ProtectedService,
  ) {}

  /** The listings of a design: what was sent, and what was heard of each. */
  @Get('designs/:id/listings')
  of(@Param('id', ParseUUIDPipe) id: string): Promise<Answer<'GET designs/:id/listings'>> {
    return this.listings.of(id);
  }

  /** All that the designs on the shelf use that somebody has a right to, and which use it. */
  @Get('rights')
  async ledger(): Promise<Answer<'GET rights'>> {
    return { materials: await this.listings.ledger() };
  }

  /** What a design uses and why it may: as a table for a spreadsheet. */
  @Get('designs/:id/rights.csv')
  @Header('Content-Type', 'text/csv; charset=utf-8')
  async rightsTable(@Param('id', ParseUUIDPipe) id: string): Promise<string> {
    return csvOf(RIGHTS_HEADER, rightsCells((await this.listings.rights(id)).rows));
  }

  /** The same as a statement to keep. */
  @Get('designs/:id/rights.pdf')
  async rightsSheet(@Param('id', ParseUUIDPipe) id: string): Promise<StreamableFile> {
    const { name, rows } = await this.listings.rights(id);
    const day = new Date().toISOString().slice(0, 10);
    return new StreamableFile(await rightsSheet(name, rows, day), { type: 'application/pdf' });
  }

  /** Marks a listing that was put up without a connection. */
  @Post('listings/marks')
  @HttpCode(200)
  mark(@Body() { designId, spec, byHand }: MarkDto): Promise<Answer<'POST listings/marks'>> {
    return this.listings.mark(designId, spec, byHand);
  }

  /** Asks all connected marketplaces how their listings are. */
  @Post('listings/hear')
  @HttpCode(204)
  hear(): Promise<Answer<'POST listings/hear'>> {
    return this.listings.hear();
  }

  /** Views and sales of all listings by day. */
  @Get('figures')
  figures(): Promise<Answer<'GET figures'>> {
    return this.listings.figures();
  }

  /** Sends listings, or takes them down; refuses what has a stop. */
  @Post('sendings')
  send(@Body() { listings }: SendDto): Promise<Answer<'POST sendings'>> {
    return this.sending.begin(listings);
  }

  /** Several at once, for who watches them. */
  @Get('sendings')
  async several(@Query() { ids }: SendingsDto): Promise<Answer<'GET sendings'>> {
    return { sendings: await this.sending.several(ids) };
  }

  @Get('sendings/:id')
  sent(@Param('id', ParseUUIDPipe) id: string): Promise<Answer<'GET sendings/:id'>> {
    return this.sending.get(id);
  }

  @Post('sendings/lines/:id/cancel')
  @HttpCode(200)
  cancel(@Param('id', ParseUUIDPipe) id: string): Promise<Answer<'POST sendings/lines/:id/cancel'>> {
    return this.sending.cancel(id);
  }

  @Get('connections')
  connected(): Promise<Answer<'GET connections'>> {
    return this.connections.list();
  }

  /** Connects with a marketplace's token, which is tried first and never told again. */
  @OwnersOnly()
  @Put('connections/:market')
  connect(
    @Param('market') market: string,
    @Body() { shop, token }: ConnectDto,
  ): Promise<Answer<'PUT connections/:market'>> {
    return this.connections.connect(market, shop.trim(), token);
  }

  @OwnersOnly()
  @Delete('connections/:market')
  disconnect(@Param('market') market: string): Promise<Answer<'DELETE connections/:market'>> {
    return this.connections.disconnect(market);
  }

  @Get('protected-words')
  protectedWords(): Promise<Answer<'GET protected-words'>> {
    return this.words.list();
  }

  @Post('protected-words')
  @HttpCode(200)
  protect(@Body() word: ProtectedDto): Promise<Answer<'POST protected-words'>> {
    return this.words.put(word);
  }

  @Delete('protected-words/:words')
  free(@Param('words') words: string): Promise<Answer<'DELETE protected-words/:words'>> {
    return this.words.remove(words);
  }

  /** What figures show, in words that buyers use, the nearest first; by the figures' names. */
  @Get('figure-topics')
  async topics(@Query('names') names?: string): Promise<Answer<'GET figure-topics'>> {
    const asked = (names ?? '').slice(0, 2000).split(',').slice(0, 40);
    return { topics: (await motifLibrary()).wordsFor(asked) };
  }
}
