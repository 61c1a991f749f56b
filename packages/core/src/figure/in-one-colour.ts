import { contrastRatio, lightness, type Hex } from '../colour';
import {
  parseSvgPath,
  toSvgPath,
  transformPath,
  type Matrix,
  type OutlineOps,
  type PathData,
} from '../geometry';
import { ownInks, type MotifOutline, type MotifPart } from '../parts';
import type { ColouredOutline, SvgArt } from '../svg';
import { FIGURE_PX } from './picture';
import { oneColour } from './styles/one-colour';
import type { Fill } from './types';

/** A grey as light as another colour is dark: printed in a pale ink, what was light is what is inked. */
const turned = (colour: Hex): Hex => {
  const grey = Math.round(255 * (1 - lightness(colour) / 100))
    .toString(16)
    .padStart(2, '0');
  return `#${grey}${grey}${grey}`;
};

/** What an outline covers, as it is filled, drawn and clipped. */
function coverOf({ path, rule, stroke, clips = [] }: ColouredOutline, at: Matrix, ops: OutlineOps): PathData {
  const filled = (text: string, by: typeof rule) => {
    const moved = transformPath(parseSvgPath(text), at);
    return by === 'evenodd' ? ops.evenOdd(moved) : moved;
  };
  const own = stroke
    ? ops.stroke(transformPath(parseSvgPath(path), at), { ...stroke, width: stroke.width * at[0] })
    : filled(path, rule);
  return clips.reduce((left, clip) => ops.intersect(left, filled(clip.path, clip.rule)), own);
}

/**
 * Art of many colours in one: its dark forms inked and the light ones cut out of them, the other way round for a pale ink,
 * with a rim that holds it together. On cloth of one of its own colours it is seen where that one would be lost.
 *
 * @returns SVG path text in the art's own units, to be filled by the non-zero rule; null where nothing is left
 */
export function inOneColour(
  art: Pick<SvgArt, 'width' | 'height' | 'outlines'>,
  ops: OutlineOps,
  pale: boolean,
): string | null {
  const scale = FIGURE_PX / Math.max(1, art.width, art.height);
  const fills = art.outlines.map((o): Fill => ({
    path: coverOf(o, [scale, 0, 0, scale, 0, 0], ops),
    colour: pale ? turned(o.colour) : o.colour,
    opacity: o.opacity,
  }));
  const [made] = oneColour([{ id: 'all', fills }], ops, true);
  return made ? toSvgPath(transformPath(made.path, [1 / scale, 0, 0, 1 / scale, 0, 0])) : null;
}

/**
 * A motif of several inks in the one of them that stands out most from the ground, with its light or dark forms cut out;
 * null where nothing is left.
 *
 * @param values what its inks are
 * @param ground the colour of what it lies on
 */
export function motifInOneColour(
  motif: MotifPart,
  values: ReadonlyMap<string, Hex>,
  ground: Hex,
  ops: OutlineOps,
): MotifOutline | null {
  const value = (ink: string): Hex => values.get(ink) ?? '#000000';
  const ink = ownInks(motif).reduce((a, b) =>
    contrastRatio(value(b), ground) > contrastRatio(value(a), ground) ? b : a,
  );
  const outlines = motif.outlines.map(({ ink: own, gradient: _, ...o }) => ({ ...o, colour: value(own) }));
  const path = inOneColour({ ...motif, outlines }, ops, lightness(value(ink)) > lightness(ground));
  return path === null ? null : { path, ink, rule: 'nonzero', opacity: 1, stroke: null };
}
