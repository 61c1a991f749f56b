import { ApiProperty } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsObject,
  IsOptional,
  IsString,
  Matches,
  MaxLength,
  ValidateNested,
} from 'class-validator';

export class GarmentDto {
  @ApiProperty({ description: 'name, value, kind, second, blank, takes; the id is made here.' })
  @IsObject()
  garment!: Record<string, unknown>;
}

export class GarmentsCsvDto {
  @ApiProperty({ description: 'A CSV file: columns name, value, kind, second, blank, takes.' })
  @IsString()
  @MaxLength(1_000_000, { message: 'csv is too large: at most 1 MB' })
  csv!: string;
}

export class PaletteColourDto {
  @ApiProperty()
  @IsString()
  @MaxLength(120)
  name!: string;

  @ApiProperty({ description: 'sRGB, written as #rrggbb.' })
  @Matches(/^#[0-9a-f]{6}$/i, { message: 'value must be a colour written as #rrggbb' })
  value!: string;
}

export class PaletteDto {
  @ApiProperty({ description: 'What the palette is called.' })
  @IsString()
  @Matches(/\S/, { message: 'name must say something' })
  @MaxLength(120)
  name!: string;

  @ApiProperty({ type: [PaletteColourDto] })
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(200)
  @ValidateNested({ each: true })
  @Type(() => PaletteColourDto)
  colours!: PaletteColourDto[];
}

export class StarterDto {
  @ApiProperty({ description: 'A whole design document; its name is the starter’s.' })
  @IsOptional()
  @IsObject()
  document?: Record<string, unknown>;
}
