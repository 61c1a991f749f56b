import { flag } from '../../fields';
import {
  alphaOfLines,
  componentsOf,
  cutByMarks,
  guidedLines,
  MARK,
  reducedImage,
  squaredDistance,
  type Mask,
  type RasterImage,
} from '../../raster';
import { coveredBy, STROKES, type Stroke } from '../strokes';
import type { StepBase, StepKindOf } from '../kind';

/** What is kept is found from a few strokes over what is wanted, and over what is not. */
export interface MarksStep extends StepBase {
  kind: 'marks';
  strokes: Stroke[];
  /** The picture's rim is not wanted, marked or not. */
  rim: boolean;
}

/** Pixels of the copy on which the border is found; it is then followed at the picture's own size. */
const FOUND_ON = 80_000;
/** How far from the found border the picture's own pixels decide, in px of the copy. */
const BAND = 3;
const NO_EDGE = 2e-4;

/** What the strokes, the rim and what is clear already say of each pixel of a copy. */
function marksOn(copy: RasterImage, { strokes, rim }: MarksStep, scale: number): Uint8Array {
  const { width, height } = copy;
  const { paint, less } = coveredBy(strokes, width, height, scale);
  const marks = new Uint8Array(width * height);
  for (let i = 0; i < marks.length; i++) {
    const [x, y] = [i % width, Math.floor(i / width)];
    const onRim = rim && (x === 0 || y === 0 || x === width - 1 || y === height - 1);
    if (paint.data[i] >= 0.5) marks[i] = MARK.keep;
    else if (less.data[i] >= 0.5 || onRim || copy.data[4 * i + 3] < 16) marks[i] = MARK.drop;
  }
  return marks;
}

/** Islands smaller than this share of the largest piece are no part of what was marked. */
const ISLAND = 0.02;

/** What was found without islands that nobody marked: they are like the figure, and no part of it. */
function withoutIslands(found: Mask, marks: Uint8Array): Uint8Array {
  const pieces = componentsOf(found, Infinity);
  const largest = Math.max(0, ...pieces.map((p) => p.area));
  const data = new Uint8Array(found.data);
  for (const { area, pixels } of pieces)
    if (area < ISLAND * largest && !pixels.some((i) => marks[i] === MARK.keep))
      for (const i of pixels) data[i] = 0;
  return data;
}

export const MARKS: StepKindOf<MarksStep> = {
  kind: 'marks',
  label: 'Cut out by marking',
  does: 'a few strokes over what to keep and what to drop',
  group: 'cut',
  fields: { strokes: STROKES, rim: flag(true) },
  start: () => ({ strokes: [], rim: true }),
  partly: false,
  brush: { paint: 'Keep', less: 'Drop' },
  apply(image, step, { scale, untouched }) {
    if (!step.strokes.some((s) => s.does === 'paint')) return image;
    const k = Math.min(1, Math.sqrt(FOUND_ON / (image.width * image.height)));
    const seen: RasterImage = { ...untouched, data: new Uint8ClampedArray(untouched.data) };
    for (let p = 3; p < seen.data.length; p += 4) seen.data[p] = image.data[p];
    const copy = reducedImage(seen, k);
    const { width: w, height: h } = copy;
    const marks = marksOn(copy, step, scale * (w / image.width));
    const front = withoutIslands({ width: w, height: h, data: cutByMarks(copy, marks) }, marks);
    const alpha = { width: w, height: h, data: Float32Array.from(front) };
    const fine = alphaOfLines(guidedLines(alpha, copy, 2, NO_EDGE), seen).data;
    const mask = { width: w, height: h, data: front };
    const [inside, outside] = [squaredDistance(mask, 0), squaredDistance(mask, 1)];
    const data = new Uint8ClampedArray(image.data);
    for (let y = 0; y < image.height; y++) {
      const v = Math.min(h - 1, Math.floor((y * h) / image.height));
      for (let x = 0; x < image.width; x++) {
        const c = v * w + Math.min(w - 1, Math.floor((x * w) / image.width));
        const i = y * image.width + x;
        const near = Math.max(inside[c], outside[c]) <= BAND * BAND;
        const cover = near ? Math.max(0, Math.min(1, (fine[i] - 0.15) / 0.7)) : front[c];
        data[4 * i + 3] *= cover;
      }
    }
    return { width: image.width, height: image.height, data };
  },
};
