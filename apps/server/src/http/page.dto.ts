import { ApiPropertyOptional } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import { IsInt, IsOptional, Max, Min } from 'class-validator';

/** A part of a long list. */
export class PageDto {
  @ApiPropertyOptional({ description: 'Entries that are passed over.' })
  @IsOptional()
  @Type(() => Number)
  @IsInt()
  @Min(0)
  @Max(1_000_000)
  from?: number;

  @ApiPropertyOptional({ description: 'Entries of the page, at the most.' })
  @IsOptional()
  @Type(() => Number)
  @IsInt()
  @Min(1)
  @Max(200)
  count?: number;
}
