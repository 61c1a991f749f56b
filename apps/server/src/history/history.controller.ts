import { Controller, Get, Query } from '@nestjs/common';
import { ApiPropertyOptional, ApiTags } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import { IsInt, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator';
import { HistoryService } from './history.service';
import type { Answer } from '@brelm/contract';

class HistoryDto {
  @ApiPropertyOptional({ description: 'Only of this thing, by its id.' })
  @IsOptional()
  @IsString()
  @MaxLength(190)
  of?: string;

  @ApiPropertyOptional({ description: 'Only of things of this kind.' })
  @IsOptional()
  @IsString()
  @MaxLength(24)
  kind?: string;

  @ApiPropertyOptional({ description: 'Only what this person did.' })
  @IsOptional()
  @IsString()
  @MaxLength(36)
  person?: string;

  @ApiPropertyOptional({ description: 'Only what is older than this row.' })
  @IsOptional()
  @Type(() => Number)
  @IsInt()
  @Min(1)
  before?: number;

  @ApiPropertyOptional()
  @IsOptional()
  @Type(() => Number)
  @IsInt()
  @Min(1)
  @Max(200)
  count?: number;
}

@ApiTags('history')
@Controller('history')
export class HistoryController {
  constructor(private readonly history: HistoryService) {}

  /** Who did what in this shop, and when; the last first. */
  @Get()
  async page(@Query() { count = 100, ...asked }: HistoryDto): Promise<Answer<'GET history'>> {
    return { ...(await this.history.page({ ...asked, count })), people: await this.history.people() };
  }
}
