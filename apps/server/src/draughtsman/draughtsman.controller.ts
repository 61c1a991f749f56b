import { Body, Controller, Get, HttpCode, Post, UnprocessableEntityException } from '@nestjs/common';
import { ApiProperty, ApiTags } from '@nestjs/swagger';
import { IsIn, IsInt, IsString, Matches, Max, MaxLength, Min } from 'class-validator';
import { FIGURE_PX, FigureError, MOST_WORDS, STYLE_IDS, STYLES, type StyleId } from '@brelm/core/figure';
import { WhileAsked } from '../http/json-body';
import { PoolService } from '../workers/pool.service';
import type { Answer } from '@brelm/contract';

/** Drawings of one request. */
const DRAWN = 4;

export class DrawDto {
  @ApiProperty({ description: 'What is to be drawn, in words.', maxLength: MOST_WORDS })
  @IsString()
  @MaxLength(MOST_WORDS)
  words!: string;

  @ApiProperty({ enum: STYLE_IDS })
  @IsIn(STYLE_IDS)
  style!: StyleId;

  @ApiProperty({ description: 'What it lies on, #rrggbb.' })
  @Matches(/^#[0-9a-f]{6}$/, { message: 'ground must be #rrggbb, in small letters' })
  ground!: string;

  @ApiProperty({
    description: 'The same words and seed give the same drawings.',
    minimum: 0,
    maximum: 1_000_000,
  })
  @IsInt()
  @Min(0)
  @Max(1_000_000)
  seed!: number;
}

/** A stand-in for a service that draws figures to order. It puts them together of figures of the library. */
@ApiTags('draughtsman (a stand-in)')
@Controller('draughtsman')
export class DraughtsmanController {
  constructor(private readonly pool: PoolService) {}

  /** Who it is, and what it can be asked for. */
  @Get()
  about(): Answer<'GET draughtsman'> {
    return {
      ...{ name: 'Draughtsman', simulated: true, sizePx: FIGURE_PX, drawings: DRAWN },
      styles: STYLES.map(({ id, name, about }) => ({ id, name, about })),
    };
  }

  /** Drawings of some words: pictures on a ground, their outlines, what was not done, and the licences of what they are made of. */
  @Post('drawings')
  @HttpCode(200)
  async draw(
    @Body() asked: DrawDto,
    @WhileAsked() signal: AbortSignal,
  ): Promise<Answer<'POST draughtsman/drawings'>> {
    const drawings = await this.pool.drawFigures({ ...asked, count: DRAWN }, signal).catch((error) => {
      if (error instanceof FigureError) throw new UnprocessableEntityException(error.message);
      throw error;
    });
    return {
      drawings: drawings.map(({ png, ...drawing }) => ({
        ...drawing,
        png: Buffer.from(png).toString('base64'),
      })),
    };
  }
}
