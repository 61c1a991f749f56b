import { Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { Repository } from 'typeorm';
import type { Garment } from '@brelm/core/colour';
import type { Spec } from '@brelm/core/spec';
import { GarmentRow, SettingRow, SpecRow } from '../database/entities';

/** The spec book and the garment colours. */
@Injectable()
export class LibraryService {
  constructor(
    @InjectRepository(SpecRow) private readonly specRows: Repository<SpecRow>,
    @InjectRepository(GarmentRow) private readonly garmentRows: Repository<GarmentRow>,
    @InjectRepository(SettingRow) private readonly settings: Repository<SettingRow>,
  ) {}

  async specs(): Promise<Spec[]> {
    const rows = await this.specRows.find({ order: { id: 'ASC' } });
    return rows.map((row) => JSON.parse(row.document) as Spec);
  }

  async spec(id: string): Promise<Spec> {
    const row = await this.specRows.findOneBy({ id });
    if (!row) {
      const ids = (await this.specs()).map((s) => s.id).join(', ');
      throw new NotFoundException({
        message: `There is no spec "${id}". There are: ${ids}`,
        faults: [{ field: 'spec', message: `there is no spec "${id}"` }],
      });
    }
    return JSON.parse(row.document) as Spec;
  }

  async garments(): Promise<Garment[]> {
    const rows = await this.garmentRows.find({ order: { position: 'ASC' } });
    return rows.map((row) => JSON.parse(row.document) as Garment);
  }

  async shop(): Promise<{ name: string | null }> {
    return { name: (await this.settings.findOneBy({ name: 'shop' }))?.value ?? null };
  }

  /** Adds what ships with the application; what is there already is replaced by the shipped state. */
  async putShipped(specs: readonly Spec[], garments: readonly Garment[]): Promise<void> {
    await this.specRows.save(specs.map((s) => ({ id: s.id, document: JSON.stringify(s) })));
    await this.garmentRows.save(
      garments.map((g, position) => ({ id: g.id, position, document: JSON.stringify(g) })),
    );
  }
}
