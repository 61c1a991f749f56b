import { createHash } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { Inject, Injectable } from '@nestjs/common';
import { slug } from '@brelm/core/export';
import type { SentListing } from '@brelm/contract';
import { readKept } from '../files';
import { LibraryService } from '../library/library.service';
import { OPTIONS, outputsOf, placeOf, type ShopOptions } from '../options';
import { FilesService } from '../storage/files.service';
import { PoolService } from '../workers/pool.service';
import type { RunJob } from '../workers/tasks';
import type { OutgoingFile } from './connectors';
import type { SendJob } from './prepare.service';

const MIMES: Readonly<Record<string, string>> = {
  png: 'image/png',
  jpeg: 'image/jpeg',
  webp: 'image/webp',
  svg: 'image/svg+xml',
  pdf: 'application/pdf',
};

/** Files of a listing that are made together; runs have their turns beside them. */
const AT_ONCE = 2;

/** Makes the files and pictures that are sent with a listing. */
@Injectable()
export class OutgoingFilesService {
  constructor(
    private readonly library: LibraryService,
    private readonly files: FilesService,
    private readonly pool: PoolService,
    @Inject(OPTIONS) private readonly options: ShopOptions,
  ) {}

  /**
   * The files of a listing, of the design as it was then; those that were made for it before, of the same design, are not made again.
   * `kept` is called again and again: the job says then what it is made of so far.
   */
  async of(
    snapshot: string,
    job: SendJob,
    before: SentListing | null,
    { signal, kept }: { signal: AbortSignal; kept: () => Promise<unknown> },
  ): Promise<OutgoingFile[]> {
    const known = { ...before?.made, ...job.made };
    const garments = await this.library.garments();
    const outputs = outputsOf(this.options);
    const out: OutgoingFile[] = [];
    job.made = {};
    const bytesOf = async (one: RunJob): Promise<{ sha256: string; bytes: Buffer }> => {
      const key = createHash('sha256')
        .update(`${snapshot} ${JSON.stringify(one)}`)
        .digest('hex');
      const there = Object.hasOwn(known, key) ? await this.files.found(known[key]) : null;
      if (there) {
        job.made![key] = known[key];
        return { sha256: known[key], bytes: await readFile(there) };
      }
      const task = {
        ...{ job: one, snapshot, garments, acceptStops: false },
        ...{ findings: one.mockup ? [] : null, place: placeOf(this.options), outputs },
      };
      const bytes = await readKept(outputs, (await this.pool.make(task, signal)).sha256);
      const sha256 = await this.files.keep(bytes);
      job.made![key] = sha256;
      return { sha256, bytes };
    };
    const fileOf = async (kind: OutgoingFile['kind'], i: number, one: RunJob): Promise<OutgoingFile> => {
      const format = one.mockup?.format ?? one.format;
      const side = kind === 'print' ? one.side : '';
      const name = `${kind}-${i + 1}${side ? `-${slug(side)}` : ''}.${format === 'jpeg' ? 'jpg' : format}`;
      const mime = MIMES[format] ?? 'application/octet-stream';
      return { kind, side, name, mime, ...(await bytesOf(one)) };
    };
    const take = async (kind: OutgoingFile['kind'], jobs: readonly RunJob[]) => {
      for (let i = 0; i < jobs.length; i += AT_ONCE) {
        const some = jobs.slice(i, i + AT_ONCE).map((one, k) => fileOf(kind, i + k, one));
        out.push(...(await Promise.all(some)));
        await kept();
      }
    };
    await take('print', job.prints);
    await take('picture', job.pictures);
    return out;
  }
}
