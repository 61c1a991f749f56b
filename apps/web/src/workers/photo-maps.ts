import {
  photoBase,
  photoCover,
  photoMaps,
  type PhotoBase,
  type Scene,
  type SceneMaps,
} from '@brelm/core/mockup';
import { reducedImage } from '@brelm/core/raster';
import { previewPixels } from '../platform/preview';

/** Widths that a photo is worked out at for the screen, px: for pictures no wider than the first number. */
const WORKED: readonly (readonly [shown: number, width: number])[] = [
  [240, 360],
  [Infinity, 1100],
];
/** Photos and what was worked out of them that are kept; one that is set up changes with every step. */
const MOST = 8;

const photos = new Map<string, Promise<PhotoBase>>();
const covers = new Map<string, Uint8Array>();
const known = new Map<string, { scene: Scene; maps: SceneMaps }>();

/** Keeps a value, and forgets the one that was asked for least lately where there are too many. */
function keep<T>(map: Map<string, T>, key: string, make: () => T): T {
  const value = map.get(key) ?? make();
  map.delete(key);
  map.set(key, value);
  if (map.size > MOST) map.delete(map.keys().next().value!);
  return value;
}

async function photo(sha256: string, width: number): Promise<PhotoBase> {
  const whole = await previewPixels(sha256);
  return photoBase(width < whole.width ? reducedImage(whole, width / whole.width) : whole);
}

/** A photo as a scene of the size that it is worked out at for a picture of so many px, and its maps. */
export async function photoAt(scene: Scene, shown: number): Promise<{ scene: Scene; maps: SceneMaps }> {
  const setup = scene.photo!;
  const wanted = WORKED.find(([most]) => shown <= most)![1];
  const at = `${setup.picture} ${wanted}`;
  const base = await keep(photos, at, () => photo(setup.picture, wanted)).catch((error: Error) => {
    // One that could not be had is asked for again.
    photos.delete(at);
    throw error;
  });
  const { image } = base;
  const { width, height } = image;
  const { cloth, net } = setup;
  // What is cut out hangs on the strokes; where none says what the blank is, on the middle of the net.
  const by = cloth.some((s) => s.does === 'paint') ? cloth : [cloth, net];
  return keep(known, `${at} ${JSON.stringify(scene)}`, () => {
    const cover = keep(covers, `${at} ${JSON.stringify(by)}`, () =>
      photoCover(image, setup, width / scene.width),
    );
    return { scene: { ...scene, width, height }, maps: photoMaps(scene, base, cover) };
  });
}
