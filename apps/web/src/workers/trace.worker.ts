import { expose } from 'comlink';
import { reducedImage, type RasterImage } from '@brelm/core/raster';
import type { Treatment } from '@brelm/core/steps';
import { centreLines, type CentreLines, type CentreLineSettings } from '@brelm/core/sketch';
import { lineOfStroke, type StrokeLine } from '@brelm/core/parts';
import { trace, type Traced, type TraceSettings } from '@brelm/core/trace';
import { previewPixels, treatedPixels } from '../platform/preview';

/** What is traced: a picture with its steps made, or what a crop leaves of it. */
export interface TracedPicture {
  sha256: string;
  treatment: Treatment | null;
  /** The picture's own size, px, and what is cut off on each side. */
  width: number;
  height: number;
  crop: { left: number; top: number; right: number; bottom: number } | null;
}

/** Into shapes of flat colour. */
export interface TraceRequest extends TracedPicture {
  settings: TraceSettings;
}

/** Into lines. */
export interface LinesRequest extends TracedPicture {
  settings: CentreLineSettings & {
    /** How far a line may stray from where it was drawn, px of the copy. */
    tolerance: number;
    /** All are as wide as most of what was drawn. */
    even: boolean;
  };
}

/** The lines of a drawing, px of the copy; the longest first. */
export interface TracedLines extends Pick<CentreLines, 'width' | 'height' | 'colour'> {
  lines: (StrokeLine & { length: number })[];
  /** Of all of them. */
  points: number;
}

/** Long side of the copy that is traced, px. */
const TRACED = 1200;

/** What a crop leaves of a copy of the picture. */
function cropped(image: RasterImage, { width, crop }: TracedPicture): RasterImage {
  if (!crop) return image;
  const k = image.width / width;
  const [left, top] = [Math.round(crop.left * k), Math.round(crop.top * k)];
  const w = Math.max(1, image.width - left - Math.round(crop.right * k));
  const h = Math.max(1, image.height - top - Math.round(crop.bottom * k));
  const data = new Uint8ClampedArray(w * h * 4);
  for (let y = 0; y < h; y++) {
    const from = 4 * ((top + y) * image.width + left);
    data.set(image.data.subarray(from, from + 4 * w), 4 * y * w);
  }
  return { width: w, height: h, data };
}

/** The copy that is traced. */
async function copyOf(request: TracedPicture): Promise<RasterImage> {
  const { sha256, treatment, width } = request;
  const whole = treatment ? await treatedPixels(sha256, treatment, width) : await previewPixels(sha256);
  const image = cropped(whole, request);
  return reducedImage(image, Math.min(1, TRACED / Math.max(image.width, image.height)));
}

/** The width that most of what was drawn has: strokes count by their length. */
function usualWidth(strokes: CentreLines['strokes']): number {
  const widths = strokes.flatMap((s) => s.samples.map((sample) => sample[2])).sort((a, b) => a - b);
  return widths[widths.length >> 1] ?? 1;
}

const worker = {
  /** Nothing is waited for: what computes goes on until it is ended. */
  stop: () => undefined,
  async trace(request: TraceRequest): Promise<Traced> {
    return trace(await copyOf(request), request.settings);
  },
  async lines(request: LinesRequest): Promise<TracedLines> {
    const { settings } = request;
    const { width, height, colour, strokes } = centreLines(await copyOf(request), settings);
    const even = settings.even ? usualWidth(strokes) : null;
    const lines = strokes.flatMap((stroke) => {
      const line = lineOfStroke(stroke, settings.tolerance, even);
      return line ? [{ ...line, length: stroke.length }] : [];
    });
    return { width, height, colour, lines, points: lines.reduce((n, l) => n + l.nodes.length, 0) };
  },
};
export type TraceWorker = typeof worker;

expose(worker);
