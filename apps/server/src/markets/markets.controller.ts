import { createReadStream } from 'node:fs';
import {
  Body,
  Controller,
  Delete,
  Get,
  Header,
  Headers,
  HttpCode,
  NotFoundException,
  Param,
  ParseIntPipe,
  ParseUUIDPipe,
  Patch,
  Post,
  StreamableFile,
} from '@nestjs/common';
import { ApiProperty, ApiPropertyOptional, ApiTags } from '@nestjs/swagger';
import {
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
} from 'class-validator';
import { LibraryService } from '../library/library.service';
import { buyersPage } from './buyers-page';
import { MarketsService } from './markets.service';
import { marketOf, markets, type Market } from './rules';
import { FAULTS, WeatherService, type Fault } from './weather';
import type { Answer } from '@brelm/contract';

export class OpenShopDto {
  @ApiProperty({ example: 'Duskwren Field Supply' })
  @IsString()
  @MaxLength(120)
  @Matches(/\S/, { message: 'shop must not be empty' })
  shop!: string;
}

export class WeatherDto {
  @ApiPropertyOptional({ description: 'ms before each answer' })
  @IsOptional()
  @IsInt()
  @Min(0)
  @Max(20_000)
  slowMs?: number;

  @ApiPropertyOptional({ enum: FAULTS })
  @IsOptional()
  @IsIn(FAULTS)
  fault?: Fault;

  @ApiPropertyOptional({ description: 'share of the answers that go wrong' })
  @IsOptional()
  @IsNumber()
  @Min(0)
  @Max(1)
  share?: number;

  @ApiPropertyOptional()
  @IsOptional()
  @IsInt()
  @Min(0)
  @Max(10_000)
  perMinute?: number;

  @ApiPropertyOptional()
  @IsOptional()
  @IsBoolean()
  takesBack?: boolean;
}

export class RewordDto {
  @ApiPropertyOptional()
  @IsOptional()
  @IsString()
  @MaxLength(400)
  title?: string;

  @ApiPropertyOptional()
  @IsOptional()
  @IsInt()
  @Min(0)
  @Max(100_000_000)
  price?: number;
}

/** The stand-ins' front doors: shops and their tokens, pages for buyers, and how well they answer. */
@ApiTags('marketplaces (stand-ins)')
@Controller('markets')
export class MarketsController {
  constructor(
    private readonly markets: MarketsService,
    private readonly weather: WeatherService,
    private readonly library: LibraryService,
  ) {}

  @Get()
  list(): Answer<'GET markets'> {
    return markets().map(({ id, name, manner }) => ({ id, name, manner, weather: this.weather.of(id) }));
  }

  /** Opens a shop, and says its token this once. */
  @Post(':market/shops')
  open(
    @Param('market') market: string,
    @Body() { shop }: OpenShopDto,
  ): Promise<Answer<'POST markets/:market/shops'>> {
    return this.markets.open(this.known(market).id, shop.trim());
  }

  @Delete(':market/shops')
  @HttpCode(204)
  forget(
    @Param('market') market: string,
    @Headers('authorization') token?: string,
  ): Promise<Answer<'DELETE markets/:market/shops'>> {
    return this.markets.forget(this.known(market).id, token);
  }

  @Patch(':market/weather')
  change(
    @Param('market') market: string,
    @Body() change: WeatherDto,
  ): Answer<'PATCH markets/:market/weather'> {
    const given = Object.fromEntries(Object.entries(change).filter(([, v]) => v !== undefined));
    return this.weather.set(this.known(market).id, given);
  }

  /** Changes a listing as if its owner had done so on the marketplace’s own pages. */
  @Patch(':market/pages/:id')
  reword(
    @Param('market') market: string,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() words: RewordDto,
  ): Promise<Answer<'PATCH markets/:market/pages/:id'>> {
    const given = Object.fromEntries(Object.entries(words).filter(([, v]) => v !== undefined));
    return this.markets.reword(this.known(market).id, id, given);
  }

  @Get(':market/pages/:id')
  @Header('Content-Type', 'text/html; charset=utf-8')
  @Header('Content-Security-Policy', "default-src 'none'; img-src 'self'; style-src 'unsafe-inline'")
  async page(@Param('market') market: string, @Param('id', ParseUUIDPipe) id: string): Promise<string> {
    const { listing, pictures, shop } = await this.markets.shown(this.known(market).id, id);
    const garments = await this.library.garments();
    const colours = listing.words.colours.map((c) => garments.find((g) => g.id === c)?.name ?? c);
    return buyersPage(this.known(market), listing, shop, pictures.length, colours);
  }

  @Get(':market/pages/:id/pictures/:position')
  async picture(
    @Param('market') market: string,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('position', ParseIntPipe) position: number,
  ): Promise<StreamableFile> {
    const path = await this.markets.pictureAt(this.known(market).id, id, position);
    return new StreamableFile(createReadStream(path), { type: 'image/jpeg' });
  }

  private known(id: string): Market {
    const market = marketOf(id);
    if (!market) throw new NotFoundException(`There is no marketplace “${id}”.`);
    return market;
  }
}
