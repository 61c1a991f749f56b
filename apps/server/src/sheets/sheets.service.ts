import { randomUUID } from 'node:crypto';
import {
  ConflictException,
  Inject,
  Injectable,
  NotFoundException,
  UnprocessableEntityException,
} from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { IsNull, Not, Repository } from 'typeorm';
import { DocumentError } from '@brelm/core/fields';
import { readSheet, sheetDocument, type Sheet } from '@brelm/core/sheet';
import type { SheetEntry, StoredSheet } from '@brelm/contract';
import { withMoments } from '../http/answers';
import { SheetRow } from '../database/entities';
import { DesignsService } from '../designs/designs.service';
import type { SheetFileKind } from '@brelm/engine';
import { OPTIONS, type ShopOptions, placeOf } from '../options';
import { SpecsService } from '../specs/specs.service';
import { PoolService } from '../workers/pool.service';
import { parsedJson } from '../workers/reading';

/** More is none: so many stickers and places need not be, characters. */
const MOST_TEXT = 1_000_000;

/** So many of its designs are shown beside a sheet's name. */
const MOST_SHOWN = 3;

/** Reads a sheet's JSON. Throws a DocumentError. */
function sheetOf(text: string): Sheet {
  if (text.length > MOST_TEXT)
    throw new DocumentError([
      { field: '', message: `is too long for a sheet: at most ${MOST_TEXT} characters are read` },
    ]);
  return readSheet(parsedJson(text));
}

const storedOf = ({ id, revision, updatedAt, document }: SheetRow): StoredSheet => ({
  ...withMoments({ id, revision, updatedAt }),
  document: readSheet(JSON.parse(document)),
});

/** Sheets of stickers. They hold places and ids alone: what is on them stays the designs' own. */
@Injectable()
export class SheetsService {
  constructor(
    @InjectRepository(SheetRow) private readonly rows: Repository<SheetRow>,
    private readonly designs: DesignsService,
    private readonly specs: SpecsService,
    private readonly pool: PoolService,
    @Inject(OPTIONS) private readonly options: ShopOptions,
  ) {}

  async list(
    archived: boolean,
    from: number,
    count: number,
  ): Promise<{ total: number; sheets: SheetEntry[] }> {
    const [rows, total] = await this.rows.findAndCount({
      where: { archivedAt: archived ? Not(IsNull()) : IsNull() },
      order: { updatedAt: 'DESC', id: 'ASC' },
      ...{ skip: from, take: count },
    });
    const stored = rows.map((row) => ({ row, ...storedOf(row).document }));
    const first = (stickers: readonly { design: string }[]) =>
      [...new Set(stickers.map((s) => s.design))].slice(0, MOST_SHOWN);
    const figures = await this.designs.figures(stored.flatMap((s) => first(s.stickers)));
    const sheets = stored.map(({ row, name, width, height, placed, stickers }): SheetEntry => ({
      ...withMoments({ id: row.id, updatedAt: row.updatedAt }),
      ...{ name, width, height, placed: placed.length },
      designs: [...new Set(stickers.map((s) => s.name))],
      figures: first(stickers).flatMap((design) => figures.get(design) ?? []),
    }));
    return { total, sheets };
  }

  async get(id: string): Promise<StoredSheet> {
    return storedOf(await this.row(id));
  }

  /** Throws a DocumentError for what is no sheet. */
  async create(text: string): Promise<StoredSheet> {
    const sheet = sheetOf(text);
    const now = new Date();
    const row: SheetRow = {
      ...{ id: randomUUID(), name: sheet.name, revision: 1, document: sheetDocument(sheet) },
      ...{ createdAt: now, updatedAt: now, archivedAt: null },
    };
    await this.rows.insert(row);
    return storedOf(row);
  }

  /** Replaces a sheet if it is still at the revision that the save is based on: 409 with what it is now otherwise. */
  async save(id: string, revision: number, text: string): Promise<StoredSheet> {
    const sheet = sheetOf(text);
    const updatedAt = new Date();
    const { affected } = await this.rows
      .createQueryBuilder()
      .update()
      .set({ name: sheet.name, document: sheetDocument(sheet), revision: () => 'revision + 1', updatedAt })
      .where({ id, revision })
      .execute();
    if (affected) return { ...withMoments({ id, revision: revision + 1, updatedAt }), document: sheet };
    const current = storedOf(await this.row(id));
    throw new ConflictException({
      message: `This sheet was changed elsewhere since revision ${revision}.`,
      current,
    });
  }

  async archive(id: string, archived: boolean): Promise<void> {
    await this.row(id);
    await this.rows.update({ id }, { archivedAt: archived ? new Date() : null });
  }

  /** Deletes a sheet for good; only one that was put away: 409. */
  async remove(id: string): Promise<void> {
    const { affected } = await this.rows.delete({ id, archivedAt: Not(IsNull()) });
    if (affected) return;
    await this.row(id);
    throw new ConflictException('This sheet is in use. Put it away first, then delete it.');
  }

  /** A sheet as a file, of its designs as they are now. Throws 422 where something is wrong with it that is not accepted. */
  async file(
    id: string,
    format: SheetFileKind,
    acceptStops: boolean,
    signal: AbortSignal,
  ): Promise<{ name: string; bytes: Uint8Array }> {
    const { document } = storedOf(await this.row(id));
    const ids = [...new Set(document.stickers.map((s) => s.design))];
    const designs: { id: string; text: string }[] = [];
    for (const design of ids) {
      // One that is gone is told by the sheet's own findings.
      const found = await this.designs.get(design).catch((error: unknown) => {
        if (error instanceof NotFoundException) return null;
        throw error;
      });
      if (found) designs.push({ id: design, text: found.text });
    }
    const spec = document.spec === null ? null : await this.specs.get(document.spec).catch(() => null);
    const borderMm = spec?.sticker?.borderMm ?? 0;
    const place = placeOf(this.options);
    const { bytes, findings } = await this.pool.sheetFile(
      { text: sheetDocument(document), designs, format, borderMm, acceptStops, place },
      signal,
    );
    if (!bytes)
      throw new UnprocessableEntityException({
        message: findings
          .filter((f) => f.severity === 'stop')
          .map((f) => f.message)
          .join(' '),
        findings,
      });
    return { name: document.name, bytes };
  }

  private async row(id: string): Promise<SheetRow> {
    const row = await this.rows.findOneBy({ id });
    if (!row) throw new NotFoundException(`There is no sheet ${id}.`);
    return row;
  }
}
