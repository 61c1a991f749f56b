import { Body, Controller, Delete, Get, Param, Post } from '@nestjs/common';
import { ApiProperty, ApiTags } from '@nestjs/swagger';
import { Matches, MaxLength } from 'class-validator';
import { WordsService } from './words.service';
import type { Answer } from '@brelm/contract';

class WordDto {
  @ApiProperty({ description: 'One word, of letters and apostrophes.' })
  @Matches(/^\p{L}+(?:['’-]\p{L}+)*$/u, { message: 'word must be one word' })
  @MaxLength(60)
  word!: string;
}

@ApiTags('words')
@Controller('words')
export class WordsController {
  constructor(private readonly words: WordsService) {}

  @Get()
  list(): Promise<Answer<'GET words'>> {
    return this.words.list();
  }

  @Post()
  add(@Body() body: WordDto): Promise<Answer<'POST words'>> {
    return this.words.add(body.word);
  }

  @Delete(':word')
  remove(@Param('word') word: string): Promise<Answer<'DELETE words/:word'>> {
    return this.words.remove(word);
  }
}
