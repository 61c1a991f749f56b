import { randomUUID } from 'node:crypto';
import {
  BadRequestException,
  ConflictException,
  HttpException,
  Inject,
  Injectable,
  NotFoundException,
  UnprocessableEntityException,
} from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { In, IsNull, Not, Repository } from 'typeorm';
import { productsOf } from '@brelm/core/design';
import { DocumentError } from '@brelm/core/fields';
import { patternFault } from '@brelm/core/export';
import { coloursSold, filledListing, phraseOf } from '@brelm/core/listing';
import { plannedFiles } from '@brelm/core/placement';
import {
  cellsByName,
  readSeries,
  wantedBy,
  wantedKey,
  type FoundPicture,
  type Series,
  type SeriesRow,
  type Trouble,
} from '@brelm/core/series';
import type { Spec } from '@brelm/core/spec';
import type { LeftRow, RunSummary, SeriesEntry } from '@brelm/contract';
import { withMoments } from '../http/answers';
import { MaterialRow, OwnSeriesRow } from '../database/entities';
import { DesignsService, type StoredDesign } from '../designs/designs.service';
import { LibraryService } from '../library/library.service';
import { licenceIn } from '../materials/materials.service';
import { OPTIONS, type ShopOptions, placeOf } from '../options';
import { jobOf } from '../runs/planner.service';
import { RunsService, type Making } from '../runs/runs.service';
import { SpecsService } from '../specs/specs.service';
import { DocumentsService } from '../workers/documents.service';
import { PoolService } from '../workers/pool.service';
import type { MadeRow } from '../workers/series-rows';
import type { FollowingDto, MakeSeriesDto } from './series.dto';

/** Longer documents are none that a table of so many rows needs, bytes. */
const MOST_BYTES = 12_000_000;
/** Rows that one task makes designs of. */
const AT_ONCE = 100;
/** Designs that are made of rows in one go. */
const MOST_DESIGNS = 500;
/** Files of one run. */
const MOST_FILES = 20_000;

const refuse = (field: string, message: string): never => {
  throw new BadRequestException({ message: `${field}: ${message}`, faults: [{ field, message }] });
};

/** A series as it is sent: its document is JSON already. */
export const seriesJson = ({ id, revision, updatedAt, document }: Stored): string =>
  `${JSON.stringify({ id, revision, updatedAt }).slice(0, -1)},"document":${document}}`;

type Stored = Pick<OwnSeriesRow, 'id' | 'revision' | 'updatedAt' | 'document'>;

/** Series: many designs from one layout and a table. Their layout stays a design of its own. */
@Injectable()
export class SeriesService {
  private readonly layingOut = new Map<string, { done: number; all: number }>();

  constructor(
    @InjectRepository(OwnSeriesRow) private readonly rows: Repository<OwnSeriesRow>,
    @InjectRepository(MaterialRow) private readonly materials: Repository<MaterialRow>,
    private readonly designs: DesignsService,
    private readonly specs: SpecsService,
    private readonly library: LibraryService,
    private readonly runs: RunsService,
    private readonly documents: DocumentsService,
    private readonly pool: PoolService,
    @Inject(OPTIONS) private readonly options: ShopOptions,
  ) {}

  async list(
    archived: boolean,
    from: number,
    count: number,
  ): Promise<{ total: number; series: SeriesEntry[] }> {
    const [rows, total] = await this.rows.findAndCount({
      select: { id: true, name: true, updatedAt: true, rowCount: true, layoutId: true },
      where: { archivedAt: archived ? Not(IsNull()) : IsNull() },
      order: { updatedAt: 'DESC', id: 'ASC' },
      ...{ skip: from, take: count },
    });
    const layouts = await this.designs.figures(rows.map((r) => r.layoutId));
    const series = rows.map(({ id, name, updatedAt, rowCount, layoutId }): SeriesEntry => ({
      ...withMoments({ id, name, updatedAt }),
      rows: rowCount,
      layout: layouts.get(layoutId) ?? null,
    }));
    return { total, series };
  }

  async get(id: string): Promise<Stored> {
    return this.row(id);
  }

  /** Throws a DocumentError for what is no series. */
  async create(text: string): Promise<Stored> {
    const read = await this.read(text);
    const now = new Date();
    const row: OwnSeriesRow = {
      ...{ id: randomUUID(), name: read.name, revision: 1, document: read.text },
      ...{ layoutId: read.layout.slice(0, 36), rowCount: read.rows },
      ...{ createdAt: now, updatedAt: now, archivedAt: null },
    };
    await this.rows.insert(row);
    return row;
  }

  /** Replaces a series if it is still at the revision that the save is based on: 409 with what it is now otherwise. */
  async save(id: string, revision: number, text: string): Promise<Stored> {
    const read = await this.read(text);
    const updatedAt = new Date();
    const { affected } = await this.rows
      .createQueryBuilder()
      .update()
      .set({
        ...{ name: read.name, document: read.text, layoutId: read.layout.slice(0, 36), rowCount: read.rows },
        ...{ revision: () => 'revision + 1', updatedAt },
      })
      .where({ id, revision })
      .execute();
    if (affected) return { id, revision: revision + 1, updatedAt, document: read.text };
    const current = await this.row(id);
    throw new ConflictException({
      message: `This series was changed elsewhere since revision ${revision}.`,
      current: JSON.parse(seriesJson(current)) as object,
    });
  }

  async archive(id: string, archived: boolean): Promise<void> {
    const { affected } = await this.rows.update({ id }, { archivedAt: archived ? new Date() : null });
    if (!affected) await this.row(id);
  }

  /** Deletes a series for good; only one that was put away: 409. Its layout, and designs that were made of it, stay. */
  async remove(id: string): Promise<void> {
    const { affected } = await this.rows.delete({ id, archivedAt: Not(IsNull()) });
    if (affected) return;
    await this.row(id);
    throw new ConflictException('This series is in use. Put it away first, then delete it.');
  }

  /**
   * Starts making the files of rows: a run for each marketplace. Rows with something wrong in them are answered with why,
   * the others are made; what was made before of the very same is taken from there.
   */
  async make(
    id: string,
    asked: MakeSeriesDto,
    signal: AbortSignal,
  ): Promise<{ runs: RunSummary[]; left: LeftRow[] }> {
    const { series, layout } = await this.open(id);
    const rows = chosenRows(series, asked.rows);
    const pattern = asked.pattern ?? (series.fileNames || undefined);
    const columns = series.columns.map((c) => c.name);
    const misnamed = pattern === undefined ? null : patternFault(pattern, columns);
    if (misnamed) refuse('pattern', misnamed);
    const specs = await this.specsFor(layout, asked.specs);
    const garments = await this.library.garments();
    const nameOf = (g: string) => garments.find((x) => x.id === g)?.name ?? g;
    const byMarket = new Map<string, Making[]>(specs.map((s) => [s.marketplace, []]));
    const left: LeftRow[] = [];
    const byId = new Map(rows.map((r) => [r.id, r]));
    let count = 0;
    const told = this.telling(id, rows.length);
    for await (const made of told(this.designsOf(series, layout, rows, false, signal))) {
      const why = stopsIn(made.troubles);
      if (why.length) {
        left.push({ row: made.row, name: made.name, why });
        continue;
      }
      const row = byId.get(made.row)!;
      const cells = cellsByName(series.columns, row);
      for (const spec of specs) {
        const planned = spec.sides.flatMap((side) => plannedFiles(made.head, spec, side));
        const { title, description, tags } = filledListing({
          ...{ design: made.head, spec, phrase: phraseOf(made.lines) },
          garments: coloursSold(planned, spec, garments).map(nameOf),
        });
        for (const file of planned) {
          byMarket.get(spec.marketplace)!.push({
            ...{
              designId: layout.id,
              revision: layout.revision,
              head: made.head,
              snapshot: made.snapshot,
              file,
            },
            job: { ...jobOf(file), row: { cells, title, description, tags } },
            acceptStops: asked.acceptStops ?? false,
          });
          if (++count > MOST_FILES)
            refuse(
              'rows',
              `make more than ${MOST_FILES.toLocaleString('en-GB')} files: take fewer rows or products`,
            );
        }
      }
    }
    const groups = [...byMarket].filter(([, files]) => files.length > 0);
    if (groups.length === 0) {
      const message = left.length
        ? `None of the rows can be made: ${left[0].name}: ${left[0].why[0]}`
        : 'No product takes any of the garment colours that the layout is sold on.';
      throw new UnprocessableEntityException({ message, faults: [{ field: 'rows', message }], left });
    }
    const runs = await this.runs.createOf(
      groups.map(([market, files]) => ({
        title: groups.length > 1 ? `${series.name}, ${market}` : series.name,
        pack: asked.pack ?? false,
        pattern,
        files,
      })),
    );
    return { runs, left };
  }

  /** Makes designs of their own of rows; answers their ids by row. */
  async makeDesigns(
    id: string,
    asked: readonly string[] | undefined,
    signal: AbortSignal,
  ): Promise<{ designs: { row: string; id: string; revision: number; name: string }[]; left: LeftRow[] }> {
    const { series, layout } = await this.open(id);
    const rows = chosenRows(series, asked);
    if (rows.length > MOST_DESIGNS)
      refuse('rows', `are ${rows.length}: at most ${MOST_DESIGNS} become designs of their own at once`);
    const designs: { row: string; id: string; revision: number; name: string }[] = [];
    const left: LeftRow[] = [];
    const told = this.telling(id, rows.length);
    for await (const made of told(this.designsOf(series, layout, rows, true, signal))) {
      const why = stopsIn(made.troubles);
      if (why.length) {
        left.push({ row: made.row, name: made.name, why });
        continue;
      }
      const stored = await this.designs.create(made.text!);
      designs.push({ row: made.row, id: stored.id, revision: stored.revision, name: made.name });
    }
    return { designs, left };
  }

  /**
   * Brings designs that follow their rows up to date: those that nobody has changed since. One that was changed by hand, or
   * is gone, stays as it is and is told.
   */
  async follow(
    id: string,
    asked: readonly FollowingDto[],
    signal: AbortSignal,
  ): Promise<{ designs: { row: string; id: string; revision: number }[]; left: LeftRow[] }> {
    const { series, layout } = await this.open(id);
    const rows = chosenRows(
      series,
      asked.map((a) => a.row),
    );
    const byRow = new Map(asked.map((a) => [a.row, a]));
    const designs: { row: string; id: string; revision: number }[] = [];
    const left: LeftRow[] = [];
    for await (const made of this.designsOf(series, layout, rows, true, signal)) {
      const following = byRow.get(made.row)!;
      const tell = (why: string[]) => left.push({ row: made.row, name: made.name, why });
      const stops = stopsIn(made.troubles);
      if (stops.length) {
        tell(stops);
        continue;
      }
      try {
        const now = await this.designs.entry(following.id);
        if (now.revision !== following.revision) {
          tell(['Its design was changed by hand since: it stays as it is.']);
          continue;
        }
        const { revision } = await this.designs.save(following.id, following.revision, made.text!, true);
        designs.push({ row: made.row, id: following.id, revision });
      } catch (error) {
        if (!(error instanceof HttpException)) throw error;
        tell([error instanceof NotFoundException ? 'Its design is gone.' : error.message]);
      }
    }
    return { designs, left };
  }

  /** How many rows of a series were laid out of those that are asked for just now; both 0 where none are. */
  standing(id: string): { done: number; all: number } {
    return this.layingOut.get(id) ?? { done: 0, all: 0 };
  }

  /** Rows as they come, counted while they do. */
  private telling(id: string, all: number) {
    const { layingOut } = this;
    const mine = { done: 0, all };
    return async function* (rows: AsyncIterable<MadeRow>): AsyncGenerator<MadeRow> {
      layingOut.set(id, mine);
      try {
        for await (const row of rows) {
          mine.done++;
          yield row;
        }
      } finally {
        // Another may have been asked for meanwhile.
        if (layingOut.get(id) === mine) layingOut.delete(id);
      }
    };
  }

  private read(text: string) {
    const bytes = Buffer.byteLength(text);
    if (bytes > MOST_BYTES)
      throw new DocumentError([
        { field: '', message: `is too long for a series: at most ${MOST_BYTES / 1e6} MB are kept` },
      ]);
    return this.documents.series(text);
  }

  private async open(id: string): Promise<{ series: Series; layout: StoredDesign }> {
    const { document } = await this.row(id);
    const series = readSeries(JSON.parse(document));
    const layout = await this.designs.get(series.layout).catch((error: unknown) => {
      if (!(error instanceof NotFoundException)) throw error;
      const message = 'the design that is its layout is gone: choose another one';
      throw new UnprocessableEntityException({ message, faults: [{ field: 'layout', message }] });
    });
    return { series, layout };
  }

  /** Products that are asked for, or all that the layout is for; refuses one that it is not for. */
  private async specsFor({ head }: StoredDesign, asked: readonly string[] | undefined): Promise<Spec[]> {
    const own = productsOf(head);
    const specs: Spec[] = [];
    for (const [i, id] of (asked ?? own).entries()) {
      if (!own.includes(id)) refuse(`specs[${i}]`, `the layout is not placed on "${id}"`);
      specs.push(await this.specs.get(id));
    }
    if (specs.length === 0) refuse('specs', 'choose one product at least');
    return specs;
  }

  /** Designs of rows, some at once; in their order. */
  private async *designsOf(
    series: Series,
    layout: StoredDesign,
    rows: readonly SeriesRow[],
    texts: boolean,
    signal: AbortSignal,
  ): AsyncGenerator<MadeRow> {
    const place = placeOf(this.options);
    const garments = await this.library.garments();
    const task = { layout: layout.text, place };
    const common = series.places.some((p) => p.kind === 'words' && p.fit.same);
    const sizes = common
      ? await this.pool.seriesSizes({ ...task, series: JSON.stringify(series) }, signal)
      : {};
    for (let i = 0; i < rows.length; i += AT_ONCE) {
      const some = { ...series, rows: rows.slice(i, i + AT_ONCE) };
      const pictures = await this.picturesNamed(wantedBy(series, some.rows).pictures);
      const made = await this.pool.seriesRows(
        { ...task, series: JSON.stringify(some), garments, pictures, sizes, texts },
        signal,
      );
      yield* made;
    }
  }

  /** Pictures of the materials by their names, whatever their case; of several the one that came in last. */
  private async picturesNamed(names: readonly string[]): Promise<[string, FoundPicture | null][]> {
    const found = new Map<string, FoundPicture>();
    if (names.length) {
      const rows = await this.materials.find({
        where: { kind: 'picture', name: In([...names]) },
        order: { createdAt: 'ASC' },
      });
      for (const { name, sha256, width, height, licence } of rows)
        found.set(wantedKey(name), {
          name,
          sha256,
          width,
          height,
          licence: licenceIn(licence) ?? { id: 'unknown' },
        });
    }
    return names.map((n) => [n, found.get(n) ?? null]);
  }

  private async row(id: string): Promise<OwnSeriesRow> {
    const row = await this.rows.findOneBy({ id });
    if (!row) throw new NotFoundException(`There is no series ${id}.`);
    return row;
  }
}

/** Rows by their ids in the order of the table; all that are not left out where none are named. Refuses one that is not there. */
function chosenRows(series: Series, asked: readonly string[] | undefined): SeriesRow[] {
  if (!asked) {
    const rows = series.rows.filter((r) => !r.leftOut);
    if (rows.length === 0) refuse('rows', 'the table has none');
    return rows;
  }
  const known = new Set(series.rows.map((r) => r.id));
  asked.forEach((row, i) => {
    if (!known.has(row)) refuse(`rows[${i}]`, `there is no row "${row}" in this series`);
  });
  const wanted = new Set(asked);
  return series.rows.filter((r) => wanted.has(r.id));
}

const stopsIn = (troubles: readonly Trouble[]): string[] =>
  troubles.filter((t) => t.severity === 'stop').map((t) => t.message);
