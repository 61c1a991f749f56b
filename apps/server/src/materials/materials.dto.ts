import { ApiPropertyOptional } from '@nestjs/swagger';
import { IsOptional, IsString, MaxLength } from 'class-validator';
import { PageDto } from '../http/page.dto';

export class ListPicturesDto extends PageDto {
  @ApiPropertyOptional({ description: 'Words that its name has.' })
  @IsOptional()
  @IsString()
  @MaxLength(200)
  search?: string;
}
