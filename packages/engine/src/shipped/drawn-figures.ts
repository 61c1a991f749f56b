import sharp from 'sharp';
import {
  BACKDROPS,
  drawFigure,
  FIGURE_PX,
  figureSvg,
  HELD,
  readRequest,
  SEATS,
  STYLES,
  SUBJECTS,
  WORN,
  type Asked,
  type FigureArt,
  type FigureRequest,
  type StyleId,
} from '@brelm/core/figure';
import type { Hex } from '@brelm/core/colour';
import { oriented, parseSvgPath, transformPath } from '@brelm/core/geometry';
import type { Licence } from '@brelm/core/rights';
import { motifLibrary, type MotifLibrary } from './motif-library';
import { outlineOps } from '../ground/outline-ops';
import { readSvgFile } from '../pictures/svg-file';

/** The set of the library that figures are put together of: one hand, one light. */
const SET = 'flat';
/** Figures that a pose brings with it. */
const WITH_POSES = ['flat/zzz', 'flat/musical-notes'];

const arts = new Map<string, Promise<FigureArt | undefined>>();

/** A figure of the library as filled outlines in 32 × 32 units; undefined for one that has lines instead, or that there is not. */
async function artOf(id: string, library: MotifLibrary): Promise<FigureArt | undefined> {
  const source = library.svg(id);
  if (!source) return undefined;
  const { outlines, scale, origin } = await readSvgFile(source);
  if (outlines.some((o) => o.stroke || o.clips)) return undefined;
  return {
    fills: outlines.map(({ path, rule, colour, opacity }) => {
      const data = parseSvgPath(path);
      const own = rule === 'evenodd' ? oriented(data) : data;
      return {
        ...{ colour, opacity },
        path: transformPath(own, [1 / scale, 0, 0, 1 / scale, origin.x, origin.y]),
      };
    }),
  };
}

const known = (id: string, library: MotifLibrary): Promise<FigureArt | undefined> => {
  let art = arts.get(id);
  if (!art) arts.set(id, (art = artOf(id, library)));
  return art;
};

/** Everything that the composer's books name. */
export const BOOK_IDS: readonly string[] = [
  ...new Set([...SUBJECTS, ...WORN, ...HELD, ...SEATS, ...BACKDROPS].map((t) => t.id)),
];

/** The id that a figure of this name has in the set. */
const nameOf = (phrase: string): string => `${SET}/${phrase.replace(/[’']/g, '').replace(/ /g, '-')}`;

/** What a request asks for; its words are looked up in the books, then among the names of the library. Throws a FigureError. */
export async function readFigureRequest(words: string): Promise<FigureRequest> {
  const library = await motifLibrary();
  return readRequest(words, (name) => (library.entry(nameOf(name)) ? nameOf(name) : null));
}

export interface FigureDrawing {
  seed: number;
  svg: string;
  png: Uint8Array;
  undone: string[];
  licences: (Licence & { of: string[] })[];
}

/** Draws a request: an SVG without ground, a PNG of FIGURE_PX on one. Throws a FigureError where there is nothing to draw. */
export async function drawToOrder(
  request: FigureRequest,
  { style, ground, seed }: { style: StyleId; ground: Hex; seed: number },
): Promise<FigureDrawing> {
  const [library, ops] = await Promise.all([motifLibrary(), outlineOps()]);
  const asked: Asked[] = [
    ...[request.subject, ...request.worn, ...request.held, ...(request.seat ? [request.seat] : [])],
    ...[...request.beside, ...request.behind, ...request.above],
  ];
  const ids = [...new Set([...asked.flatMap((a) => a.ids), ...WITH_POSES])];
  const found = new Map(await Promise.all(ids.map(async (id) => [id, await known(id, library)] as const)));
  const { fills, used, undone } = drawFigure(request, { style, seed, ops, artOf: (id) => found.get(id) });
  const licences = new Map<string, Licence & { of: string[] }>();
  for (const id of used) {
    const entry = library.entry(id);
    const licence = entry?.licence ?? { id: 'CC0-1.0', source: 'forms of Brelm’s own' };
    const key = `${licence.id} ${licence.source}`;
    const of = entry?.name ?? id.replace(/^form\//, '').replace(/-/g, ' ');
    licences.set(key, { ...licence, of: [...(licences.get(key)?.of ?? []), of] });
  }
  const png = await sharp(Buffer.from(figureSvg(fills, ground)), { limitInputPixels: FIGURE_PX * FIGURE_PX })
    .removeAlpha()
    .png({ compressionLevel: 9 })
    .toBuffer();
  return { seed, svg: figureSvg(fills, null), png, undone, licences: [...licences.values()] };
}

export { STYLES as FIGURE_STYLES };
