import type { FilmFinding } from '../film';
import { kindOf, type Part } from '../parts';
import { mmToPx } from '../units';
import { inksOfPart } from './colours';
import type { Edit } from './edits';
import type { Design } from './types';

/** What can be done about a film that does not hold. */
export interface FilmMend {
  label: string;
  edits: Edit[];
}

/** Whose outlines are cut of an ink's film. */
const ofInk = (design: Design, ink: string): Part[] =>
  design.parts.filter((p) => !p.hidden && !p.locked && kindOf(p).outlined && inksOfPart(p).includes(ink));

/** The most that a part is grown at once, mm: more changes what it looks like. */
const MOST_GROWN_MM = 1;

/** A part whose edge lies so many px further out: thinned less, then grown. */
function grownBy(part: Part, by: number): Edit {
  const thin = Math.max(0, part.thin - by);
  return {
    op: 'updatePart',
    part: part.id,
    change: { thin, spread: part.spread + by - (part.thin - thin) },
  };
}

/**
 * What mends a finding of a film: what is too thin grows until its narrowest place holds; pieces that are too
 * small are joined to others by bridges, then left out. Null where neither helps, or it would take more than 1 mm.
 */
export function filmMend(design: Design, { code, ink, figure, threshold }: FilmFinding): FilmMend | null {
  const name = design.inks.find((i) => i.id === ink)?.name ?? ink;
  const { bridge, drop } = design.films;
  if (code === 'piece' && !bridge)
    return {
      label: 'Join small pieces to their neighbours by bridges',
      edits: [{ op: 'setFilmCut', change: { bridge: true } }],
    };
  if (code === 'piece' && !drop)
    return {
      label: 'Leave out pieces that are too small to hold',
      edits: [{ op: 'setFilmCut', change: { drop: true } }],
    };
  if (code !== 'line') return null;
  // Both sides grow. A little more than is missing, since what just holds is looked at in whole px.
  const missing = (threshold - figure) / 2 + 0.02;
  const parts = ofInk(design, ink);
  if (parts.length === 0 || missing > MOST_GROWN_MM) return null;
  const by = mmToPx(missing, design.board.dpi);
  return {
    label: `Thicken what is in ${name} by ${missing.toFixed(2)} mm on each side`,
    edits: parts.map((p) => grownBy(p, by)),
  };
}
