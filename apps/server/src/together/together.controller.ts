import {
  Body,
  Controller,
  Delete,
  Get,
  HttpCode,
  NotFoundException,
  Param,
  ParseUUIDPipe,
  Post,
  Req,
} from '@nestjs/common';
import { ApiProperty, ApiPropertyOptional, ApiTags } from '@nestjs/swagger';
import { IsIn, IsNotEmpty, IsOptional, IsString, IsUUID, MaxLength } from 'class-validator';
import { trimmed } from '../http/trimmed';
import { Looks, personOf, type Stood } from '../http/standing';
import { CommentsService } from './comments.service';
import { PresenceService } from './presence.service';
import type { Answer } from '@brelm/contract';

class PresenceDto {
  @ApiProperty({ description: 'The tab, by an id of its own.' })
  @IsUUID()
  tab!: string;

  @ApiPropertyOptional({ enum: [true], description: 'It is closed.' })
  @IsOptional()
  @IsIn([true])
  left?: true;
}

class CommentDto {
  @ApiProperty({ maxLength: 4000 })
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'text: write something first' })
  @MaxLength(4000)
  text!: string;

  @ApiPropertyOptional({ description: 'The part that it is about.' })
  @IsOptional()
  @IsString()
  @MaxLength(120)
  partId?: string;

  @ApiPropertyOptional({ description: 'What that is called.' })
  @IsOptional()
  @IsString()
  @MaxLength(300)
  about?: string;

  @ApiPropertyOptional({ description: 'The finding that it is about, by its check.' })
  @IsOptional()
  @IsString()
  @MaxLength(120)
  finding?: string;
}

@ApiTags('together')
@Controller('designs/:id')
export class TogetherController {
  constructor(
    private readonly presence: PresenceService,
    private readonly comments: CommentsService,
  ) {}

  /** A tab says every few seconds that it has the design open. Answers who else has, and the design's revision. */
  @Looks()
  @HttpCode(200)
  @Post('presence')
  async here(
    @Param('id', ParseUUIDPipe) id: string,
    @Body() { tab, left }: PresenceDto,
    @Req() request: Stood,
  ): Promise<Answer<'POST designs/:id/presence'>> {
    if (left) {
      await this.presence.left(id, tab);
      return { revision: null, others: [] };
    }
    const found = await this.presence.here(id, tab, personOf(request));
    if (!found) throw new NotFoundException(`There is no design ${id}.`);
    return found;
  }

  @Get('comments')
  list(@Param('id', ParseUUIDPipe) id: string): Promise<Answer<'GET designs/:id/comments'>> {
    return this.comments.of(id);
  }

  /** Also those who only look may say something. */
  @Looks()
  @Post('comments')
  add(
    @Param('id', ParseUUIDPipe) id: string,
    @Body() comment: CommentDto,
    @Req() request: Stood,
  ): Promise<Answer<'POST designs/:id/comments'>> {
    return this.comments.add(id, comment, personOf(request));
  }

  @HttpCode(200)
  @Post('comments/:comment/resolve')
  resolve(
    @Param('id', ParseUUIDPipe) id: string,
    @Param('comment', ParseUUIDPipe) comment: string,
    @Req() request: Stood,
  ): Promise<Answer<'POST designs/:id/comments/:comment/resolve'>> {
    return this.comments.resolve(id, comment, personOf(request), true);
  }

  @HttpCode(200)
  @Post('comments/:comment/reopen')
  reopen(
    @Param('id', ParseUUIDPipe) id: string,
    @Param('comment', ParseUUIDPipe) comment: string,
    @Req() request: Stood,
  ): Promise<Answer<'POST designs/:id/comments/:comment/reopen'>> {
    return this.comments.resolve(id, comment, personOf(request), false);
  }

  /** Takes one away that one wrote oneself. */
  @Looks()
  @HttpCode(204)
  @Delete('comments/:comment')
  remove(
    @Param('id', ParseUUIDPipe) id: string,
    @Param('comment', ParseUUIDPipe) comment: string,
    @Req() request: Stood,
  ): Promise<Answer<'DELETE designs/:id/comments/:comment'>> {
    return this.comments.remove(id, comment, personOf(request));
  }
}
