import {
  Inject,
  Injectable,
  Logger,
  type OnApplicationBootstrap,
  type OnModuleDestroy,
} from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { In, IsNull, Like, MoreThan, Not, Repository } from 'typeorm';
import {
  DesignRow,
  DesignVersionRow,
  FigureDrawingRow,
  MarketFileRow,
  MaterialRow,
  OwnSeriesRow,
  PressOrderRow,
  RunFileRow,
  SampleRow,
  IdeaRow,
  SceneRow,
  SendingLineRow,
  StarterRow,
  TypefaceRow,
} from '../database/entities';
import { wantedBy, type Series } from '@brelm/core/series';
import { sweepBegun } from '@brelm/engine';
import { DutiesService } from '../machines';
import { KeptPreviews, previewsIn } from '../materials/kept-previews';
import { readKept, storeOf } from '../files';
import { OPTIONS, outputsOf, placeOf, type ShopOptions } from '../options';
import { shaNames } from './sha-names';

const HOUR = 3600 * 1000;
const DAY = 24 * HOUR;
/** How often it is looked for what nobody needs any more, ms. */
const EVERY = HOUR;
/** Nothing younger is ever taken away, ms: somebody may be about to refer to it. */
const GRACE = 15 * 60 * 1000;
/** What was begun so long ago and never ended never will, ms. */
const BEGUN = DAY;
/** A picture that nothing refers to is kept so long, ms: an undo or an open tab may want it back. */
const UNUSED = 90 * DAY;
/** Rows that are looked through at once. */
const CHUNK = 50;

export interface Tidied {
  made: number;
  begun: number;
  snapshots: number;
  materials: number;
}

/**
 * Takes away what nothing refers to: files of runs that are gone, what was begun and never ended, states of
 * designs that no run needs, and pictures unused for long. Never what a design, a version, a starter, an
 * archived design or a run refers to.
 */
@Injectable()
export class HousekeepingService implements OnApplicationBootstrap, OnModuleDestroy {
  private readonly log = new Logger('Files');
  private timer: NodeJS.Timeout | undefined;
  private tidying: Promise<Tidied> | null = null;

  constructor(
    @InjectRepository(DesignRow) private readonly designs: Repository<DesignRow>,
    @InjectRepository(DesignVersionRow) private readonly versions: Repository<DesignVersionRow>,
    @InjectRepository(StarterRow) private readonly starters: Repository<StarterRow>,
    @InjectRepository(SampleRow) private readonly samples: Repository<SampleRow>,
    @InjectRepository(PressOrderRow) private readonly pressOrders: Repository<PressOrderRow>,
    @InjectRepository(SceneRow) private readonly scenes: Repository<SceneRow>,
    @InjectRepository(IdeaRow) private readonly ideas: Repository<IdeaRow>,
    @InjectRepository(OwnSeriesRow) private readonly series: Repository<OwnSeriesRow>,
    @InjectRepository(MaterialRow) private readonly materials: Repository<MaterialRow>,
    @InjectRepository(TypefaceRow) private readonly typefaces: Repository<TypefaceRow>,
    @InjectRepository(MarketFileRow) private readonly marketFiles: Repository<MarketFileRow>,
    @InjectRepository(SendingLineRow) private readonly sent: Repository<SendingLineRow>,
    @InjectRepository(FigureDrawingRow) private readonly figures: Repository<FigureDrawingRow>,
    @InjectRepository(RunFileRow) private readonly runFiles: Repository<RunFileRow>,
    private readonly duties: DutiesService,
    @Inject(OPTIONS) private readonly options: ShopOptions,
  ) {}

  onApplicationBootstrap(): void {
    const stay = (error: Error) => this.log.warn(`old files stay for now: ${error.message}`);
    const tidy = () => {
      // Each machine has previews of its own; of all others there is one set.
      void this.forgetPreviews().catch(stay);
      if (this.duties.isOn) void this.tidy().catch(stay);
    };
    this.timer = setInterval(tidy, EVERY).unref();
    setTimeout(tidy, 60_000).unref();
  }

  async onModuleDestroy(): Promise<void> {
    clearInterval(this.timer);
    await this.tidying?.catch(() => undefined);
  }

  /** Tidies up as of `now`, ms; one at a time. */
  tidy(now = Date.now()): Promise<Tidied> {
    this.tidying ??= this.all(now).finally(() => (this.tidying = null));
    return this.tidying;
  }

  /** Takes away previews of pictures that are no materials any more; returns how many. */
  forgetPreviews(): Promise<number> {
    return new KeptPreviews(previewsIn(this.options.filesDir)).sweep((sha256) =>
      this.materials.existsBy({ sha256 }),
    );
  }

  private async all(now: number): Promise<Tidied> {
    const begun = await sweepBegun(this.options.filesDir, now - BEGUN);
    const made = await storeOf(outputsOf(this.options)).sweep(now - GRACE, (sha256) => this.isMade(sha256));
    const materials = await this.forgetUnused(now);
    const snapshots = await storeOf(placeOf(this.options)).sweep(now - BEGUN, (sha256) =>
      this.isKept(sha256),
    );
    return { made, begun, snapshots, materials };
  }

  /** Whether a run that was not cleaned away has a made file. */
  private isMade(sha256: string): Promise<boolean> {
    return this.runFiles
      .createQueryBuilder('f')
      .innerJoin('runs', 'r', 'r.id = f.run_id')
      .where('f.sha256 = :sha256 AND r.cleaned = 0', { sha256 })
      .getExists();
  }

  /** Whether a file is a material, a typeface, a state that work was started with, or part of an order or listing. */
  private async isKept(sha256: string): Promise<boolean> {
    return (
      (await this.materials.existsBy({ sha256 })) ||
      (await this.runFiles.existsBy({ snapshot: sha256 })) ||
      (await this.sent.existsBy({ snapshot: sha256, state: In(['queued', 'working']) })) ||
      (await this.marketFiles.existsBy({ sha256 })) ||
      (await this.samples.existsBy([{ snapshot: sha256 }, { photo: sha256 }])) ||
      (await this.figures.existsBy([{ picture: sha256 }, { outlines: sha256 }])) ||
      (await this.scenes.existsBy({ files: Like(`%${sha256}%`) })) ||
      (await this.pressOrders.existsBy({ items: Like(`%${sha256}%`) })) ||
      (await this.typefaces
        .createQueryBuilder('t')
        .where('t.id LIKE :id', { id: `own-${sha256}-%` })
        .getExists())
    );
  }

  /** Marks materials that nothing refers to, and forgets those that nothing referred to for long. */
  private async forgetUnused(now: number): Promise<number> {
    const used = await this.referredTo();
    let forgotten = 0;
    let last = '';
    for (;;) {
      const rows = await this.materials.find({
        where: { sha256: MoreThan(last) },
        order: { sha256: 'ASC' },
        take: 500,
      });
      if (rows.length === 0) return forgotten;
      last = rows.at(-1)!.sha256;
      const back = rows.filter((r) => r.unusedSince && used.has(r.sha256)).map((r) => r.sha256);
      if (back.length) await this.materials.update({ sha256: In(back) }, { unusedSince: null });
      const fresh = rows.filter((r) => !r.unusedSince && !used.has(r.sha256)).map((r) => r.sha256);
      if (fresh.length)
        await this.materials.update(
          { sha256: In(fresh), unusedSince: IsNull() },
          { unusedSince: new Date(now) },
        );
      for (const { sha256, unusedSince } of rows) {
        if (!unusedSince || used.has(sha256) || now - unusedSince.getTime() < UNUSED) continue;
        // Brought in again just now, it is not unused any more.
        const { affected } = await this.materials.delete({ sha256, unusedSince });
        forgotten += affected ?? 0;
      }
    }
  }

  /** Names of pictures that rows of series ask for, those that were put away included. */
  private async namedInSeries(): Promise<string[]> {
    const names = new Set<string>();
    for (const { id } of await this.series.find({ select: { id: true } })) {
      const row = await this.series.findOneBy({ id });
      if (!row) continue;
      const series = JSON.parse(row.document) as Series;
      for (const name of wantedBy(series, series.rows).pictures) names.add(name);
    }
    return [...names];
  }

  /** Every SHA-256 that a document of any kind names. */
  private async referredTo(): Promise<Set<string>> {
    const used = new Set<string>();
    const read = (text: string) => {
      for (const sha256 of shaNames(text)) used.add(sha256);
    };
    for (const rows of [
      this.designs,
      this.versions,
      this.starters,
      this.scenes,
      this.ideas,
      this.series,
    ] as Repository<{
      id: string | number;
      document: string;
    }>[])
      for (let last: string | number | undefined; ;) {
        const some = await rows.find({
          select: { id: true, document: true },
          where: last === undefined ? {} : { id: MoreThan(last) },
          order: { id: 'ASC' },
          take: CHUNK,
        });
        if (some.length === 0) break;
        for (const row of some) {
          read(row.document);
          last = row.id;
        }
      }
    // Bills that were said of a material or a typeface count also while no design has it.
    for (const rows of [this.materials, this.typefaces] as Repository<{ licence: string | null }>[]) {
      const said = await rows.find({ select: { licence: true }, where: { licence: Like('%"bill"%') } });
      for (const { licence } of said) read(licence!);
    }
    // Tables of series name pictures by their files.
    const names = await this.namedInSeries();
    for (let i = 0; i < names.length; i += 500) {
      const rows = await this.materials.find({
        select: { sha256: true },
        where: { kind: 'picture', name: In(names.slice(i, i + 500)) },
      });
      for (const { sha256 } of rows) used.add(sha256);
    }
    const snapshots = [...(await snapshotsOf(this.runFiles)), ...(await snapshotsOf(this.samples))];
    for (const { snapshot } of snapshots) {
      used.add(snapshot);
      read(await readKept(placeOf(this.options), snapshot).then(String, () => ''));
    }
    return used;
  }
}

/** The states of designs that rows were begun with. */
const snapshotsOf = (rows: Repository<RunFileRow> | Repository<SampleRow>) =>
  (rows as Repository<RunFileRow>)
    .createQueryBuilder('f')
    .select('DISTINCT f.snapshot', 'snapshot')
    .where({ snapshot: Not('') })
    .getRawMany<{ snapshot: string }>();
