import { randomUUID } from 'node:crypto';
import { ConflictException, Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { IsNull, Not, Repository } from 'typeorm';
import { readDesign, type Design } from '@brelm/core/design';
import { DesignRow, DesignVersionRow } from '../database/entities';

export interface StoredDesign {
  id: string;
  revision: number;
  updatedAt: Date;
  document: Design;
}

export type VersionSummary = Pick<DesignVersionRow, 'id' | 'revision' | 'kind' | 'name' | 'createdAt'>;

export interface DesignSummary {
  id: string;
  name: string;
  revision: number;
  updatedAt: Date;
  archived: boolean;
  document: Design;
}

/** A stored document, with what formats since then have added. */
const readStored = (document: string): Design => readDesign(JSON.parse(document));

const toStored = (row: DesignRow): StoredDesign => ({
  id: row.id,
  revision: row.revision,
  updatedAt: row.updatedAt,
  document: readStored(row.document),
});

@Injectable()
export class DesignsService {
  constructor(
    @InjectRepository(DesignRow) private readonly designs: Repository<DesignRow>,
    @InjectRepository(DesignVersionRow) private readonly versions: Repository<DesignVersionRow>,
  ) {}

  /** Newest first. */
  async list(archived: boolean): Promise<DesignSummary[]> {
    const rows = await this.designs.find({
      where: { archivedAt: archived ? Not(IsNull()) : IsNull() },
      order: { updatedAt: 'DESC', id: 'ASC' },
    });
    return rows.map((row) => ({ ...toStored(row), name: row.name, archived: row.archivedAt !== null }));
  }

  async get(id: string): Promise<StoredDesign> {
    return toStored(await this.row(id));
  }

  /** Stores a new design. Throws a DocumentError for a document that is no design. */
  async create(document: unknown): Promise<StoredDesign> {
    const design = readDesign(document);
    const now = new Date();
    const row = await this.designs.save({
      id: randomUUID(),
      name: design.name,
      revision: 1,
      document: JSON.stringify(design),
      createdAt: now,
      updatedAt: now,
      archivedAt: null,
    });
    return toStored(row);
  }

  /**
   * Replaces a design if it is still at the revision that the save is based on. A stale save is
   * kept aside as a version and refused with 409 and the current revision.
   */
  async save(id: string, revision: number, document: unknown, keepReplaced = false): Promise<StoredDesign> {
    const design = readDesign(document);
    const before = keepReplaced ? await this.row(id) : null;
    if (before?.revision === revision) await this.keepVersion(id, revision, 'replaced', before.document);
    const changed = await this.designs
      .createQueryBuilder()
      .update()
      .set({
        name: design.name,
        document: JSON.stringify(design),
        revision: () => 'revision + 1',
        updatedAt: new Date(),
      })
      .where({ id, revision })
      .execute();
    const row = await this.row(id);
    if (changed.affected) return toStored(row);
    const kept = await this.keepVersion(id, revision, 'refused', JSON.stringify(design));
    throw new ConflictException({
      message: `This design was changed elsewhere since revision ${revision}. Both versions are kept.`,
      current: toStored(row),
      keptVersion: kept,
    });
  }

  private async keepVersion(
    designId: string,
    revision: number,
    kind: DesignVersionRow['kind'],
    document: string,
    name = '',
  ): Promise<number> {
    const last = await this.versions.findOne({ where: { designId, kind }, order: { id: 'DESC' } });
    // A tab that tries the same save again does not pile up copies.
    if (last?.document === document && last.name === name) return last.id;
    const row = { designId, revision, kind, name, document, createdAt: new Date() };
    return (await this.versions.save(row)).id;
  }

  /** Versions that were kept aside, newest first, without their documents. */
  async keptVersions(id: string): Promise<VersionSummary[]> {
    await this.row(id);
    return this.versions.find({
      select: { id: true, revision: true, kind: true, name: true, createdAt: true },
      where: { designId: id },
      order: { id: 'DESC' },
    });
  }

  /** One kept version with its document. */
  async version(designId: string, id: number): Promise<VersionSummary & { document: Design }> {
    const { document, revision, kind, name, createdAt } = await this.versionRow(designId, id);
    return { id, revision, kind, name, createdAt, document: readStored(document) };
  }

  /** Keeps a state of a design under a name. Throws a DocumentError for a document that is no design. */
  async nameVersion(designId: string, name: string, document: unknown): Promise<VersionSummary> {
    const design = JSON.stringify(readDesign(document));
    const { revision } = await this.row(designId);
    const id = await this.keepVersion(designId, revision, 'named', design, name);
    const { document: _document, ...kept } = await this.version(designId, id);
    return kept;
  }

  /** Drops a named version. Those that were kept so that nothing is lost stay: 409. */
  async dropVersion(designId: string, id: number): Promise<void> {
    const row = await this.versionRow(designId, id);
    if (row.kind !== 'named')
      throw new ConflictException('This version was kept so that nothing is lost: it cannot be dropped.');
    await this.versions.delete({ id });
  }

  private async versionRow(designId: string, id: number): Promise<DesignVersionRow> {
    const row = await this.versions.findOneBy({ designId, id });
    if (!row) throw new NotFoundException(`There is no version ${id} of this design.`);
    return row;
  }

  async duplicate(id: string, name?: string): Promise<StoredDesign> {
    const { document } = await this.get(id);
    return this.create({ ...document, name: name ?? `${document.name} copy`.slice(0, 300) });
  }

  /** Takes a design off the shelf, or puts it back. Nothing is deleted. */
  async archive(id: string, archived: boolean): Promise<void> {
    await this.row(id);
    await this.designs.update(id, { archivedAt: archived ? new Date() : null });
  }

  private async row(id: string): Promise<DesignRow> {
    const row = await this.designs.findOneBy({ id });
    if (!row) throw new NotFoundException(`There is no design ${id}.`);
    return row;
  }
}
