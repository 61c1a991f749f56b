import { blurPlane, planeOf, type Plane, type RasterImage } from '../raster';

/** Cells across in which the paper's light is looked for. */
const CELLS = 48;

/** The lightest tone of each cell, but for a few stray pixels; 0–255. */
function cellsOf({ width, height, data }: Plane): Plane & { size: number } {
  const size = Math.max(2, Math.ceil(Math.max(width, height) / CELLS));
  const across = Math.ceil(width / size);
  const down = Math.ceil(height / size);
  const light = new Float32Array(across * down);
  for (let cy = 0; cy < down; cy++)
    for (let cx = 0; cx < across; cx++) {
      const tones: number[] = [];
      for (let y = cy * size; y < Math.min(height, (cy + 1) * size); y += 2)
        for (let x = cx * size; x < Math.min(width, (cx + 1) * size); x += 2) tones.push(data[y * width + x]);
      tones.sort((a, b) => a - b);
      light[cy * across + cx] = tones[Math.floor(tones.length * 0.85)] ?? 255;
    }
  return { width: across, height: down, data: light, size };
}

/** Cells darker than all around are ink, not shade: each is as light as the lightest beside it. */
function opened({ width, height, data }: Plane): Plane {
  const out = new Float32Array(data.length);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      let most = 0;
      for (let v = Math.max(0, y - 2); v <= Math.min(height - 1, y + 2); v++)
        for (let u = Math.max(0, x - 2); u <= Math.min(width - 1, x + 2); u++)
          most = Math.max(most, data[v * width + u]);
      out[y * width + x] = most;
    }
  return { width, height, data: out };
}

/**
 * A drawing on paper with its light made even: each tone is held against the paper's around it, so that the paper is
 * white and a shadow on it is, too. Gives greys; alpha stays.
 */
export function evenLight(image: RasterImage): RasterImage {
  const { width, height } = image;
  const [r, g, b] = [planeOf(image, 0), planeOf(image, 1), planeOf(image, 2)];
  const grey: Plane = { width, height, data: new Float32Array(width * height) };
  for (let i = 0; i < grey.data.length; i++)
    grey.data[i] = 0.2126 * r.data[i] + 0.7152 * g.data[i] + 0.0722 * b.data[i];
  const cells = cellsOf(grey);
  const paper = blurPlane(opened(cells), 1.5);
  const data = new Uint8ClampedArray(image.data);
  for (let y = 0; y < height; y++) {
    const v = Math.max(0, Math.min(paper.height - 1, (y + 0.5) / cells.size - 0.5));
    const top = Math.floor(v);
    const below = Math.min(paper.height - 1, top + 1);
    for (let x = 0; x < width; x++) {
      const u = Math.max(0, Math.min(paper.width - 1, (x + 0.5) / cells.size - 0.5));
      const left = Math.floor(u);
      const right = Math.min(paper.width - 1, left + 1);
      const at = (cx: number, cy: number) => paper.data[cy * paper.width + cx];
      const [fx, fy] = [u - left, v - top];
      const here =
        (at(left, top) * (1 - fx) + at(right, top) * fx) * (1 - fy) +
        (at(left, below) * (1 - fx) + at(right, below) * fx) * fy;
      const p = 4 * (y * width + x);
      // A little above the paper's own tone is white, too: grain is not drawn.
      data[p] = data[p + 1] = data[p + 2] = (255 * grey.data[y * width + x]) / Math.max(1, 0.94 * here);
    }
  }
  return { width, height, data };
}
