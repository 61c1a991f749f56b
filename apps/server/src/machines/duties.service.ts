import { Inject, Injectable, Logger, type OnModuleDestroy, type OnModuleInit } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import type { Repository } from 'typeorm';
import { DutyRow } from '../database/entities';
import { OPTIONS, type ShopOptions } from '../options';

/** So long nobody else takes them, s, by the database's clock. */
const LEASE = 20;
/** How often they are asked for anew, ms. */
const ASK_EVERY = 5000;
/** Whoever could not ask for so long does them no more, ms: well before another takes them. */
const SURE_FOR = 14_000;

const NAME = 'all';

/**
 * What one process at a time does for a shop: sending to marketplaces, copies, tidying up, and queueing again what was lost.
 * One that is alone does it from the start. Of several, the first that asks, until it goes or is not heard of.
 */
@Injectable()
export class DutiesService implements OnModuleInit, OnModuleDestroy {
  private readonly log = new Logger('Duties');
  private readonly gained = new Set<() => void>();
  private readonly lost = new Set<() => void>();
  private timer: NodeJS.Timeout | undefined;
  private on = false;
  private sureAt = 0;
  private closed = false;
  private asking: Promise<void> = Promise.resolve();

  constructor(
    @InjectRepository(DutyRow) private readonly rows: Repository<DutyRow>,
    @Inject(OPTIONS) private readonly options: ShopOptions,
  ) {}

  async onModuleInit(): Promise<void> {
    const { alone, part } = this.options.process;
    this.on = alone;
    if (alone || part === 'worker') return;
    await this.ask();
    this.timer = setInterval(() => {
      this.asking = this.asking.then(() => this.ask());
    }, ASK_EVERY).unref();
  }

  async onModuleDestroy(): Promise<void> {
    this.closed = true;
    clearInterval(this.timer);
    const { alone, part, name } = this.options.process;
    await this.asking;
    if (alone || part === 'worker' || !this.on) return;
    this.on = false;
    // Another need not wait for the end of the lease.
    await this.rows.delete({ name: NAME, owner: name }).catch(() => undefined);
  }

  get isOn(): boolean {
    if (this.options.process.alone) return this.on && !this.closed;
    return this.on && !this.closed && performance.now() - this.sureAt < SURE_FOR;
  }

  /** Calls `begin` now where this process has the duties, and each time that it gets them; `end` when it has them no more. */
  while(begin: () => void, end: () => void = () => undefined): void {
    this.gained.add(begin);
    this.lost.add(end);
    if (this.isOn) begin();
  }

  /** Asks for them, or keeps them. */
  private async ask(): Promise<void> {
    if (this.closed) return;
    const before = performance.now();
    let mine = this.on;
    try {
      mine = await this.held();
      if (mine) this.sureAt = before;
    } catch (error) {
      // The database is away, for everybody.
      if (!this.on || performance.now() - this.sureAt < SURE_FOR) return;
      this.log.warn(`the duties are given up: ${(error as Error).message}`);
      mine = false;
    }
    if (mine === this.on) return;
    this.on = mine;
    for (const tell of mine ? this.gained : this.lost) tell();
  }

  private async held(): Promise<boolean> {
    const { name } = this.options.process;
    await this.rows.query(
      `INSERT INTO duties (name, owner, lease_until) VALUES (?, ?, UTC_TIMESTAMP(3) + INTERVAL ${LEASE} SECOND)
        ON DUPLICATE KEY UPDATE
          owner = IF(lease_until < UTC_TIMESTAMP(3), VALUES(owner), owner),
          lease_until = IF(owner = VALUES(owner), VALUES(lease_until), lease_until)`,
      [NAME, name],
    );
    return this.rows.existsBy({ name: NAME, owner: name });
  }
}
