import {
  ConflictException,
  ForbiddenException,
  Inject,
  Injectable,
  NotFoundException,
  UnauthorizedException,
  type CanActivate,
  type ExecutionContext,
} from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import { HOUSE, type HouseOptions } from '../house-options';
import { FIRST } from '../shop-id';
import { PeopleService } from './people.service';
import { ALONE, OPEN, OWNERS, type Asked } from './who';

/**
 * The one place where it is decided who may ask what of the house. All routes are for people who are signed in, but for those
 * that are marked as open; what is of a shop is for its owners, unless it is marked otherwise.
 */
@Injectable()
export class HouseGuard implements CanActivate {
  constructor(
    private readonly reflector: Reflector,
    private readonly people: PeopleService,
    @Inject(HOUSE) private readonly options: HouseOptions,
  ) {}

  async canActivate(context: ExecutionContext): Promise<boolean> {
    const [handler, controller] = [context.getHandler(), context.getClass()];
    if (!this.options.team) {
      if (this.reflector.getAllAndOverride<boolean | undefined>(ALONE, [handler, controller])) return true;
      throw new ConflictException('Nobody signs in here: Brelm was started without --team.');
    }
    if (this.reflector.get<boolean | undefined>(OPEN, handler)) return true;
    const request = context.switchToHttp().getRequest<Asked>();
    const { who } = request;
    if (!who) throw new UnauthorizedException('Sign in first.');
    const owners = this.reflector.getAllAndOverride<{ param: string } | 'house' | null | undefined>(OWNERS, [
      handler,
      controller,
    ]);
    if (!owners) return true;
    const shop = owners === 'house' ? FIRST : String(request.params[owners.param]);
    const role = await this.people.roleIn(who.id, shop);
    // Whoever is not in a shop is not told that it is there.
    if (!role && owners !== 'house') throw new NotFoundException('There is no such shop.');
    if (role !== 'owner')
      throw new ForbiddenException(
        `Only an owner of ${owners === 'house' ? 'the first' : 'this'} shop may do that.`,
      );
    return true;
  }
}
