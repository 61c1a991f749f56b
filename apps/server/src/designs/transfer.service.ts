import { stat } from 'node:fs/promises';
import type { Readable } from 'node:stream';
import { BadRequestException, Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { In, Repository } from 'typeorm';
import type { DesignDocument } from '@brelm/core/design';
import { slug } from '@brelm/core/export';
import type { DesignsTakenIn } from '@brelm/contract';
import { MaterialRow, TypefaceRow } from '../database/entities';
import {
  designArchive,
  MOST_ARCHIVE_BYTES,
  neededBy,
  type GivenDesign,
  type GivenFile,
  type Needed,
} from '@brelm/engine';
import { MaterialsService } from '../materials/materials.service';
import { FilesService } from '../storage/files.service';
import { TypefacesService } from '../typefaces/typefaces.service';
import { PoolService } from '../workers/pool.service';
import { DesignsService } from './designs.service';

/** A name that no other has yet: `owls`, `owls-2`. */
function fresh(name: string, taken: Set<string>): string {
  const dot = name.lastIndexOf('.');
  const [stem, ending] = dot > 0 ? [name.slice(0, dot), name.slice(dot)] : [name, ''];
  let free = name;
  for (let n = 2; taken.has(free); n++) free = `${stem}-${n}${ending}`;
  taken.add(free);
  return free;
}

/** Designs given out as files with all that they are made of, and brought in from them. */
@Injectable()
export class TransferService {
  constructor(
    @InjectRepository(MaterialRow) private readonly pictures: Repository<MaterialRow>,
    @InjectRepository(TypefaceRow) private readonly faces: Repository<TypefaceRow>,
    private readonly designs: DesignsService,
    private readonly materials: MaterialsService,
    private readonly typefaces: TypefacesService,
    private readonly files: FilesService,
    private readonly pool: PoolService,
  ) {}

  /** An archive of designs as they are saved now. Refuses what could not be brought in again: 400. */
  async giveOut(ids: readonly string[]): Promise<{ name: string; stream: Readable }> {
    const given: GivenDesign[] = [];
    const folders = new Set<string>();
    let bytes = 0;
    for (const id of new Set(ids)) {
      const { head, text } = await this.designs.get(id);
      const one = await this.given(text, fresh(slug(head.name), folders));
      bytes += text.length + one.bytes;
      given.push(one.design);
    }
    if (bytes > MOST_ARCHIVE_BYTES) {
      const [is, most] = [bytes, MOST_ARCHIVE_BYTES].map((b) => Math.ceil(b / 2 ** 20));
      const message =
        given.length > 1
          ? `together these designs and their pictures have ${is} MB, more than the ${most} MB that can be brought in at once: give out fewer`
          : `this design and its pictures have ${is} MB, more than the ${most} MB that can be brought in`;
      throw new BadRequestException({ message, faults: [{ field: 'ids', message }] });
    }
    const stem = given.length === 1 ? given[0].folder : `${given.length}-designs`;
    return { name: `${stem}.brelm.zip`, stream: designArchive(given) };
  }

  private async given(text: string, folder: string): Promise<{ design: GivenDesign; bytes: number }> {
    const document = JSON.parse(text) as DesignDocument;
    const files: GivenDesign['files'] = [];
    const paths = new Map<string, string>();
    const taken = new Set<string>();
    let bytes = 0;
    for (const { kind, sha256, name } of neededBy(document)) {
      const path = await this.files.found(sha256);
      // What is gone is told where the design is brought in.
      if (path === null) continue;
      bytes += (await stat(path)).size;
      const ending = kind === 'typeface' ? '.ttf' : (/\.[a-z0-9]{1,5}$/i.exec(name)?.[0] ?? '');
      const stem = slug(name.slice(0, name.length - (name.endsWith(ending) ? ending.length : 0)));
      const as = `${kind}s/${fresh(stem + ending.toLowerCase(), taken)}`;
      paths.set(sha256, as);
      files.push({ path, as });
    }
    const materials = document.materials.map((m) => {
      const file = m.sha256 && paths.get(m.sha256);
      return file ? { ...m, file } : m;
    });
    const written = JSON.stringify({ ...document, materials }, null, 2);
    return { design: { folder, text: `${written}\n`, files }, bytes };
  }

  /** Brings designs in, with the pictures and typefaces that lie beside them. Throws an UploadError. */
  async bringIn(file: Buffer, name: string, signal?: AbortSignal): Promise<DesignsTakenIn> {
    const { designs, files } = await this.pool.given(file, name, signal);
    const beside = new Map(files.map((f) => [f.sha256, f]));
    const taken: DesignsTakenIn = { made: [], refused: [] };
    const kept = new Map<string, Promise<void>>();
    for (const design of designs) {
      if ('fault' in design) {
        taken.refused.push({ file: design.path, message: design.fault });
        continue;
      }
      try {
        for (const need of design.needs) {
          const bytes = beside.get(need.sha256);
          if (!bytes) continue;
          if (!kept.has(need.sha256)) kept.set(need.sha256, this.keep(need, bytes));
          await kept.get(need.sha256);
        }
        const missing = await this.missing(design.needs);
        const { id, head } = await this.designs.create(design.text);
        taken.made.push({ id, name: head.name, missing });
      } catch (error) {
        if (signal?.aborted) throw error;
        taken.refused.push({ file: design.path, message: (error as Error).message });
      }
    }
    return taken;
  }

  private async keep({ kind, name }: Needed, { bytes }: GivenFile): Promise<void> {
    if (kind === 'bill') await this.materials.bringInBill(Buffer.from(bytes), name);
    else if (kind === 'picture') await this.materials.bringIn(Buffer.from(bytes), name);
    else await this.typefaces.bringIn(Buffer.from(bytes), `${name}.ttf`);
  }

  /** Names of what a design needs and this machine does not have. */
  private async missing(needs: readonly Needed[]): Promise<string[]> {
    const of = (kind: Needed['kind']) => needs.filter((n) => n.kind === kind);
    const pictures = await this.pictures.find({
      where: { sha256: In(needs.filter((n) => n.kind !== 'typeface').map((n) => n.sha256)) },
      select: { sha256: true },
    });
    const there = new Set(pictures.map((p) => p.sha256));
    for (const { sha256 } of of('typeface'))
      if (
        await this.faces
          .createQueryBuilder('t')
          .where('t.id LIKE :id', { id: `own-${sha256}-%` })
          .getExists()
      )
        there.add(sha256);
    return needs.filter((n) => !there.has(n.sha256)).map((n) => n.name);
  }
}
