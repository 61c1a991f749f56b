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
import { NewShopDto, ShopNameDto } from './house.dto';
import { PeopleService } from './people/people.service';
import { AlsoAlone, OwnersOf, type Asked } from './people/who';
import { ShopsService } from './shops.service';
import type { Answer, ShopView } from '@brelm/contract';

@ApiTags('shops')
@AlsoAlone()
@Controller('shops')
export class ShopsController {
  constructor(
    private readonly shops: ShopsService,
    private readonly people: PeopleService,
  ) {}

  /** The shops, and the copies of those that were taken away. */
  @Get()
  async list(@Req() { who }: Asked): Promise<Answer<'GET house/shops'>> {
    const all = !who || (await this.people.ownsHouse(who.id));
    return { shops: await this.shops.listFor(who ?? null), away: all ? await this.shops.away() : [] };
  }

  /** Makes a shop beside the others. */
  @OwnersOf('house')
  @Post()
  async make(
    @Body() { name, filling }: NewShopDto,
    @Req() { who }: Asked,
  ): Promise<Answer<'POST house/shops'>> {
    return this.told(who, 'made a shop', await this.shops.make(name, filling));
  }

  /** Makes a shop of an archive (docs/backup.md); the body is the archive. */
  @OwnersOf('house')
  @Post('copies')
  @ApiConsumes('application/zip')
  @ApiBody({ schema: { type: 'string', format: 'binary' } })
  async fromCopy(
    @Query() { name }: ShopNameDto,
    @Req() request: Asked,
  ): Promise<Answer<'POST house/shops/copies'>> {
    if (!request.is('application/zip'))
      throw new UnsupportedMediaTypeException('Send the archive itself, as application/zip.');
    return this.told(request.who, 'made a shop of an archive', await this.shops.fromCopy(name, request));
  }

  /** Brings a shop back that was taken away. */
  @OwnersOf('house')
  @Post('away/:file')
  async bringBack(
    @Param('file') file: string,
    @Req() { who }: Asked,
  ): Promise<Answer<'POST house/shops/away/:file'>> {
    return this.told(who, 'brought a shop back', await this.shops.bringBack(file));
  }

  @OwnersOf({ param: 'id' })
  @Put(':id')
  async rename(
    @Param('id') id: string,
    @Body() { name }: ShopNameDto,
    @Req() { who }: Asked,
  ): Promise<Answer<'PUT house/shops/:id'>> {
    return this.told(who, 'named a shop', await this.shops.rename(id, name));
  }

  /** Takes a shop away; a copy of it stays. */
  @OwnersOf('house')
  @Delete(':id')
  async takeAway(@Param('id') id: string, @Req() { who }: Asked): Promise<Answer<'DELETE house/shops/:id'>> {
    const away = await this.shops.takeAway(id);
    await this.people.told(who ?? null, id, 'took a shop away', away.file);
    return away;
  }

  private async told(who: Asked['who'], did: string, shop: ShopView): Promise<ShopView> {
    await this.people.told(who ?? null, shop.id, did, shop.name ?? '');
    return shop;
  }
}
