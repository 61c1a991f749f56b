import {
  BadRequestException,
  Body,
  Controller,
  Get,
  HttpCode,
  Param,
  ParseUUIDPipe,
  Post,
  UploadedFile,
  UseInterceptors,
} from '@nestjs/common';
import { FileInterceptor } from '@nestjs/platform-express';
import { ApiBody, ApiConsumes, ApiTags } from '@nestjs/swagger';
import { OrderDto, QuoteDto } from './press.dto';
import { PressService } from './press.service';
import { Looks } from '../http/standing';
import type { Answer } from '@brelm/contract';

/** The stand-in press, as a print house of its own would answer. */
@ApiTags('press (a stand-in)')
@Controller('press')
export class PressController {
  constructor(private readonly press: PressService) {}

  /** What it prints on and what that costs: see Catalogue in core. */
  @Get('catalogue')
  catalogue(): Answer<'GET press/catalogue'> {
    return this.press.catalogue();
  }

  /** What an order would cost, and when it would come. */
  @Looks()
  @Post('quotes')
  @HttpCode(200)
  quote(@Body() { items, country }: QuoteDto): Answer<'POST press/quotes'> {
    return this.press.quote(items, country);
  }

  /** Hands a file in that an order then names. */
  @Post('files')
  @ApiConsumes('multipart/form-data')
  @ApiBody({ schema: { type: 'object', properties: { file: { type: 'string', format: 'binary' } } } })
  @UseInterceptors(FileInterceptor('file', { limits: { fileSize: 100 * 1024 * 1024, files: 1 } }))
  file(@UploadedFile() file?: Express.Multer.File): Promise<Answer<'POST press/files'>> {
    if (!file) throw new BadRequestException('file: send one PNG or JPEG file.');
    return this.press.takeFile(file.buffer);
  }

  @Post('orders')
  order(@Body() { items, country }: OrderDto): Promise<Answer<'POST press/orders'>> {
    return this.press.place(items, country);
  }

  @Get('orders')
  orders(): Promise<Answer<'GET press/orders'>> {
    return this.press.list();
  }

  @Get('orders/:id')
  get(@Param('id', ParseUUIDPipe) id: string): Promise<Answer<'GET press/orders/:id'>> {
    return this.press.get(id);
  }

  @Post('orders/:id/cancel')
  @HttpCode(200)
  cancel(@Param('id', ParseUUIDPipe) id: string): Promise<Answer<'POST press/orders/:id/cancel'>> {
    return this.press.cancel(id);
  }
}
