import { inkPieces, printed, type Drawing, type ImageOutline, type InkPiece } from '../drawing';
import { cleaned, islandsOf, type OutlineOps, type PathData } from '../geometry';
import { mmToPx } from '../units';
import { bridged } from './bridges';
import type { Film, FilmCut } from './film';
import { widthOf } from './width';

/** One film of a design. */
export interface FilmLayer {
  /** The ink's id. */
  ink: string;
  film: Film;
  /** What is cut of it, filled non-zero, crossing itself nowhere; px of the drawing, not mirrored. */
  path: PathData;
}

/** A drawing as films. */
export interface FilmLayers {
  /** In the order in which they are pressed. */
  layers: FilmLayer[];
  /** Ids of inks that are drawn and are no film: they are in no file. */
  printed: string[];
  /** Pictures that are drawn: no blade can follow them. */
  pictures: number;
  /** Outlines that are partly see-through, blurred, run through colours or have a relief: films are solid. */
  soft: number;
}

const isSoft = ({ item }: InkPiece): boolean =>
  item.opacity < 1 ||
  !!item.blur ||
  !!item.gradient?.stops.some((s) => s.opacity < 1 || s.colour !== item.colour);

/**
 * What each film of a drawing is cut to. Films are pressed in the order in which their inks first appear, from the back;
 * what lies in front is seen, whatever the order: where a film that is pressed earlier lies in front, the later one is cut
 * away. Under what is pressed later a film runs on (`stacked`), or is cut away but for the `trap` (`inlaid`, and wherever
 * nothing may be pressed onto it, without a trap).
 *
 * @param films by the ink's id
 * @param image gives pictures of masks (wear) an outline
 */
export function filmLayers(
  drawing: Drawing,
  films: ReadonlyMap<string, Film>,
  { style, trap, bridge, drop }: FilmCut,
  ops: OutlineOps,
  image?: ImageOutline,
): FilmLayers {
  const { pieces, pictures } = inkPieces(printed(drawing), ops, image);
  const order = [...new Set(pieces.map((p) => p.item.ink))].filter((ink) => films.has(ink));
  const paths = new Map<string, PathData>(order.map((ink) => [ink, []]));
  const px = (mm: number) => mmToPx(mm, drawing.dpi);
  const shrunk = (path: PathData, by: number) => (by > 0 ? ops.offset(path, -by, 'round') : path);
  for (const { item, path } of pieces) {
    if (!films.has(item.ink)) continue;
    const at = order.indexOf(item.ink);
    order.forEach((ink, i) => {
      const now = paths.get(ink)!;
      if (i === at) return void paths.set(ink, ops.unite(now, path));
      if (now.length === 0) return;
      const { under } = films.get(ink)!;
      if (i > at || !under) paths.set(ink, ops.subtract(now, path));
      else if (style === 'inlaid') paths.set(ink, ops.subtract(now, shrunk(path, px(trap))));
    });
  }
  return {
    layers: order.flatMap((ink) => {
      const film = films.get(ink)!;
      const whole = cleaned(paths.get(ink)!, px(SLIVER_MM));
      const held = bridge ? bridged(whole, px(film.piece), px(film.line), ops) : whole;
      const path = drop ? withoutSmall(held, px(film.piece)) : held;
      return path.length ? [{ ink, film, path }] : [];
    }),
    printed: [...new Set(pieces.map((p) => p.item.ink))].filter((ink) => !films.has(ink)),
    pictures: pictures.length,
    soft: pieces.filter((p) => isSoft(p) || (p.relief && films.has(p.item.ink))).length,
  };
}

/** An outline without the pieces that are narrower than `least`; holes stay, however small. */
const withoutSmall = (path: PathData, least: number): PathData =>
  islandsOf(path).flatMap((island) => (widthOf(island) < least ? [] : island));

/** What is narrower is left of two edges that meet, mm. */
const SLIVER_MM = 0.03;
