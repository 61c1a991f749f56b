import { hexToRgb, type Hex } from '../colour';
import { blurPlane, type Plane, type RasterImage } from '../raster';
import { evenLight } from '../trace';

/** Of the paper's light: what is nearer to it than this is paper, and what is this far from it is all line. */
const [PAPER, LINE] = [0.06, 0.55];

/** So much of each side is rim, where a paper's own edge and what lies under it show: no line. */
const RIM = 0.008;

/** A picture of which less than this is there has no paper: all that is there was drawn. */
const NO_PAPER = 0.5;
/** What a place is held against to tell whether it is lighter or darker than its paper: this much around it, of the longer side. */
const AROUND = 1 / 40;

/** What its lines are: darker than their paper, lighter than it, or all that is there. */
type Drawn = 'dark' | 'light' | 'all';

/**
 * What a drawing's lines are. Lines take less room than their paper, so that what differs most from all around it is line: the
 * third moment of these differences says to which side they lie, however light or dark the paper is.
 */
function drawnAs({ width, height, data }: RasterImage): Drawn {
  const n = width * height;
  const grey: Plane = { width, height, data: new Float32Array(n) };
  const there: Plane = { width, height, data: new Float32Array(n) };
  let sum = 0;
  for (let i = 0, p = 0; i < n; i++, p += 4) {
    const alpha = data[p + 3] / 255;
    there.data[i] = alpha;
    grey.data[i] = alpha * (0.2126 * data[p] + 0.7152 * data[p + 1] + 0.0722 * data[p + 2]);
    sum += alpha;
  }
  if (sum < NO_PAPER * n) return 'all';
  const radius = AROUND * Math.max(width, height);
  const [around, weight] = [blurPlane(grey, radius), blurPlane(there, radius)];
  let skew = 0;
  const [across, down] = [RIM * width, RIM * height];
  for (let y = Math.ceil(down); y < height - down; y++)
    for (let x = Math.ceil(across); x < width - across; x++) {
      const i = y * width + x;
      // At the rim of a paper that was cut out half is clear: the other half says what is around.
      if (there.data[i] < 0.5) continue;
      skew += (grey.data[i] / there.data[i] - around.data[i] / weight.data[i]) ** 3;
    }
  return skew > 0 ? 'light' : 'dark';
}

/** This share of a drawing is as light as its lightest lines. */
const LIGHTEST = 0.005;

/** Light and dark changed for one another, the lightest lines black however dim their light; what is clear stays as it is. */
function inverted(image: RasterImage): RasterImage {
  const counts = new Uint32Array(256);
  for (let p = 0; p < image.data.length; p += 4)
    if (image.data[p + 3] > 0) counts[Math.max(image.data[p], image.data[p + 1], image.data[p + 2])]++;
  let lightest = 255;
  const few = (LIGHTEST * image.data.length) / 4;
  for (let sum = 0; lightest > 1; lightest--) if ((sum += counts[lightest]) > few) break;
  const data = new Uint8ClampedArray(image.data);
  for (let p = 0; p < data.length; p += 4)
    if (data[p + 3] > 0) for (let c = p; c < p + 3; c++) data[c] = 255 * (1 - data[c] / lightest);
  return { ...image, data };
}

/**
 * The lines of a drawing alone, in one colour, the paper clear: dark lines on a light paper or light ones on a dark one, their
 * light made even, or all that is drawn on a clear ground. What is clear in the picture stays so.
 */
export function linesOf(image: RasterImage, colour: Hex): RasterImage {
  const { width, height } = image;
  const drawn = drawnAs(image);
  const even = drawn === 'all' ? null : evenLight(drawn === 'light' ? inverted(image) : image);
  const [r, g, b] = hexToRgb(colour);
  const data = new Uint8ClampedArray(image.data.length);
  const [across, down] = [RIM * width, RIM * height];
  for (let p = 0; p < data.length; p += 4) {
    const [x, y] = [(p / 4) % width, Math.floor(p / 4 / width)];
    if (even && (x < across || y < down || x >= width - across || y >= height - down)) continue;
    const dark = even ? (1 - even.data[p] / 255 - PAPER) / (LINE - PAPER) : 1;
    const alpha = Math.min(1, Math.max(0, dark)) * image.data[p + 3];
    if (alpha < 0.5) continue;
    data[p] = r;
    data[p + 1] = g;
    data[p + 2] = b;
    data[p + 3] = alpha;
  }
  return { width, height, data };
}
