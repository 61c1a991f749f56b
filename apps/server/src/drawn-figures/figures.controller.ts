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
  Query,
  StreamableFile,
} from '@nestjs/common';
import { ApiProperty, ApiTags } from '@nestjs/swagger';
import { IsIn, IsInt, IsString, Matches, Max, MaxLength, Min } from 'class-validator';
import { MOST_WORDS } from '@brelm/core/figure';
import { WhileAsked } from '../http/json-body';
import { PageDto } from '../http/page.dto';
import { FiguresService } from './figures.service';
import type { Answer, OrderedFigure } from '@brelm/contract';

export class OrderFiguresDto implements OrderedFigure {
  @ApiProperty({ description: 'What is to be drawn, in words.', maxLength: MOST_WORDS })
  @IsString()
  @MaxLength(MOST_WORDS)
  @Matches(/\S/, { message: 'words: say what is to be drawn: “a hedgehog with a lantern”' })
  words!: string;

  @ApiProperty({ description: 'One of the service’s styles.' })
  @IsString()
  @MaxLength(40)
  style!: string;

  @ApiProperty({ description: 'What it lies on, #rrggbb.' })
  @Matches(/^#[0-9a-f]{6}$/, { message: 'ground must be #rrggbb, in small letters' })
  ground!: string;

  @ApiProperty({ minimum: 0, maximum: 1_000_000 })
  @IsInt()
  @Min(0)
  @Max(1_000_000)
  seed!: number;
}

export class TakeFigureDto {
  @ApiProperty({ enum: ['picture', 'outlines'] })
  @IsIn(['picture', 'outlines'])
  as!: 'picture' | 'outlines';
}

/** Figures to order: asked of a service, kept, and taken into designs. */
@ApiTags('drawn figures')
@Controller('drawn-figures')
export class FiguresController {
  constructor(private readonly figures: FiguresService) {}

  /** Who draws, and in which styles. */
  @Get('service')
  service(): Promise<Answer<'GET drawn-figures/service'>> {
    return this.figures.about();
  }

  @Get()
  list(@Query() { from = 0, count = 20 }: PageDto): Promise<Answer<'GET drawn-figures'>> {
    return this.figures.list(from, count);
  }

  @Post()
  order(
    @Body() asked: OrderFiguresDto,
    @WhileAsked() signal: AbortSignal,
  ): Promise<Answer<'POST drawn-figures'>> {
    return this.figures.order({ ...asked, words: asked.words.trim() }, signal);
  }

  @Get(':id')
  get(@Param('id', ParseUUIDPipe) id: string): Promise<Answer<'GET drawn-figures/:id'>> {
    return this.figures.get(id);
  }

  @Delete(':id')
  @HttpCode(204)
  remove(@Param('id', ParseUUIDPipe) id: string): Promise<Answer<'DELETE drawn-figures/:id'>> {
    return this.figures.remove(id);
  }

  @Get(':id/:n/picture')
  @Header('Cache-Control', 'private, max-age=31536000, immutable')
  async picture(
    @Param('id', ParseUUIDPipe) id: string,
    @Param('n', ParseIntPipe) n: number,
  ): Promise<StreamableFile> {
    const { stream, size, mime } = await this.figures.picture(id, n);
    return new StreamableFile(stream, { type: mime, length: size });
  }

  /** Brings a drawing in as a material; see `materials`. */
  @Post(':id/:n/take')
  @HttpCode(200)
  take(
    @Param('id', ParseUUIDPipe) id: string,
    @Param('n', ParseIntPipe) n: number,
    @Body() { as }: TakeFigureDto,
    @WhileAsked() signal: AbortSignal,
  ): Promise<Answer<'POST drawn-figures/:id/:n/take'>> {
    return this.figures.take(id, n, as, signal);
  }
}
