import {
  Body,
  ConflictException,
  Controller,
  Headers,
  HttpCode,
  HttpException,
  Post,
  UploadedFile,
  UseInterceptors,
} from '@nestjs/common';
import { FileInterceptor } from '@nestjs/platform-express';
import { ApiBody, ApiConsumes, ApiTags } from '@nestjs/swagger';
import Papa from 'papaparse';
import { DocumentError } from '@brelm/core/fields';
import { FilesService } from '../storage/files.service';
import { PoolService } from '../workers/pool.service';
import { badField } from './asked';
import { MarketRoutes } from './market-routes';
import { MarketsService, type HandedFile } from './markets.service';
import { readHanded } from './read-listing';
import { WeatherInterceptor } from './weather';
import type { Answer, DropRow } from '@brelm/contract';

/** Columns of the table; those that hold several are parted by `|`. */
const COLUMNS =
  'reference,product,title,description,points,tags,price,colours,prints,pictures,revision'.split(',');
/** Rows of one drop. */
const MOST_ROWS = 200;
/** Characters of its table. */
const MOST_TABLE = 2_000_000;

const parted = (cell: string): string[] => cell.split('|').filter(Boolean);

/** Stickerwharf (a stand-in): a table (CSV) says what is listed, an archive (ZIP) dropped with it has the files. */
@ApiTags('Stickerwharf (a stand-in)')
@Controller('markets/stickerwharf')
@UseInterceptors(WeatherInterceptor)
export class StickerwharfController extends MarketRoutes {
  protected readonly market = 'stickerwharf';

  constructor(
    markets: MarketsService,
    private readonly files: FilesService,
    private readonly pool: PoolService,
  ) {
    super(markets);
  }

  /** Takes rows in: a reference that is known is changed, where its revision is the one that the row names. */
  @Post('drops')
  @HttpCode(200)
  @ApiConsumes('multipart/form-data')
  @ApiBody({
    schema: {
      type: 'object',
      properties: { table: { type: 'string' }, archive: { type: 'string', format: 'binary' } },
    },
  })
  @UseInterceptors(
    FileInterceptor('archive', { limits: { fileSize: 200 * 2 ** 20, files: 1, fieldSize: MOST_TABLE } }),
  )
  async drop(
    @Headers('authorization') token: string | undefined,
    @Body('table') table: unknown,
    @UploadedFile() archive?: Express.Multer.File,
  ): Promise<Answer<'POST markets/stickerwharf/drops'>> {
    const shop = await this.shop(token);
    if (typeof table !== 'string') throw badField('table', 'is missing');
    if (!archive) throw badField('archive', 'is missing');
    // Forms are sent with lines that end so, whatever stood in them.
    const { data, meta } = Papa.parse<Record<string, string>>(table.replaceAll('\r\n', '\n'), {
      header: true,
      skipEmptyLines: true,
    });
    const missing = COLUMNS.filter((c) => !meta.fields?.includes(c));
    if (missing.length) throw badField('table', `has no column ${missing.join(', ')}`);
    if (data.length > MOST_ROWS) throw badField('table', `has more than ${MOST_ROWS} rows`);
    const there = new Map((await this.pool.unzipDrop(archive.buffer)).map((f) => [f.path, f.data]));
    const rows: DropRow[] = [];
    for (const row of data) rows.push(await this.take(shop, row, there));
    return { rows };
  }

  private async take(
    shop: string,
    row: Record<string, string>,
    there: Map<string, Uint8Array>,
  ): Promise<DropRow> {
    const reference = row.reference ?? '';
    try {
      const files: HandedFile[] = [];
      const named = [
        ...parted(row.prints).map((p) => ({
          kind: 'print' as const,
          side: p.split('=')[0],
          name: p.replace(/^[^=]*=/, ''),
        })),
        ...parted(row.pictures).map((name) => ({ kind: 'picture' as const, side: '', name })),
      ];
      for (const file of named) {
        const bytes = there.get(file.name);
        if (!bytes) throw badField('archive', `has no file “${file.name}”`);
        files.push({ ...file, sha256: await this.files.keep(bytes) });
      }
      const words = readHanded({
        ...{ reference, product: row.product, title: row.title, description: row.description },
        ...{ points: parted(row.points), tags: parted(row.tags), colours: parted(row.colours) },
        price: Number(row.price),
      });
      const handed = { ...words, files };
      const [known] = await this.markets.list(this.market, shop, reference);
      if (known && !row.revision)
        throw new ConflictException(`${reference} is listed already: name the revision that is changed.`);
      const listing = known
        ? await this.markets.update(this.market, shop, known.id, handed, Number(row.revision))
        : await this.markets.create(this.market, shop, handed);
      return { reference, listing, status: 200, reason: null };
    } catch (error) {
      if (error instanceof DocumentError)
        return { reference, listing: null, status: 400, reason: error.message };
      if (error instanceof HttpException)
        return { reference, listing: null, status: error.getStatus(), reason: error.message };
      throw error;
    }
  }
}
