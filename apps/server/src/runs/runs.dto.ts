import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsOptional,
  IsString,
  IsUUID,
  Max,
  MaxLength,
  Min,
  ValidateIf,
  ValidateNested,
} from 'class-validator';
import { FILE_FORMATS, type FileFormat } from '@brelm/core/design';

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

export class PlannedFileDto {
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
}

export class CreateRunDto {
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
