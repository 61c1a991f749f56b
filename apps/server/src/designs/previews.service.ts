import { judgedColours } from '@brelm/core/spec';
import { createHash } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { Repository } from 'typeorm';
import type { GarmentContrast } from '@brelm/core/proof';
import { DesignPreviewRow } from '../database/entities';
import { coreStamp } from '@brelm/engine';
import { LibraryService } from '../library/library.service';
import { OPTIONS, type ShopOptions, placeOf } from '../options';
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
    @Inject(OPTIONS) private readonly options: ShopOptions,
  ) {}

  /** The preview of a design as it stands. */
  async of(id: string): Promise<Preview> {
    const { board, garments: chosen, revision } = await this.designs.entry(id);
    const spec = await this.specs.get(board.spec).catch(() => null);
    const garments = judgedColours(spec ?? undefined, chosen, await this.library.garments());
    const madeOf = createHash('sha256')
      .update(JSON.stringify([id, revision, spec, garments, coreStamp()]))
      .digest('hex');
    const row = await this.rows.findOneBy({ designId: id });
    if (row?.madeOf === madeOf)
      return { picture: row.picture, verdicts: JSON.parse(row.verdicts) as GarmentContrast[] };
    let made = this.making.get(madeOf);
    if (!made) {
      made = this.make(id, revision, madeOf, { spec, garments });
      this.making.set(madeOf, made);
      const forget = () => this.making.delete(madeOf);
      made.then(forget, forget);
    }
    return made;
  }

  private async make(
    designId: string,
    revision: number,
    madeOf: string,
    from: Pick<PreviewTask, 'spec' | 'garments'>,
  ): Promise<Preview> {
    const design = await this.designs.get(designId);
    const preview = await this.pool.designPreview({
      ...from,
      text: design.text,
      place: placeOf(this.options),
    });
    // Saved in between: right for now, but not to be kept as the state that was asked for.
    if (design.revision === revision) {
      const picture = Buffer.from(preview.picture);
      const look = Buffer.from(preview.look);
      const verdicts = JSON.stringify(preview.verdicts);
      await this.rows.upsert({ designId, madeOf, picture, look, verdicts }, ['designId']);
    }
    return preview;
  }
}
