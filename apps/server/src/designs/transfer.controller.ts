import { uploadName } from '../http/upload-name';
import {
  BadRequestException,
  Controller,
  Get,
  HttpCode,
  ParseArrayPipe,
  Post,
  Query,
  StreamableFile,
  UploadedFile,
  UseInterceptors,
} from '@nestjs/common';
import { FileInterceptor } from '@nestjs/platform-express';
import { ApiBody, ApiConsumes, ApiTags } from '@nestjs/swagger';
import { isUUID } from 'class-validator';
import { MOST_ARCHIVE_BYTES } from '@brelm/engine';
import { WhileAsked } from '../http/json-body';
import { TransferService } from './transfer.service';
import type { Answer } from '@brelm/contract';

/** Designs that are given out at once, at the most. */
const MOST_GIVEN = 200;

/** Designs as files: given out with all that they are made of, and brought in. */
@ApiTags('designs')
@Controller('design-files')
export class TransferController {
  constructor(private readonly transfer: TransferService) {}

  @Get()
  async giveOut(@Query('ids', new ParseArrayPipe({ items: String })) ids: string[]): Promise<StreamableFile> {
    const message =
      ids.length > MOST_GIVEN
        ? `must be at most ${MOST_GIVEN} designs`
        : ids.every((id) => isUUID(id))
          ? null
          : 'must be ids of designs';
    if (message) throw new BadRequestException({ message, faults: [{ field: 'ids', message }] });
    const { name, stream } = await this.transfer.giveOut(ids);
    return new StreamableFile(stream, {
      type: 'application/zip',
      disposition: `attachment; filename="${name}"`,
    });
  }

  @Post()
  @HttpCode(200)
  @ApiConsumes('multipart/form-data')
  @ApiBody({ schema: { type: 'object', properties: { file: { type: 'string', format: 'binary' } } } })
  @UseInterceptors(FileInterceptor('file', { limits: { fileSize: MOST_ARCHIVE_BYTES, files: 1 } }))
  bringIn(
    @WhileAsked() signal: AbortSignal,
    @UploadedFile() file?: Express.Multer.File,
  ): Promise<Answer<'POST design-files'>> {
    if (!file) throw new BadRequestException('file: send one .brelm.json or .brelm.zip file.');
    const name = uploadName(file);
    return this.transfer.bringIn(file.buffer, name, signal);
  }
}
