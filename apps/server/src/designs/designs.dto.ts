import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import {
  IsBoolean,
  IsInt,
  IsNotEmpty,
  IsObject,
  IsOptional,
  IsString,
  MaxLength,
  Min,
} from 'class-validator';

export class CreateDesignDto {
  @ApiProperty({ description: 'A whole design document (docs/design-format.md).' })
  @IsObject()
  document!: Record<string, unknown>;
}

export class SaveDesignDto {
  @ApiProperty({ description: 'The revision that this save is based on.' })
  @IsInt()
  @Min(1)
  revision!: number;

  @ApiProperty({ description: 'A whole design document.' })
  @IsObject()
  document!: Record<string, unknown>;

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
