import { readdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import {
  Inject,
  Injectable,
  Logger,
  type OnApplicationBootstrap,
  type OnModuleDestroy,
} from '@nestjs/common';
import { DutiesService } from '../machines';
import { OPTIONS, placeOf, type ShopOptions } from '../options';
import { writeCopy } from './write-copy';

const HOUR = 3600 * 1000;
const DAY = 24 * HOUR;
/** How often it is looked whether one is due, ms. */
const LOOK_EVERY = HOUR;
/** The first look after a start, ms: others have their turn before. */
const FIRST_LOOK = 60_000;
const COPY = /^brelm-(\d{4}-\d\d-\d\dT\d\d-\d\d-\d\d)\.zip$/;

/** Names of copies are their times, so that they sort and are not taken for anything else in the folder. */
const nameAt = (now: number): string =>
  `brelm-${new Date(now).toISOString().slice(0, 19).replace(/:/g, '-')}.zip`;
const timeOf = (name: string): number =>
  Date.parse(`${COPY.exec(name)![1].replace(/T(\d\d)-(\d\d)-(\d\d)$/, 'T$1:$2:$3')}Z`);

/** Copies of the whole shop in a folder, one a day, the last so many kept; where the shop was started with one. */
@Injectable()
export class CopiesService implements OnApplicationBootstrap, OnModuleDestroy {
  private readonly log = new Logger('Copies');
  private readonly closing = new AbortController();
  private timers: NodeJS.Timeout[] = [];
  private going: Promise<unknown> = Promise.resolve();

  constructor(
    private readonly duties: DutiesService,
    @Inject(OPTIONS) private readonly options: ShopOptions,
  ) {}

  onApplicationBootstrap(): void {
    if (!this.options.copies) return;
    const look = () => {
      if (!this.duties.isOn) return;
      this.going = this.going.then(() =>
        this.look().catch((error: Error) => {
          if (!this.closing.signal.aborted)
            this.log.error(`no copy of the shop was written: ${error.message}`);
        }),
      );
    };
    this.timers = [setTimeout(look, FIRST_LOOK).unref(), setInterval(look, LOOK_EVERY).unref()];
  }

  async onModuleDestroy(): Promise<void> {
    this.timers.forEach((t) => clearTimeout(t));
    this.closing.abort();
    await this.going;
  }

  /**
   * Writes a copy where the last one is a day old as of `now`, ms, and takes away those beyond the last so many. Answers its
   * name; null where none was due. One that cannot be written takes none away.
   */
  async look(now = Date.now()): Promise<string | null> {
    const { copies, database } = this.options;
    if (!copies) return null;
    const there = (await readdir(copies.folder).catch(() => [])).filter((n) => COPY.test(n)).sort();
    // A clock that was ahead once would else keep all copies away until then.
    if (there.some((n) => timeOf(n) <= now && now - timeOf(n) < DAY)) return null;
    const name = nameAt(now);
    await writeCopy(join(copies.folder, name), {
      ...{ database, place: placeOf(this.options), made: false, signal: this.closing.signal },
    });
    // The one just written stays, whatever a clock that was ahead called the others.
    for (const old of there.slice(0, Math.max(0, there.length + 1 - copies.keep)))
      await rm(join(copies.folder, old), { force: true });
    return name;
  }
}
