import {
  Body,
  Controller,
  Delete,
  Get,
  Header,
  HttpCode,
  NotFoundException,
  Post,
  Put,
  Query,
  Req,
} from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { Request } from 'express';
import { slug } from '@brelm/core/export';
import { writeSpecFile } from '@brelm/core/spec';
import { DocumentText } from '../http/json-body';
import { SpecDto, SpecFileDto } from './specs.dto';
import { SpecsService } from './specs.service';
import type { Answer } from '@brelm/contract';

/** Ids of specs hold slashes, so they are named in the query. */
@ApiTags('specs')
@Controller()
export class SpecsController {
  constructor(private readonly specs: SpecsService) {}

  @Get('specs')
  list(): Promise<Answer<'GET specs'>> {
    return this.specs.list();
  }

  @Get('spec-book')
  book(): Promise<Answer<'GET spec-book'>> {
    return this.specs.book();
  }

  @Post('spec-book')
  add(@Body() _body: SpecDto, @DocumentText() document: string): Promise<Answer<'POST spec-book'>> {
    return this.specs.add(document);
  }

  @Put('spec-book/spec')
  change(
    @Query('id') id: string,
    @Body() body: SpecDto,
    @DocumentText() document: string,
  ): Promise<Answer<'PUT spec-book/spec'>> {
    return this.specs.change(id ?? '', document, body.revision);
  }

  @Delete('spec-book/spec')
  @HttpCode(204)
  async archive(@Query('id') id: string): Promise<Answer<'DELETE spec-book/spec'>> {
    await this.specs.archive(id ?? '');
  }

  @Get('spec-book/history')
  history(@Query('id') id: string): Promise<Answer<'GET spec-book/history'>> {
    return this.specs.history(id ?? '');
  }

  /** Designs that are made for a spec, and runs whose files do not fit it any more. */
  @Get('spec-book/affected')
  async affected(@Query('id') id: string): Promise<Answer<'GET spec-book/affected'>> {
    const designs = await this.specs.affected(id ?? '');
    return { designs, runs: await this.specs.affectedRuns(id) };
  }

  @Post('spec-book/file')
  @HttpCode(200)
  bringIn(@Body() body: SpecFileDto): Promise<Answer<'POST spec-book/file'>> {
    return this.specs.bringIn(Buffer.from(body.file, 'base64'), body.mode !== 'bring-in');
  }

  /** A spec, a marketplace or the whole book as a file. */
  @Get('spec-book/file')
  @Header('Cache-Control', 'no-store')
  async file(
    @Query('id') id: string | undefined,
    @Query('marketplace') marketplace: string | undefined,
    @Query('format') format: string | undefined,
    @Req() request: Request,
  ): Promise<string> {
    const all = await this.specs.list();
    const wanted = all.filter((s) => (!id || s.id === id) && (!marketplace || s.marketplace === marketplace));
    if (wanted.length === 0) throw new NotFoundException('There is no such spec or marketplace in the book.');
    const kind = format === 'json' ? 'json' : 'yaml';
    const name = `${slug(id ?? marketplace ?? 'spec-book')}.${kind}`;
    request
      .res!.type(kind === 'json' ? 'application/json' : 'application/yaml')
      .setHeader('Content-Disposition', `attachment; filename="${name}"`);
    return writeSpecFile(wanted, kind);
  }
}
