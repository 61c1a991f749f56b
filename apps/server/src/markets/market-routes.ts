import { Delete, Get, Headers, HttpCode, Param, ParseUUIDPipe, Query } from '@nestjs/common';
import { MarketsService } from './markets.service';
import type { Answer } from '@brelm/contract';

/** What all stand-ins answer alike: reading, taking down, and figures. Each takes listings in its own manner. */
export abstract class MarketRoutes {
  protected abstract readonly market: string;

  constructor(protected readonly markets: MarketsService) {}

  protected shop(authorization: string | undefined): Promise<string> {
    return this.markets.shopOf(this.market, authorization);
  }

  /** The shop's listings, or the one that it calls so. */
  @Get('listings')
  async list(
    @Headers('authorization') token: string | undefined,
    @Query('reference') reference?: string,
  ): Promise<Answer<'GET markets/gannet-row/listings'>> {
    return { listings: await this.markets.list(this.market, await this.shop(token), reference) };
  }

  @Get('listings/:id')
  async one(
    @Headers('authorization') token: string | undefined,
    @Param('id', ParseUUIDPipe) id: string,
  ): Promise<Answer<'GET markets/gannet-row/listings/:id'>> {
    return this.markets.get(this.market, await this.shop(token), id);
  }

  @Delete('listings/:id')
  @HttpCode(200)
  async down(
    @Headers('authorization') token: string | undefined,
    @Param('id', ParseUUIDPipe) id: string,
  ): Promise<Answer<'DELETE markets/gannet-row/listings/:id'>> {
    return this.markets.takeDown(this.market, await this.shop(token), id);
  }

  /** Views and sales by day of the shop's listings. */
  @Get('figures')
  async figures(
    @Headers('authorization') token: string | undefined,
  ): Promise<Answer<'GET markets/gannet-row/figures'>> {
    return { figures: await this.markets.figures(this.market, await this.shop(token)) };
  }
}
