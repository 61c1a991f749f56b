import { join } from 'node:path';
import { Inject, Injectable, NotFoundException, UnprocessableEntityException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { Repository } from 'typeorm';
import type { Connection } from '@brelm/contract';
import { withMoments } from '../http/answers';
import { ConnectionRow } from '../database/entities';
import { marketOf, markets } from '../markets/rules';
import { OPTIONS, type ShopOptions } from '../options';
import { CONNECTORS, RefusedError, RetryError, type Connector } from './connectors';
import { keyIn, sealWith, type Seal } from '../storage/seal';

/** Which marketplaces the seller is connected to, and the way to speak to them. Tokens are kept sealed and never told. */
@Injectable()
export class ConnectionsService {
  private sealed: Promise<Seal> | null = null;

  constructor(
    @InjectRepository(ConnectionRow) private readonly rows: Repository<ConnectionRow>,
    @Inject(OPTIONS) private readonly options: ShopOptions,
  ) {}

  private seal(): Promise<Seal> {
    const { filesDir, shop, keys } = this.options;
    this.sealed ??= keyIn(join(filesDir, 'connections.key'), `connections/${shop}`, keys).then(sealWith);
    return this.sealed;
  }

  /** Where the stand-ins answer: on this very server. Null until it listens. */
  get home(): string | null {
    return this.options.home?.() ?? null;
  }

  private speaking(market: string, token: string): Connector {
    const { home } = this;
    if (!home) throw new RetryError('The server is only just starting.');
    const { name } = marketOf(market)!;
    return CONNECTORS[market]({
      base: `${home}/api/markets/${market}`,
      token,
      name,
      patience: this.options.marketPatience,
    });
  }

  async list(): Promise<Connection[]> {
    const rows = new Map((await this.rows.find()).map((r) => [r.market, r]));
    return markets().map(({ id, name, manner }) => {
      const row = rows.get(id);
      return {
        ...{ market: id, name, manner, shop: row?.shop ?? null },
        ...withMoments({ connectedAt: row?.connectedAt ?? null, fault: row?.fault ?? null }),
      };
    });
  }

  async isConnected(market: string): Promise<boolean> {
    return this.rows.existsBy({ market });
  }

  /** Connects with a token, which is tried first. */
  async connect(market: string, shop: string, token: string): Promise<Connection[]> {
    if (!CONNECTORS[market]) throw new NotFoundException(`There is no connector for “${market}”.`);
    try {
      await this.speaking(market, token).states();
    } catch (error) {
      if (!(error instanceof RefusedError) && !(error instanceof RetryError)) throw error;
      throw new UnprocessableEntityException({
        message: error.message,
        faults: [{ field: 'token', message: error.message }],
      });
    }
    await this.rows.save({
      ...{ market, shop, token: (await this.seal()).seal(token) },
      ...{ connectedAt: new Date(), fault: null },
    });
    return this.list();
  }

  async disconnect(market: string): Promise<Connection[]> {
    await this.rows.delete({ market });
    return this.list();
  }

  /** The way to a marketplace. Throws a RefusedError where there is none. */
  async to(market: string): Promise<Connector> {
    const row = await this.rows.findOneBy({ market });
    const name = marketOf(market)?.name ?? market;
    if (!row || !CONNECTORS[market]) throw new RefusedError(`${name} is not connected.`, 'token');
    let token: string;
    try {
      token = (await this.seal()).open(row.token);
    } catch {
      throw new RefusedError(`The token for ${name} cannot be read any more: connect to it anew.`, 'token');
    }
    return this.speaking(market, token);
  }

  /** Notes how a connection works: why it does not, or null. */
  async note(market: string, fault: string | null): Promise<void> {
    await this.rows.update({ market }, { fault });
  }
}
