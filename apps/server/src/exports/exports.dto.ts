import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { IsOptional, IsString, IsUUID, MaxLength } from 'class-validator';

export class CreateExportDto {
  @ApiProperty()
  @IsUUID()
  designId!: string;

  @ApiProperty({ example: 'pinfold/tee-front' })
  @IsString()
  @MaxLength(120)
  spec!: string;

  @ApiPropertyOptional({ description: 'Side of the product; the first when left out.' })
  @IsOptional()
  @IsString()
  @MaxLength(120)
  side?: string;

  @ApiPropertyOptional({ description: 'Colourway; the first when left out.' })
  @IsOptional()
  @IsString()
  @MaxLength(120)
  colourway?: string;
}
