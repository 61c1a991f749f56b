import type { Garment } from '@brelm/core/colour';
import { garmentTile } from '@brelm/core/raster';

type Context = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D;

const TILE = 96;
const tiles = new Map<string, OffscreenCanvas>();

function tileOf(garment: Garment): OffscreenCanvas {
  const key = `${garment.kind}${garment.value}${garment.second}`;
  let tile = tiles.get(key);
  if (!tile) {
    tile = new OffscreenCanvas(TILE, TILE);
    const { data } = garmentTile(garment, TILE);
    tile.getContext('2d')!.putImageData(new ImageData(new Uint8ClampedArray(data), TILE, TILE), 0, 0);
    tiles.set(key, tile);
  }
  return tile;
}

/** Fills a rectangle with a garment's colour. */
export function paintGarment(
  context: Context,
  garment: Garment,
  x: number,
  y: number,
  width: number,
  height: number,
): void {
  context.fillStyle =
    garment.kind === 'solid' ? garment.value : context.createPattern(tileOf(garment), 'repeat')!;
  context.fillRect(x, y, width, height);
}
