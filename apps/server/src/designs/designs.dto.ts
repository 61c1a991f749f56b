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

export class NameVersionDto {
  @ApiProperty({ description: 'What the version is called.' })
  @IsString()
  @Matches(/\S/, { message: 'name must say something' })
  @MaxLength(120)
  name!: string;

  @ApiProperty({ description: 'The design document as it is to be kept.' })
  @IsObject()
  document!: Record<string, unknown>;
}
