import { createReadStream } from 'node:fs';
import {
  Body,
  Controller,
  Get,
  Header,
  HttpCode,
  Param,
  ParseUUIDPipe,
  Patch,
  Post,
  StreamableFile,
} from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { WhileAsked } from '../http/json-body';
import { OrderSamplesDto, SaySampleDto } from './samples.dto';
import { SamplesService } from './samples.service';
import type { Answer } from '@brelm/contract';

@ApiTags('samples')
@Controller('samples')
export class SamplesController {
  constructor(private readonly samples: SamplesService) {}

  /** Orders, the last first, each with its samples and how far it is. */
  @Get()
  list(): Promise<Answer<'GET samples'>> {
    return this.samples.list();
  }

  /** Makes the files of samples and orders them from the stand-in press. */
  @Post()
  order(@Body() body: OrderSamplesDto, @WhileAsked() signal: AbortSignal): Promise<Answer<'POST samples'>> {
    return this.samples.order(body, signal);
  }

  @Post('orders/:id/cancel')
  @HttpCode(200)
  cancel(@Param('id', ParseUUIDPipe) id: string): Promise<Answer<'POST samples/orders/:id/cancel'>> {
    return this.samples.cancel(id);
  }

  /** A note of a sample, and how it is rated. */
  @Patch(':id')
  say(
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: SaySampleDto,
  ): Promise<Answer<'PATCH samples/:id'>> {
    return this.samples.say(id, body);
  }

  /** A photo of the sample as it came, simulated: the print off by what the press was. */
  @Get(':id/photo')
  @Header('Cache-Control', 'private, max-age=86400')
  async photo(@Param('id', ParseUUIDPipe) id: string): Promise<StreamableFile> {
    return new StreamableFile(createReadStream(await this.samples.photo(id)), { type: 'image/jpeg' });
  }
}
