import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { IsIn, IsInt, IsObject, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator';

export class SpecDto {
  @ApiProperty({ description: 'A whole spec document; see docs/spec.schema.json.' })
  @IsOptional()
  @IsObject()
  document?: Record<string, unknown>;

  @ApiPropertyOptional({ description: 'The revision that a change is based on; left out for a new spec.' })
  @IsOptional()
  @IsInt()
  @Min(1)
  @Max(2_147_483_646)
  revision?: number;
}

export class SpecFileDto {
  @ApiProperty({ description: 'The bytes of a spec file, YAML or JSON, in base 64.' })
  @IsString()
  @MaxLength(6_000_000, { message: 'file is too large: at most 4 MB' })
  file!: string;

  @ApiPropertyOptional({
    enum: ['look', 'bring-in'],
    description: 'Only look what would change, or bring it in.',
  })
  @IsOptional()
  @IsIn(['look', 'bring-in'])
  mode?: 'look' | 'bring-in';
}
