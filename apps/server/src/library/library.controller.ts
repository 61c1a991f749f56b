import { createReadStream } from 'node:fs';
import {
  Body,
  Controller,
  Delete,
  Get,
  Header,
  HttpCode,
  NotFoundException,
  Param,
  ParseIntPipe,
  Post,
  Put,
  StreamableFile,
} from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { DocumentText } from '../http/json-body';
import { DICTIONARIES, dictionaryFile, type DictionaryId } from '@brelm/engine';
import { GarmentDto, GarmentsCsvDto, PaletteDto, StarterDto } from './library.dto';
import { LibraryService } from './library.service';

@ApiTags('library')
@Controller()
export class LibraryController {
  constructor(private readonly library: LibraryService) {}

  @Get('shop')
  shop() {
    return this.library.shop();
  }

  @Get('garments')
  garments() {
    return this.library.garments();
  }

  @Post('garments')
  addGarment(@Body() body: GarmentDto) {
    return this.library.addGarment(body.garment);
  }

  @Post('garments/csv')
  addGarments(@Body() body: GarmentsCsvDto) {
    return this.library.addGarmentsCsv(body.csv);
  }

  @Put('garments/:id')
  changeGarment(@Param('id') id: string, @Body() body: GarmentDto) {
    return this.library.changeGarment(id, body.garment);
  }

  @Delete('garments/:id')
  @HttpCode(204)
  async removeGarment(@Param('id') id: string) {
    await this.library.removeGarment(id);
  }

  @Get('palettes')
  palettes() {
    return this.library.palettes();
  }

  @Post('palettes')
  addPalette(@Body() body: PaletteDto) {
    return this.library.addPalette(body.name.trim(), body.colours);
  }

  @Delete('palettes/:id')
  @HttpCode(204)
  async removePalette(@Param('id', ParseIntPipe) id: number) {
    await this.library.removePalette(id);
  }

  @Get('starters')
  starters() {
    return this.library.starters();
  }

  @Post('starters')
  addStarter(@Body() _body: StarterDto, @DocumentText() document: string) {
    return this.library.addStarter(document);
  }

  @Delete('starters/:id')
  @HttpCode(204)
  async removeStarter(@Param('id') id: string) {
    await this.library.removeStarter(id);
  }

  @Get('dictionaries/:id/:part')
  @Header('Cache-Control', 'private, max-age=86400')
  dictionary(@Param('id') id: string, @Param('part') part: string) {
    if (!DICTIONARIES.includes(id as DictionaryId) || (part !== 'aff' && part !== 'dic'))
      throw new NotFoundException(`There is no dictionary ${id}/${part}.`);
    const file = createReadStream(dictionaryFile(id as DictionaryId, part));
    return new StreamableFile(file, { type: 'text/plain; charset=utf-8' });
  }
}
