import { expose } from 'comlink';
import {
  alphaOf,
  askedOf,
  cutLineOf,
  cutScale,
  ROUGH_PX,
  scaledCut,
  type Alpha,
  type Cut,
  type CutLine,
} from '@brelm/core/cutline';
import type { Design } from '@brelm/core/design';
import { paintSurface, type Drawing } from '@brelm/core/drawing';
import { placedDrawing, placementOn, positionFor } from '@brelm/core/placement';
import { resolve } from '@brelm/core/resolve';
import type { Spec, SpecSide } from '@brelm/core/spec';
import { materials } from '../platform/materials';
import { picturesOf } from '../platform/pictures';
import { makeSurface } from '../platform/surfaces';
import { loaded, stopWaiting } from './loaded-design';

/** What is cut out: a design's open side as it lies on its board, or as it is placed on a product. */
export interface CutRequest {
  design: Design;
  colourway: string | undefined;
  product: { spec: Spec; side: SpecSide } | null;
  /** How large the artwork is printed, 1 as it is where left out. */
  size?: number;
}

/** Artwork painted at the size at which its cut is worked out. */
export interface Print {
  /** px of the print for a px of the drawing. */
  scale: number;
  pxPerMm: number;
  width: number;
  height: number;
}

interface Painted extends Print {
  of: string;
  canvas: OffscreenCanvas;
  drawing: Drawing;
  alpha: Alpha;
  cuts: Map<string, Cut | null>;
}

/** The last ones: the board and a product of the same design are asked for in turn. */
const known: Painted[] = [];
const MOST_KNOWN = 3;

/** How a design is cut changes nothing of what is painted. */
const keyOf = ({ design, ...rest }: CutRequest): string =>
  JSON.stringify([{ ...design, cutLine: null, name: '' }, rest]);

async function painted(request: CutRequest): Promise<Painted> {
  const of = keyOf(request);
  const found = known.find((p) => p.of === of);
  if (found) return found;
  const { design, colourway, product, size = 1 } = request;
  await loaded(design);
  const flat = resolve(design, colourway, materials);
  const placement = product && placementOn(design, product.spec, product.side);
  const whole = placement
    ? placedDrawing(flat, design.board, product.side, positionFor(placement, null), placement)
    : flat;
  // Smaller artwork is the same on more px to the inch.
  const drawing = { ...whole, dpi: whole.dpi / size };
  const scale = cutScale(drawing);
  const { canvas, context, width, height } = paintSurface(drawing, scale, picturesOf(design), makeSurface);
  const alpha = alphaOf({ width, height, data: context.getImageData(0, 0, width, height).data });
  const made: Painted = {
    ...{ of, canvas: canvas as OffscreenCanvas, drawing, alpha, cuts: new Map() },
    ...{ scale, pxPerMm: (scale * drawing.dpi) / 25.4, width, height },
  };
  known.unshift(made);
  known.length = Math.min(known.length, MOST_KNOWN);
  return made;
}

const worker = {
  /** Gives up waiting for typefaces and pictures; what computes goes on. */
  stop: stopWaiting,
  /** The artwork alone, as a picture. */
  async print(request: CutRequest): Promise<Print & { picture: Blob }> {
    const { scale, pxPerMm, width, height, canvas } = await painted(request);
    return { scale, pxPerMm, width, height, picture: await canvas.convertToBlob() };
  },
  /** About the same as `cut`, at once; null where there is nothing to see. */
  async rough(request: CutRequest, settings: CutLine): Promise<Cut | null> {
    const { scale, pxPerMm, width, height, canvas, drawing, cuts } = await painted(request);
    const known = cuts.get(JSON.stringify(settings));
    if (known !== undefined) return known;
    const k = Math.min(1, ROUGH_PX / Math.max(width, height));
    const [w, h] = [width, height].map((v) => Math.max(1, Math.round(v * k)));
    const { context } = makeSurface(w, h);
    context.drawImage(canvas, 0, 0, w, h);
    const { data } = context.getImageData(0, 0, w, h);
    const few = alphaOf({ width: w, height: h, data });
    const cut = cutLineOf(
      askedOf(drawing, few, () => data, scale * k, settings),
      pxPerMm * k,
      settings,
    );
    return cut && scaledCut(cut, 1 / k);
  },
  /** The line along which it is cut out; null where there is nothing to see. */
  async cut(request: CutRequest, settings: CutLine): Promise<{ print: Print; cut: Cut | null }> {
    const { scale, pxPerMm, width, height, canvas, drawing, alpha, cuts } = await painted(request);
    const key = JSON.stringify(settings);
    let cut = cuts.get(key);
    if (cut === undefined) {
      const pixels = () => canvas.getContext('2d')!.getImageData(0, 0, width, height).data;
      cut = cutLineOf(askedOf(drawing, alpha, pixels, scale, settings), pxPerMm, settings);
    }
    cuts.set(key, cut);
    return { print: { scale, pxPerMm, width, height }, cut };
  },
};
export type CutWorker = typeof worker;

expose(worker);
