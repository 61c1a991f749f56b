import { ApiPropertyOptional } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import { IsInt, IsOptional, IsString, Matches, Max, MaxLength, Min } from 'class-validator';

export class SearchMotifsDto {
  @ApiPropertyOptional({ description: 'Words; "bunny" finds rabbits, too.' })
  @IsOptional()
  @IsString()
  @MaxLength(200)
  q?: string;

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
