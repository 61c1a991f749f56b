import {
  Body,
  Controller,
  Delete,
  Get,
  HttpCode,
  Param,
  ParseIntPipe,
  ParseUUIDPipe,
  Post,
  Put,
  Query,
} from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { CreateDesignDto, DuplicateDesignDto, NameVersionDto, SaveDesignDto } from './designs.dto';
import { DesignsService } from './designs.service';

@ApiTags('designs')
@Controller('designs')
export class DesignsController {
  constructor(private readonly designs: DesignsService) {}

  @Get()
  list(@Query('archived') archived?: string) {
    return this.designs.list(archived === 'true');
  }

  @Get(':id')
  get(@Param('id', ParseUUIDPipe) id: string) {
    return this.designs.get(id);
  }

  @Post()
  create(@Body() body: CreateDesignDto) {
    return this.designs.create(body.document);
  }

  @Put(':id')
  save(@Param('id', ParseUUIDPipe) id: string, @Body() body: SaveDesignDto) {
    return this.designs.save(id, body.revision, body.document, body.keepReplaced);
  }

  @Get(':id/versions')
  versions(@Param('id', ParseUUIDPipe) id: string) {
    return this.designs.keptVersions(id);
  }

  @Post(':id/versions')
  keep(@Param('id', ParseUUIDPipe) id: string, @Body() body: NameVersionDto) {
    return this.designs.nameVersion(id, body.name.trim(), body.document);
  }

  @Get(':id/versions/:version')
  version(@Param('id', ParseUUIDPipe) id: string, @Param('version', ParseIntPipe) version: number) {
    return this.designs.version(id, version);
  }

  @Delete(':id/versions/:version')
  @HttpCode(204)
  dropVersion(@Param('id', ParseUUIDPipe) id: string, @Param('version', ParseIntPipe) version: number) {
    return this.designs.dropVersion(id, version);
  }

  @Post(':id/duplicate')
  duplicate(@Param('id', ParseUUIDPipe) id: string, @Body() body: DuplicateDesignDto) {
    return this.designs.duplicate(id, body.name);
  }

  @Post(':id/archive')
  @HttpCode(204)
  archive(@Param('id', ParseUUIDPipe) id: string) {
    return this.designs.archive(id, true);
  }

  @Post(':id/restore')
  @HttpCode(204)
  restore(@Param('id', ParseUUIDPipe) id: string) {
    return this.designs.archive(id, false);
  }
}
