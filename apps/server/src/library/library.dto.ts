import { ApiProperty } from '@nestjs/swagger';
import { IsObject, IsString, MaxLength } from 'class-validator';

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
