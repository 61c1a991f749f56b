import {
  createParamDecorator,
  SetMetadata,
  UnauthorizedException,
  type ExecutionContext,
} from '@nestjs/common';
import type { Request } from 'express';
import type { PersonRow } from '../entities';

/** A request with whoever it is from, as the door found out. */
export type Asked = Request & { who?: PersonRow | null };

/** Whoever asks; refuses with 401 where nobody is signed in. Null on a machine of one's own, where nobody has to. */
export const Who = createParamDecorator((_: unknown, context: ExecutionContext): PersonRow => {
  const { who } = context.switchToHttp().getRequest<Asked>();
  if (!who) throw new UnauthorizedException('Sign in first.');
  return who;
});

export const OPEN = 'house:open';
/** A route that may be asked before one is signed in. */
export const Open = () => SetMetadata(OPEN, true);

export const OWNERS = 'house:owners';
/** For owners of the shop that a parameter of the route names, or of the first shop, who own all of them. */
export const OwnersOf = (where: { param: string } | 'house') => SetMetadata(OWNERS, where);
/** For all who are in the shop. */
export const InShop = () => SetMetadata(OWNERS, null);

export const ALONE = 'house:alone';
/** Also on a machine of one's own, where nobody signs in. */
export const AlsoAlone = () => SetMetadata(ALONE, true);
