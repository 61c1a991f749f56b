import {
  paintSurface,
  type Drawing,
  type MakeSurface,
  type OutlineItem,
  type PartGroup,
  type PictureSource,
} from '../drawing';
import { IDENTITY, type PathData, transformPath } from '../geometry';
import { cutLineOf, type Alpha, type Cut } from './cut-line';
import type { CutLine } from './settings';

/** px per mm at which cuts are worked out: fine enough for a hundredth of a mm, however fine the print is. */
export const CUT_RESOLUTION = 16;

/** px at which cuts are worked out, at the most: as many as a sticker of 6 × 6 in has at that resolution. */
const MOST_PX = 6_000_000;

/** By how much a print is reduced before its cut is worked out, at most 1. The same everywhere, so that files have the cut that was seen. */
export const cutScale = ({ width, height, dpi }: Pick<Drawing, 'width' | 'height' | 'dpi'>): number =>
  Math.min(1, (CUT_RESOLUTION * 25.4) / dpi, Math.sqrt(MOST_PX / (width * height)));

/** The part that a border is in a drawing: no part of the design has this id. */
export const BORDER = '(border)';
export const CUT = '(cut)';

const outline = (
  path: PathData,
  ink: string,
  colour: string,
  more: Partial<OutlineItem> = {},
): OutlineItem => ({
  ...{ kind: 'outline', role: 'ink', ink, colour, path, matrix: IDENTITY, rule: 'nonzero' },
  ...{ opacity: 1, stroke: null, ...more },
});

const group = (part: string, title: string, item: OutlineItem, more: Partial<PartGroup> = {}): PartGroup => ({
  kind: 'group',
  part,
  opacity: 1,
  items: [item],
  about: {
    ...{ kind: 'cut', title, mustRead: false, licence: null, faces: [], words: [] },
    letterHeight: () => null,
  },
  ...more,
});

/** How the line is drawn on screen and in an SVG: for the eye, and for what finds it by its colour. */
export const CUT_COLOUR = '#d6006c';
/** mm */
const HAIRLINE = 0.1;

/**
 * A drawing with its cut: the border behind everything, in its ink, and the blade's path in front, on a layer that is
 * never printed. The cut is in px of a copy that is `scale` times as large as the drawing.
 */
export function withCut(drawing: Drawing, cut: Cut, scale: number, ink: string | null): Drawing {
  const back = (path: PathData) => transformPath(path, [1 / scale, 0, 0, 1 / scale, 0, 0]);
  const colour = drawing.inks.find((i) => i.id === ink)?.value;
  const line = outline(back(cut.loops.flatMap((l) => l.path)), '', CUT_COLOUR, {
    stroke: { width: (HAIRLINE / 25.4) * drawing.dpi, join: 'round', cap: 'round', space: 'board' },
  });
  return {
    ...drawing,
    groups: [
      ...(ink !== null && colour !== undefined
        ? [group(BORDER, 'Border', outline(back(cut.border), ink, colour))]
        : []),
      ...drawing.groups,
      group(CUT, 'Cut line', line, { layer: 'cut' }),
    ],
  };
}

/** The alpha of straight RGBA pixels. */
export function alphaOf({
  width,
  height,
  data,
}: {
  width: number;
  height: number;
  data: Uint8Array | Uint8ClampedArray;
}): Alpha {
  const alpha = new Uint8Array(width * height);
  for (let i = 0, p = 3; i < alpha.length; i++, p += 4) alpha[i] = data[p];
  return { width, height, data: alpha };
}

/** A drawing that was cut out, with what was found of the cut; it is as it was where nothing can be cut out. */
export interface CutOut {
  drawing: Drawing;
  cut: Cut | null;
  /** px of the drawing's copy, in which the cut is, for a px of the drawing; and for a mm. */
  scale: number;
  pxPerMm: number;
}

/** A drawing of which the alpha is known, at the scale of cutScale, cut out. */
export function cutFrom(drawing: Drawing, alpha: Alpha, settings: CutLine): CutOut {
  const scale = cutScale(drawing);
  const pxPerMm = (scale * drawing.dpi) / 25.4;
  const cut = cutLineOf(alpha, pxPerMm, settings);
  return { drawing: cut ? withCut(drawing, cut, scale, settings.ink) : drawing, cut, scale, pxPerMm };
}

/** A drawing as it is cut out: with its border and its blade's path, worked out from what it shows. */
export function cutOut(
  drawing: Drawing,
  settings: CutLine,
  pictures: PictureSource,
  surfaces: MakeSurface,
): CutOut {
  const { context, width, height } = paintSurface(drawing, cutScale(drawing), pictures, surfaces);
  const { data } = context.getImageData(0, 0, width, height);
  return cutFrom(drawing, alphaOf({ width, height, data }), settings);
}

/** The path of a drawing's blade, in its px; empty where it has none. */
export const cutPathOf = (drawing: Drawing): PathData =>
  drawing.groups
    .filter((g) => g.part === CUT)
    .flatMap((g) => g.items.flatMap((i) => (i.kind === 'outline' ? [...i.path] : [])));
