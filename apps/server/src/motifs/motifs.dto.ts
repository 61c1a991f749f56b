import { ApiPropertyOptional } from '@nestjs/swagger';
import { IsIn, IsOptional, IsString, Matches, MaxLength } from 'class-validator';
import { MOTIF_TOPICS } from '@brelm/engine';
import { PageDto } from '../http/page.dto';

export class SearchMotifsDto extends PageDto {
  @ApiPropertyOptional({ description: 'Words; "bunny" finds rabbits, too.' })
  @IsOptional()
  @IsString()
  @MaxLength(200)
  q?: string;

  @ApiPropertyOptional({ enum: MOTIF_TOPICS.map((t) => t.id) })
  @IsOptional()
  @IsIn(MOTIF_TOPICS.map((t) => t.id))
  topic?: string;
}

export class MotifColourDto {
  @ApiPropertyOptional({ description: 'For what has no colour of its own, rrggbb.' })
  @IsOptional()
  @Matches(/^[0-9a-f]{6}$/, { message: 'colour must be six hexadecimal digits' })
  colour?: string;
}
