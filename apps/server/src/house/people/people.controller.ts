import { Body, Controller, Delete, Get, HttpCode, NotFoundException, Param, Post, Put } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { PersonRow } from '../entities';
import { ShopsService } from '../shops.service';
import { InviteDto, RoleDto } from './people.dto';
import { PeopleService } from './people.service';
import { InShop, OwnersOf, Who } from './who';
import type { Answer } from '@brelm/contract';

/** Who is in a shop. All but the list of names is its owners' alone. */
@ApiTags('people')
@OwnersOf({ param: 'shop' })
@Controller('shops/:shop')
export class PeopleController {
  constructor(
    private readonly people: PeopleService,
    private readonly shops: ShopsService,
  ) {}

  /** Who is in the shop: names for all who are in it, the rest for its owners. */
  @InShop()
  @Get('people')
  async list(
    @Param('shop') shop: string,
    @Who() by: PersonRow,
  ): Promise<Answer<'GET house/shops/:shop/people'>> {
    const role = await this.people.roleIn(by.id, shop);
    if (!role) throw noSuchShop();
    const members = await this.people.membersOf(shop);
    return role === 'owner' ? members : members.map(({ id, name, role: as }) => ({ id, name, role: as }));
  }

  @Put('people/:id')
  @HttpCode(204)
  role(
    @Param('shop') shop: string,
    @Param('id') id: string,
    @Body() { role }: RoleDto,
    @Who() by: PersonRow,
  ): Promise<Answer<'PUT house/shops/:shop/people/:id'>> {
    return this.people.setRole(by, shop, id, role);
  }

  /** Takes somebody out of the shop; their work stays. */
  @Delete('people/:id')
  @HttpCode(204)
  remove(
    @Param('shop') shop: string,
    @Param('id') id: string,
    @Who() by: PersonRow,
  ): Promise<Answer<'DELETE house/shops/:shop/people/:id'>> {
    return this.people.remove(by, shop, id);
  }

  /** A link by which somebody sets a new password. */
  @Post('people/:id/reset')
  async reset(
    @Param('shop') shop: string,
    @Param('id') id: string,
    @Who() by: PersonRow,
  ): Promise<Answer<'POST house/shops/:shop/people/:id/reset'>> {
    return { link: await this.people.resetLink(by, shop, id) };
  }

  @Get('invitations')
  invitations(@Param('shop') shop: string): Promise<Answer<'GET house/shops/:shop/invitations'>> {
    return this.people.invitations(shop);
  }

  @Post('invitations')
  async invite(
    @Param('shop') shop: string,
    @Body() { sentTo, role }: InviteDto,
    @Who() by: PersonRow,
  ): Promise<Answer<'POST house/shops/:shop/invitations'>> {
    const name = (await this.shops.nameOf(shop)) ?? 'the shop';
    return { link: await this.people.invite(by, { id: shop, name }, sentTo, role) };
  }

  @Delete('invitations/:id')
  @HttpCode(204)
  takeBack(
    @Param('shop') shop: string,
    @Param('id') id: string,
    @Who() by: PersonRow,
  ): Promise<Answer<'DELETE house/shops/:shop/invitations/:id'>> {
    return this.people.takeBack(by, shop, id);
  }

  /** Messages that would be sent, were there a way out of this machine. */
  @Get('messages')
  messages(@Param('shop') shop: string): Promise<Answer<'GET house/shops/:shop/messages'>> {
    return this.people.messages(shop);
  }

  /** What was done with people and shops. */
  @Get('events')
  events(@Param('shop') shop: string): Promise<Answer<'GET house/shops/:shop/events'>> {
    return this.people.eventsOf(shop);
  }
}

/** Whoever is not in a shop is not told that it is there. */
const noSuchShop = () => new NotFoundException('There is no such shop.');
