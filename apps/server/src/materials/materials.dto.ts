import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { IsOptional, IsString, Matches, MaxLength } from 'class-validator';
import { PageDto } from '../http/page.dto';

export class ListPicturesDto extends PageDto {
  @ApiPropertyOptional({ description: 'Words that its name has.' })
  @IsOptional()
  @IsString()
  @MaxLength(200)
  search?: string;
}

/** What is said of the rights of a material; see core's Licence. */
export class LicenceDto {
  @ApiProperty({ example: 'own', description: 'SPDX id, `own`, `bought`, `permitted` or `unknown`.' })
  @IsString()
  @MaxLength(120)
  @Matches(/\S/, { message: 'id must not be empty' })
  id!: string;

  @ApiPropertyOptional({ description: 'Whose it is and where it comes from.' })
  @IsOptional()
  @IsString()
  @MaxLength(2000)
  source?: string;

  @ApiPropertyOptional({ description: 'What shows that it may be used.' })
  @IsOptional()
  @IsString()
  @MaxLength(2000)
  proof?: string;

  @ApiPropertyOptional({ example: '2026-11-27' })
  @IsOptional()
  @Matches(/^\d{4}-\d{2}-\d{2}$/, { message: 'date must be a date, YYYY-MM-DD' })
  date?: string;
}
