import {
  Body,
  Controller,
  Delete,
  Get,
  Param,
  Post,
  Put,
  Query,
  Req,
  UnsupportedMediaTypeException,
} from '@nestjs/common';
import { ApiBody, ApiConsumes, ApiTags } from '@nestjs/swagger';
import type { Request } from 'express';
import { NewShopDto, ShopNameDto } from './house.dto';
import { ShopsService } from './shops.service';

@ApiTags('shops')
@Controller('shops')
export class ShopsController {
  constructor(private readonly shops: ShopsService) {}

  /** The shops, and the copies of those that were taken away. */
  @Get()
  async list() {
    return { shops: await this.shops.list(), away: await this.shops.away() };
  }

  /** Makes a shop beside the others. */
  @Post()
  make(@Body() { name, filling }: NewShopDto) {
    return this.shops.make(name, filling);
  }

  /** Makes a shop of an archive (docs/backup.md); the body is the archive. */
  @Post('copies')
  @ApiConsumes('application/zip')
  @ApiBody({ schema: { type: 'string', format: 'binary' } })
  fromCopy(@Query() { name }: ShopNameDto, @Req() request: Request) {
    if (!request.is('application/zip'))
      throw new UnsupportedMediaTypeException('Send the archive itself, as application/zip.');
    return this.shops.fromCopy(name, request);
  }

  /** Brings a shop back that was taken away. */
  @Post('away/:file')
  bringBack(@Param('file') file: string) {
    return this.shops.bringBack(file);
  }

  @Put(':id')
  rename(@Param('id') id: string, @Body() { name }: ShopNameDto) {
    return this.shops.rename(id, name);
  }

  /** Takes a shop away; a copy of it stays. */
  @Delete(':id')
  takeAway(@Param('id') id: string) {
    return this.shops.takeAway(id);
  }
}
