import { ConflictException, Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { Like, Repository } from 'typeorm';
import type { Garment } from '@brelm/core/colour';
import {
  documentOf,
  freshSlug,
  readDesign,
  storedDocument,
  type Design,
  type NamedColour,
} from '@brelm/core/design';
import { DocumentError } from '@brelm/core/fields';
import { garmentId, readGarment } from '@brelm/core/spec';
import type { Palette, Starter } from '@brelm/contract';
import { DesignRow, GarmentRow, PaletteRow, SettingRow, StarterRow } from '../database/entities';
import { whileTwins } from '../database/at-once';
import { DocumentsService } from '../workers/documents.service';

/** Designs that may hold an id, of which so many are looked at: one that does is enough. */
const MOST_LOOKED_AT = 50;

const toPalette = ({ id, name, colours }: PaletteRow): Palette => ({
  id,
  name,
  colours: JSON.parse(colours) as NamedColour[],
});

const toStarter = ({ id, own, document }: StarterRow): Starter => ({
  id,
  own: Boolean(own),
  document: documentOf(readDesign(JSON.parse(document))),
});

/** The garment colours, the palettes and the starters. */
@Injectable()
export class LibraryService {
  constructor(
    @InjectRepository(GarmentRow) private readonly garmentRows: Repository<GarmentRow>,
    @InjectRepository(StarterRow) private readonly starterRows: Repository<StarterRow>,
    @InjectRepository(PaletteRow) private readonly paletteRows: Repository<PaletteRow>,
    @InjectRepository(DesignRow) private readonly designRows: Repository<DesignRow>,
    @InjectRepository(SettingRow) private readonly settings: Repository<SettingRow>,
    private readonly documents: DocumentsService,
  ) {}

  async garments(): Promise<Garment[]> {
    const rows = await this.garmentRows.find({ order: { position: 'ASC' } });
    return rows.map((row) => JSON.parse(row.document) as Garment);
  }

  /** Adds a garment colour of the seller's own. Throws a DocumentError that names the field. */
  async addGarment(given: Record<string, unknown>): Promise<Garment> {
    return whileTwins(async () => {
      const all = await this.garments();
      const id = garmentId(typeof given.name === 'string' ? given.name : '', new Set(all.map((g) => g.id)));
      const garment = readGarment({ ...given, id, own: true });
      await this.putGarments([garment], all.length);
      return garment;
    });
  }

  /** Adds the garment colours of a CSV file: all of them, or none. */
  async addGarmentsCsv(csv: string): Promise<Garment[]> {
    return whileTwins(async () => {
      const all = await this.garments();
      const garments = await this.documents.garments(
        csv,
        all.map((g) => g.id),
      );
      await this.putGarments(garments, all.length);
      return garments;
    });
  }

  async changeGarment(id: string, given: Record<string, unknown>): Promise<Garment> {
    const row = await this.ownGarment(id);
    const garment = readGarment({ ...given, id, own: true });
    await this.garmentRows.update(id, { document: JSON.stringify(garment), position: row.position });
    return garment;
  }

  /** Removes a garment colour of the seller's own; refused while designs are judged or sold on it. */
  async removeGarment(id: string): Promise<void> {
    await this.ownGarment(id);
    const designs = await this.designRows.find({
      select: { id: true, name: true, document: true },
      where: { document: Like(`%"${id}"%`) },
      take: MOST_LOOKED_AT,
    });
    const users = designs.filter((row) => {
      const { backdrop, garments, colourways } = storedDocument(JSON.parse(row.document));
      return backdrop === id || garments.includes(id) || colourways.some((c) => c.garments.includes(id));
    });
    if (users.length)
      throw new ConflictException(
        `This colour is used by ${users
          .slice(0, 3)
          .map((u) => `“${u.name}”`)
          .join(', ')}${users.length > 3 ? ` and ${users.length - 3} more` : ''}: take it out there first.`,
      );
    await this.garmentRows.delete(id);
  }

  private async ownGarment(id: string): Promise<GarmentRow> {
    const row = await this.garmentRows.findOneBy({ id });
    if (!row) throw new NotFoundException(`There is no garment colour ${id}.`);
    if (!(JSON.parse(row.document) as Garment).own)
      throw new DocumentError([
        { field: 'id', message: 'came with the library: make one of your own instead' },
      ]);
    return row;
  }

  private async putGarments(garments: readonly Garment[], from: number): Promise<void> {
    await this.garmentRows.insert(
      garments.map((g, i) => ({ id: g.id, position: from + i, document: JSON.stringify(g) })),
    );
  }

  async palettes(): Promise<Palette[]> {
    const rows = await this.paletteRows.find({ order: { name: 'ASC', id: 'ASC' } });
    return rows.map(toPalette);
  }

  async addPalette(name: string, colours: readonly NamedColour[]): Promise<Palette> {
    const kept = colours.map((c) => ({ name: c.name, value: c.value.toLowerCase() }));
    return toPalette(await this.paletteRows.save({ name, colours: JSON.stringify(kept) }));
  }

  async removePalette(id: number): Promise<void> {
    const { affected } = await this.paletteRows.delete({ id });
    if (!affected) throw new NotFoundException(`There is no palette ${id}.`);
  }

  /** Starters that came with the application first, then the seller's own. */
  async starters(): Promise<Starter[]> {
    const rows = await this.starterRows.find({ order: { own: 'ASC', position: 'ASC', id: 'ASC' } });
    return rows.map(toStarter);
  }

  /** Keeps a design as a starter of the seller's own. Throws a DocumentError for what is no design. */
  async addStarter(document: string): Promise<Starter> {
    const { head, text } = await this.documents.design(document);
    return whileTwins(() => this.putStarter(head.name, text));
  }

  private async putStarter(name: string, document: string): Promise<Starter> {
    const taken = new Set((await this.starterRows.find({ select: { id: true } })).map((r) => r.id));
    // An own starter never has an id that one of a later Brelm could have.
    const id = freshSlug(`own ${name}`, taken, 'own');
    const row = { id, position: taken.size, own: true, document };
    await this.starterRows.insert(row);
    return toStarter(row);
  }

  async removeStarter(id: string): Promise<void> {
    const row = await this.starterRows.findOneBy({ id });
    if (!row) throw new NotFoundException(`There is no starter ${id}.`);
    if (!row.own)
      throw new ConflictException('This starter came with the application: it cannot be removed.');
    await this.starterRows.delete({ id });
  }

  async shop(): Promise<{ name: string | null }> {
    return { name: (await this.settings.findOneBy({ name: 'shop' }))?.value ?? null };
  }

  async nameShop(name: string): Promise<void> {
    await this.settings.save({ name: 'shop', value: name });
  }

  /** Adds what ships with the application; what is there already is replaced by the shipped state. */
  async putShipped(
    garments: readonly Garment[],
    starters: readonly { id: string; document: Design }[],
  ): Promise<void> {
    await this.starterRows.save(
      starters.map(({ id, document }, position) => ({
        id,
        position,
        own: false,
        document: JSON.stringify(documentOf(document)),
      })),
    );
    await this.garmentRows.save(
      garments.map((g, position) => ({ id: g.id, position, document: JSON.stringify(g) })),
    );
  }
}
