import {
  BadRequestException,
  ConflictException,
  Inject,
  Injectable,
  NotFoundException,
} from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { Like, Repository } from 'typeorm';
import { type Design, storedDocument } from '@brelm/core/design';
import { partTitle, facesOf } from '@brelm/core/parts';
import { CATALOGUE, catalogueFace, faceWords, ownFace, ownFaceId } from '@brelm/core/type';
import type { Licence } from '@brelm/core/rights';
import type { FaceSample, TypefaceEntry } from '@brelm/contract';
import { DesignRow, FavouriteTypefaceRow, TypefaceRow } from '../database/entities';
import { FontError, facesWith, type OwnFont } from '@brelm/engine';
import { licenceIn } from '../materials/materials.service';
import { FilesService } from '../storage/files.service';
import { OPTIONS, type ShopOptions, placeOf } from '../options';
import { PoolService } from '../workers/pool.service';

@Injectable()
export class TypefacesService {
  constructor(
    @InjectRepository(TypefaceRow) private readonly rows: Repository<TypefaceRow>,
    @InjectRepository(DesignRow) private readonly designs: Repository<DesignRow>,
    @InjectRepository(FavouriteTypefaceRow) private readonly marked: Repository<FavouriteTypefaceRow>,
    private readonly files: FilesService,
    private readonly pool: PoolService,
    @Inject(OPTIONS) private readonly options: ShopOptions,
  ) {}

  async list(): Promise<TypefaceEntry[]> {
    // What ships needs no database: it is there while that is away.
    const [own, favourites] = await Promise.all([
      this.rows.find({ order: { name: 'ASC', id: 'ASC' } }),
      this.favourites(),
    ]).then(
      ([rows, ids]) => [rows, new Set(ids)] as const,
      () => [[], new Set<string>()] as const,
    );
    const shipped = CATALOGUE.map(({ id, name, group, licence }) => ({
      ...{ id, name, group, licence: { id: licence } },
      favourite: favourites.has(id),
      words: faceWords({ name, group }),
    }));
    return [
      ...own.map(({ id, name, facts, licence }) => ({
        ...{ id, name, group: 'own', licence: licenceIn(licence) ?? { id: 'unknown' } },
        favourite: favourites.has(id),
        words: faceWords({ name, group: 'own' }),
        facts: JSON.parse(facts) as OwnFont,
      })),
      ...shipped,
    ];
  }

  /** Brings a font file in: every font in it. The same file again is the same typefaces. */
  async bringIn(bytes: Buffer, fileName: string): Promise<TypefaceEntry[]> {
    const { fonts, unpacked } = await this.pool.font(bytes, fileName).catch((error: Error) => {
      if (!(error instanceof FontError)) throw error;
      throw new BadRequestException({
        message: `${fileName}: ${error.message}`,
        faults: [{ field: 'file', message: `${fileName}: ${error.message}` }],
      });
    });
    const sha256 = await this.files.keep(unpacked);
    const rows = fonts.map((font) => ({
      id: ownFaceId(sha256, font.index),
      name: nameOf(font, fileName),
      facts: JSON.stringify(font),
      createdAt: new Date(),
    }));
    await this.rows.upsert(rows, ['id']);
    const ids = new Set(rows.map((r) => r.id));
    return (await this.list()).filter((t) => ids.has(t.id));
  }

  /** Takes an own typeface away; refused while designs are set in it. */
  async remove(id: string): Promise<void> {
    const row = await this.rows.findOneBy({ id });
    if (!row) throw new NotFoundException(`There is no typeface ${id} of your own.`);
    // Its id is long enough that no document holds it but as a typeface's; one that only says whose it is uses it no more.
    const named = await this.designs.find({ select: { id: true }, where: { document: Like(`%"${id}"%`) } });
    for (const design of named) {
      const found = await this.designs.findOneBy({ id: design.id });
      const part = found && partWith(found.document, id);
      if (!part) continue;
      const { name } = found;
      throw new ConflictException(
        `${row.name} is used by “${partTitle(part)}” in “${name}”: choose another typeface there first.`,
      );
    }
    await this.rows.delete({ id });
  }

  async file(id: string): Promise<Uint8Array> {
    this.check(id);
    const bytes = await this.pool.face(id, placeOf(this.options));
    if (!bytes) throw new NotFoundException(`There is no typeface ${id}.`);
    return bytes;
  }

  /** Throws a NotFoundException for an id that can be none. */
  check(id: string): void {
    if (!catalogueFace(id) && !ownFace(id)) throw new NotFoundException(`There is no typeface ${id}.`);
  }

  /** The seller's words in a typeface; letters that it lacks are left out. */
  async sample(id: string, text: string): Promise<FaceSample> {
    this.check(id);
    const sample = await this.pool.sample(id, text, placeOf(this.options));
    if (!sample) throw new NotFoundException(`There is no typeface ${id}.`);
    return sample;
  }

  covering(characters: string): Promise<string[]> {
    return facesWith([...characters].slice(0, 40).join(''));
  }

  /** Keeps what the seller says of the rights of an own typeface, for all designs that it is used in from now on. */
  async sayLicence(id: string, licence: Licence): Promise<void> {
    if (!(await this.rows.existsBy({ id })))
      throw new NotFoundException(`There is no typeface ${id} of your own.`);
    await this.rows.update({ id }, { licence: JSON.stringify(licence) });
  }

  async favourites(): Promise<string[]> {
    return (await this.marked.find()).map((r) => r.id);
  }

  async setFavourite(id: string, favourite: boolean): Promise<void> {
    this.check(id);
    if (favourite) await this.marked.upsert({ id }, ['id']);
    else await this.marked.delete({ id });
  }
}

/** The first part of a stored document that is set in a typeface. */
const partWith = (document: string, face: string) =>
  storedDocument(JSON.parse(document))
    .sides.flatMap((s) => s.parts)
    .find((p) => usesFace(p, face));

const usesFace = (part: Design['parts'][number], id: string) =>
  part.kind === 'lettering' &&
  facesOf({ ...part, lines: part.lines.map((l) => ({ ...l, spans: l.spans ?? [] })) }).includes(id);

function nameOf({ family, style }: OwnFont, fileName: string): string {
  const name = family || fileName.replace(/\.[^.]+$/, '');
  return `${name}${style && !/^regular$/i.test(style) ? ` ${style}` : ''}`.slice(0, 200);
}
