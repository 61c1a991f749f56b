import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import {
  IsBoolean,
  IsInt,
  IsNotEmpty,
  IsObject,
  IsOptional,
  IsString,
  Matches,
  MaxLength,
  Min,
} from 'class-validator';

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
