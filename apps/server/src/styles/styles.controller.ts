import { Body, Controller, Delete, Get, HttpCode, Param, ParseIntPipe, Post } from '@nestjs/common';
import { ApiProperty, ApiTags } from '@nestjs/swagger';
import { IsString, Matches, MaxLength } from 'class-validator';
import { StylesService, type LookOf } from './styles.service';
import type { Answer } from '@brelm/contract';

class LookDto {
  @ApiProperty({ description: 'What the look is called.' })
  @IsString()
  @Matches(/\S/, { message: 'name must say something' })
  @MaxLength(120)
  name!: string;

  @ApiProperty({
    description:
      'Lettering: one part with its inks, as it is copied in the interface. Pictures: a list of steps. Films: a film.',
  })
  @IsString()
  @MaxLength(200_000)
  document!: string;
}

/** Routes of the looks of one thing. */
abstract class LooksController {
  protected abstract readonly of: LookOf;

  constructor(private readonly looks: StylesService) {}

  @Get()
  list(): Promise<Answer<'GET lettering-styles'>> {
    return this.looks.list(this.of);
  }

  @Post()
  add(@Body() body: LookDto): Promise<Answer<'POST lettering-styles'>> {
    return this.looks.add(this.of, body.name.trim(), body.document);
  }

  @Delete(':id')
  @HttpCode(204)
  async remove(@Param('id', ParseIntPipe) id: number): Promise<Answer<'DELETE lettering-styles/:id'>> {
    await this.looks.remove(this.of, id);
  }
}

@ApiTags('looks')
@Controller('lettering-styles')
export class StylesController extends LooksController {
  protected readonly of = 'lettering';

  constructor(looks: StylesService) {
    super(looks);
  }
}

@ApiTags('looks')
@Controller('picture-looks')
export class PictureLooksController extends LooksController {
  protected readonly of = 'picture';

  constructor(looks: StylesService) {
    super(looks);
  }
}

@ApiTags('looks')
@Controller('films')
export class FilmListController extends LooksController {
  protected readonly of = 'film';

  constructor(looks: StylesService) {
    super(looks);
  }
}
