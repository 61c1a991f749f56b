import {
  BadRequestException,
  Controller,
  Get,
  Inject,
  Param,
  ParseUUIDPipe,
  Query,
  StreamableFile,
  UnprocessableEntityException,
} from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { patternFault, slug } from '@brelm/core/export';
import { FILM_WORDS } from '@brelm/engine';
import { WhileAsked } from '../http/json-body';
import { OPTIONS, placeOf, type ShopOptions } from '../options';
import { PoolService } from '../workers/pool.service';
import { FilmsDto } from './designs.dto';
import { DesignsService } from './designs.service';

/** The files from which a design's films are cut. */
@ApiTags('designs')
@Controller('designs')
export class FilmsController {
  constructor(
    private readonly designs: DesignsService,
    private readonly pool: PoolService,
    @Inject(OPTIONS) private readonly options: ShopOptions,
  ) {}

  /** A ZIP with an SVG, a PDF and a DXF of each film of a side, and the sheet that shows the order of pressing. */
  @Get(':id/films')
  async films(
    @Param('id', ParseUUIDPipe) id: string,
    @Query() { side, colourway, name }: FilmsDto,
    @WhileAsked() signal: AbortSignal,
  ): Promise<StreamableFile> {
    const fault = name === undefined ? null : patternFault(name, FILM_WORDS);
    if (fault) throw new BadRequestException({ message: fault, faults: [{ field: 'name', message: fault }] });
    const { text, head } = await this.designs.get(id);
    const { zip, why, field } = await this.pool.filmFiles(
      {
        ...{ text, side: side ?? null, colourway: colourway ?? null, names: name ?? null },
        place: placeOf(this.options),
      },
      signal,
    );
    if (field) throw new BadRequestException({ message: why, faults: [{ field, message: why }] });
    if (!zip) throw new UnprocessableEntityException(why);
    return new StreamableFile(zip, {
      type: 'application/zip',
      disposition: `attachment; filename="${slug(head.name) || 'design'}-films.zip"`,
    });
  }
}
