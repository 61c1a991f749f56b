import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import sharp from 'sharp';
import { In, Repository } from 'typeorm';
import { likenessOf, lookOf, type Look } from '@brelm/core/raster';
import { DesignPreviewRow } from '../database/entities';
import { DesignsService } from './designs.service';
import { PreviewsService } from './previews.service';

/** Likeness from which two designs may be the same thing: colourways of one and moved copies are over it, others that share a figure under it. */
const LEAST = 0.9;
/** So many are told, the likest first. */
const MOST = 3;
/** Pictures that are fetched at a time. */
const AT_ONCE = 50;

export interface AlikeDesign {
  id: string;
  name: string;
  /** 0 to 1. */
  likeness: number;
}

/** Designs of a shop that look like one another, by the small pictures that the shelf shows. */
@Injectable()
export class AlikeService {
  /** Of each design the look of its picture; worked out again when the picture is another. */
  private readonly looks = new Map<string, { madeOf: string; look: Look | null }>();

  constructor(
    @InjectRepository(DesignPreviewRow) private readonly previews: Repository<DesignPreviewRow>,
    private readonly designs: DesignsService,
    private readonly made: PreviewsService,
  ) {}

  /** Those that are much like a design, of those that are not put away and have a picture; none for one without ink. */
  async to(id: string): Promise<AlikeDesign[]> {
    await this.made.of(id);
    await this.lookAtAll();
    const own = this.looks.get(id)?.look;
    if (!own) return [];
    return (await this.designs.titles())
      .flatMap((other): AlikeDesign[] => {
        const look = other.id === id ? null : this.looks.get(other.id)?.look;
        const likeness = look ? likenessOf(own, look) : 0;
        return likeness < LEAST ? [] : [{ ...other, likeness }];
      })
      .sort((a, b) => b.likeness - a.likeness)
      .slice(0, MOST);
  }

  private async lookAtAll(): Promise<void> {
    const states = await this.previews.find({ select: { designId: true, madeOf: true } });
    const there = new Set(states.map((s) => s.designId));
    for (const id of this.looks.keys()) if (!there.has(id)) this.looks.delete(id);
    const fresh = states.filter((s) => this.looks.get(s.designId)?.madeOf !== s.madeOf);
    for (let at = 0; at < fresh.length; at += AT_ONCE) {
      const ids = fresh.slice(at, at + AT_ONCE).map((s) => s.designId);
      for (const { designId, madeOf, picture } of await this.previews.findBy({ designId: In(ids) })) {
        const { data, info } = await sharp(picture).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
        this.looks.set(designId, { madeOf, look: lookOf({ ...info, data: new Uint8ClampedArray(data) }) });
      }
    }
  }
}
