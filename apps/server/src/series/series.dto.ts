import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsObject,
  IsOptional,
  IsString,
  IsUUID,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';
import { Type } from 'class-transformer';
import { MOST_ROWS } from '@brelm/core/series';
import { PageDto } from '../http/page.dto';

export class ListSeriesDto extends PageDto {
  @ApiPropertyOptional({ enum: ['true', 'false'], description: 'Those that were put away instead.' })
  @IsOptional()
  @IsIn(['true', 'false'])
  archived?: 'true' | 'false';
}

export class CreateSeriesDto {
  @ApiProperty({ description: 'A whole series document (docs/series.md).' })
  @IsOptional()
  @IsObject()
  document?: Record<string, unknown>;
}

export class SaveSeriesDto extends CreateSeriesDto {
  @ApiProperty({ description: 'The revision that this save is based on.' })
  @IsInt()
  @Min(1)
  revision!: number;
}

export class RowsDto {
  @ApiPropertyOptional({
    type: [String],
    description: 'Ids of rows; all that are not left out when missing.',
  })
  @IsOptional()
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(MOST_ROWS)
  @IsString({ each: true })
  @MaxLength(80, { each: true })
  rows?: string[];
}

export class MakeSeriesDto extends RowsDto {
  @ApiPropertyOptional({
    type: [String],
    description: 'Products; all that the layout is for when missing.',
  })
  @IsOptional()
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(60)
  @IsString({ each: true })
  @MaxLength(120, { each: true })
  specs?: string[];

  @ApiPropertyOptional({ description: 'Pattern of the files’ names; the specs’ own when left out.' })
  @IsOptional()
  @IsString()
  @MaxLength(300)
  pattern?: string;

  @ApiPropertyOptional({ description: 'Whether the files of each marketplace become one archive, too.' })
  @IsOptional()
  @IsBoolean()
  pack?: boolean;

  @ApiPropertyOptional({ description: 'Stops of the proof are known and taken.' })
  @IsOptional()
  @IsBoolean()
  acceptStops?: boolean;
}

export class FollowingDto {
  @ApiProperty()
  @IsString()
  @MaxLength(80)
  row!: string;

  @ApiProperty({ description: 'The design that follows the row.' })
  @IsUUID()
  id!: string;

  @ApiProperty({ description: 'Its revision as the series last left it.' })
  @IsInt()
  @Min(1)
  revision!: number;
}

export class FollowDto {
  @ApiProperty({ type: [FollowingDto] })
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(500)
  @ValidateNested({ each: true })
  @Type(() => FollowingDto)
  designs!: FollowingDto[];
}
