import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import {
  photoBase,
  photoMaps,
  readScene,
  type MapImage,
  type Scene,
  type SceneMaps,
} from '@brelm/core/mockup';
import { DEMO_FOLDER, readJsonFile } from './library';
import { decodePicture } from '../pictures/pictures';

/** Where the scenes that ship lie, a folder each. */
export const SCENES_FOLDER = join(DEMO_FOLDER, 'scenes');

let shipped: Scene[] | null = null;

/** The scenes that ship with the application, in the order in which they are offered. */
export function shippedScenes(): Scene[] {
  shipped ??= readdirSync(SCENES_FOLDER)
    .filter((name) => existsSync(join(SCENES_FOLDER, name, 'scene.json')))
    .map((name) => readScene(readJsonFile(join(SCENES_FOLDER, name, 'scene.json'))))
    .sort((a, b) => a.position - b.position || (a.id < b.id ? -1 : 1));
  return shipped;
}

/** A scene that ships; undefined where there is none of that id. */
export const sceneOf = (id: string): Scene | undefined => shippedScenes().find((s) => s.id === id);

/** The pictures of a photo as a scene, worked out of its file. */
export async function photoSceneMaps(scene: Scene, bytes: Buffer): Promise<SceneMaps> {
  const image = await decodePicture(bytes, Math.max(scene.width, scene.height));
  return photoMaps(scene, photoBase(image));
}

const shippedAt = (scene: Scene) => (name: string) => join(SCENES_FOLDER, scene.id, name);

/**
 * The pictures of a scene, decoded; `at` says where each lies, those that ship where it is left out. Throws a RangeError for
 * one that has none of its own.
 */
export async function sceneMaps(scene: Scene, at = shippedAt(scene)): Promise<SceneMaps> {
  const { maps } = scene;
  if (!maps) throw new RangeError(`${scene.name} is a photo: it has no maps of its own`);
  const picture = async (name: string | null, channels: 1 | 3): Promise<MapImage | null> => {
    if (name === null) return null;
    const image = sharp(at(name)).removeAlpha();
    const { data, info } = await (channels === 1 ? image.extractChannel(0) : image.toColourspace('srgb'))
      .raw()
      .toBuffer({ resolveWithObject: true });
    if (info.width !== scene.width || info.height !== scene.height)
      throw new Error(`${scene.id}: ${name} is not ${scene.width} × ${scene.height} px`);
    return { width: info.width, height: info.height, channels: info.channels, data };
  };
  const [light, cover, ground, gloss, back] = await Promise.all([
    picture(maps.light, 1),
    picture(maps.cover, 3),
    picture(maps.ground, 1),
    picture(maps.gloss, 1),
    picture(maps.back, 3),
  ]);
  let surface: SceneMaps['surface'] = null;
  if (maps.surface !== null) {
    const image = sharp(at(maps.surface));
    const { depth, channels } = await image.metadata();
    if (depth !== 'ushort' || channels !== 3)
      throw new Error(`${scene.id}: ${maps.surface} is no PNG of 16 bits in three channels`);
    const { data, info } = await image
      .toColourspace('rgb16')
      .raw({ depth: 'ushort' })
      .toBuffer({ resolveWithObject: true });
    const values = new Uint16Array(data.buffer.slice(data.byteOffset, data.byteOffset + data.length));
    surface = { width: info.width, height: info.height, channels: info.channels, data: values };
  }
  return { light: light!, cover: cover!, ground, gloss, back, surface, photo: null };
}
