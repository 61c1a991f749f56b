import {
  Body,
  Controller,
  Delete,
  Get,
  Header,
  HttpCode,
  Param,
  ParseIntPipe,
  ParseUUIDPipe,
  Post,
  Put,
  StreamableFile,
} from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { DocumentText } from '../http/json-body';
import { CreateDesignDto, DuplicateDesignDto, NameVersionDto, SaveDesignDto } from './designs.dto';
import { AlikeService } from './alike.service';
import { designJson, DesignsService } from './designs.service';
import { PreviewsService } from './previews.service';
import type { Answer } from '@brelm/contract';
import type { AsText } from '../http/answers';

const JSON_TYPE = 'application/json; charset=utf-8';

@ApiTags('designs')
@Controller('designs')
export class DesignsController {
  constructor(
    private readonly designs: DesignsService,
    private readonly previews: PreviewsService,
    private readonly alike: AlikeService,
  ) {}

  /** What designs are called: a phrase that the shop has already is not fresh. */
  @Get('names')
  async names(): Promise<Answer<'GET designs/names'>> {
    return { names: await this.designs.allNames() };
  }

  /** A small picture of a design's artwork, transparent, as WebP. */
  @Get(':id/preview')
  @Header('Cache-Control', 'private, no-cache')
  async preview(@Param('id', ParseUUIDPipe) id: string): Promise<StreamableFile> {
    return new StreamableFile((await this.previews.of(id)).picture, { type: 'image/webp' });
  }

  /** How a design reads on its garments, in its first colourway. */
  @Get(':id/verdicts')
  async verdicts(@Param('id', ParseUUIDPipe) id: string): Promise<Answer<'GET designs/:id/verdicts'>> {
    return (await this.previews.of(id)).verdicts;
  }

  /** Designs that look so much like it that they may be the same thing, the likest first. */
  @Get(':id/alike')
  async alikeTo(@Param('id', ParseUUIDPipe) id: string): Promise<Answer<'GET designs/:id/alike'>> {
    return { alike: await this.alike.to(id) };
  }

  /** Says that two designs are not the same thing, however alike they look. */
  @Put(':id/apart/:other')
  @HttpCode(204)
  async tellApart(
    @Param('id', ParseUUIDPipe) id: string,
    @Param('other', ParseUUIDPipe) other: string,
  ): Promise<Answer<'PUT designs/:id/apart/:other'>> {
    await this.alike.tell(id, other, true);
  }

  @Delete(':id/apart/:other')
  @HttpCode(204)
  async takeAsAlike(
    @Param('id', ParseUUIDPipe) id: string,
    @Param('other', ParseUUIDPipe) other: string,
  ): Promise<Answer<'DELETE designs/:id/apart/:other'>> {
    await this.alike.tell(id, other, false);
  }

  @Get(':id')
  @Header('Content-Type', JSON_TYPE)
  async get(@Param('id', ParseUUIDPipe) id: string): Promise<AsText<'GET designs/:id'>> {
    return designJson(await this.designs.get(id));
  }

  @Post()
  @Header('Content-Type', JSON_TYPE)
  async create(
    @Body() _body: CreateDesignDto,
    @DocumentText() document: string,
  ): Promise<AsText<'POST designs'>> {
    return designJson(await this.designs.create(document));
  }

  @Put(':id')
  @Header('Content-Type', JSON_TYPE)
  async save(
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: SaveDesignDto,
    @DocumentText() document: string,
  ): Promise<AsText<'PUT designs/:id'>> {
    return designJson(await this.designs.save(id, body.revision, document, body.keepReplaced));
  }

  @Get(':id/versions')
  versions(@Param('id', ParseUUIDPipe) id: string): Promise<Answer<'GET designs/:id/versions'>> {
    return this.designs.keptVersions(id);
  }

  @Post(':id/versions')
  keep(
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: NameVersionDto,
    @DocumentText() document: string,
  ): Promise<Answer<'POST designs/:id/versions'>> {
    return this.designs.nameVersion(id, body.name.trim(), document);
  }

  @Get(':id/versions/:version')
  @Header('Content-Type', JSON_TYPE)
  version(
    @Param('id', ParseUUIDPipe) id: string,
    @Param('version', ParseIntPipe) version: number,
  ): Promise<AsText<'GET designs/:id/versions/:version'>> {
    return this.designs.version(id, version);
  }

  @Delete(':id/versions/:version')
  @HttpCode(204)
  dropVersion(
    @Param('id', ParseUUIDPipe) id: string,
    @Param('version', ParseIntPipe) version: number,
  ): Promise<Answer<'DELETE designs/:id/versions/:version'>> {
    return this.designs.dropVersion(id, version);
  }

  @Post(':id/duplicate')
  @Header('Content-Type', JSON_TYPE)
  async duplicate(
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: DuplicateDesignDto,
  ): Promise<AsText<'POST designs/:id/duplicate'>> {
    return designJson(await this.designs.duplicate(id, body.name));
  }

  @Post(':id/archive')
  @HttpCode(204)
  archive(@Param('id', ParseUUIDPipe) id: string): Promise<Answer<'POST designs/:id/archive'>> {
    return this.designs.archive(id, true);
  }

  @Post(':id/restore')
  @HttpCode(204)
  restore(@Param('id', ParseUUIDPipe) id: string): Promise<Answer<'POST designs/:id/restore'>> {
    return this.designs.archive(id, false);
  }

  /** Deletes an archived design for good. */
  @Delete(':id')
  @HttpCode(204)
  remove(@Param('id', ParseUUIDPipe) id: string): Promise<Answer<'DELETE designs/:id'>> {
    return this.designs.remove(id);
  }
}
