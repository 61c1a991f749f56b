import { Controller, Get, Inject, Query, StreamableFile } from '@nestjs/common';
import { ApiProperty, ApiTags } from '@nestjs/swagger';
import { IsIn, IsOptional } from 'class-validator';
import { WhileAsked } from '../http/json-body';
import { OPTIONS, placeOf, type ShopOptions } from '../options';
import { backupOf } from './write-backup';
import { OwnersOnly } from '../http/standing';

class BackupDto {
  @ApiProperty({ enum: ['true', 'false'], required: false, description: 'Files that runs have made, too.' })
  @IsOptional()
  @IsIn(['true', 'false'])
  made?: 'true' | 'false';
}

@ApiTags('shop')
@Controller('shop')
export class BackupController {
  constructor(@Inject(OPTIONS) private readonly options: ShopOptions) {}

  /** Everything that the shop has, as one archive (docs/backup.md). It ends in the middle where it cannot be made whole. */
  @OwnersOnly()
  @Get('everything')
  everything(@Query() { made }: BackupDto, @WhileAsked() signal: AbortSignal): StreamableFile {
    const { database } = this.options;
    const { archive } = backupOf({ database, place: placeOf(this.options), made: made === 'true', signal });
    const day = new Date().toISOString().slice(0, 10);
    return new StreamableFile(archive, {
      type: 'application/zip',
      disposition: `attachment; filename="brelm-${day}.zip"`,
    });
  }
}
