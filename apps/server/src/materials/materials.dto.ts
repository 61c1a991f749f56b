import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { Type } from 'class-transformer';
import { IsOptional, IsString, Matches, MaxLength, ValidateNested } from 'class-validator';
import { PageDto } from '../http/page.dto';

export class ListPicturesDto extends PageDto {
  @ApiPropertyOptional({ description: 'Words that its name has.' })
  @IsOptional()
  @IsString()
  @MaxLength(200)
  search?: string;
}

/** A bill that was brought in. */
export class BillDto {
  @ApiProperty({ description: 'The content address of its stored bytes.' })
  @Matches(/^[0-9a-f]{64}$/, { message: 'sha256 must be 64 hexadecimal digits' })
  sha256!: string;

  @ApiProperty({ example: 'bill-204.pdf' })
  @IsString()
  @MaxLength(300)
  name!: string;
}

/** What is said of the rights of a material; see core's Licence. */
export class LicenceDto {
  @ApiProperty({
    example: 'own',
    description: 'SPDX id, `own`, `redrawn`, `bought`, `permitted` or `unknown`.',
  })
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

  @ApiPropertyOptional({ type: BillDto, description: 'The bill or the letter itself.' })
  @IsOptional()
  @ValidateNested()
  @Type(() => BillDto)
  bill?: BillDto;

  @ApiPropertyOptional({ example: '2026-11-27' })
  @IsOptional()
  @Matches(/^\d{4}-\d{2}-\d{2}$/, { message: 'date must be a date, YYYY-MM-DD' })
  date?: string;
}
