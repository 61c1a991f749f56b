import { createHash } from 'node:crypto';
import { basename } from 'node:path';
import sharp from 'sharp';
import { DocumentError } from '@brelm/core/fields';
import { readScene, type MapNames, type Scene } from '@brelm/core/mockup';
import { UploadError } from '../pictures/inspect-upload';
import { MAX_PIXELS } from '../pictures/pictures';
import { unzipped } from './unzip';

/** A scene that came in as a file, with the pictures that it names; a photo's is called `photo`. */
export interface GivenScene {
  scene: Scene;
  files: { name: string; bytes: Uint8Array }[];
}

/** Largest file of a scene that is taken, bytes. */
export const MOST_SCENE_BYTES = 60 * 1024 * 1024;
/** Longest side of a scene that comes in, px. */
const MOST_SIDE = 4000;
const LIMITS = { entries: 40, entryBytes: 50 * 1024 * 1024, bytes: 120 * 1024 * 1024 };

/** Channels that a map has at the least. */
const CHANNELS: Record<keyof MapNames, number> = {
  light: 1,
  cover: 3,
  ground: 1,
  gloss: 1,
  back: 3,
  surface: 3,
};

const refuse = (why: string): never => {
  throw new UploadError(`This scene cannot be brought in: ${why}`);
};

/** Looks at a map: whether it is a picture of the size and depth that a scene's is. */
async function checkMap(scene: Scene, map: keyof MapNames, name: string, bytes: Buffer): Promise<void> {
  const { format, width, height, channels, depth, pages } = await sharp(bytes, {
    limitInputPixels: MAX_PIXELS,
    failOn: 'warning',
  })
    .metadata()
    .catch(() => refuse(`${name} is no picture, or is damaged.`));
  if ((format !== 'png' && format !== 'webp') || (pages ?? 1) > 1)
    refuse(`${name} must be one PNG or WebP picture.`);
  if (!name.endsWith(`.${format}`)) refuse(`${name} is a ${format.toUpperCase()}: call it .${format}.`);
  if (channels < CHANNELS[map]) refuse(`${name} has ${channels} channels: ${CHANNELS[map]} are needed.`);
  if (map === 'surface') {
    if (format !== 'png' || depth !== 'ushort') refuse(`${name} must be a PNG of 16 bits.`);
  } else if (width !== scene.width || height !== scene.height)
    refuse(`${name} is ${width} × ${height} px, and the scene ${scene.width} × ${scene.height}.`);
  // All of it is there.
  await sharp(bytes, { limitInputPixels: MAX_PIXELS, failOn: 'warning' })
    .stats()
    .catch(() => refuse(`${name} is damaged or cut off.`));
}

/**
 * Reads a scene from a ZIP with `scene.json` and the pictures that it names, in one folder or none. Throws an UploadError
 * for what is none, with the reason in words.
 */
export async function readSceneArchive(bytes: Buffer): Promise<GivenScene> {
  const files = await unzipped(bytes, LIMITS, refuse);
  const document = files.filter((f) => basename(f.path) === 'scene.json');
  if (document.length !== 1)
    refuse(`${document.length ? 'several are' : 'none is'} in it: one file called scene.json is needed.`);
  const folder = document[0].path.slice(0, -'scene.json'.length);
  const found = (name: string): Buffer =>
    files.find((f) => f.path === folder + name)?.data ?? refuse(`${name} is named, and is not in it.`);
  const scene = (() => {
    try {
      return readScene(JSON.parse(document[0].data.toString('utf8')));
    } catch (error) {
      if (error instanceof DocumentError)
        return refuse(error.faults.map((f) => `scene.json, ${f.field}: ${f.message}`).join('; '));
      return refuse('scene.json is no JSON.');
    }
  })();
  if (Math.max(scene.width, scene.height) > MOST_SIDE)
    refuse(`it is ${scene.width} × ${scene.height} px: at most ${MOST_SIDE} px a side are taken.`);
  if (scene.photo) {
    const photo =
      files.find((f) => f.path.startsWith(`${folder}photo.`))?.data ?? refuse('its photo is not in it.');
    if (createHash('sha256').update(photo).digest('hex') !== scene.photo.picture)
      refuse('its photo is not the one that scene.json means (photo.picture is another SHA-256).');
    return { scene, files: [{ name: 'photo', bytes: photo }] };
  }
  const given: GivenScene['files'] = [];
  for (const [map, name] of Object.entries(scene.maps!) as [keyof MapNames, string | null][]) {
    if (name === null || given.some((g) => g.name === name)) continue;
    const data = found(name);
    await checkMap(scene, map, name, data);
    given.push({ name, bytes: data });
  }
  return { scene, files: given };
}
