import type { Hex } from '../colour';
import {
  aboutNothing,
  allItemsOf,
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

/** px per mm at which cuts are worked out: fine enough for a few hundredths of a mm, however fine the print is. */
export const CUT_RESOLUTION = 12;

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
  about: aboutNothing('cut', title),
  ...more,
});

/** How the line is drawn on screen and in an SVG: for the eye, and for what finds it by its colour. */
export const CUT_COLOUR = '#d6006c';
/** mm */
const HAIRLINE = 0.1;

/** What the cuts are called in files. */
export const CUT_NAMES = { kiss: 'Kiss cut', die: 'Die cut' } as const;
export type CutKind = keyof typeof CUT_NAMES;

/** Files of what a blade follows alone, beside the one that is printed; `mask`: what it leaves, as a PNG. */
export const BLADE_FILES = ['dxf', 'svg', 'mask'] as const;
export type BladeFile = (typeof BLADE_FILES)[number];

/** What is printed behind artwork that is cut out: an outline in an ink, or in a colour that no ink has. */
export interface PrintedBorder {
  ink: string | null;
  colour: Hex;
  path: PathData;
}

/** What is printed behind artwork, back to front, in the cut's px; `valueOf` gives an ink's colour, undefined for one that is gone. */
export function printedBorders(
  cut: Cut,
  { ink, rims }: Pick<CutLine, 'ink' | 'rims'>,
  valueOf: (ink: string) => Hex | undefined,
): PrintedBorder[] {
  const inks = [...rims.map((r) => r.ink).reverse(), ink].slice(-cut.borders.length);
  const own = cut.borders.flatMap((path, i) => {
    const id = inks[i];
    const colour = id === null ? undefined : valueOf(id);
    return colour === undefined ? [] : [{ ink: id, colour, path }];
  });
  return [
    ...own,
    ...cut.spread.map((s) => ({ ...s, colour: (s.ink !== null && valueOf(s.ink)) || s.colour })),
  ];
}

/**
 * A drawing with its cut: the borders behind everything, in their inks, and what blades follow in front, on layers that
 * are never printed. The cut is in px of a copy that is `scale` times as large as the drawing; `kind` is what the blade
 * does around the sticker itself, where there is no backing that is cut through.
 */
export function withCut(
  drawing: Drawing,
  cut: Cut,
  scale: number,
  settings: Pick<CutLine, 'ink' | 'rims'>,
  kind: CutKind = 'kiss',
): Drawing {
  const back = (path: PathData) => transformPath(path, [1 / scale, 0, 0, 1 / scale, 0, 0]);
  const valueOf = (id: string) => drawing.inks.find((known) => known.id === id)?.value;
  const borders = printedBorders(cut, settings, valueOf).map(({ ink, colour, path }) =>
    group(BORDER, 'Border', outline(back(path), ink ?? '', colour)),
  );
  const line = (path: PathData, name: string) =>
    group(
      CUT,
      name,
      outline(back(path), '', CUT_COLOUR, {
        stroke: { width: (HAIRLINE / 25.4) * drawing.dpi, join: 'round', cap: 'round', space: 'board' },
      }),
      { layer: 'cut' },
    );
  return {
    ...drawing,
    groups: [
      ...borders,
      ...drawing.groups,
      line(
        cut.loops.flatMap((l) => l.path),
        CUT_NAMES[cut.backing ? 'kiss' : kind],
      ),
      ...(cut.backing ? [line(cut.backing, CUT_NAMES.die)] : []),
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

/** What a part draws in a drawing as one outline, px; empty where it is not there or has none. */
function outlineIn(drawing: Drawing, part: string): PathData {
  const path: number[] = [];
  for (const found of drawing.groups.filter((g) => g.part === part))
    for (const item of allItemsOf(found))
      if (item.kind === 'outline' && !item.stroke)
        for (const v of transformPath(item.path, item.matrix)) path.push(v);
  return path;
}

/**
 * What a cut asks of a drawing that is painted at a scale: its alpha, its pixels (straight RGBA, read where a border is in their
 * colours), and what the settings name in it.
 */
export const askedOf = (
  drawing: Drawing,
  alpha: Pick<Alpha, 'width' | 'height' | 'data'>,
  pixels: () => Uint8Array | Uint8ClampedArray,
  scale: number,
  { shape, part }: Pick<CutLine, 'shape' | 'part'>,
): Alpha => ({
  ...alpha,
  colours: { pixels, inks: drawing.inks },
  outline:
    shape === 'own' && part !== null
      ? transformPath(outlineIn(drawing, part), [scale, 0, 0, scale, 0, 0])
      : null,
});

/** A drawing of which the painted pixels are known, at the scale of cutScale, cut out. */
export function cutFrom(
  drawing: Drawing,
  image: { width: number; height: number; data: Uint8Array | Uint8ClampedArray },
  settings: CutLine,
  kind: CutKind,
): CutOut {
  const scale = cutScale(drawing);
  const pxPerMm = (scale * drawing.dpi) / 25.4;
  const cut = cutLineOf(
    askedOf(drawing, alphaOf(image), () => image.data, scale, settings),
    pxPerMm,
    settings,
  );
  return { drawing: cut ? withCut(drawing, cut, scale, settings, kind) : drawing, cut, scale, pxPerMm };
}

/** A drawing as it is cut out: with its border and its blade's path, worked out from what it shows. */
export function cutOut(
  drawing: Drawing,
  settings: CutLine,
  kind: CutKind,
  pictures: PictureSource,
  surfaces: MakeSurface,
): CutOut {
  const { context, width, height } = paintSurface(drawing, cutScale(drawing), pictures, surfaces);
  const { data } = context.getImageData(0, 0, width, height);
  return cutFrom(drawing, { width, height, data }, settings, kind);
}

/** px of the long side at which a cut is worked out that only stands under what is looked at or judged. */
export const ROUGH_PX = 360;
const roughCuts = new Map<string, Cut | null>();
/** Cuts that are remembered: a few designs in a few colourways. */
const MOST_KEPT = 24;

/** FNV-1a over bytes of a picture. */
function hashOf({ width, height, data }: Pick<Alpha, 'width' | 'height' | 'data'>): string {
  let h = 0x811c9dc5;
  for (let i = 0; i < data.length; i++) h = Math.imul(h ^ data[i], 0x01000193);
  return `${width} ${height} ${h >>> 0}`;
}

/**
 * A drawing as it is cut out, for a look at it: its border to a fifth of a mm on a sticker of 4 in, at once where only its
 * colours have changed since.
 */
export function cutOutRoughly(
  drawing: Drawing,
  settings: CutLine,
  pictures: PictureSource,
  surfaces: MakeSurface,
): Drawing {
  const scale = Math.min(cutScale(drawing), ROUGH_PX / Math.max(drawing.width, drawing.height));
  const { context, width, height } = paintSurface(drawing, scale, pictures, surfaces);
  const { data } = context.getImageData(0, 0, width, height);
  const alpha = askedOf(drawing, alphaOf({ width, height, data }), () => data, scale, settings);
  const seen = settings.spread ? hashOf({ width, height, data }) : hashOf(alpha);
  const key = `${seen} ${drawing.dpi} ${JSON.stringify(settings)} ${alpha.outline?.join(' ') ?? ''}`;
  let cut = roughCuts.get(key);
  if (cut === undefined) {
    cut = cutLineOf(alpha, (scale * drawing.dpi) / 25.4, settings);
    if (roughCuts.size >= MOST_KEPT) roughCuts.delete(roughCuts.keys().next().value!);
    roughCuts.set(key, cut);
  }
  return cut ? withCut(drawing, cut, scale, settings) : drawing;
}
