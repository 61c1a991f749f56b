import {
  BadRequestException,
  Body,
  Controller,
  Delete,
  Get,
  Header,
  HttpCode,
  Param,
  Post,
  Put,
  Query,
  StreamableFile,
  UploadedFile,
  UseInterceptors,
} from '@nestjs/common';
import { FileInterceptor } from '@nestjs/platform-express';
import { ApiBody, ApiConsumes, ApiProperty, ApiTags } from '@nestjs/swagger';
import { IsBoolean } from 'class-validator';
import { DesignsService } from '../designs/designs.service';
import { MOST_FONT_BYTES } from '@brelm/engine';
import { LicenceDto } from '../materials/materials.dto';
import { TypefacesService } from './typefaces.service';
import type { Answer } from '@brelm/contract';

class FavouriteDto {
  @ApiProperty()
  @IsBoolean()
  favourite!: boolean;
}

@ApiTags('typefaces')
@Controller('typefaces')
export class TypefacesController {
  constructor(
    private readonly typefaces: TypefacesService,
    private readonly designs: DesignsService,
  ) {}

  @Get()
  list(): Promise<Answer<'GET typefaces'>> {
    return this.typefaces.list();
  }

  @Post()
  @ApiConsumes('multipart/form-data')
  @ApiBody({ schema: { type: 'object', properties: { file: { type: 'string', format: 'binary' } } } })
  @UseInterceptors(FileInterceptor('file', { limits: { fileSize: MOST_FONT_BYTES, files: 1 } }))
  bringIn(@UploadedFile() file?: Express.Multer.File): Promise<Answer<'POST typefaces'>> {
    if (!file) throw new BadRequestException('file: send one TTF, OTF, WOFF, WOFF2 or TTC file.');
    return this.typefaces.bringIn(file.buffer, Buffer.from(file.originalname, 'latin1').toString('utf8'));
  }

  /** Names of the designs that each typeface is used in, by its id. */
  @Get('used')
  used(): Promise<Answer<'GET typefaces/used'>> {
    return this.designs.usedIn('faces');
  }

  /** Which shipped typefaces have all of these characters. */
  @Get('covering')
  async covering(
    @Query('characters') characters: string | undefined,
  ): Promise<Answer<'GET typefaces/covering'>> {
    if (typeof characters !== 'string' || !characters)
      throw new BadRequestException('characters: say which characters.');
    return { ids: await this.typefaces.covering(characters) };
  }

  @Get(':id/file')
  @Header('Cache-Control', 'private, max-age=86400')
  async file(@Param('id') id: string): Promise<StreamableFile> {
    return new StreamableFile(await this.typefaces.file(id), { type: 'font/ttf' });
  }

  @Get(':id/sample')
  @Header('Cache-Control', 'private, max-age=86400')
  sample(@Param('id') id: string, @Query('text') text: unknown): Promise<Answer<'GET typefaces/:id/sample'>> {
    if (typeof text !== 'string') throw new BadRequestException('text: say which words.');
    return this.typefaces.sample(id, text);
  }

  @Put(':id/favourite')
  @HttpCode(204)
  async favourite(
    @Param('id') id: string,
    @Body() body: FavouriteDto,
  ): Promise<Answer<'PUT typefaces/:id/favourite'>> {
    await this.typefaces.setFavourite(id, body.favourite);
  }

  /** Says under which licence an own typeface is, for designs to come. */
  @Put(':id/licence')
  @HttpCode(204)
  async licence(
    @Param('id') id: string,
    @Body() licence: LicenceDto,
  ): Promise<Answer<'PUT typefaces/:id/licence'>> {
    await this.typefaces.sayLicence(id, { ...licence });
  }

  @Delete(':id')
  @HttpCode(204)
  async remove(@Param('id') id: string): Promise<Answer<'DELETE typefaces/:id'>> {
    await this.typefaces.remove(id);
  }
}
