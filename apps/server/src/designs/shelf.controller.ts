import {
  Body,
  Controller,
  Delete,
  Get,
  HttpCode,
  Param,
  ParseUUIDPipe,
  Post,
  Put,
  Query,
} from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { Looks } from '../http/standing';
import { AlikeService } from './alike.service';
import { KeepViewDto, RenameViewDto, ShelfDto, ShelfPageDto, StandingDto } from './shelf.dto';
import { ShelfService, type AskedOnDay } from './shelf.service';
import { ShelfViewsService } from './shelf-views.service';
import type { Answer } from '@brelm/contract';

const askedOf = (asked: ShelfDto): AskedOnDay => ({
  archived: asked.archived === 'true',
  search: asked.search ?? '',
  order: asked.order ?? 'changed',
  group: asked.group ?? null,
  waits: asked.waits ?? [],
  markets: asked.markets ?? [],
  today: asked.day ?? new Date().toISOString().slice(0, 10),
});

/** The shelf: designs with how far their products have come, and views of it that are kept. */
@ApiTags('shelf')
@Controller()
export class ShelfController {
  constructor(
    private readonly shelf: ShelfService,
    private readonly alike: AlikeService,
    private readonly views: ShelfViewsService,
  ) {}

  /** A page of the shelf, or of the archive: what a list shows, without documents. */
  @Get('designs')
  list(@Query() asked: ShelfPageDto): Promise<Answer<'GET designs'>> {
    return this.shelf.page(askedOf(asked), asked.from ?? 0, asked.count ?? 60);
  }

  /** All designs that are asked for, by id and name. */
  @Get('shelf/designs')
  async all(@Query() asked: ShelfDto): Promise<Answer<'GET shelf/designs'>> {
    return { designs: await this.shelf.names(askedOf(asked)) };
  }

  /** How far some designs have come. */
  @Looks()
  @Post('shelf/standing')
  @HttpCode(200)
  async standing(@Body() { designs }: StandingDto): Promise<Answer<'POST shelf/standing'>> {
    return { designs: await this.shelf.standing(designs) };
  }

  /** Which of some designs look so much like others that they may be the same thing, by their ids. */
  @Looks()
  @Post('shelf/alike')
  @HttpCode(200)
  async alikeTo(@Body() { designs }: StandingDto): Promise<Answer<'POST shelf/alike'>> {
    return { alike: await this.alike.toEach(designs) };
  }

  @Get('shelf/views')
  kept(): Promise<Answer<'GET shelf/views'>> {
    return this.views.list();
  }

  /** Keeps what is asked of the shelf under a name. */
  @Post('shelf/views')
  keep(@Body() { name, asked }: KeepViewDto): Promise<Answer<'POST shelf/views'>> {
    return this.views.keep(name, asked);
  }

  @Put('shelf/views/:id')
  rename(
    @Param('id', ParseUUIDPipe) id: string,
    @Body() { name }: RenameViewDto,
  ): Promise<Answer<'PUT shelf/views/:id'>> {
    return this.views.rename(id, name);
  }

  @Delete('shelf/views/:id')
  remove(@Param('id', ParseUUIDPipe) id: string): Promise<Answer<'DELETE shelf/views/:id'>> {
    return this.views.remove(id);
  }
}
