import type { OutlineOps, PathData } from '../../geometry';
import type { Fill, Piece } from '../types';
import { areaOf, bodyOf, INK, seenOf, without, type Seen } from './seen';

/** CIE L* above which something is cut out of the ink. */
const LIGHT = 58;
/** The rim that holds light forms together, px; inside of them, so that what keeps things apart stays. */
const RIM = 9;
/** What keeps one thing from another that lies behind it, px. */
const GAP = 8;

/**
 * The lightness that parts what is seen into dark and light so that each differs least within itself, by area
 * (Otsu 1979, over forms instead of pixels); that of none where there is one lightness alone.
 */
function partingLightness(seen: readonly Seen[]): number {
  const forms = seen.map((s) => ({ lightness: s.lightness, area: areaOf(s.seen) }));
  const levels = [...new Set(forms.map((f) => f.lightness))].sort((a, b) => a - b);
  let [best, most] = [LIGHT, 0];
  for (const level of levels.slice(0, -1)) {
    const sides = [forms.filter((f) => f.lightness <= level), forms.filter((f) => f.lightness > level)];
    const [dark, light] = sides.map((side) => {
      const area = side.reduce((sum, f) => sum + f.area, 0);
      return { area, mean: side.reduce((sum, f) => sum + f.lightness * f.area, 0) / (area || 1) };
    });
    const between = dark.area * light.area * (light.mean - dark.mean) ** 2;
    if (between > most) [best, most] = [level, between];
  }
  return best;
}

/**
 * One ink: dark forms in it, light ones cut out of it, a rim around each thing. What is light is light by itself, or
 * (`parted`) lighter than the rest of it, so that art that is light or dark all over keeps its forms apart, too.
 */
export function oneColour(pieces: readonly Piece[], ops: OutlineOps, parted = false): Fill[] {
  const seen = seenOf(pieces, ops, GAP);
  const light = parted ? partingLightness(seen) : LIGHT;
  const out: number[] = seen.filter((s) => s.lightness <= light).flatMap((s) => [...s.seen]);
  let before: PathData = [];
  for (const piece of [...pieces].reverse()) {
    const body = bodyOf(piece, ops);
    const rim = without(body, ops.offset(body, -RIM, 'round'), ops);
    out.push(...without(rim, before, ops));
    const clear = ops.offset(body, GAP, 'round');
    before = before.length ? ops.weld([...before, ...clear]) : clear;
  }
  const path = ops.weld(out);
  return path.length ? [{ path, colour: INK, opacity: 1 }] : [];
}
