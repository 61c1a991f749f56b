import { hexToRgb, yarns, type Garment } from '@brelm/core/colour';

type Context = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D;

const TILE = 96;
const tiles = new Map<string, OffscreenCanvas>();

/** A heather as a fine, seeded noise of its two yarns. */
function heatherTile(garment: Garment): OffscreenCanvas {
  const [first, second] = yarns(garment).map(hexToRgb);
  const key = `${garment.value}${garment.second}`;
  let tile = tiles.get(key);
  if (!tile) {
    tile = new OffscreenCanvas(TILE, TILE);
    const context = tile.getContext('2d')!;
    const image = context.createImageData(TILE, TILE);
    let seed = 20260917;
    for (let i = 0; i < TILE * TILE; i++) {
      seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0;
      // Yarns lie over one another: no place shows one of them alone.
      const share = 0.2 + 0.6 * (seed / 4294967296);
      for (let c = 0; c < 3; c++) image.data[i * 4 + c] = first[c] * (1 - share) + second[c] * share;
      image.data[i * 4 + 3] = 255;
    }
    context.putImageData(image, 0, 0);
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
    garment.kind === 'heather' ? context.createPattern(heatherTile(garment), 'repeat')! : garment.value;
  context.fillRect(x, y, width, height);
}
