import { Body, Controller, Headers, Param, ParseUUIDPipe, Post, Put, UseInterceptors } from '@nestjs/common';
import { ApiBody, ApiTags } from '@nestjs/swagger';
import { FilesService } from '../storage/files.service';
import { badField, revisionIn } from './asked';
import { MarketRoutes } from './market-routes';
import { MarketsService, type HandedListing } from './markets.service';
import { readHandedFiles } from './read-listing';
import { WeatherInterceptor } from './weather';
import type { Answer } from '@brelm/contract';

/** Mudlark Goods (a stand-in): one JSON object, with each file in base64 in a field of its own. */
@ApiTags('Mudlark Goods (a stand-in)')
@Controller('markets/mudlark')
@UseInterceptors(WeatherInterceptor)
export class MudlarkController extends MarketRoutes {
  protected readonly market = 'mudlark';

  constructor(
    markets: MarketsService,
    private readonly files: FilesService,
  ) {
    super(markets);
  }

  @Post('listings')
  @ApiBody({ schema: { type: 'object' } })
  async create(
    @Headers('authorization') token: string | undefined,
    @Body() body: Record<string, unknown>,
  ): Promise<Answer<'POST markets/mudlark/listings'>> {
    const shop = await this.shop(token);
    return this.markets.create(this.market, shop, await this.handed(body));
  }

  @Put('listings/:id')
  @ApiBody({ schema: { type: 'object' } })
  async update(
    @Headers('authorization') token: string | undefined,
    @Headers('if-match') match: string | undefined,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: Record<string, unknown>,
  ): Promise<Answer<'PUT markets/mudlark/listings/:id'>> {
    const shop = await this.shop(token);
    return this.markets.update(this.market, shop, id, await this.handed(body), revisionIn(match));
  }

  private async handed({ ...body }: Record<string, unknown>): Promise<HandedListing> {
    const data = new Map<string, string>();
    for (const [key, value] of Object.entries(body)) {
      if (!/^data\d+$/.test(key)) continue;
      if (typeof value !== 'string' || !/^[A-Za-z0-9+/]*={0,2}$/.test(value))
        throw badField(key, 'must be base64');
      data.set(key, value);
      delete body[key];
    }
    const { files, ...words } = readHandedFiles(body);
    const handed = [];
    for (const [i, { file, ...named }] of files.entries()) {
      const bytes = data.get(file);
      if (bytes === undefined) throw badField(`files[${i}].file`, `there is no field “${file}”`);
      handed.push({ ...named, sha256: await this.files.keep(Buffer.from(bytes, 'base64')) });
    }
    return { ...words, files: handed };
  }
}
