import { hexToRgb, type Hex } from '../colour';
import type { RasterImage } from '../raster';
import { evenLight } from '../trace';

/** Of the paper's light: what is nearer to it than this is paper, and what is this far from it is all line. */
const [PAPER, LINE] = [0.06, 0.55];

/** So much of each side is rim, where a paper's own edge and what lies under it show: no line. */
const RIM = 0.008;

/** The lines of a drawing on paper alone, in one colour: their light made even, the paper clear. What is clear in the picture stays so. */
export function linesOf(image: RasterImage, colour: Hex): RasterImage {
  const even = evenLight(image);
  const [r, g, b] = hexToRgb(colour);
  const data = new Uint8ClampedArray(even.data.length);
  const { width, height } = image;
  const [across, down] = [RIM * width, RIM * height];
  for (let p = 0; p < data.length; p += 4) {
    const [x, y] = [(p / 4) % width, Math.floor(p / 4 / width)];
    if (x < across || y < down || x >= width - across || y >= height - down) continue;
    const dark = (1 - even.data[p] / 255 - PAPER) / (LINE - PAPER);
    const alpha = Math.min(1, Math.max(0, dark)) * image.data[p + 3];
    if (alpha < 0.5) continue;
    data[p] = r;
    data[p + 1] = g;
    data[p + 2] = b;
    data[p + 3] = alpha;
  }
  return { ...even, data };
}
