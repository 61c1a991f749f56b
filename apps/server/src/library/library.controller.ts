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
import { DICTIONARIES, dictionaryFile, FORMS_FILE, type DictionaryId } from '@brelm/engine';
import { GarmentDto, GarmentsCsvDto, PaletteDto, StarterDto } from './library.dto';
import { LibraryService } from './library.service';
import type { Answer } from '@brelm/contract';

@ApiTags('library')
@Controller()
export class LibraryController {
  constructor(private readonly library: LibraryService) {}

  @Get('shop')
  shop(): Promise<Answer<'GET shop'>> {
    return this.library.shop();
  }

  @Get('garments')
  garments(): Promise<Answer<'GET garments'>> {
    return this.library.garments();
  }

  @Post('garments')
  addGarment(@Body() body: GarmentDto): Promise<Answer<'POST garments'>> {
    return this.library.addGarment(body.garment);
  }

  @Post('garments/csv')
  addGarments(@Body() body: GarmentsCsvDto): Promise<Answer<'POST garments/csv'>> {
    return this.library.addGarmentsCsv(body.csv);
  }

  @Put('garments/:id')
  changeGarment(@Param('id') id: string, @Body() body: GarmentDto): Promise<Answer<'PUT garments/:id'>> {
    return this.library.changeGarment(id, body.garment);
  }

  @Delete('garments/:id')
  @HttpCode(204)
  async removeGarment(@Param('id') id: string): Promise<Answer<'DELETE garments/:id'>> {
    await this.library.removeGarment(id);
  }

  @Get('palettes')
  palettes(): Promise<Answer<'GET palettes'>> {
    return this.library.palettes();
  }

  @Post('palettes')
  addPalette(@Body() body: PaletteDto): Promise<Answer<'POST palettes'>> {
    return this.library.addPalette(body.name.trim(), body.colours);
  }

  @Delete('palettes/:id')
  @HttpCode(204)
  async removePalette(@Param('id', ParseIntPipe) id: number): Promise<Answer<'DELETE palettes/:id'>> {
    await this.library.removePalette(id);
  }

  @Get('starters')
  starters(): Promise<Answer<'GET starters'>> {
    return this.library.starters();
  }

  @Post('starters')
  addStarter(@Body() _body: StarterDto, @DocumentText() document: string): Promise<Answer<'POST starters'>> {
    return this.library.addStarter(document);
  }

  @Delete('starters/:id')
  @HttpCode(204)
  async removeStarter(@Param('id') id: string): Promise<Answer<'DELETE starters/:id'>> {
    await this.library.removeStarter(id);
  }

  /** All forms of all words of the dictionaries; see core's `wordList`. */
  @Get('dictionaries/forms')
  @Header('Cache-Control', 'private, max-age=86400')
  forms(): StreamableFile {
    return new StreamableFile(createReadStream(FORMS_FILE), { type: 'text/plain; charset=utf-8' });
  }

  @Get('dictionaries/:id/:part')
  @Header('Cache-Control', 'private, max-age=86400')
  dictionary(@Param('id') id: string, @Param('part') part: string): StreamableFile {
    if (!DICTIONARIES.includes(id as DictionaryId) || (part !== 'aff' && part !== 'dic'))
      throw new NotFoundException(`There is no dictionary ${id}/${part}.`);
    const file = createReadStream(dictionaryFile(id as DictionaryId, part));
    return new StreamableFile(file, { type: 'text/plain; charset=utf-8' });
  }
}
