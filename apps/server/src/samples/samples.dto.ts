import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsInt,
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
import type { SampleRequest } from '@brelm/contract';

/** Samples of one order: each has its files made first. */
export const MOST_SAMPLES = 20;

export class SampleItemDto implements SampleRequest {
  @ApiProperty()
  @IsUUID()
  designId!: string;

  @ApiProperty({ example: 'pinfold/tee-front' })
  @IsString()
  @MaxLength(120)
  spec!: string;

  @ApiProperty({
    nullable: true,
    type: String,
    description: 'Colour of the blank; null where it has none to choose.',
  })
  @ValidateIf((o: SampleItemDto) => o.garment !== null)
  @IsString()
  @MaxLength(80)
  garment!: string | null;

  @ApiProperty({ example: 'M', description: 'Of the press’s blank.' })
  @IsString()
  @MaxLength(60)
  size!: string;

  @ApiProperty({ minimum: 1 })
  @IsInt()
  @Min(1)
  @Max(1000)
  quantity!: number;
}

export class OrderSamplesDto {
  @ApiProperty({ type: [SampleItemDto] })
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(MOST_SAMPLES)
  @ValidateNested({ each: true })
  @Type(() => SampleItemDto)
  items!: SampleItemDto[];

  @ApiProperty({ example: 'IE', description: 'ISO 3166-1 alpha-2' })
  @Matches(/^[A-Z]{2}$/)
  country!: string;

  @ApiPropertyOptional({ description: 'Stops of the proofs are known and taken.' })
  @IsOptional()
  @IsBoolean()
  acceptStops?: boolean;
}

export class SaySampleDto {
  @ApiPropertyOptional()
  @IsOptional()
  @IsString()
  @MaxLength(4000)
  note?: string;

  @ApiPropertyOptional({ nullable: true, type: Number, minimum: 1, maximum: 5 })
  @IsOptional()
  @ValidateIf((o: SaySampleDto) => o.rating !== null)
  @IsInt()
  @Min(1)
  @Max(5)
  rating?: number | null;
}
