import { Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import sharp from 'sharp';
import { In, IsNull, Repository } from 'typeorm';
import { likenessOf, lookFrom, lookOf, packedLook, type Look } from '@brelm/core/raster';
import type { AlikeDesign } from '@brelm/contract';
import { DesignApartRow, DesignPreviewRow } from '../database/entities';
import { DesignsService } from './designs.service';
import { PreviewsService } from './previews.service';

/** Likeness from which two designs may be the same thing: colourways of one and moved copies are over it, others that share a figure under it. */
const LEAST = 0.9;
/** So many are told, the likest first. */
const MOST = 3;
/** Pictures that are fetched at a time. */
const AT_ONCE = 50;

/** Designs of a shop that look like one another, by the small pictures that the shelf shows. */
@Injectable()
export class AlikeService {
  /** Of each design the look of its picture; read again when the picture is another. */
  private readonly looks = new Map<string, { madeOf: string; look: Look | null }>();

  constructor(
    @InjectRepository(DesignPreviewRow) private readonly previews: Repository<DesignPreviewRow>,
    @InjectRepository(DesignApartRow) private readonly apart: Repository<DesignApartRow>,
    private readonly designs: DesignsService,
    private readonly made: PreviewsService,
  ) {}

  /**
   * Those that are much like a design, of those that are not put away, have a picture and were not told apart from it; none
   * for one without ink.
   */
  async to(id: string): Promise<AlikeDesign[]> {
    await this.made.of(id);
    return (await this.toEach([id]))[id] ?? [];
  }

  /** The same of several, by their ids, as far as their pictures are made; those that are like none are left out. */
  async toEach(ids: readonly string[]): Promise<Record<string, AlikeDesign[]>> {
    await this.lookAtAll();
    const pairs = await this.apart.find({ where: [{ first: In(ids) }, { second: In(ids) }] });
    const told = new Set(pairs.flatMap(({ first, second }) => [`${first} ${second}`, `${second} ${first}`]));
    const others = (await this.designs.titles()).flatMap((other) => {
      const look = this.looks.get(other.id)?.look;
      return look ? [{ ...other, look }] : [];
    });
    const found: Record<string, AlikeDesign[]> = {};
    for (const id of ids) {
      const own = this.looks.get(id)?.look;
      if (!own) continue;
      const alike = others
        .flatMap(({ look, ...other }): AlikeDesign[] => {
          if (other.id === id || told.has(`${id} ${other.id}`)) return [];
          const likeness = likenessOf(own, look);
          return likeness < LEAST ? [] : [{ ...other, likeness }];
        })
        .sort((a, b) => b.likeness - a.likeness)
        .slice(0, MOST);
      if (alike.length) found[id] = alike;
    }
    return found;
  }

  /** Remembers that two designs are not the same thing, however alike they look; or forgets it. 404 where one is not there. */
  async tell(id: string, other: string, apart: boolean): Promise<void> {
    await this.designs.entry(id);
    await this.designs.entry(other);
    if (id === other) throw new NotFoundException('A design is not told apart from itself.');
    const [first, second] = [id, other].sort();
    if (apart) await this.apart.upsert({ first, second }, ['first', 'second']);
    else await this.apart.delete({ first, second });
  }

  private async lookAtAll(): Promise<void> {
    const states = await this.previews
      .createQueryBuilder('p')
      .select(['p.design_id AS id', 'p.made_of AS madeOf'])
      .getRawMany<{ id: string; madeOf: string }>();
    const there = new Set(states.map((s) => s.id));
    for (const id of this.looks.keys()) if (!there.has(id)) this.looks.delete(id);
    const fresh = states.filter((s) => this.looks.get(s.id)?.madeOf !== s.madeOf);
    // Looks are kept with the pictures from when these are made; pictures of before are looked at once.
    for (let at = 0; at < fresh.length; at += 20 * AT_ONCE) {
      const ids = fresh.slice(at, at + 20 * AT_ONCE).map((s) => s.id);
      const rows = await this.previews.find({
        select: { designId: true, madeOf: true, look: true },
        where: { designId: In(ids) },
      });
      for (const { designId, madeOf, look } of rows)
        if (look) this.looks.set(designId, { madeOf, look: lookFrom(look) });
    }
    const unseen = fresh.filter((s) => this.looks.get(s.id)?.madeOf !== s.madeOf);
    for (let at = 0; at < unseen.length; at += AT_ONCE) {
      const ids = unseen.slice(at, at + AT_ONCE).map((s) => s.id);
      for (const { designId, madeOf, picture } of await this.previews.findBy({ designId: In(ids) })) {
        const look = await lookOfPicture(picture);
        this.looks.set(designId, { madeOf, look });
        await this.previews.update(
          { designId, madeOf, look: IsNull() },
          { look: Buffer.from(packedLook(look)) },
        );
      }
    }
  }
}

/** The look of a small picture; null where it has no ink. */
async function lookOfPicture(picture: Buffer): Promise<Look | null> {
  const { data, info } = await sharp(picture).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return lookOf({ ...info, data: new Uint8ClampedArray(data) });
}
