import {
  ForbiddenException,
  Injectable,
  SetMetadata,
  UnauthorizedException,
  type CanActivate,
  type ExecutionContext,
} from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import type { Request } from 'express';

/**
 * In whose name a request is made, as the door found out before it handed it to the shop. `alone`: on a machine of one's own,
 * where nobody signs in. `server`: this server asks itself.
 */
export type Standing =
  { as: 'alone' | 'server' } | { as: 'owner' | 'maker' | 'looker'; person: { id: string; name: string } };

export type Stood = Request & { standing?: Standing };

const LOOKS = 'standing:looks';
const OWNERS = 'standing:owners';

/** Asked with POST, but changes nothing: whoever may look may ask. */
export const Looks = () => SetMetadata(LOOKS, true);

/** For owners alone: what gives the whole shop away, or speaks in its name elsewhere. */
export const OwnersOnly = () => SetMetadata(OWNERS, true);

/** Who did it, as it is written down. */
export const personOf = (request: Stood): { id: string; name: string } | null => {
  const { standing } = request;
  return standing && 'person' in standing ? standing.person : null;
};

/**
 * The one place where it is decided what somebody may ask of a shop. A new route is covered: reading is for all who are in the
 * shop, anything else for those who work in it. A request without a standing did not come by the door, and is refused.
 */
@Injectable()
export class StandingGuard implements CanActivate {
  constructor(private readonly reflector: Reflector) {}

  canActivate(context: ExecutionContext): boolean {
    const request = context.switchToHttp().getRequest<Stood>();
    const { standing } = request;
    if (!standing) throw new UnauthorizedException('Sign in first.');
    if (standing.as === 'alone' || standing.as === 'server' || standing.as === 'owner') return true;
    const marked = (what: string) =>
      this.reflector.getAllAndOverride<boolean | undefined>(what, [context.getHandler(), context.getClass()]);
    if (marked(OWNERS)) throw new ForbiddenException('Only an owner of this shop may do that.');
    const reads = ['GET', 'HEAD'].includes(request.method) || marked(LOOKS);
    if (standing.as === 'looker' && !reads)
      throw new ForbiddenException(
        'You may look at this shop, not change it: ask its owner to make you a maker.',
      );
    return true;
  }
}
