import { Controller, Get, Header, NotFoundException, Param, Query } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { MOTIF_TOPICS, motifLibrary, readSvgFile } from '@brelm/engine';
import { MotifColourDto, SearchMotifsDto } from './motifs.dto';
import type { Answer } from '@brelm/contract';

/** The figures that ship with the application. */
@ApiTags('motifs')
@Controller('motifs')
export class MotifsController {
  @Get()
  async search(@Query() { q, from, count, topic }: SearchMotifsDto): Promise<Answer<'GET motifs'>> {
    return (await motifLibrary()).search(q ?? '', from, count, topic);
  }

  /** What figures can be browsed by. */
  @Get('topics')
  topics(): Answer<'GET motifs/topics'> {
    return MOTIF_TOPICS.map(({ id, name }) => ({ id, name }));
  }

  @Get(':set/:name/picture.svg')
  @Header('Content-Type', 'image/svg+xml')
  @Header('Cache-Control', 'private, max-age=86400')
  // A figure is only ever looked at: whatever is in it, nothing of it may run or load.
  @Header('Content-Security-Policy', "default-src 'none'; style-src 'unsafe-inline'")
  async picture(@Param('set') set: string, @Param('name') name: string): Promise<string> {
    return this.svg(`${set}/${name}`);
  }

  /** The figure as outlines, ready to be placed. */
  @Get(':set/:name')
  async motif(
    @Param('set') set: string,
    @Param('name') name: string,
    @Query() { colour }: MotifColourDto,
  ): Promise<Answer<'GET motifs/:set/:name'>> {
    const id = `${set}/${name}`;
    const source = await this.svg(id, colour && `#${colour}`);
    const entry = (await motifLibrary()).entry(id)!;
    return { ...entry, art: await readSvgFile(source) };
  }

  private async svg(id: string, colour?: string): Promise<string> {
    const source = (await motifLibrary()).svg(id, colour);
    if (!source) throw new NotFoundException(`There is no figure ${id}.`);
    return source;
  }
}
