import type Konva from 'konva';
import { useRef, type PointerEvent } from 'react';
import { paintsAt, pickPart } from '@brelm/core/resolve';
import type { Resolved } from '../design';
import { makeSurface } from '../platform/surfaces';
import { store } from '../store';
import type { Pointed } from './hit-part';
import type { View } from './use-view';

/** Fingers are about. */
export const COARSE = matchMedia('(pointer: coarse)').matches;

/** How near to what is painted the pointer has to be, screen px. */
const REACH = COARSE ? 12 : 4;

/** The part that is meant by a place of the board, px, at so many screen px for one of them; certain parts left out. */
export const partMeant = (
  { drawing, pictures }: Resolved,
  at: readonly [number, number],
  scale: number,
  without: ReadonlySet<string>,
  chosen?: ReadonlySet<string>,
): string | null =>
  pickPart(
    drawing.groups.filter((g) => !without.has(g.part)),
    at,
    (group) => paintsAt(group, at, REACH / scale, scale, pictures, makeSurface),
    chosen,
  );

/**
 * Has Konva, which knows boxes alone, hit the part that is meant where the pointer goes down: the one that is seen there,
 * not the one whose box lies in front. `point` has to hear of it before Konva does.
 */
export function usePointed(resolved: Resolved, locked: ReadonlySet<string>, view: View) {
  const layer = useRef<Konva.Layer>(null);
  const pointed = useRef<Pointed>({ part: null });
  const point = ({ clientX, clientY, currentTarget }: PointerEvent) => {
    const frame = currentTarget.getBoundingClientRect();
    const { x, y, scale } = view;
    const at = [(clientX - frame.left - x) / scale, (clientY - frame.top - y) / scale] as const;
    const chosen = new Set(store.getState().editor.selection);
    pointed.current.part = partMeant(resolved, at, scale, locked, chosen);
    layer.current?.drawHit();
  };
  return { layer, pointed, point };
}
