import { expose, transfer } from 'comlink';
import { decode } from 'fast-png';
import type { Garment } from '@brelm/core/colour';
import { cutOutRoughly } from '@brelm/core/cutline';
import type { Design, Placement } from '@brelm/core/design';
import { paintSurface, type Drawing } from '@brelm/core/drawing';
import {
  arrangeMockup,
  composeMockup,
  gridOf,
  planMockup,
  type MapImage,
  type MockupWish,
  type PhotoFacts,
  type Scene,
  type SceneMaps,
  type SetWords,
  wordsDesign,
  wordsDrawing,
} from '@brelm/core/mockup';
import { artworkOn, placedDrawing, positionFor } from '@brelm/core/placement';
import type { RasterImage } from '@brelm/core/raster';
import { resolve } from '@brelm/core/resolve';
import type { Spec, SpecSide } from '@brelm/core/spec';
import { materials } from '../platform/materials';
import { picturesOf } from '../platform/pictures';
import { makeSurface } from '../platform/surfaces';
import { loaded, stopWaiting } from './loaded-design';
import { photoAt } from './photo-maps';
import { readAt } from '../platform/asked-again';
import { say } from '../words/workers';

/** Artwork as it is placed on a side of a product. */
export interface PlacedArtwork {
  design: Design;
  colourway: string | undefined;
  spec: Spec;
  side: SpecSide;
  placement: Placement;
  /** The garment colour whose own position it has. */
  apart: string | null;
}

/** A picture of a product that is wanted on the screen. */
export interface MockupRequest {
  artwork: PlacedArtwork;
  scene: Scene;
  garment: Garment | null;
  wish: Pick<MockupWish, 'size' | 'look' | 'ground' | 'crop' | 'width' | 'words'>;
  /** Several beside one another, instead of the artwork and the garment above. */
  tiles?: { artwork: PlacedArtwork; garment: Garment | null; label: string }[];
}

async function picture(scene: Scene, name: string | null, channels: 1 | 3): Promise<MapImage | null> {
  if (name === null) return null;
  const answer = await readAt(`scenes/${scene.id}/${name}`);
  if (!answer.ok) throw new Error(say('theScenesPictureCouldNot', { name, status: answer.status }));
  const bitmap = await createImageBitmap(await answer.blob(), { colorSpaceConversion: 'none' });
  const { width, height } = bitmap;
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!;
  context.drawImage(bitmap, 0, 0);
  bitmap.close();
  const { data } = context.getImageData(0, 0, width, height);
  const kept = new Uint8Array(width * height * channels);
  for (let i = 0, o = 0; i < data.length; i += 4) for (let c = 0; c < channels; c++) kept[o++] = data[i + c];
  return { width, height, channels, data: kept };
}

async function surfaceOf(scene: Scene): Promise<SceneMaps['surface']> {
  if (!scene.maps?.surface) return null;
  const answer = await readAt(`scenes/${scene.id}/${scene.maps.surface}`);
  if (!answer.ok) throw new Error(say('theScenesSurfaceCouldNot', { status: answer.status }));
  const { width, height, channels, data } = decode(await answer.arrayBuffer());
  return { width, height, channels, data: data as Uint16Array };
}

async function load(scene: Scene): Promise<SceneMaps> {
  const { maps } = scene;
  if (!maps) throw new RangeError(say('hasNoPictures', { name: scene.name }));
  const [light, cover, ground, gloss, back, surface] = await Promise.all([
    picture(scene, maps.light, 1),
    picture(scene, maps.cover, 3),
    picture(scene, maps.ground, 1),
    picture(scene, maps.gloss, 1),
    picture(scene, maps.back, 3),
    surfaceOf(scene),
  ]);
  return { light: light!, cover: cover!, ground, gloss, back, surface, photo: null };
}

const known = new Map<string, Promise<SceneMaps>>();
/** So many scenes are held, those that were looked at last: each has megabytes of light and cloth. */
const MOST_SCENES = 6;

/** A scene's pictures; one that could not be had is asked for again. */
function mapsOf(scene: Scene): Promise<SceneMaps> {
  const maps = known.get(scene.id) ?? load(scene);
  known.delete(scene.id);
  remember(known, scene.id, maps, MOST_SCENES);
  maps.catch(() => known.delete(scene.id));
  return maps;
}

/** What was drawn last: the same artwork is wanted in many scenes, and in several sizes. */
const drawings = new Map<string, Drawing>();
const prints = new Map<string, RasterImage>();
const [MOST_DRAWINGS, MOST_PRINTS] = [12, 24];

function remember<T>(map: Map<string, T>, key: string, value: T, most: number): T {
  map.set(key, value);
  if (map.size > most) map.delete(map.keys().next().value!);
  return value;
}

/** Numbers of designs, so that a key need not hold one. */
const numbers = new WeakMap<object, number>();
let last: { text: string; number: number } | null = null;
let count = 0;
function numberOf(design: Design): number {
  // A design comes anew with each message: told apart by what it says.
  let n = numbers.get(design);
  if (n === undefined) {
    const text = JSON.stringify(design);
    if (last?.text !== text) last = { text, number: ++count };
    numbers.set(design, (n = last.number));
  }
  return n;
}

async function drawn(key: string, artwork: PlacedArtwork): Promise<Drawing> {
  const found = drawings.get(key);
  if (found) return found;
  const { colourway, spec, side, placement, apart } = artwork;
  const design = artworkOn(artwork.design, spec.id, side.id);
  await loaded(design);
  const flat = resolve(design, colourway, materials);
  const placed = placedDrawing(flat, design.board, side, positionFor(placement, apart), placement);
  const drawing =
    design.cutLine && spec.sticker
      ? cutOutRoughly(placed, design.cutLine, picturesOf(design), makeSurface)
      : placed;
  return remember(drawings, key, drawing, MOST_DRAWINGS);
}

async function printed(artwork: PlacedArtwork, wanted: number): Promise<RasterImage> {
  const { colourway, spec, side, placement, apart } = artwork;
  const key = JSON.stringify([numberOf(artwork.design), colourway, spec.id, side, placement, apart]);
  // Sizes are halvings: one print serves pictures of about the same size.
  const scale = Math.min(1, 2 ** Math.ceil(Math.log2(wanted)));
  const own = `${scale} ${key}`;
  const found = prints.get(own);
  if (found) return found;
  const drawing = await drawn(key, artwork);
  const design = artworkOn(artwork.design, spec.id, side.id);
  const { context, width, height } = paintSurface(drawing, scale, picturesOf(design), makeSurface);
  const { data } = context.getImageData(0, 0, width, height);
  return remember(prints, own, { width, height, data }, MOST_PRINTS);
}

/** Words painted by the typefaces of this browser. */
const setWords: SetWords = async (box) => {
  await loaded(wordsDesign(box));
  const drawing = wordsDrawing(box, materials);
  if (!drawing) return null;
  const { context, width, height } = paintSurface(drawing, 1, () => null, makeSurface);
  return { width, height, data: context.getImageData(0, 0, width, height).data };
};

const worker = {
  stop: stopWaiting,
  /** A picture of the product. Throws a RangeError where the scene does not show that side. */
  async compose({ artwork, scene: asked, garment, wish, tiles }: MockupRequest): Promise<ImageBitmap> {
    const { scene, maps } = asked.photo
      ? await photoAt(asked, wish.width)
      : { scene: asked, maps: await mapsOf(asked) };
    const parts = tiles?.length ? tiles : [{ artwork, garment, label: '' }];
    const whole = planMockup(scene, maps, artwork.side, wish);
    const labelled = parts.some((p) => p.label !== '');
    const grid = gridOf(parts.length, wish.width, whole.ratio, labelled);
    const { width } = grid.tile;
    const { scale, optionsFor } =
      width === wish.width ? whole : planMockup(scene, maps, artwork.side, { ...wish, width });
    const pictures: { image: RasterImage; label: string }[] = [];
    for (const part of parts) {
      const print = await printed(part.artwork, scale);
      pictures.push({
        image: composeMockup(scene, maps, optionsFor(print, part.garment)),
        label: part.label,
      });
    }
    const made = await arrangeMockup(pictures, grid, wish, setWords);
    const bitmap = await createImageBitmap(
      new ImageData(new Uint8ClampedArray(made.data), made.width, made.height),
    );
    return transfer(bitmap, [bitmap]);
  },
  /** What is measured in a photo that is set up as a scene. */
  facts: async (scene: Scene): Promise<PhotoFacts> => (await photoAt(scene, Infinity)).maps.photo!,
};
export type MockupWorker = typeof worker;

expose(worker);
