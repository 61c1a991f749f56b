import { createReadStream } from 'node:fs';
import { join } from 'node:path';
import {
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
} from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { sceneOf, SCENES_FOLDER } from '../engine';
import { DocumentText } from '../http/json-body';
import { CreateSceneDto, SaveSceneDto } from './scenes.dto';
import { ScenesService } from './scenes.service';

const TYPES: Record<string, string> = { webp: 'image/webp', png: 'image/png' };

@ApiTags('scenes')
@Controller('scenes')
export class ScenesController {
  constructor(private readonly scenes: ScenesService) {}

  /** All scenes, as docs/scene-format.md says. */
  @Get()
  all() {
    return this.scenes.all();
  }

  /** A scene of one's own, with its revision. */
  @Get(':id')
  get(@Param('id') id: string) {
    return this.scenes.get(id);
  }

  @Post()
  create(@Body() _body: CreateSceneDto, @DocumentText() document: string) {
    return this.scenes.create(document);
  }

  @Put(':id')
  save(@Param('id') id: string, @Body() { revision }: SaveSceneDto, @DocumentText() document: string) {
    return this.scenes.save(id, revision, document);
  }

  @Delete(':id')
  @HttpCode(204)
  remove(@Param('id') id: string) {
    return this.scenes.remove(id);
  }

  /** One of the pictures of a scene that ships, by the name that the scene gives it. */
  @Get(':id/:file')
  @Header('Cache-Control', 'private, max-age=3600')
  picture(@Param('id') id: string, @Param('file') file: string) {
    const scene = sceneOf(id);
    if (!scene?.maps || !Object.values(scene.maps).includes(file))
      throw new NotFoundException(`There is no picture "${file}" of a scene "${id}".`);
    return new StreamableFile(createReadStream(join(SCENES_FOLDER, scene.id, file)), {
      type: TYPES[file.split('.').pop()!] ?? 'application/octet-stream',
    });
  }
}
