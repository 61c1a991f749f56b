import { documentOf } from '@brelm/core/design';
import { readSeries, seriesDocument } from '@brelm/core/series';
import { readSheet, sheetDocument } from '@brelm/core/sheet';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Injectable, type INestApplicationContext } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { Like, Repository } from 'typeorm';
import {
  DEMO_FOLDER,
  picturesBeside,
  readDesignFile,
  shippedGarments,
  shippedSpecs,
  shippedStarters,
  shippedStyles,
} from '@brelm/engine';
import { SettingRow } from '../database/entities';
import { IdeasService } from '../almanac/ideas.service';
import { SeasonsService } from '../almanac/seasons.service';
import { DesignsService } from '../designs/designs.service';
import { ProtectedService } from '../listings/protected.service';
import { LibraryService } from '../library/library.service';
import { MaterialsService } from '../materials/materials.service';
import { SpecsService } from '../specs/specs.service';
import { SeriesService } from '../series/series.service';
import { SheetsService } from '../sheets/sheets.service';
import { StylesService } from '../styles/styles.service';

/** Duskwren's designs, loaded once into a new installation. */
@Injectable()
export class DemoService {
  constructor(
    @InjectRepository(SettingRow) private readonly settings: Repository<SettingRow>,
    private readonly designs: DesignsService,
    private readonly library: LibraryService,
    private readonly specs: SpecsService,
    private readonly materials: MaterialsService,
    private readonly styles: StylesService,
    private readonly sheets: SheetsService,
    private readonly protectedWords: ProtectedService,
    private readonly series: SeriesService,
    private readonly seasons: SeasonsService,
    private readonly ideas: IdeasService,
  ) {}

  /** Specs and garments always; designs only the first time, so that archived ones stay away. */
  async load(withDesigns: boolean): Promise<number> {
    await this.specs.putShipped(shippedSpecs());
    await this.library.putShipped(shippedGarments(), shippedStarters());
    await this.protectedWords.putShipped();
    await this.seasons.putShipped();
    if (!withDesigns || (await this.settings.findOneBy({ name: 'demo' }))) return 0;
    const folder = join(DEMO_FOLDER, 'designs');
    const names = readdirSync(folder)
      .filter((n) => n.endsWith('.brelm.json'))
      .sort()
      .reverse();
    // A start that was killed in the middle of this goes on where it was.
    const marks = await this.settings.find({ where: { name: Like('demo %') } });
    const there = new Map(marks.map((s) => [s.name, s.value]));
    const ids = new Map<string, string>();
    for (const name of names) {
      const file = join(folder, name);
      const design = readDesignFile(file);
      const known = there.get(`demo ${name}`);
      if (known !== undefined) {
        ids.set(design.name, known);
        continue;
      }
      const materials = [];
      for (const material of design.materials) {
        const bytes = await picturesBeside(file)(material);
        const { sha256 } = await this.materials.bringIn(bytes, material.name);
        materials.push({ ...material, sha256 });
      }
      const { id } = await this.designs.create(
        JSON.stringify(documentOf({ ...design, materials })),
        undefined,
        `demo ${name}`,
      );
      ids.set(design.name, id);
    }
    await this.loadSheets(ids);
    await this.loadSeries(ids);
    await this.loadIdeas();
    const known = new Set((await this.styles.list('lettering')).map((s) => s.name));
    for (const { name, document } of shippedStyles())
      if (!known.has(name)) await this.styles.add('lettering', name, document);
    await this.settings.save({ name: 'shop', value: 'Duskwren Field Supply' });
    await this.settings.save({ name: 'demo', value: new Date().toISOString() });
    return names.length;
  }

  /** Series name their layout by what it is called. */
  private async loadSeries(ids: ReadonlyMap<string, string>): Promise<void> {
    const there = new Set((await this.series.list(false, 0, 200)).series.map((s) => s.name));
    for (const name of readdirSync(join(DEMO_FOLDER, 'series')).sort()) {
      const series = readSeries(JSON.parse(readFileSync(join(DEMO_FOLDER, 'series', name), 'utf8')));
      if (there.has(series.name)) continue;
      await this.series.create(
        seriesDocument({ ...series, layout: ids.get(series.layout) ?? series.layout }),
      );
    }
  }

  private async loadIdeas(): Promise<void> {
    const { ideas } = await this.ideas.list([], '', 0, 200);
    const there = new Set(ideas.map((i) => i.document.phrase));
    const shipped = JSON.parse(readFileSync(join(DEMO_FOLDER, 'ideas.json'), 'utf8')) as { phrase: string }[];
    for (const idea of shipped.reverse())
      if (!there.has(idea.phrase)) await this.ideas.create(JSON.stringify(idea));
  }

  /** Sheets name their designs by what these are called. */
  private async loadSheets(ids: ReadonlyMap<string, string>): Promise<void> {
    const { sheets } = await this.sheets.list(false, 0, 200);
    const there = new Set(sheets.map((s) => s.name));
    for (const name of readdirSync(join(DEMO_FOLDER, 'sheets')).sort()) {
      const sheet = readSheet(JSON.parse(readFileSync(join(DEMO_FOLDER, 'sheets', name), 'utf8')));
      if (there.has(sheet.name)) continue;
      const stickers = sheet.stickers.map((s) => ({ ...s, design: ids.get(s.design) ?? s.design }));
      await this.sheets.create(sheetDocument({ ...sheet, stickers }));
    }
  }
}

/** Loads the demo into a running application; returns how many designs came in. */
export const loadDemo = (app: INestApplicationContext, withDesigns: boolean): Promise<number> =>
  app.get(DemoService).load(withDesigns);
