import { useLayoutEffect, type RefObject } from 'react';
import { applyEdits, type Design } from '@brelm/core/design';
import { resolveDesign } from '../design';
import { liveEdits, onLive } from '../editor/live';
import { onLoaded } from '../platform/loaded';
import { paperUnder } from '../platform/under';
import { paintBoard } from './board-paint';
import type { useSnap } from './use-snap';

type Painted = Omit<Parameters<typeof paintBoard>[1], 'moving' | 'snapped' | 'paper'>;

/** Paints the board whenever something of it changes, while something is dragged, and as pictures come in. */
export function usePainting(
  canvas: RefObject<HTMLCanvasElement | null>,
  design: Design,
  colourway: string | undefined,
  { size, view, resolved, backdrop, side, pointedAt, aids, look, border }: Painted,
  { dragging, selection }: { dragging: boolean; selection: readonly string[] },
  snapped: ReturnType<typeof useSnap>['snapped'],
): void {
  useLayoutEffect(() => {
    const moving = dragging ? new Set(selection) : null;
    let frame = 0;
    const schedule = () => {
      frame ||= requestAnimationFrame(() => {
        frame = 0;
        const edits = liveEdits();
        const now = edits ? resolveDesign(applyEdits(design, edits), colourway, resolved) : resolved;
        if (canvas.current)
          paintBoard(canvas.current, {
            size,
            view,
            resolved: now,
            moving,
            backdrop,
            side,
            pointedAt,
            snapped: snapped.current,
            aids,
            look,
            border,
            paper: aids.reference && paperUnder(aids.reference, backdrop),
          });
      });
    };
    schedule();
    const stop = onLive(schedule);
    const unheard = onLoaded(schedule);
    return () => {
      stop();
      unheard();
      cancelAnimationFrame(frame);
    };
  }, [
    canvas,
    size,
    view,
    design,
    colourway,
    resolved,
    dragging,
    selection,
    backdrop,
    side,
    pointedAt,
    snapped,
    aids,
    look,
    border,
  ]);
}
