import { createReadStream } from 'node:fs';
import { join } from 'node:path';
import { Controller, Get, Header, NotFoundException, Param, StreamableFile } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { sceneOf, SCENES_FOLDER, shippedScenes } from '../engine';

const TYPES: Record<string, string> = { webp: 'image/webp', png: 'image/png' };

@ApiTags('scenes')
@Controller('scenes')
export class ScenesController {
  /** All scenes, as docs/scene-format.md says. */
  @Get()
  scenes() {
    return shippedScenes();
  }

  /** One of a scene's pictures, by the name that the scene gives it. */
  @Get(':id/:file')
  @Header('Cache-Control', 'private, max-age=3600')
  picture(@Param('id') id: string, @Param('file') file: string) {
    const scene = sceneOf(id);
    if (!scene || !Object.values(scene.maps).includes(file))
      throw new NotFoundException(`There is no picture "${file}" of a scene "${id}".`);
    return new StreamableFile(createReadStream(join(SCENES_FOLDER, scene.id, file)), {
      type: TYPES[file.split('.').pop()!] ?? 'application/octet-stream',
    });
  }
}
