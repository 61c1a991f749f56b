import { Injectable } from '@nestjs/common';
import type { Garment } from '@brelm/core/colour';
import type { OwnFigure } from '@brelm/core/demand';
import type { Spec } from '@brelm/core/spec';
import { PoolService } from './pool.service';
import { readDemandTask, readDesignText, readGarmentsTask, readSpecTask, type ReadDesign } from './reading';
import { readSeriesText, type ReadSeries } from './series-rows';

/** Documents longer than this are read by another process: reading them here would hold up everybody, bytes. */
export const READ_HERE = 256 * 1024;

/** Reads documents where they hold nobody up: short ones here, long ones in a child process. */
@Injectable()
export class DocumentsService {
  constructor(private readonly pool: PoolService) {}

  /** Reads a design's JSON, under another name where one is given. Throws a DocumentError. */
  async design(text: string, name?: string): Promise<ReadDesign> {
    return text.length <= READ_HERE
      ? readDesignText(text, name)
      : this.pool.read<ReadDesign>('readDesignTask', { text, name });
  }

  /** Reads a series' JSON. Throws a DocumentError. */
  async series(text: string): Promise<ReadSeries> {
    return text.length <= READ_HERE
      ? readSeriesText(text)
      : this.pool.read<ReadSeries>('readSeriesTask', text);
  }

  /** Reads a spec's JSON. Throws a DocumentError. */
  async spec(text: string): Promise<Spec> {
    return text.length <= READ_HERE ? readSpecTask(text) : this.pool.read<Spec>('readSpecTask', text);
  }

  /** Reads a file of specs: YAML takes its time even where it is short. Throws a DocumentError. */
  specFile(bytes: Uint8Array): Promise<Spec[]> {
    return this.pool.read('readSpecFileTask', bytes);
  }

  /** Reads a table of garment colours; see readGarmentsTask. Throws a DocumentError. */
  async garments(csv: string, taken: string[]): Promise<Garment[]> {
    return csv.length <= READ_HERE
      ? readGarmentsTask({ csv, taken })
      : this.pool.read<Garment[]>('readGarmentsTask', { csv, taken });
  }

  /** Reads a seller's own figures of what is looked for; see readDemandTask. Throws a DocumentError. */
  async demand(csv: string): Promise<OwnFigure[]> {
    return csv.length <= READ_HERE ? readDemandTask(csv) : this.pool.read<OwnFigure[]>('readDemandTask', csv);
  }
}
