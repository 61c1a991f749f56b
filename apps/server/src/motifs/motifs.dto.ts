import { ApiPropertyOptional } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import { IsIn, IsInt, IsOptional, IsString, Matches, Max, MaxLength, Min } from 'class-validator';
import { MOTIF_TOPICS } from '../engine';

export class SearchMotifsDto {
  @ApiPropertyOptional({ description: 'Words; "bunny" finds rabbits, too.' })
  @IsOptional()
  @IsString()
  @MaxLength(200)
  q?: string;

  @ApiPropertyOptional({ enum: MOTIF_TOPICS.map((t) => t.id) })
  @IsOptional()
  @IsIn(MOTIF_TOPICS.map((t) => t.id))
  topic?: string;

  @IsOptional()
  @Type(() => Number)
  @IsInt()
  @Min(0)
  @Max(100_000)
  from?: number;

  @IsOptional()
  @Type(() => Number)
  @IsInt()
  @Min(1)
  @Max(200)
  count?: number;
}

export class MotifColourDto {
  @ApiPropertyOptional({ description: 'For what has no colour of its own, rrggbb.' })
  @IsOptional()
  @Matches(/^[0-9a-f]{6}$/, { message: 'colour must be six hexadecimal digits' })
  colour?: string;
}
