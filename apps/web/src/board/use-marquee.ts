import Konva from 'konva';
import { useState, type RefObject } from 'react';
import { withBundled, type Design } from '@brelm/core/design';
import { store, useAppDispatch } from '../store';
import { selected } from '../store/editor';

interface Frame {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** A frame that is drawn around parts to choose them. */
export function useMarquee(
  design: Design,
  nodes: RefObject<Map<string, Konva.Group>>,
): { marquee: Frame | null; startMarquee: (e: Konva.KonvaEventObject<PointerEvent>) => void } {
  const dispatch = useAppDispatch();
  const [marquee, setMarquee] = useState<Frame | null>(null);
  const startMarquee = (e: Konva.KonvaEventObject<PointerEvent>) => {
    const stage = e.target.getStage();
    if (e.target !== stage || e.evt.button !== 0) return;
    const from = stage.getPointerPosition()!;
    const base = e.evt.shiftKey ? store.getState().editor.selection : [];
    let rect = { x: from.x, y: from.y, width: 0, height: 0 };
    const move = () => {
      const p = stage.getPointerPosition();
      if (!p) return;
      rect = {
        x: Math.min(from.x, p.x),
        y: Math.min(from.y, p.y),
        width: Math.abs(p.x - from.x),
        height: Math.abs(p.y - from.y),
      };
      setMarquee(rect);
    };
    const end = () => {
      window.removeEventListener('pointerup', up);
      window.removeEventListener('pointercancel', end);
      stage.off('pointermove.marquee');
      setMarquee(null);
    };
    const up = () => {
      end();
      const hit = [...nodes.current].filter(
        ([, node]) => node.listening() && Konva.Util.haveIntersection(rect, node.getClientRect()),
      );
      dispatch(
        selected(
          rect.width + rect.height < 6 ? base : withBundled(design, [...base, ...hit.map(([id]) => id)]),
        ),
      );
    };
    stage.on('pointermove.marquee', move);
    window.addEventListener('pointerup', up);
    window.addEventListener('pointercancel', end);
  };
  return { marquee, startMarquee };
}
