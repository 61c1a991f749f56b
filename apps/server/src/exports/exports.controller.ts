import {
  Body,
  Controller,
  Delete,
  Get,
  HttpCode,
  Param,
  ParseUUIDPipe,
  Post,
  StreamableFile,
} from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { ExportRow } from '../database/entities';
import { FilesService } from '../files.service';
import { CreateExportDto } from './exports.dto';
import { ExportsService } from './exports.service';

const view = (row: ExportRow) => ({
  ...row,
  report: row.report === null ? null : (JSON.parse(row.report) as unknown),
});

@ApiTags('exports')
@Controller('exports')
export class ExportsController {
  constructor(
    private readonly exports: ExportsService,
    private readonly files: FilesService,
  ) {}

  @Post()
  @HttpCode(202)
  async start(@Body() body: CreateExportDto) {
    return view(await this.exports.start(body));
  }

  @Get(':id')
  async get(@Param('id', ParseUUIDPipe) id: string) {
    return view(await this.exports.get(id));
  }

  @Delete(':id')
  @HttpCode(204)
  cancel(@Param('id', ParseUUIDPipe) id: string) {
    return this.exports.cancel(id);
  }

  @Get(':id/file')
  async file(@Param('id', ParseUUIDPipe) id: string) {
    const { sha256, fileName } = await this.exports.file(id);
    const { stream, size } = await this.files.open(sha256);
    return new StreamableFile(stream, {
      type: 'image/png',
      length: size,
      disposition: `attachment; filename="${fileName}"`,
    });
  }
}
