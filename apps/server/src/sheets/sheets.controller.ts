import {
  Body,
  Controller,
  Delete,
  Get,
  HttpCode,
  Param,
  ParseUUIDPipe,
  Post,
  Put,
  Query,
  StreamableFile,
} from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { slug } from '@brelm/core/export';
import { DocumentText, WhileAsked } from '../http/json-body';
import { CreateSheetDto, ListSheetsDto, SaveSheetDto, SheetFileDto } from './sheets.dto';
import { SheetsService } from './sheets.service';
import type { Answer } from '@brelm/contract';

const TYPES = {
  png: 'image/png',
  svg: 'image/svg+xml',
  pdf: 'application/pdf',
  dxf: 'image/vnd.dxf',
  zip: 'application/zip',
} as const;

@ApiTags('sheets')
@Controller('sheets')
export class SheetsController {
  constructor(private readonly sheets: SheetsService) {}

  @Get()
  list(@Query() { archived, from = 0, count = 60 }: ListSheetsDto): Promise<Answer<'GET sheets'>> {
    return this.sheets.list(archived === 'true', from, count);
  }

  @Get(':id')
  get(@Param('id', ParseUUIDPipe) id: string): Promise<Answer<'GET sheets/:id'>> {
    return this.sheets.get(id);
  }

  @Post()
  create(@Body() _body: CreateSheetDto, @DocumentText() document: string): Promise<Answer<'POST sheets'>> {
    return this.sheets.create(document);
  }

  @Put(':id')
  save(
    @Param('id', ParseUUIDPipe) id: string,
    @Body() { revision }: SaveSheetDto,
    @DocumentText() document: string,
  ): Promise<Answer<'PUT sheets/:id'>> {
    return this.sheets.save(id, revision, document);
  }

  @Post(':id/archive')
  @HttpCode(204)
  archive(@Param('id', ParseUUIDPipe) id: string): Promise<Answer<'POST sheets/:id/archive'>> {
    return this.sheets.archive(id, true);
  }

  @Post(':id/restore')
  @HttpCode(204)
  restore(@Param('id', ParseUUIDPipe) id: string): Promise<Answer<'POST sheets/:id/restore'>> {
    return this.sheets.archive(id, false);
  }

  @Delete(':id')
  @HttpCode(204)
  remove(@Param('id', ParseUUIDPipe) id: string): Promise<Answer<'DELETE sheets/:id'>> {
    return this.sheets.remove(id);
  }

  /** The sheet as a file of its true size, with its designs as they are now. */
  @Get(':id/file')
  async file(
    @Param('id', ParseUUIDPipe) id: string,
    @Query() { format, acceptStops }: SheetFileDto,
    @WhileAsked() signal: AbortSignal,
  ): Promise<StreamableFile> {
    const { name, bytes } = await this.sheets.file(id, format, acceptStops === 'true', signal);
    return new StreamableFile(bytes, {
      type: TYPES[format],
      disposition: `attachment; filename="${slug(name) || 'sheet'}.${format}"`,
    });
  }
}
