import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { IsIn, IsInt, IsObject, IsOptional, IsString, Matches, MaxLength, Min } from 'class-validator';
import { Transform } from 'class-transformer';
import { IDEA_STATES, type IdeaState } from '@brelm/core/idea';
import { IsDay } from '../http/is-day';
import { Listed } from '../http/listed';
import { PageDto } from '../http/page.dto';
import { COUNTRY_IDS } from '../searches/model';
import { COMPARED } from './demand.service';

export class YearDto {
  @ApiPropertyOptional({ description: 'The day that it is seen from, YYYY-MM-DD; today where left out.' })
  @IsOptional()
  @IsDay()
  day?: string;
}

export class SeasonDto {
  @ApiProperty({ description: 'name, countries, rule, peak, leads, words; the id is made here.' })
  @IsObject()
  season!: Record<string, unknown>;
}

export class ChangeSeasonDto extends SeasonDto {
  @ApiProperty({ description: 'The season that the change began from.' })
  @IsObject()
  was!: Record<string, unknown>;
}

export class ListIdeasDto extends PageDto {
  @ApiPropertyOptional({ enum: IDEA_STATES, isArray: true, description: 'Parted by commas.' })
  @IsOptional()
  @Listed()
  @IsIn(IDEA_STATES, { each: true })
  states?: IdeaState[];

  @ApiPropertyOptional({
    description: 'Words that the phrase, the note, the pieces or the niche have, each of them.',
  })
  @IsOptional()
  @IsString()
  @MaxLength(120)
  q?: string;
}

export class CreateIdeaDto {
  @ApiProperty({ description: 'A whole idea (docs/almanac.md).' })
  @IsOptional()
  @IsObject()
  document?: Record<string, unknown>;
}

export class SaveIdeaDto extends CreateIdeaDto {
  @ApiProperty({ description: 'The revision that this save is based on.' })
  @IsInt()
  @Min(1)
  revision!: number;
}

class InCountry extends PageDto {
  @ApiProperty({ enum: COUNTRY_IDS })
  @IsIn(COUNTRY_IDS)
  country!: string;
}

export class ListDemandDto extends InCountry {
  @ApiPropertyOptional()
  @IsOptional()
  @IsString()
  @MaxLength(120)
  search?: string;

  @ApiPropertyOptional({ enum: COMPARED, description: 'Empty for phrases by themselves.' })
  @IsOptional()
  @IsIn(COMPARED)
  product?: string;

  @ApiPropertyOptional({
    enum: ['true', 'false'],
    description: 'Those that the seller keeps an eye on alone.',
  })
  @IsOptional()
  @IsIn(['true', 'false'])
  watched?: 'true' | 'false';
}

const phrase = ({ value }: { value: unknown }) =>
  typeof value === 'string' ? value.trim().toLowerCase().replace(/\s+/g, ' ') : value;

export class OneDemandDto extends InCountry {
  @ApiProperty()
  @Transform(phrase)
  @IsString()
  @Matches(/\S/, { message: 'phrase must say something' })
  @MaxLength(120)
  phrase!: string;
}

export class WatchDto extends OneDemandDto {
  @ApiProperty({ enum: COMPARED })
  @IsIn(COMPARED)
  product!: string;
}

export class DemandCsvDto {
  @ApiProperty({ description: 'A CSV file: columns phrase, product, country, month, searches.' })
  @IsString()
  @MaxLength(20_000_000, { message: 'csv is too large: at most 20 MB' })
  csv!: string;
}
