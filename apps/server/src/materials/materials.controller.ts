import {
  BadRequestException,
  Body,
  Controller,
  Get,
  Header,
  HttpCode,
  Param,
  ParseIntPipe,
  Post,
  Put,
  Query,
  StreamableFile,
  UploadedFile,
  UseInterceptors,
} from '@nestjs/common';
import { FileInterceptor } from '@nestjs/platform-express';
import { ApiBody, ApiConsumes, ApiTags } from '@nestjs/swagger';
import { withMoments } from '../http/answers';
import { WhileAsked } from '../http/json-body';
import { uploadName } from '../http/upload-name';
import { MAX_UPLOAD_BYTES, MOST_SVG_PICTURE } from '@brelm/engine';
import { DesignsService } from '../designs/designs.service';
import { FilesService } from '../storage/files.service';
import { LicenceDto, ListPicturesDto } from './materials.dto';
import { licenceIn, MaterialsService } from './materials.service';
import type { Answer } from '@brelm/contract';

const FOREVER = 'private, max-age=31536000, immutable';

@ApiTags('materials')
@Controller('materials')
export class MaterialsController {
  constructor(
    private readonly materials: MaterialsService,
    private readonly files: FilesService,
    private readonly designs: DesignsService,
  ) {}

  /** A page of the seller's pictures, with the names of the designs that each is used in. */
  @Get()
  async list(
    @Query() { search = '', from = 0, count = 60 }: ListPicturesDto,
  ): Promise<Answer<'GET materials'>> {
    const { total, pictures } = await this.materials.list(search, from, count);
    const used = await this.designs.usedIn('pictures');
    return {
      total,
      pictures: pictures.map(({ sha256, name, width, height, bytes, createdAt, licence }) => ({
        ...withMoments({ sha256, name, width, height, bytes, createdAt }),
        licence: licenceIn(licence),
        usedIn: used[sha256] ?? [],
      })),
    };
  }

  @Post()
  @ApiConsumes('multipart/form-data')
  @ApiBody({ schema: { type: 'object', properties: { file: { type: 'string', format: 'binary' } } } })
  @UseInterceptors(FileInterceptor('file', { limits: { fileSize: MAX_UPLOAD_BYTES, files: 1 } }))
  bringIn(
    @WhileAsked() signal: AbortSignal,
    @UploadedFile() file?: Express.Multer.File,
    /** Paints an SVG as a picture of so many px on its longer side, instead of reading it as a motif. */
    @Query('longSide', new ParseIntPipe({ optional: true })) longSide?: number,
  ): Promise<Answer<'POST materials'>> {
    if (longSide !== undefined && (longSide < 16 || longSide > MOST_SVG_PICTURE))
      throw new BadRequestException(`longSide: must be from 16 to ${MOST_SVG_PICTURE} px.`);
    if (!file) throw new BadRequestException('file: send one PNG, JPEG, WebP, AVIF, TIFF, GIF or SVG file.');
    const name = uploadName(file);
    return longSide === undefined
      ? this.materials.bringIn(file.buffer, name, signal)
      : this.materials.bringInAsPicture(file.buffer, name, longSide, signal);
  }

  @Get(':sha256/file')
  @Header('Cache-Control', FOREVER)
  async file(@Param('sha256') sha256: string): Promise<StreamableFile> {
    const row = await this.materials.get(sha256);
    const { stream, size } = await this.files.open(sha256);
    // An SVG and a bill are handed out as downloads only, so that nothing in them can run.
    const shown = row.kind === 'picture' || row.kind === 'reference';
    return new StreamableFile(stream, {
      type: shown ? row.mime : 'application/octet-stream',
      length: size,
      ...(!shown && { disposition: `attachment; filename*=UTF-8''${encodeURIComponent(row.name)}` }),
    });
  }

  /** Keeps a bill or a letter that shows that a material may be used. */
  @Post('bills')
  @ApiConsumes('multipart/form-data')
  @ApiBody({ schema: { type: 'object', properties: { file: { type: 'string', format: 'binary' } } } })
  @UseInterceptors(FileInterceptor('file', { limits: { fileSize: MAX_UPLOAD_BYTES, files: 1 } }))
  bill(
    @WhileAsked() signal: AbortSignal,
    @UploadedFile() file?: Express.Multer.File,
  ): Promise<Answer<'POST materials/bills'>> {
    if (!file) throw new BadRequestException('file: send one PDF or picture.');
    return this.materials.bringInBill(file.buffer, uploadName(file), signal);
  }

  /** Says under which licence a picture is, for designs to come. */
  @Put(':sha256/licence')
  @HttpCode(204)
  licence(
    @Param('sha256') sha256: string,
    @Body() licence: LicenceDto,
  ): Promise<Answer<'PUT materials/:sha256/licence'>> {
    return this.materials.sayLicence(sha256, { ...licence });
  }

  @Get(':sha256/preview')
  @Header('Cache-Control', FOREVER)
  async preview(
    @Param('sha256') sha256: string,
    @Query('size', ParseIntPipe) size: number,
  ): Promise<StreamableFile> {
    return new StreamableFile(await this.materials.preview(sha256, size), { type: 'image/webp' });
  }
}
