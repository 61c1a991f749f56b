import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { IsIn, IsInt, IsObject, IsOptional, Min } from 'class-validator';
import { PageDto } from '../http/page.dto';
import { SHEET_FILES, type SheetFileKind } from '@brelm/engine';

export class ListSheetsDto extends PageDto {
  @ApiPropertyOptional({ enum: ['true', 'false'], description: 'Those that were put away instead.' })
  @IsOptional()
  @IsIn(['true', 'false'])
  archived?: 'true' | 'false';
}

export class CreateSheetDto {
  @ApiProperty({ description: 'A whole sheet document (docs/sheet-format.md).' })
  @IsOptional()
  @IsObject()
  document?: Record<string, unknown>;
}

export class SaveSheetDto extends CreateSheetDto {
  @ApiProperty({ description: 'The revision that this save is based on.' })
  @IsInt()
  @Min(1)
  revision!: number;
}

export class SheetFileDto {
  @ApiProperty({ enum: SHEET_FILES })
  @IsIn(SHEET_FILES)
  format!: SheetFileKind;

  @ApiPropertyOptional({ enum: ['true', 'false'], description: 'Also where something is wrong with it.' })
  @IsOptional()
  @IsIn(['true', 'false'])
  acceptStops?: 'true' | 'false';
}
