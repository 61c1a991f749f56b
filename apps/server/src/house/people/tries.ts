import { HttpException } from '@nestjs/common';
import type { Carrier } from '../../machines';
import type { RateLimiterAbstract, RateLimiterRes } from 'rate-limiter-flexible';

/** Too many tries; again after so many seconds. */
export class TooManyTries extends HttpException {
  constructor(readonly seconds: number) {
    super(`Too many tries: wait ${waitText(seconds)} and try again.`, 429);
  }
}

const waitText = (seconds: number): string =>
  seconds < 90 ? `${seconds} seconds` : `${Math.ceil(seconds / 60)} minutes`;

const QUARTER = 15 * 60;

/**
 * Failed tries are counted by the name that was tried and by the address that they come from, whether or not there is
 * somebody of that name: ten of one name, or fifty of one address, within a quarter of an hour.
 */
export class Tries {
  private readonly byName: RateLimiterAbstract;
  private readonly byAddress: RateLimiterAbstract;

  constructor({ counter }: Pick<Carrier, 'counter'>) {
    this.byName = counter({ keyPrefix: 'name', points: 10, duration: QUARTER });
    this.byAddress = counter({ keyPrefix: 'address', points: 50, duration: QUARTER });
  }

  /** Throws TooManyTries where nobody may try just now. Each try counts until it is told that it went well. */
  async begin(name: string, address: string): Promise<void> {
    try {
      await this.byName.consume(name);
      await this.byAddress.consume(address);
    } catch (limit) {
      const { msBeforeNext } = limit as RateLimiterRes;
      throw new TooManyTries(Math.max(1, Math.ceil((msBeforeNext ?? QUARTER * 1000) / 1000)));
    }
  }

  /** It went well: what came before does not count any more against the name. */
  async wentWell(name: string, address: string): Promise<void> {
    await this.byName.delete(name);
    await this.byAddress.reward(address, 1);
  }
}
