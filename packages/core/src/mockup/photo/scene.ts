import { hypot } from '../../geometry';
import { SCENE_FORMAT, SCENE_VERSION, type Scene } from '../types';
import type { Spec, SpecSide } from '../../spec';
import { netOf } from './lie';
import type { PhotoSetup } from './types';

/** Longest side of a photo as a scene, px: what is larger is made so small first. */
export const PHOTO_SIDE = 2400;

/** A photo as a scene to begin with: the print area of a side of a product lies in its middle, flat. */
export function photoScene(
  {
    id,
    name,
    picture,
    width,
    height,
  }: { id: string; name: string; picture: string; width: number; height: number },
  spec: Pick<Spec, 'kind' | 'blank'>,
  side: Pick<SpecSide, 'id' | 'widthIn' | 'heightIn' | 'collarIn'>,
): Scene {
  const k = Math.min(1, PHOTO_SIDE / Math.max(width, height));
  const [w, h] = [Math.max(16, Math.round(width * k)), Math.max(16, Math.round(height * k))];
  // About a third of the picture across, or down where the area is tall.
  const share = Math.min(0.36 * w, (0.5 * h * side.widthIn) / side.heightIn);
  const [x, y] = [share / 2 / w, (share * side.heightIn) / side.widthIn / 2 / h];
  const corners = [
    [0.5 - x, 0.5 - y],
    [0.5 + x, 0.5 - y],
    [0.5 + x, 0.5 + y],
    [0.5 - x, 0.5 + y],
  ] as const;
  const scene: Scene = {
    ...{ format: SCENE_FORMAT, version: SCENE_VERSION, id, name, position: 500, licence: 'own photo' },
    products: { kinds: [spec.kind], blanks: [spec.blank] },
    ...{ cloth: 'none', dyed: false, sizes: null },
    fields: [fieldFor(side)],
    ...{ width: w, height: h, brightest: 1, maps: null, seenIn: 1, photo: null },
  };
  return withPhoto(scene, {
    ...{ picture, net: netOf(corners), widthIn: side.widthIn, heightIn: side.heightIn },
    ...{ round: 0, sag: 0, cloth: [], folds: 1, shift: 1, soft: null, grain: 1, tones: 1 },
  });
}

/** A scene with its photo set up otherwise; how much is seen of the blank follows from it. */
export function withPhoto(scene: Scene, photo: PhotoSetup): Scene {
  const { points, columns, rows } = photo.net;
  const from = points.slice(0, columns);
  const to = points.slice((rows - 1) * columns);
  const mean = (list: readonly (readonly [number, number])[], k: 0 | 1) =>
    list.reduce((sum, p) => sum + p[k], 0) / list.length;
  const tall = hypot(mean(to, 0) - mean(from, 0), mean(to, 1) - mean(from, 1));
  return { ...scene, photo, seenIn: Math.max(0.5, Math.min(1000, photo.heightIn / Math.max(0.01, tall))) };
}

/** Where a side lies on what is marked in a photo: with the upper edge of its area on that of the rectangle. */
const fieldFor = (side: Pick<SpecSide, 'id' | 'collarIn'>): Scene['fields'][number] => ({
  ...{ by: 'surface', surface: 1, anchor: 'top', side: null },
  at: [0, -(side.collarIn ?? 0)],
});
