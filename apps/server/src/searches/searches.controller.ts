import { Body, Controller, Get, HttpCode, NotFoundException, Post, Query } from '@nestjs/common';
import { ApiProperty, ApiPropertyOptional, ApiTags } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsIn,
  IsInt,
  IsOptional,
  IsString,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';
import { PageDto } from '../http/page.dto';
import { COUNTRY_IDS, MOST_MONTHS, PRODUCTS } from './model';
import { SearchesService } from './searches.service';
import { Looks } from '../http/standing';
import type { Answer } from '@brelm/contract';

export class FindPhrasesDto extends PageDto {
  @ApiPropertyOptional({ description: 'Words that the phrases have, each of them or its beginning.' })
  @IsOptional()
  @IsString()
  @MaxLength(120)
  q?: string;
}

class AskedPhrase {
  @ApiProperty()
  @IsString()
  @MaxLength(120)
  phrase!: string;

  @ApiProperty({ enum: PRODUCTS, description: 'Empty for the phrase by itself.' })
  @IsIn(PRODUCTS)
  product!: (typeof PRODUCTS)[number];
}

export class HistoriesDto {
  @ApiProperty({ type: [AskedPhrase] })
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(100)
  @ValidateNested({ each: true })
  @Type(() => AskedPhrase)
  phrases!: AskedPhrase[];

  @ApiProperty({ enum: COUNTRY_IDS })
  @IsIn(COUNTRY_IDS)
  country!: string;

  @ApiProperty({ minimum: 1, maximum: MOST_MONTHS })
  @IsInt()
  @Min(1)
  @Max(MOST_MONTHS)
  months!: number;
}

export class NearDto {
  @ApiProperty()
  @IsString()
  @MaxLength(120)
  phrase!: string;
}

/** A stand-in for a service that tells how often something is looked for. Its figures are made up, the same each time. */
@ApiTags('searches (stand-in)')
@Controller('searches')
export class SearchesController {
  constructor(private readonly searches: SearchesService) {}

  /** Phrases that there are figures for. */
  @Get('phrases')
  phrases(@Query() { q = '', from = 0, count = 60 }: FindPhrasesDto): Answer<'GET searches/phrases'> {
    return this.searches.find(q, from, count);
  }

  /** Phrases near one: those that share words with it, then those of its field. */
  @Get('near')
  near(@Query() { phrase }: NearDto): Answer<'GET searches/near'> {
    return this.searches.near(phrase);
  }

  /** Searches a month, to the last month that is over, and how many listings there are; null for a phrase without figures. */
  @Looks()
  @Post('histories')
  @HttpCode(200)
  histories(@Body() { phrases, country, months }: HistoriesDto): Answer<'POST searches/histories'> {
    if (!COUNTRY_IDS.includes(country)) throw new NotFoundException('There are no figures for this country.');
    return this.searches.histories(phrases, country, months);
  }
}
