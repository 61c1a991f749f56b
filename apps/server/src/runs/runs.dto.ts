import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { Type } from 'class-transformer';
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
  Matches,
  Max,
  MaxLength,
  Min,
  ValidateIf,
  ValidateNested,
} from 'class-validator';
import { BLADE_FILES, type BladeFile } from '@brelm/core/cutline';
import { FILE_FORMATS, type FileFormat } from '@brelm/core/design';
import {
  CAPTION_FACES,
  CROPS,
  GROUND_KINDS,
  MOCKUP_FORMATS,
  MOCKUP_WIDTHS,
  MOST_TILES,
  PRINT_LOOKS,
  type Crop,
  type GroundKind,
  type MockupFormat,
} from '@brelm/core/mockup';
import type { FileRequest, RunRequest } from '@brelm/contract';

export class PlanDto {
  @ApiProperty({ type: [String] })
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(200)
  @IsUUID(undefined, { each: true })
  designs!: string[];

  @ApiPropertyOptional({ description: 'Pattern of the files’ names; the specs’ own when left out.' })
  @IsOptional()
  @IsString()
  @MaxLength(300)
  pattern?: string;
}

export class GroundDto {
  @ApiProperty({ enum: GROUND_KINDS })
  @IsIn(GROUND_KINDS)
  kind!: GroundKind;

  @ApiProperty({ example: '#e9e5de' })
  @Matches(/^#[0-9a-f]{6}$/)
  colour!: string;
}

/** See MockupTile in core. */
export class MockupTileDto {
  @ApiProperty({ nullable: true, type: String })
  @ValidateIf((o: MockupTileDto) => o.garment !== null)
  @IsString()
  @MaxLength(120)
  garment!: string | null;

  @ApiProperty()
  @IsString()
  @MaxLength(120)
  colourway!: string;

  @ApiProperty({ nullable: true, type: String })
  @ValidateIf((o: MockupTileDto) => o.apart !== null)
  @IsString()
  @MaxLength(120)
  apart!: string | null;

  @ApiProperty({ description: 'What stands below it; empty for nothing.' })
  @IsString()
  @MaxLength(120)
  label!: string;
}

/** See MockupWords in core. */
export class MockupWordsDto {
  @ApiProperty()
  @IsString()
  @MaxLength(200)
  caption!: string;

  @ApiProperty()
  @IsString()
  @MaxLength(80)
  mark!: string;

  @ApiProperty({ enum: CAPTION_FACES })
  @IsIn(CAPTION_FACES)
  face!: string;
}

/** See MockupWish in core. */
export class MockupDto {
  @ApiProperty({ example: 'tee-flat' })
  @IsString()
  @MaxLength(80)
  scene!: string;

  @ApiProperty({ nullable: true, type: String, description: 'Colour of the blank, by its id.' })
  @ValidateIf((o: MockupDto) => o.garment !== null)
  @IsString()
  @MaxLength(120)
  garment!: string | null;

  @ApiProperty({
    nullable: true,
    type: String,
    description: 'Size of the blank; the one photographed when null.',
  })
  @ValidateIf((o: MockupDto) => o.size !== null)
  @IsString()
  @MaxLength(20)
  size!: string | null;

  @ApiProperty({ enum: PRINT_LOOKS.map((l) => l.id) })
  @IsIn(PRINT_LOOKS.map((l) => l.id))
  look!: string;

  @ApiProperty({ type: GroundDto })
  @IsObject()
  @ValidateNested()
  @Type(() => GroundDto)
  ground!: GroundDto;

  @ApiProperty({ enum: CROPS })
  @IsIn(CROPS)
  crop!: Crop;

  @ApiProperty({ minimum: MOCKUP_WIDTHS.least, maximum: MOCKUP_WIDTHS.most, description: 'px' })
  @IsInt()
  @Min(MOCKUP_WIDTHS.least)
  @Max(MOCKUP_WIDTHS.most)
  width!: number;

  @ApiProperty({ enum: MOCKUP_FORMATS })
  @IsIn(MOCKUP_FORMATS)
  format!: MockupFormat;

  @ApiPropertyOptional({ type: [MockupTileDto], description: 'Several colours beside one another.' })
  @IsOptional()
  @IsArray()
  @ArrayMinSize(2)
  @ArrayMaxSize(MOST_TILES)
  @ValidateNested({ each: true })
  @Type(() => MockupTileDto)
  tiles?: MockupTileDto[];

  @ApiPropertyOptional({ type: MockupWordsDto })
  @IsOptional()
  @IsObject()
  @ValidateNested()
  @Type(() => MockupWordsDto)
  words?: MockupWordsDto;

  @ApiPropertyOptional({ description: 'Bytes that the file may have at the most.' })
  @IsOptional()
  @IsInt()
  @Min(20_000)
  @Max(100_000_000)
  maxBytes?: number;
}

export class PlannedFileDto implements FileRequest {
  @ApiProperty()
  @IsUUID()
  designId!: string;

  @ApiProperty({ example: 'pinfold/tee-front' })
  @IsString()
  @MaxLength(120)
  spec!: string;

  @ApiProperty()
  @IsString()
  @MaxLength(120)
  side!: string;

  @ApiProperty()
  @IsString()
  @MaxLength(120)
  colourway!: string;

  @ApiPropertyOptional({ description: 'The garment colour whose own position the file has.' })
  @IsOptional()
  @IsString()
  @MaxLength(120)
  apart?: string | null;

  @ApiPropertyOptional({ enum: FILE_FORMATS, description: 'The placement’s when left out.' })
  @IsOptional()
  @IsIn(FILE_FORMATS)
  format?: FileFormat;

  @ApiPropertyOptional({ description: 'Stops of its proof are known and taken.' })
  @IsOptional()
  @IsBoolean()
  acceptStops?: boolean;

  @ApiPropertyOptional({
    description: 'As few bytes as a PNG can have without loss; takes several times as long.',
  })
  @IsOptional()
  @IsBoolean()
  smallest?: boolean;

  @ApiPropertyOptional({
    enum: BLADE_FILES,
    description: 'What a blade follows in the file of a sticker, instead of the file.',
  })
  @IsOptional()
  @IsIn(BLADE_FILES)
  blade?: BladeFile;

  @ApiPropertyOptional({
    type: MockupDto,
    description: 'A picture of the product with the design on it, instead of a file to print.',
  })
  @IsOptional()
  @IsObject()
  @ValidateNested()
  @Type(() => MockupDto)
  mockup?: MockupDto;
}

export class CreateRunDto implements RunRequest {
  @ApiPropertyOptional()
  @IsOptional()
  @IsString()
  @MaxLength(300)
  title?: string;

  @ApiProperty({ type: [PlannedFileDto] })
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(2000)
  @ValidateNested({ each: true })
  @Type(() => PlannedFileDto)
  files!: PlannedFileDto[];

  @ApiPropertyOptional({ description: 'Pattern of the files’ names; the specs’ own when left out.' })
  @IsOptional()
  @IsString()
  @MaxLength(300)
  pattern?: string;

  @ApiPropertyOptional({ description: 'Whether the files become one archive, too.' })
  @IsOptional()
  @IsBoolean()
  pack?: boolean;
}

export class CreateRunsDto {
  @ApiProperty({ type: [CreateRunDto], description: 'Started in this order, all of them or none.' })
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(200)
  @ValidateNested({ each: true })
  @Type(() => CreateRunDto)
  runs!: CreateRunDto[];
}

export class MoveRunDto {
  @ApiProperty({ enum: ['first', 'up', 'down', 'last'] })
  @IsIn(['first', 'up', 'down', 'last'])
  to!: 'first' | 'up' | 'down' | 'last';
}

export class PolicyDto {
  @ApiProperty({ nullable: true, description: 'Days that made files are kept; null keeps them all.' })
  @ValidateIf((o: PolicyDto) => o.keepDays !== null)
  @IsInt()
  @Min(1)
  @Max(3650)
  keepDays!: number | null;
}
