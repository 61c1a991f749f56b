import { createReadStream } from 'node:fs';
import { join } from 'node:path';
import {
  BadRequestException,
  Body,
  Controller,
  Delete,
  Get,
  Header,
  HttpCode,
  NotFoundException,
  Param,
  Post,
  Put,
  StreamableFile,
  UploadedFile,
  UseInterceptors,
} from '@nestjs/common';
import { FileInterceptor } from '@nestjs/platform-express';
import { ApiBody, ApiConsumes, ApiTags } from '@nestjs/swagger';
import archiver from 'archiver';
import { slug } from '@brelm/core/export';
import { MOST_SCENE_BYTES, sceneOf, SCENES_FOLDER } from '@brelm/engine';
import { DocumentText, WhileAsked } from '../http/json-body';
import { FilesService } from '../storage/files.service';
import { CreateSceneDto, SaveSceneDto } from './scenes.dto';
import { ScenesService } from './scenes.service';
import type { Answer } from '@brelm/contract';

const TYPES: Record<string, string> = { webp: 'image/webp', png: 'image/png' };

@ApiTags('scenes')
@Controller('scenes')
export class ScenesController {
  constructor(
    private readonly scenes: ScenesService,
    private readonly files: FilesService,
  ) {}

  /** All scenes, as docs/scene-format.md says. */
  @Get()
  all(): Promise<Answer<'GET scenes'>> {
    return this.scenes.all();
  }

  /** A scene of one's own, with its revision. */
  @Get(':id')
  get(@Param('id') id: string): Promise<Answer<'GET scenes/:id'>> {
    return this.scenes.get(id);
  }

  @Post()
  create(@Body() _body: CreateSceneDto, @DocumentText() document: string): Promise<Answer<'POST scenes'>> {
    return this.scenes.create(document);
  }

  @Put(':id')
  save(
    @Param('id') id: string,
    @Body() { revision }: SaveSceneDto,
    @DocumentText() document: string,
  ): Promise<Answer<'PUT scenes/:id'>> {
    return this.scenes.save(id, revision, document);
  }

  /** Brings a scene in from a file: a ZIP with scene.json and its pictures. */
  @Post('file')
  @ApiConsumes('multipart/form-data')
  @ApiBody({ schema: { type: 'object', properties: { file: { type: 'string', format: 'binary' } } } })
  @UseInterceptors(FileInterceptor('file', { limits: { fileSize: MOST_SCENE_BYTES, files: 1 } }))
  bringIn(
    @WhileAsked() signal: AbortSignal,
    @UploadedFile() file?: Express.Multer.File,
  ): Promise<Answer<'POST scenes/file'>> {
    if (!file) throw new BadRequestException('file: send one .zip file.');
    return this.scenes.bringIn(
      file.buffer,
      Buffer.from(file.originalname, 'latin1').toString('utf8'),
      signal,
    );
  }

  /** A scene of one's own as a file. */
  @Get(':id/zip')
  async giveOut(@Param('id') id: string): Promise<StreamableFile> {
    const { name, text, files } = await this.scenes.giveOut(id);
    const zip = archiver('zip', { zlib: { level: 0 } });
    zip.append(text, { name: 'scene.json' });
    for (const { path, as } of files) zip.file(path, { name: as });
    void zip.finalize();
    return new StreamableFile(zip, {
      type: 'application/zip',
      disposition: `attachment; filename="${slug(name) || 'scene'}.scene.zip"`,
    });
  }

  @Delete(':id')
  @HttpCode(204)
  remove(@Param('id') id: string): Promise<Answer<'DELETE scenes/:id'>> {
    return this.scenes.remove(id);
  }

  /** One of a scene's pictures, by the name that the scene gives it. */
  @Get(':id/:file')
  @Header('Cache-Control', 'private, max-age=3600')
  async picture(@Param('id') id: string, @Param('file') file: string): Promise<StreamableFile> {
    const type = TYPES[file.split('.').pop()!];
    const shipped = sceneOf(id);
    const own = shipped ? undefined : (await this.scenes.picturesOf(id))[file];
    const named = shipped?.maps ? Object.values(shipped.maps).includes(file) : own !== undefined;
    if (!named || !type) throw new NotFoundException(`There is no picture "${file}" of a scene "${id}".`);
    const stream = own
      ? (await this.files.open(own)).stream
      : createReadStream(join(SCENES_FOLDER, id, file));
    return new StreamableFile(stream, { type });
  }
}
