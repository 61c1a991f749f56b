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
  list() {
    return this.typefaces.list();
  }

  @Post()
  @ApiConsumes('multipart/form-data')
  @ApiBody({ schema: { type: 'object', properties: { file: { type: 'string', format: 'binary' } } } })
  @UseInterceptors(FileInterceptor('file', { limits: { fileSize: MOST_FONT_BYTES, files: 1 } }))
  bringIn(@UploadedFile() file?: Express.Multer.File) {
    if (!file) throw new BadRequestException('file: send one TTF, OTF, WOFF, WOFF2 or TTC file.');
    return this.typefaces.bringIn(file.buffer, Buffer.from(file.originalname, 'latin1').toString('utf8'));
  }

  /** Names of the designs that each typeface is used in, by its id. */
  @Get('used')
  used() {
    return this.designs.usedIn('faces');
  }

  /** Which shipped typefaces have all of these characters. */
  @Get('covering')
  async covering(@Query('characters') characters: string | undefined) {
    if (typeof characters !== 'string' || !characters)
      throw new BadRequestException('characters: say which characters.');
    return { ids: await this.typefaces.covering(characters) };
  }

  @Get(':id/file')
  @Header('Cache-Control', 'private, max-age=86400')
  async file(@Param('id') id: string) {
    return new StreamableFile(await this.typefaces.file(id), { type: 'font/ttf' });
  }

  @Get(':id/sample')
  @Header('Cache-Control', 'private, max-age=86400')
  sample(@Param('id') id: string, @Query('text') text: unknown) {
    if (typeof text !== 'string') throw new BadRequestException('text: say which words.');
    return this.typefaces.sample(id, text);
  }

  @Put(':id/favourite')
  @HttpCode(204)
  async favourite(@Param('id') id: string, @Body() body: FavouriteDto) {
    await this.typefaces.setFavourite(id, body.favourite);
  }

  /** Says under which licence an own typeface is, for designs to come. */
  @Put(':id/licence')
  @HttpCode(204)
  async licence(@Param('id') id: string, @Body() licence: LicenceDto) {
    await this.typefaces.sayLicence(id, { ...licence });
  }

  @Delete(':id')
  @HttpCode(204)
  async remove(@Param('id') id: string) {
    await this.typefaces.remove(id);
  }
}
