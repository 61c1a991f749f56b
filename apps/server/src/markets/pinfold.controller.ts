import {
  Body,
  Controller,
  Headers,
  Param,
  ParseUUIDPipe,
  Post,
  Put,
  UploadedFiles,
  UseInterceptors,
} from '@nestjs/common';
import { AnyFilesInterceptor } from '@nestjs/platform-express';
import { ApiBody, ApiConsumes, ApiTags } from '@nestjs/swagger';
import { FilesService } from '../storage/files.service';
import { badField, jsonField, revisionIn } from './asked';
import { MarketRoutes } from './market-routes';
import { MarketsService, type HandedListing } from './markets.service';
import { readHandedFiles } from './read-listing';
import { WeatherInterceptor } from './weather';
import type { Answer } from '@brelm/contract';

const FORM = AnyFilesInterceptor({ limits: { fileSize: 120 * 2 ** 20, files: 60, fields: 4 } });

/** Pinfold Market (a stand-in): one form holds the listing as JSON and all of its files by their names. */
@ApiTags('Pinfold Market (a stand-in)')
@Controller('markets/pinfold')
@UseInterceptors(WeatherInterceptor)
export class PinfoldController extends MarketRoutes {
  protected readonly market = 'pinfold';

  constructor(
    markets: MarketsService,
    private readonly files: FilesService,
  ) {
    super(markets);
  }

  @Post('listings')
  @ApiConsumes('multipart/form-data')
  @ApiBody({ schema: { type: 'object', properties: { listing: { type: 'string' } }, required: ['listing'] } })
  @UseInterceptors(FORM)
  async create(
    @Headers('authorization') token: string | undefined,
    @Body('listing') listing: unknown,
    @UploadedFiles() sent: Express.Multer.File[],
  ): Promise<Answer<'POST markets/pinfold/listings'>> {
    const shop = await this.shop(token);
    return this.markets.create(this.market, shop, await this.handed(listing, sent));
  }

  @Put('listings/:id')
  @ApiConsumes('multipart/form-data')
  @ApiBody({ schema: { type: 'object', properties: { listing: { type: 'string' } }, required: ['listing'] } })
  @UseInterceptors(FORM)
  async update(
    @Headers('authorization') token: string | undefined,
    @Headers('if-match') match: string | undefined,
    @Param('id', ParseUUIDPipe) id: string,
    @Body('listing') listing: unknown,
    @UploadedFiles() sent: Express.Multer.File[],
  ): Promise<Answer<'PUT markets/pinfold/listings/:id'>> {
    const shop = await this.shop(token);
    return this.markets.update(this.market, shop, id, await this.handed(listing, sent), revisionIn(match));
  }

  private async handed(listing: unknown, sent: readonly Express.Multer.File[]): Promise<HandedListing> {
    const { files, ...words } = readHandedFiles(jsonField(listing, 'listing'));
    const handed = [];
    for (const [i, { file, ...named }] of files.entries()) {
      const found = sent.find((s) => s.fieldname === file);
      if (!found) throw badField(`files[${i}].file`, `the form has no file “${file}”`);
      handed.push({ ...named, sha256: await this.files.keep(found.buffer) });
    }
    return { ...words, files: handed };
  }
}
