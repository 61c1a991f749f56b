import { BadRequestException, ConflictException, Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { Repository } from 'typeorm';
import { partTitle, type Design } from '@brelm/core/design';
import { facesOf } from '@brelm/core/drawing';
import { boxWidth, pathBounds, toSvgPath } from '@brelm/core/geometry';
import { CATALOGUE, faceWords, plainWords, type Typeface } from '@brelm/core/type';
import { DesignRow, SettingRow, TypefaceRow } from '../database/entities';
import {
  FontError,
  facesWith,
  inspectFont,
  loadTypeface,
  ownFaceId,
  typefaceBytes,
  unpackFont,
  type OwnFont,
} from '../engine';
import { FilesService } from '../files.service';

/** A typeface as the interface lists it. */
export interface TypefaceEntry {
  id: string;
  name: string;
  group: string;
  /** SPDX id; `unknown` for an own one, whose `facts` have what its file says. */
  licence: string;
  favourite: boolean;
  /** What a search looks through. */
  words: string;
  facts?: OwnFont;
}

/** Words set in a typeface, as one outline: em of 100, baseline at y = 0. */
export interface Sample {
  path: string;
  width: number;
  top: number;
  bottom: number;
}

const SAMPLE_SIZE = 100;
const MOST_SAMPLE = 60;

@Injectable()
export class TypefacesService {
  constructor(
    @InjectRepository(TypefaceRow) private readonly rows: Repository<TypefaceRow>,
    @InjectRepository(DesignRow) private readonly designs: Repository<DesignRow>,
    @InjectRepository(SettingRow) private readonly settings: Repository<SettingRow>,
    private readonly files: FilesService,
  ) {}

  private readonly ownBytes = (sha256: string) => this.files.read(sha256);

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
      ...{ id, name, group, licence },
      favourite: favourites.has(id),
      words: faceWords({ name, group }),
    }));
    return [
      ...own.map(({ id, name, facts }) => ({
        ...{ id, name, group: 'own', licence: 'unknown' },
        favourite: favourites.has(id),
        words: faceWords({ name, group: 'own' }),
        facts: JSON.parse(facts) as OwnFont,
      })),
      ...shipped,
    ];
  }

  /** Brings a font file in: every font in it. The same file again is the same typefaces. */
  async bringIn(bytes: Buffer, fileName: string): Promise<TypefaceEntry[]> {
    let fonts: OwnFont[];
    let unpacked: Uint8Array;
    try {
      unpacked = await unpackFont(bytes);
      fonts = await inspectFont(unpacked);
    } catch (error) {
      if (!(error instanceof FontError)) throw error;
      throw new BadRequestException({
        message: `${fileName}: ${error.message}`,
        faults: [{ field: 'file', message: `${fileName}: ${error.message}` }],
      });
    }
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
    for (const { name, document } of await this.designs.find({ select: { name: true, document: true } })) {
      const part = (JSON.parse(document) as Design).parts.find(
        (p) => p.kind === 'lettering' && usesFace(p, id),
      );
      if (part)
        throw new ConflictException(
          `${row.name} is used by “${partTitle(part)}” in “${name}”: choose another typeface there first.`,
        );
    }
    await this.rows.delete({ id });
  }

  async file(id: string): Promise<Uint8Array> {
    const bytes = await typefaceBytes(id, this.ownBytes).catch(() => undefined);
    if (!bytes) throw new NotFoundException(`There is no typeface ${id}.`);
    return bytes;
  }

  async face(id: string): Promise<Typeface> {
    const face = await loadTypeface(id, this.ownBytes).catch(() => undefined);
    if (!face) throw new NotFoundException(`There is no typeface ${id}.`);
    return face;
  }

  /** The seller's words in a typeface; letters that it lacks are left out. */
  async sample(id: string, text: string): Promise<Sample> {
    const face = await this.face(id);
    const letters = [...text].slice(0, MOST_SAMPLE);
    const has = letters.filter((c) => c.trim() === '' || face.has(c)).join('');
    const words = has.trim() ? has : sampleOf(face);
    const { path, width } = plainWords(words, face, SAMPLE_SIZE);
    const box = pathBounds(path);
    if (!path.length) return { path: '', width: 0, top: 0, bottom: 0 };
    // A hundredth of a unit is enough for a list, and halves what is sent.
    return {
      path: toSvgPath(path.map((n) => Math.round(n * 10) / 10)),
      width: Math.max(width, boxWidth(box)),
      top: box.top,
      bottom: box.bottom,
    };
  }

  covering(characters: string): Promise<string[]> {
    return facesWith([...characters].slice(0, 40).join(''));
  }

  async favourites(): Promise<string[]> {
    const row = await this.settings.findOneBy({ name: 'favourite-typefaces' });
    return row ? (JSON.parse(row.value) as string[]) : [];
  }

  async setFavourite(id: string, favourite: boolean): Promise<void> {
    const others = (await this.favourites()).filter((f) => f !== id);
    const value = JSON.stringify(favourite ? [...others, id] : others);
    await this.settings.save({ name: 'favourite-typefaces', value });
  }
}

const usesFace = (part: Design['parts'][number], id: string) =>
  part.kind === 'lettering' &&
  facesOf({ ...part, lines: part.lines.map((l) => ({ ...l, spans: l.spans ?? [] })) }).includes(id);

function nameOf({ family, style }: OwnFont, fileName: string): string {
  const name = family || fileName.replace(/\.[^.]+$/, '');
  return `${name}${style && !/^regular$/i.test(style) ? ` ${style}` : ''}`.slice(0, 200);
}

/** Something to show of a typeface that has none of the seller's letters: figures of its own. */
const sampleOf = (face: Typeface): string =>
  ['★', '🦉', '🌙', '🍄', '✂', '❤', '☀', '✿'].filter(face.has).slice(0, 5).join('') || 'Aa';
