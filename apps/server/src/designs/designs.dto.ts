import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import {
  IsBoolean,
  IsIn,
  IsInt,
  IsNotEmpty,
  IsObject,
  IsOptional,
  IsString,
  Matches,
  MaxLength,
  Min,
} from 'class-validator';
import { PageDto } from '../http/page.dto';

/** How a listing of a design stands, for the shelf. */
export const LISTED = ['none', 'review', 'accepted', 'trouble'] as const;
export type Listed = (typeof LISTED)[number];

export class ListDesignsDto extends PageDto {
  @ApiPropertyOptional({ enum: ['true', 'false'], description: 'The archive instead of the shelf.' })
  @IsOptional()
  @IsIn(['true', 'false'])
  archived?: 'true' | 'false';

  @ApiPropertyOptional({
    enum: LISTED,
    description: 'Only those that have a listing which stands so; `none`: that have none.',
  })
  @IsOptional()
  @IsIn(LISTED)
  listed?: Listed;

  @ApiPropertyOptional({ enum: ['changed', 'name'] })
  @IsOptional()
  @IsIn(['changed', 'name'])
  order?: 'changed' | 'name';

  @ApiPropertyOptional({
    description: 'Words that all must be in its name, on it, or in its parts and inks.',
  })
  @IsOptional()
  @IsString()
  @MaxLength(200)
  search?: string;
}

export class CreateDesignDto {
  @ApiProperty({ description: 'A whole design document (docs/design-format.md).' })
  @IsOptional()
  @IsObject()
  document?: Record<string, unknown>;
}

export class SaveDesignDto {
  @ApiProperty({ description: 'The revision that this save is based on.' })
  @IsInt()
  @Min(1)
  revision!: number;

  @ApiProperty({ description: 'A whole design document.' })
  @IsOptional()
  @IsObject()
  document?: Record<string, unknown>;

  @ApiPropertyOptional({ description: 'Keep what is replaced among the versions.' })
  @IsOptional()
  @IsBoolean()
  keepReplaced?: boolean;
}

export class DuplicateDesignDto {
  @ApiPropertyOptional({ description: 'Name of the copy.' })
  @IsOptional()
  @IsString()
  @IsNotEmpty()
  @MaxLength(300)
  name?: string;
}

export class FilmsDto {
  @ApiPropertyOptional({ description: 'A side of the design; its first where left out.' })
  @IsOptional()
  @IsString()
  @MaxLength(120)
  side?: string;

  @ApiPropertyOptional({ description: 'A colourway; the first where left out.' })
  @IsOptional()
  @IsString()
  @MaxLength(120)
  colourway?: string;

  @ApiPropertyOptional({ description: 'A pattern of file names: as for files, and {n}, {ink}, {film}.' })
  @IsOptional()
  @IsString()
  @MaxLength(300)
  name?: string;
}

export class NameVersionDto {
  @ApiProperty({ description: 'What the version is called.' })
  @IsString()
  @Matches(/\S/, { message: 'name must say something' })
  @MaxLength(120)
  name!: string;

  @ApiProperty({ description: 'The design document as it is to be kept.' })
  @IsOptional()
  @IsObject()
  document?: Record<string, unknown>;
}
