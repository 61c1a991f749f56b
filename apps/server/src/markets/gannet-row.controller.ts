import { createHmac, randomBytes, timingSafeEqual } from 'node:crypto';
import {
  Body,
  Controller,
  ForbiddenException,
  Headers,
  HttpCode,
  Param,
  ParseUUIDPipe,
  PayloadTooLargeException,
  Post,
  Put,
  Query,
  Req,
  UnprocessableEntityException,
  UseInterceptors,
} from '@nestjs/common';
import { ApiBody, ApiProperty, ApiTags } from '@nestjs/swagger';
import { IsInt, Matches, Max, Min } from 'class-validator';
import type { Request } from 'express';
import { FilesService } from '../storage/files.service';
import { badField, revisionIn } from './asked';
import { MarketRoutes } from './market-routes';
import { MarketsService, type HandedListing } from './markets.service';
import { readHandedFiles } from './read-listing';
import { WeatherInterceptor } from './weather';
import type { Answer } from '@brelm/contract';

/** How long a signed address holds, ms. */
const HOLDS = 10 * 60 * 1000;
const MOST_BYTES = 120 * 2 ** 20;

export class UploadAskedDto {
  @ApiProperty()
  @Matches(/^[0-9a-f]{64}$/)
  sha256!: string;

  @ApiProperty({ description: 'bytes' })
  @IsInt()
  @Min(1)
  @Max(MOST_BYTES)
  bytes!: number;
}

/** Gannet Row (a stand-in): each file goes to a signed address of its own; then the listing names them by their SHA-256. */
@ApiTags('Gannet Row (a stand-in)')
@Controller('markets/gannet-row')
@UseInterceptors(WeatherInterceptor)
export class GannetRowController extends MarketRoutes {
  protected readonly market = 'gannet-row';
  /** Addresses of an earlier start hold no more. */
  private readonly secret = randomBytes(32);

  constructor(
    markets: MarketsService,
    private readonly files: FilesService,
  ) {
    super(markets);
  }

  private signed(sha256: string, bytes: number, until: number): string {
    return createHmac('sha256', this.secret).update(`${sha256} ${bytes} ${until}`).digest('hex');
  }

  /** Asks for an address that a file can be put at; none where it is here already. */
  @Post('uploads')
  @HttpCode(200)
  async upload(
    @Headers('authorization') token: string | undefined,
    @Body() { sha256, bytes }: UploadAskedDto,
    @Req() request: Request,
  ): Promise<Answer<'POST markets/gannet-row/uploads'>> {
    await this.shop(token);
    if (await this.files.found(sha256)) return { put: null };
    const until = Date.now() + HOLDS;
    const signature = this.signed(sha256, bytes, until);
    return {
      put: `${request.originalUrl.split('?')[0]}/${sha256}?bytes=${bytes}&until=${until}&signature=${signature}`,
    };
  }

  @Put('uploads/:sha256')
  @ApiBody({ schema: { type: 'string', format: 'binary' } })
  async put(
    @Param('sha256') sha256: string,
    @Query('bytes') bytes: string,
    @Query('until') until: string,
    @Query('signature') signature: string,
    @Req() request: Request,
  ): Promise<Answer<'PUT markets/gannet-row/uploads/:sha256'>> {
    const expected = Buffer.from(this.signed(sha256, Number(bytes), Number(until)));
    const given = Buffer.from(String(signature));
    if (given.length !== expected.length || !timingSafeEqual(given, expected) || Number(until) < Date.now())
      throw new ForbiddenException('This address does not hold (any more): ask for another.');
    const chunks: Buffer[] = [];
    let length = 0;
    for await (const chunk of request as AsyncIterable<Buffer>) {
      length += chunk.length;
      if (length > Number(bytes)) throw new PayloadTooLargeException('This is more than was told.');
      chunks.push(chunk);
    }
    if ((await this.files.keep(Buffer.concat(chunks))) !== sha256)
      throw new UnprocessableEntityException('This is not the file that was told: its SHA-256 is another.');
    return { sha256 };
  }

  @Post('listings')
  @ApiBody({ schema: { type: 'object' } })
  async create(
    @Headers('authorization') token: string | undefined,
    @Body() body: Record<string, unknown>,
  ): Promise<Answer<'POST markets/gannet-row/listings'>> {
    return this.markets.create(this.market, await this.shop(token), this.handed(body));
  }

  @Put('listings/:id')
  @ApiBody({ schema: { type: 'object' } })
  async update(
    @Headers('authorization') token: string | undefined,
    @Headers('if-match') match: string | undefined,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: Record<string, unknown>,
  ): Promise<Answer<'PUT markets/gannet-row/listings/:id'>> {
    const shop = await this.shop(token);
    return this.markets.update(this.market, shop, id, this.handed(body), revisionIn(match));
  }

  private handed(body: unknown): HandedListing {
    const { files, ...words } = readHandedFiles(body);
    return {
      ...words,
      files: files.map(({ file, ...named }, i) => {
        if (!/^[0-9a-f]{64}$/.test(file))
          throw badField(`files[${i}].file`, 'must be the SHA-256 of an upload');
        return { ...named, sha256: file };
      }),
    };
  }
}
