import { createHash } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { Repository } from 'typeorm';
import type { GarmentContrast } from '@brelm/core/proof';
import { DesignPreviewRow } from '../database/entities';
import { LibraryService } from '../library/library.service';
import { OPTIONS, type ServerOptions } from '../options';
import { SpecsService } from '../specs/specs.service';
import { PoolService } from '../workers/pool.service';
import type { PreviewTask } from '../workers/design-preview';
import { DesignsService } from './designs.service';

export interface Preview {
  /** WebP, transparent. */
  picture: Uint8Array;
  verdicts: GarmentContrast[];
}

/** Small pictures of designs and how they read: made once for each state of a design, and kept. */
@Injectable()
export class PreviewsService {
  private readonly making = new Map<string, Promise<Preview>>();

  constructor(
    @InjectRepository(DesignPreviewRow) private readonly rows: Repository<DesignPreviewRow>,
    private readonly designs: DesignsService,
    private readonly specs: SpecsService,
    private readonly library: LibraryService,
    private readonly pool: PoolService,
    @Inject(OPTIONS) private readonly options: ServerOptions,
  ) {}

  /** The preview of a design as it stands. */
  async of(id: string): Promise<Preview> {
    const { head, text } = await this.designs.get(id);
    const all = await this.library.garments();
    const task: PreviewTask = {
      text,
      spec: await this.specs.get(head.board.spec).catch(() => null),
      garments: all.filter((g) => head.garments.includes(g.id)),
      filesDir: this.options.filesDir,
    };
    const madeOf = createHash('sha256')
      .update(text)
      .update(JSON.stringify([task.spec, task.garments]))
      .digest('hex');
    const row = await this.rows.findOneBy({ designId: id });
    if (row?.madeOf === madeOf)
      return { picture: row.picture, verdicts: JSON.parse(row.verdicts) as GarmentContrast[] };
    let made = this.making.get(madeOf);
    if (!made) {
      made = this.pool.designPreview(task).then(async (preview) => {
        const { picture, verdicts } = preview;
        const kept = {
          designId: id,
          madeOf,
          picture: Buffer.from(picture),
          verdicts: JSON.stringify(verdicts),
        };
        await this.rows.upsert(kept, ['designId']);
        return preview;
      });
      this.making.set(madeOf, made);
      const forget = () => this.making.delete(madeOf);
      made.then(forget, forget);
    }
    return made;
  }
}
