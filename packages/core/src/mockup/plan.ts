import type { Garment } from '../colour';
import type { RasterImage } from '../raster';
import type { SpecSide } from '../spec';
import { pxPerInch, viewOf, type MockupOptions } from './compose';
import { fieldsFor, sizeRatio } from './fits';
import { onPatch } from './patch';
import { printLook } from './print-looks';
import type { Scene, SceneMaps } from './types';
import { windowOf, type MockupWish } from './wish';

/** px of the print for a px of the picture: a little more than one, so that nothing is seen twice as soft. */
const FINER = 1.25;

/** What a wished picture asks for. */
export interface MockupPlan {
  /** px to paint the print with, for a px of the side's; 1 at the most. */
  scale: number;
  /** How much higher than wide it is. */
  ratio: number;
  /** What composes it on a blank of a colour, once the print is painted. */
  optionsFor: (image: RasterImage, garment: Garment | null) => MockupOptions;
}

/** How a wished picture of a side in a scene is made. Throws a RangeError where the scene has no place for the side. */
export function planMockup(
  scene: Scene,
  maps: Pick<SceneMaps, 'surface'>,
  side: SpecSide,
  wish: Pick<MockupWish, 'size' | 'look' | 'ground' | 'crop' | 'width'>,
): MockupPlan {
  const [field] = fieldsFor(scene, side);
  if (!field) throw new RangeError(`${scene.name} has no place for ${side.name.toLowerCase()}`);
  const { width, ground } = wish;
  const size = sizeRatio(scene, wish.size);
  const area = { widthIn: side.widthIn, heightIn: side.heightIn, collarIn: side.collarIn ?? 0 };
  const window = windowOf(scene, maps, wish.crop, field, area, size);
  const view = viewOf(scene, { width, window });
  const dense = pxPerInch(scene, view);
  return {
    ratio: view.height / width,
    scale: Math.min(1, (FINER * dense) / size / side.dpi),
    optionsFor: (painted, garment) => {
      const look = printLook(wish.look);
      const image = look.patch ? onPatch(painted, look.patch, painted.width / area.widthIn) : painted;
      return {
        ...{ width, window, garment: scene.dyed ? garment : null, ground, size },
        prints: [{ field, area, image, look }],
      };
    },
  };
}
