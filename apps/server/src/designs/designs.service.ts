import { randomUUID } from 'node:crypto';
import {
  ConflictException,
  Injectable,
  Logger,
  NotFoundException,
  type OnApplicationBootstrap,
} from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { In, IsNull, Not, Repository } from 'typeorm';
import type { DesignHead, DesignSummary } from '@brelm/core/design';
import type { UsedMaterial } from '@brelm/core/listing';
import type { DesignEntry, DesignFigure, VersionEntry } from '@brelm/contract';
import { withMoments } from '../http/answers';
import {
  CommentRow,
  DesignApartRow,
  DesignPreviewRow,
  DesignRow,
  DesignVersionRow,
  SettingRow,
  PresenceRow,
  ProductFileRow,
} from '../database/entities';
import { RawRefusal } from '../http/faults.filter';
import { DocumentsService } from '../workers/documents.service';
import type { ReadDesign } from '../workers/reading';
import { artworkHash, wordingHash } from './hashes';

/** A design as it stands: what lists and plans need of it, and its whole document as JSON. */
export interface StoredDesign {
  id: string;
  revision: number;
  updatedAt: Date;
  head: DesignHead;
  text: string;
}

/** What is kept beside a document, so that lists need not read it. */
const columnsOf = ({ head, text, summary, words, used }: ReadDesign) => ({
  ...{ summary: JSON.stringify(summary), words, used: JSON.stringify(used) },
  ...{ artwork: artworkHash(text), wording: wordingHash(head.wording) },
});

/** What the column of a revision holds at the most. */
const MOST_REVISION = 2_147_483_647;

/** A design as it is sent: its document is JSON already. */
export const designJson = ({ id, revision, updatedAt, text }: StoredDesign): string =>
  `${JSON.stringify({ id, revision, updatedAt }).slice(0, -1)},"document":${text}}`;

/** Names that are told at once: more than a shop has. */
const MOST_NAMES = 20_000;

@Injectable()
export class DesignsService implements OnApplicationBootstrap {
  private readonly log = new Logger('Designs');

  constructor(
    @InjectRepository(DesignRow) private readonly designs: Repository<DesignRow>,
    @InjectRepository(DesignVersionRow) private readonly versions: Repository<DesignVersionRow>,
    private readonly documents: DocumentsService,
  ) {}

  private async entryOf(row: DesignRow): Promise<DesignEntry> {
    const { id, name, revision, updatedAt } = row;
    const summary = row.summary ?? (await this.summarise(id, revision));
    return {
      ...(JSON.parse(summary) as DesignSummary),
      ...withMoments({ id, name, revision, updatedAt }),
      archived: row.archivedAt !== null,
    };
  }

  /** Names of designs, archived ones included, by id. */
  async names(ids: readonly string[]): Promise<Map<string, string>> {
    if (ids.length === 0) return new Map();
    const rows = await this.designs.find({ where: { id: In([...ids]) }, select: { id: true, name: true } });
    return new Map(rows.map((r) => [r.id, r.name]));
  }

  /** What it takes to show designs small, archived ones included, by id. */
  async figures(ids: readonly string[]): Promise<Map<string, DesignFigure>> {
    if (ids.length === 0) return new Map();
    const rows = await this.designs.find({
      where: { id: In([...new Set(ids)]) },
      select: { id: true, name: true, revision: true, summary: true },
    });
    const made = rows.map(async ({ id, name, revision, summary }): Promise<[string, DesignFigure]> => {
      const { backdrop } = JSON.parse(summary ?? (await this.summarise(id, revision))) as DesignSummary;
      return [id, { id, name, revision, backdrop }];
    });
    return new Map(await Promise.all(made));
  }

  /** A design as a list shows it: its document is not read. */
  async entry(id: string): Promise<DesignEntry> {
    const row = await this.designs.findOne({
      where: { id },
      select: { id: true, name: true, revision: true, updatedAt: true, archivedAt: true, summary: true },
    });
    if (!row) throw new NotFoundException(`There is no design ${id}.`);
    return this.entryOf(row);
  }

  /** Makes the summary of a design that was stored before there were any. */
  async summarise(id: string, revision: number): Promise<string> {
    const { document } = await this.row(id);
    const made = columnsOf(await this.documents.design(document));
    await this.designs.update({ id, revision }, made);
    return made.summary;
  }

  /** Makes what older designs lack, so that a search finds them, too. */
  async summariseAll(): Promise<void> {
    const rows = await this.designs.find({
      where: [{ summary: IsNull() }, { artwork: IsNull() }, { used: IsNull() }],
      select: { id: true, revision: true },
    });
    for (const { id, revision } of rows) await this.summarise(id, revision);
  }

  onApplicationBootstrap(): void {
    void this.summariseAll().catch((error: Error) =>
      this.log.warn(`older designs are found once they are listed: ${error.message}`),
    );
  }

  /** Names of the designs on the shelf that each typeface, or each picture, is used in. */
  async usedIn(what: 'faces' | 'pictures'): Promise<Record<string, string[]>> {
    const rows = await this.designs.find({
      where: { archivedAt: IsNull(), summary: Not(IsNull()) },
      select: { name: true, summary: true },
      order: { name: 'ASC' },
    });
    const used: Record<string, string[]> = {};
    for (const { name, summary } of rows)
      for (const id of (JSON.parse(summary!) as DesignSummary)[what] ?? []) (used[id] ??= []).push(name);
    return used;
  }

  /** What each design on the shelf uses that somebody has a right to. */
  async allUsed(): Promise<{ id: string; name: string; used: UsedMaterial[] }[]> {
    const rows = await this.designs.find({
      where: { archivedAt: IsNull(), used: Not(IsNull()) },
      select: { id: true, name: true, used: true },
      order: { name: 'ASC' },
    });
    return rows.map(({ id, name, used }) => ({ id, name, used: JSON.parse(used!) as UsedMaterial[] }));
  }

  /** How many designs there are that are not archived. */
  count(): Promise<number> {
    return this.designs.countBy({ archivedAt: IsNull() });
  }

  /** Names of all designs that are not archived, those that were changed last first. */
  async allNames(): Promise<string[]> {
    const rows = await this.designs.find({
      where: { archivedAt: IsNull() },
      select: { name: true },
      order: { updatedAt: 'DESC' },
      take: MOST_NAMES,
    });
    return rows.map((r) => r.name).filter(Boolean);
  }

  /** What all designs that are not archived are called. */
  async titles(): Promise<{ id: string; name: string }[]> {
    const rows = await this.designs.find({
      where: { archivedAt: IsNull() },
      select: { id: true, name: true },
    });
    return rows.map(({ id, name }) => ({ id, name }));
  }

  /** A design with what formats since it was stored have added. */
  async get(id: string): Promise<StoredDesign> {
    return this.toStored(await this.row(id));
  }

  private async toStored({ id, revision, updatedAt, document }: DesignRow): Promise<StoredDesign> {
    const { head, text } = await this.documents.design(document);
    return { id, revision, updatedAt, head, text };
  }

  /**
   * Stores a new design; together with a `mark` in the settings, where one is given, that it was. Throws a
   * DocumentError for a document that is no design.
   */
  async create(document: string, name?: string, mark?: string): Promise<StoredDesign> {
    const read = await this.documents.design(document, name);
    const { head, text } = read;
    const now = new Date();
    const id = randomUUID();
    const row = {
      id,
      name: head.name,
      revision: 1,
      document: text,
      createdAt: now,
      updatedAt: now,
      archivedAt: null,
      ...columnsOf(read),
    };
    await this.designs.manager.transaction(async (db) => {
      await db.insert(DesignRow, row);
      if (mark !== undefined) await db.insert(SettingRow, { name: mark, value: id });
    });
    return { id, revision: 1, updatedAt: now, head, text };
  }

  /**
   * Replaces a design if it is still at the revision that the save is based on. A stale save is
   * kept aside as a version and refused with 409 and the current revision.
   */
  async save(id: string, revision: number, document: string, keepReplaced = false): Promise<StoredDesign> {
    const read = await this.documents.design(document);
    const { head, text } = read;
    const before = keepReplaced ? await this.row(id) : null;
    if (before?.revision === revision) await this.keepVersion(id, revision, 'replaced', before.document);
    const updatedAt = new Date();
    // A revision that no design can have is stale like any other: the save is kept, not lost.
    const base = Math.min(revision, MOST_REVISION);
    const changed = await this.designs
      .createQueryBuilder()
      .update()
      .set({
        name: head.name,
        document: text,
        ...columnsOf(read),
        revision: () => 'revision + 1',
        updatedAt,
      })
      .where({ id, revision: base })
      .execute();
    if (changed.affected) return { id, revision: base + 1, updatedAt, head, text };
    const row = await this.row(id);
    const kept = await this.keepVersion(id, base, 'refused', text);
    const refused = {
      message: `This design was changed elsewhere since revision ${revision}. Both versions are kept.`,
      keptVersion: kept,
    };
    const current = designJson(await this.toStored(row));
    throw new RawRefusal(
      409,
      refused.message,
      `${JSON.stringify(refused).slice(0, -1)},"current":${current}}`,
    );
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
  async keptVersions(id: string): Promise<VersionEntry[]> {
    await this.row(id);
    const rows = await this.versions.find({
      select: { id: true, revision: true, kind: true, name: true, createdAt: true },
      where: { designId: id },
      order: { id: 'DESC' },
    });
    return rows.map((row) => withMoments(row));
  }

  /** One kept version with its document, as JSON. */
  async version(designId: string, id: number): Promise<string> {
    const { document, revision, kind, name, createdAt } = await this.versionRow(designId, id);
    const { text } = await this.documents.design(document);
    return `${JSON.stringify({ id, revision, kind, name, createdAt }).slice(0, -1)},"document":${text}}`;
  }

  /** Keeps a state of a design under a name. Throws a DocumentError for a document that is no design. */
  async nameVersion(designId: string, name: string, document: string): Promise<VersionEntry> {
    const { text } = await this.documents.design(document);
    const { revision } = await this.row(designId);
    const id = await this.keepVersion(designId, revision, 'named', text, name);
    const { kind, createdAt } = await this.versionRow(designId, id);
    return withMoments({ id, revision, kind, name, createdAt });
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
    const row = await this.row(id);
    return this.create(row.document, name ?? `${row.name} copy`.slice(0, 300));
  }

  /**
   * Deletes a design for good, with its versions; only from the archive: 409. Files that were made of it stay
   * with their runs.
   */
  async remove(id: string): Promise<void> {
    await this.designs.manager.transaction(async (db) => {
      const { affected } = await db.delete(DesignRow, { id, archivedAt: Not(IsNull()) });
      if (affected) {
        await db.delete(DesignVersionRow, { designId: id });
        await db.delete(DesignPreviewRow, { designId: id });
        await db.delete(CommentRow, { designId: id });
        await db.delete(PresenceRow, { designId: id });
        await db.delete(ProductFileRow, { designId: id });
        await db.delete(DesignApartRow, { first: id });
        await db.delete(DesignApartRow, { second: id });
        return;
      }
      if (await db.existsBy(DesignRow, { id }))
        throw new ConflictException('This design is on the shelf. Archive it first, then delete it.');
      throw new NotFoundException(`There is no design ${id}.`);
    });
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
