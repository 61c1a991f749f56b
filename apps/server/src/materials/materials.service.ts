import { BadRequestException, Inject, Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { Repository } from 'typeorm';
import type { Licence } from '@brelm/core/rights';
import type { BroughtIn } from '@brelm/contract';
import { containing, wordsOf } from '../database/like';
import { MaterialRow } from '../database/entities';
import { UploadError } from '@brelm/engine';
import { OPTIONS, type ShopOptions } from '../options';
import { FilesService } from '../storage/files.service';
import { PoolService } from '../workers/pool.service';
import { KeptPreviews, previewsIn } from './kept-previews';

/** What was said of a material's rights; null where nothing was. */
export const licenceIn = (text: string | null): Licence | null =>
  text ? (JSON.parse(text) as Licence) : null;

const PREVIEW_SIZES = [320, 1600];

/** Largest bill, bytes. */
const MOST_BILL_BYTES = 10 * 1024 * 1024;

@Injectable()
export class MaterialsService {
  private readonly previews: KeptPreviews;

  constructor(
    @InjectRepository(MaterialRow) private readonly materials: Repository<MaterialRow>,
    private readonly files: FilesService,
    private readonly pool: PoolService,
    @Inject(OPTIONS) options: ShopOptions,
  ) {
    this.previews = new KeptPreviews(previewsIn(options.filesDir));
  }

  /** Looks at a file, keeps its bytes, and says what it is. Throws an UploadError. */
  async bringIn(bytes: Buffer, name: string, signal?: AbortSignal): Promise<BroughtIn> {
    const upload = await this.pool.inspect(bytes, name, signal);
    const sha256 = await this.files.keep(bytes);
    const size =
      upload.kind === 'picture'
        ? { width: upload.width, height: upload.height, mime: upload.mime }
        : {
            width: Math.round(upload.art.width),
            height: Math.round(upload.art.height),
            mime: 'image/svg+xml',
          };
    await this.materials.upsert(
      {
        sha256,
        name: name.slice(0, 300),
        kind: upload.kind,
        bytes: bytes.length,
        createdAt: new Date(),
        unusedSince: null,
        ...size,
      },
      ['sha256'],
    );
    const licence = licenceIn((await this.get(sha256)).licence);
    return upload.kind === 'picture'
      ? { kind: 'picture', sha256, name, ...size, licence }
      : { kind: 'motif', sha256, name, art: upload.art, licence };
  }

  /**
   * Keeps a picture that is only looked at, somebody else's: it is no material, and no list of materials has it. One that
   * is the seller's already stays so. Throws an UploadError.
   */
  async bringInReference(
    bytes: Buffer,
    name: string,
    signal?: AbortSignal,
  ): Promise<{ sha256: string; name: string; width: number; height: number }> {
    const upload = await this.pool.inspect(bytes, name, signal);
    if (upload.kind !== 'picture')
      throw new BadRequestException('file: a reference is a picture: PNG, JPEG, WebP, AVIF, TIFF or GIF.');
    const { width, height, mime } = upload;
    const sha256 = await this.keepBeside(bytes, { name, kind: 'reference', width, height, mime });
    return { sha256, name, width, height };
  }

  /**
   * Keeps a bill or a letter that shows that a material may be used: a PDF, which nothing here ever reads and which is handed
   * out as a download only, or a picture. Throws an UploadError.
   */
  async bringInBill(
    bytes: Buffer,
    name: string,
    signal?: AbortSignal,
  ): Promise<{ sha256: string; name: string }> {
    const kept = { name: name.slice(0, 300), kind: 'bill' as const, width: 0, height: 0 };
    if (bytes.length > MOST_BILL_BYTES) throw new UploadError(`${name}: a bill has 10 MB at the most`);
    if (bytes.subarray(0, 1024).includes('%PDF-'))
      return { sha256: await this.keepBeside(bytes, { ...kept, mime: 'application/pdf' }), name: kept.name };
    const upload = await this.pool.inspect(bytes, name, signal);
    if (upload.kind !== 'picture')
      throw new UploadError(`${name}: a bill is a PDF or a picture: PNG, JPEG, WebP, AVIF, TIFF or GIF`);
    const { width, height, mime } = upload;
    return { sha256: await this.keepBeside(bytes, { ...kept, width, height, mime }), name: kept.name };
  }

  /** Keeps a file that is no material of the seller's; one that is stays what it is. */
  private async keepBeside(
    bytes: Buffer,
    row: Pick<MaterialRow, 'name' | 'kind' | 'width' | 'height' | 'mime'>,
  ): Promise<string> {
    const sha256 = await this.files.keep(bytes);
    await this.materials
      .createQueryBuilder()
      .insert()
      .values({
        ...{ ...row, sha256, name: row.name.slice(0, 300), bytes: bytes.length },
        ...{ createdAt: new Date(), unusedSince: null },
      })
      .orIgnore()
      .execute();
    await this.materials.update({ sha256 }, { unusedSince: null });
    return sha256;
  }

  /** Paints an SVG as a picture of so many px on its longer side, and brings that in. */
  async bringInAsPicture(
    bytes: Buffer,
    name: string,
    longSide: number,
    signal?: AbortSignal,
  ): Promise<BroughtIn> {
    const png = await this.pool.rasterise(bytes, name, longSide, signal);
    return this.bringIn(Buffer.from(png), name.replace(/\.svg$/i, '') + '.png', signal);
  }

  /** Keeps what the seller says of the rights of a picture or a drawing, for all designs that it comes into from now on. */
  async sayLicence(sha256: string, licence: Licence): Promise<void> {
    await this.get(sha256);
    await this.materials.update({ sha256 }, { licence: JSON.stringify(licence) });
  }

  /** Pictures that were brought in, the newest first, whose names have all words of `search`. */
  async list(
    search: string,
    from: number,
    count: number,
  ): Promise<{ total: number; pictures: MaterialRow[] }> {
    const query = this.materials.createQueryBuilder('m').where("m.kind = 'picture'");
    wordsOf(search).forEach((word, i) =>
      query.andWhere(`m.name LIKE :w${i}`, { [`w${i}`]: containing(word) }),
    );
    const [pictures, total] = await query
      .orderBy('m.createdAt', 'DESC')
      .addOrderBy('m.sha256', 'ASC')
      .skip(from)
      .take(count)
      .getManyAndCount();
    return { total, pictures };
  }

  async get(sha256: string): Promise<MaterialRow> {
    const row = /^[0-9a-f]{64}$/.test(sha256) ? await this.materials.findOneBy({ sha256 }) : null;
    if (!row) throw new NotFoundException('There is no such material.');
    return row;
  }

  async preview(sha256: string, size: number): Promise<Uint8Array> {
    const row = await this.get(sha256);
    if (row.kind === 'motif' || row.mime === 'application/pdf')
      throw new BadRequestException('Only pictures have previews.');
    if (!PREVIEW_SIZES.includes(size))
      throw new BadRequestException(`size: must be one of ${PREVIEW_SIZES.join(', ')}`);
    return this.previews.of(sha256, size, async () => this.pool.preview(await this.files.at(sha256), size));
  }
}
