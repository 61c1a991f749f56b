import { documentOf } from '@brelm/core/design';
import { readdirSync } from 'node:fs';
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
} from '../engine';
import { SettingRow } from '../database/entities';
import { DesignsService } from '../designs/designs.service';
import { LibraryService } from '../library/library.service';
import { MaterialsService } from '../materials/materials.service';
import { SpecsService } from '../specs/specs.service';
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
  ) {}

  /** Specs and garments always; designs only the first time, so that archived ones stay away. */
  async load(withDesigns: boolean): Promise<number> {
    await this.specs.putShipped(shippedSpecs());
    await this.library.putShipped(shippedGarments(), shippedStarters());
    if (!withDesigns || (await this.settings.findOneBy({ name: 'demo' }))) return 0;
    const folder = join(DEMO_FOLDER, 'designs');
    const names = readdirSync(folder)
      .filter((n) => n.endsWith('.brelm.json'))
      .sort()
      .reverse();
    // A start that was killed in the middle of this goes on where it was.
    const there = new Set((await this.settings.find({ where: { name: Like('demo %') } })).map((s) => s.name));
    for (const name of names) {
      if (there.has(`demo ${name}`)) continue;
      const file = join(folder, name);
      const design = readDesignFile(file);
      const materials = [];
      for (const material of design.materials) {
        const bytes = await picturesBeside(file)(material);
        const { sha256 } = await this.materials.bringIn(bytes, material.name);
        materials.push({ ...material, sha256 });
      }
      await this.designs.create(
        JSON.stringify(documentOf({ ...design, materials })),
        undefined,
        `demo ${name}`,
      );
    }
    const known = new Set((await this.styles.list()).map((s) => s.name));
    for (const { name, document } of shippedStyles())
      if (!known.has(name)) await this.styles.add(name, document);
    await this.settings.save({ name: 'shop', value: 'Duskwren Field Supply' });
    await this.settings.save({ name: 'demo', value: new Date().toISOString() });
    return names.length;
  }
}

/** Loads the demo into a running application; returns how many designs came in. */
export const loadDemo = (app: INestApplicationContext, withDesigns: boolean): Promise<number> =>
  app.get(DemoService).load(withDesigns);
