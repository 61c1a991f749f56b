import { randomUUID } from 'node:crypto';
import { ConflictException, Injectable, NotFoundException } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { Repository } from 'typeorm';
import { DocumentError } from '@brelm/core/fields';
import { PHOTO_SIDE, readScene, type Scene } from '@brelm/core/mockup';
import type { StoredScene } from '@brelm/contract';
import { withMoments } from '../http/answers';
import { MaterialRow, SceneRow } from '../database/entities';
import { sceneOf, shippedScenes } from '@brelm/engine';
import { MaterialsService } from '../materials/materials.service';
import { FilesService } from '../storage/files.service';
import { PoolService } from '../workers/pool.service';
import { parsedJson } from '../workers/reading';

/** A scene of a photo is no longer than its strokes, characters. */
const MOST_TEXT = 2_000_000;
/** How far the proportions of a scene may be off those of its photo. */
const OFF = 0.01;

const storedOf = ({ id, revision, updatedAt, document }: SceneRow): StoredScene => ({
  ...withMoments({ id, revision, updatedAt }),
  document: readScene(JSON.parse(document)),
});

const filesOf = ({ files }: SceneRow): Record<string, string> =>
  files ? (JSON.parse(files) as Record<string, string>) : {};

const fault = (field: string, message: string) => new DocumentError([{ field, message }]);

/** The scenes that ship, and those of the seller's own photos. */
@Injectable()
export class ScenesService {
  constructor(
    @InjectRepository(SceneRow) private readonly rows: Repository<SceneRow>,
    @InjectRepository(MaterialRow) private readonly materials: Repository<MaterialRow>,
    private readonly pictures: MaterialsService,
    private readonly files: FilesService,
    private readonly pool: PoolService,
  ) {}

  /** Those that ship, then own ones, the newest first. */
  async all(): Promise<Scene[]> {
    const own = await this.rows.find({ order: { createdAt: 'DESC', id: 'ASC' } });
    return [...shippedScenes(), ...own.map((row) => storedOf(row).document)];
  }

  async find(id: string): Promise<Scene | undefined> {
    const shipped = sceneOf(id);
    if (shipped) return shipped;
    const row = await this.rows.findOneBy({ id });
    return row ? storedOf(row).document : undefined;
  }

  async get(id: string): Promise<StoredScene> {
    return storedOf(await this.row(id));
  }

  /** Throws a DocumentError for what is no scene of a photo. */
  async create(text: string): Promise<StoredScene> {
    const id = `own-${randomUUID()}`;
    const scene = await this.read(text, id);
    const now = new Date();
    const row: SceneRow = {
      ...{ id, revision: 1, document: JSON.stringify(scene), createdAt: now, updatedAt: now, files: null },
    };
    await this.rows.insert(row);
    return storedOf(row);
  }

  /** Brings a scene in that was given out as a file. Throws an UploadError; nothing is kept then. */
  async bringIn(bytes: Buffer, name: string, signal: AbortSignal): Promise<StoredScene> {
    const { scene, files } = await this.pool.scene(bytes, name, signal);
    if (scene.photo) {
      await this.pictures.bringIn(Buffer.from(files[0].bytes), `${scene.name}.jpg`, signal);
      return this.create(JSON.stringify(scene));
    }
    const kept: Record<string, string> = {};
    for (const file of files) kept[file.name] = await this.files.keep(file.bytes);
    const now = new Date();
    const id = `own-${randomUUID()}`;
    const row: SceneRow = {
      ...{ id, revision: 1, createdAt: now, updatedAt: now, files: JSON.stringify(kept) },
      document: JSON.stringify({ ...scene, id }),
    };
    await this.rows.insert(row);
    return storedOf(row);
  }

  /** A scene of one's own as a file: its document and its pictures, by the names that it gives them. */
  async giveOut(id: string): Promise<{ name: string; files: { path: string; as: string }[]; text: string }> {
    const row = await this.row(id);
    const { document } = storedOf(row);
    const named = document.photo ? { 'photo.jpg': document.photo.picture } : filesOf(row);
    const files: { path: string; as: string }[] = [];
    for (const [as, sha256] of Object.entries(named)) files.push({ as, path: await this.files.at(sha256) });
    return { name: document.name, text: JSON.stringify(document, null, 1), files };
  }

  /** SHA-256 of the pictures of a scene of one's own by their names; none for others. */
  async picturesOf(id: string): Promise<Record<string, string>> {
    const row = await this.rows.findOneBy({ id });
    return row ? filesOf(row) : {};
  }

  /** Replaces a scene if it is still at the revision that the save is based on: 409 with what it is now otherwise. */
  async save(id: string, revision: number, text: string): Promise<StoredScene> {
    const document = await this.read(text, id);
    const updatedAt = new Date();
    const { affected } = await this.rows
      .createQueryBuilder()
      .update()
      .set({ document: JSON.stringify(document), revision: () => 'revision + 1', updatedAt })
      .where({ id, revision })
      .execute();
    if (affected) return { ...withMoments({ id, revision: revision + 1, updatedAt }), document };
    const current = storedOf(await this.row(id));
    throw new ConflictException({
      message: `This scene was changed elsewhere since revision ${revision}.`,
      current,
    });
  }

  /** Deletes a scene; its photo stays among the pictures, and what was made with it stays made. */
  async remove(id: string): Promise<void> {
    const { affected } = await this.rows.delete({ id });
    if (!affected) await this.row(id);
  }

  /** Reads a scene of a photo that is there. Throws a DocumentError by field. */
  private async read(text: string, id: string): Promise<Scene> {
    if (text.length > MOST_TEXT)
      throw fault('', `is too long for a scene: at most ${MOST_TEXT} characters are read`);
    const given = parsedJson(text);
    // Its id is the server's to give.
    const scene = readScene(typeof given === 'object' && given !== null ? { ...given, id } : given);
    const { photo, width, height } = scene;
    if (!photo) throw fault('photo', 'must be given: scenes of other kinds come with the application');
    const picture = await this.materials.findOneBy({ sha256: photo.picture, kind: 'picture' });
    if (!picture) throw fault('photo.picture', 'is no picture that is here: bring it in first');
    if (Math.max(width, height) > PHOTO_SIDE)
      throw fault('width', `and height must be at most ${PHOTO_SIDE} px: a photo is made so small first`);
    if (Math.abs((width * picture.height) / (height * picture.width) - 1) > OFF)
      throw fault('height', `does not fit its photo of ${picture.width} × ${picture.height} px`);
    return scene;
  }

  private async row(id: string): Promise<SceneRow> {
    const row = await this.rows.findOneBy({ id });
    if (!row) throw new NotFoundException(`There is no scene ${id} of your own.`);
    return row;
  }
}
