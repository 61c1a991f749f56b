import { createReadStream } from 'node:fs';
import { Controller, Get, Header, NotFoundException, Param, StreamableFile } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { CATALOGUE } from '@brelm/core/type';
import { typefaceFile } from '../engine';

@ApiTags('typefaces')
@Controller('typefaces')
export class TypefacesController {
  @Get()
  list() {
    return CATALOGUE.map(({ id, name, group, licence }) => ({ id, name, group, licence }));
  }

  @Get(':id/file')
  @Header('Cache-Control', 'private, max-age=86400')
  file(@Param('id') id: string) {
    const path = typefaceFile(id);
    if (!path) throw new NotFoundException(`There is no typeface ${id}.`);
    return new StreamableFile(createReadStream(path), { type: 'font/ttf' });
  }
}
