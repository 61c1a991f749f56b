import { ConflictException, Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { IsNull, Like, type EntityManager, Repository } from 'typeorm';
import { storedDocument } from '@brelm/core/design';
import { DocumentError } from '@brelm/core/fields';
import { readSpec, specDifferences, type Spec } from '@brelm/core/spec';
import type { AffectedDesign, AffectedRun, SpecBrought, SpecState, StoredSpec } from '@brelm/contract';
import { withMoments } from '../http/answers';
import { DesignRow, RunFileRow, SpecRow, SpecVersionRow } from '../database/entities';
import { whileTwins } from '../database/at-once';
import { DocumentsService } from '../workers/documents.service';

const toStored = (row: SpecRow): StoredSpec => ({
  revision: row.revision,
  own: Boolean(row.own),
  document: readSpec(JSON.parse(row.document)),
});

const changedMeanwhile = (revision: number) =>
  new ConflictException(
    `This spec was changed meanwhile: it is at revision ${revision}. Look at it again, then change it.`,
  );

/** Puts a spec in the place of the state that was read just now; refused where another took it meanwhile. */
async function put(db: EntityManager, spec: Spec, known: SpecRow | null): Promise<StoredSpec> {
  const document = JSON.stringify(spec);
  if (!known) {
    const row = { id: spec.id, document, revision: 1, own: true, archivedAt: null };
    await db.insert(SpecRow, row);
    return toStored(row);
  }
  if (!known.archivedAt && JSON.stringify(readSpec(JSON.parse(known.document))) === document)
    return toStored(known);
  const { id, revision } = known;
  const next = { document, revision: revision + 1, own: true, archivedAt: null };
  const { affected } = await db.update(SpecRow, { id, revision }, next);
  if (!affected) throw changedMeanwhile(revision + 1);
  await db.insert(SpecVersionRow, {
    specId: id,
    revision,
    document: known.document,
    replacedAt: new Date(),
  });
  return toStored({ id, ...next });
}

/** The spec book: kept with every earlier state of it. */
@Injectable()
export class SpecsService {
  constructor(
    @InjectRepository(SpecRow) private readonly rows: Repository<SpecRow>,
    @InjectRepository(SpecVersionRow) private readonly versions: Repository<SpecVersionRow>,
    @InjectRepository(DesignRow) private readonly designs: Repository<DesignRow>,
    @InjectRepository(RunFileRow) private readonly files: Repository<RunFileRow>,
    private readonly documents: DocumentsService,
  ) {}

  async list(): Promise<Spec[]> {
    return (await this.book()).map((s) => s.document);
  }

  async book(): Promise<StoredSpec[]> {
    const rows = await this.rows.find({ where: { archivedAt: IsNull() }, order: { id: 'ASC' } });
    return rows.map(toStored);
  }

  /** A spec; also one that was taken out of the book, since designs may still be made for it. */
  async get(id: string): Promise<Spec> {
    return (await this.stored(id)).document;
  }

  async stored(id: string): Promise<StoredSpec> {
    const row = await this.rows.findOneBy({ id });
    if (row) return toStored(row);
    const ids = (await this.list()).map((s) => s.id).join(', ');
    throw new NotFoundException({
      message: `There is no spec "${id}". There are: ${ids}`,
      faults: [{ field: 'spec', message: `there is no spec "${id}"` }],
    });
  }

  /** Adds a spec of the seller's own. Throws a DocumentError by field; refuses an id that is taken. */
  async add(document: string): Promise<StoredSpec> {
    const spec = await this.documents.spec(document);
    return whileTwins(() =>
      this.rows.manager.transaction(async (db) => {
        const known = await db.findOneBy(SpecRow, { id: spec.id });
        if (known && !known.archivedAt)
          throw new DocumentError([
            { field: 'id', message: `"${spec.id}" is in the book already: choose another` },
          ]);
        return put(db, spec, known);
      }),
    );
  }

  /** Changes a spec; refused when it was changed meanwhile. */
  async change(id: string, document: string, revision: number | undefined): Promise<StoredSpec> {
    const spec = await this.documents.spec(document);
    if (spec.id !== id)
      throw new DocumentError([
        { field: 'id', message: 'stays what it is: designs refer to it; copy the spec instead' },
      ]);
    return this.rows.manager.transaction(async (db) => {
      const row = await db.findOneBy(SpecRow, { id });
      if (!row) throw new NotFoundException(`There is no spec "${id}".`);
      if (revision !== undefined && revision !== row.revision) throw changedMeanwhile(row.revision);
      return put(db, spec, row);
    });
  }

  /** Takes a spec out of the book; its designs keep what they have. */
  async archive(id: string): Promise<void> {
    await this.stored(id);
    await this.rows.update(id, { archivedAt: new Date(), own: true });
  }

  async history(id: string): Promise<SpecState[]> {
    const now = await this.stored(id);
    const old = await this.versions.find({ where: { specId: id }, order: { revision: 'DESC' } });
    return [
      { revision: now.revision, replacedAt: null, document: now.document },
      ...old.map((v) => ({
        ...withMoments({ revision: v.revision, replacedAt: v.replacedAt }),
        document: readSpec(JSON.parse(v.document)),
      })),
    ];
  }

  /** Designs that are made for a product, and what they were made for that is not so any more. */
  async affected(id: string): Promise<AffectedDesign[]> {
    const history = await this.history(id);
    const now = history[0].document;
    const rows = await this.designs.find({
      where: { archivedAt: IsNull(), document: Like(`%"${id}"%`) },
      order: { name: 'ASC' },
    });
    return rows.flatMap((row): AffectedDesign[] => {
      const design = storedDocument(JSON.parse(row.document));
      const placed = (design.placements ?? []).some((p) => p.spec === id);
      const boards = design.sides.flatMap((s) => (s.board.spec === id ? [s.board] : []));
      if (boards.length === 0 && !placed) return [];
      // What the design was last saved under: the state that had not been replaced yet.
      const then = [...history]
        .reverse()
        .find((v) => v.replacedAt === null || v.replacedAt > row.updatedAt.toISOString())!;
      const differences = specDifferences(then.document, now).filter((d) => d.matters);
      const before = differences.length;
      for (const { side: of, width, height } of boards) {
        const side = now.sides.find((s) => s.id === of);
        if (before === 0 && side && (width !== side.widthPx || height !== side.heightPx))
          differences.push({
            side: side.name,
            what: `the design's board is ${width} × ${height} px, the spec asks for ${side.widthPx} × ${side.heightPx}`,
            matters: true,
          });
      }
      return [{ designId: row.id, name: row.name, differences }];
    });
  }

  /** Runs whose files, still kept, were made for a state of a product that does not hold any more. */
  async affectedRuns(id: string): Promise<AffectedRun[]> {
    const now = await this.get(id);
    const rows = await this.files
      .createQueryBuilder('f')
      .innerJoin('runs', 'r', 'r.id = f.run_id')
      .select('r.id', 'runId')
      .addSelect('r.title', 'title')
      .addSelect('r.created_at', 'createdAt')
      // Every file of a run was made for the same state of a product.
      .addSelect('MIN(f.job)', 'job')
      .where("f.state = 'done' AND r.cleaned = 0 AND JSON_VALUE(f.job, '$.spec.id') = :id", { id })
      .groupBy('r.id')
      .orderBy('r.created_at', 'DESC')
      .getRawMany<{ runId: string; title: string; createdAt: Date; job: string }>();
    return rows.flatMap(({ job, ...run }): AffectedRun[] => {
      const then = readSpec((JSON.parse(job) as { spec: unknown }).spec);
      const differences = specDifferences(then, now).filter((d) => d.matters);
      return differences.length ? [{ ...withMoments(run), differences }] : [];
    });
  }

  /** What a spec file brings, and brings it in unless it is only looked at. Throws a SpecFileError. */
  async bringIn(bytes: Uint8Array, look: boolean): Promise<SpecBrought[]> {
    const specs = await this.documents.specFile(bytes);
    return whileTwins(() => this.rows.manager.transaction((db) => this.bringAll(db, specs, look)));
  }

  private async bringAll(db: EntityManager, specs: readonly Spec[], look: boolean): Promise<SpecBrought[]> {
    const out: SpecBrought[] = [];
    for (const spec of specs) {
      const known = await db.findOneBy(SpecRow, { id: spec.id });
      if (!known || known.archivedAt) out.push({ id: spec.id, kind: 'new', differences: [] });
      else {
        const before = readSpec(JSON.parse(known.document));
        const same = JSON.stringify(before) === JSON.stringify(spec);
        out.push({
          id: spec.id,
          kind: same ? 'same' : 'changed',
          differences: same ? [] : specDifferences(before, spec),
        });
      }
      if (!look) await put(db, spec, known);
    }
    return out;
  }

  /** Adds what ships with the application, and renews it where the seller has not changed it. */
  async putShipped(specs: readonly Spec[]): Promise<void> {
    const known = new Map((await this.rows.find()).map((r) => [r.id, r]));
    const fresh = specs.filter((s) => !known.get(s.id)?.own);
    await this.rows.save(
      fresh.map((s) => ({
        id: s.id,
        document: JSON.stringify(s),
        revision: known.get(s.id)?.revision ?? 1,
        own: false,
        archivedAt: null,
      })),
    );
  }
}
