import Konva from 'konva';
import { useEffect, type RefObject } from 'react';

interface Finger {
  x: number;
  y: number;
  target: EventTarget | null;
}

/**
 * Two fingers show another part of the board: apart and together they zoom about their middle, side by side they move it. What the
 * first finger began (a line, a frame around parts) is given up; while something is already dragged, the second one does nothing.
 */
export function usePinch(
  box: RefObject<HTMLElement | null>,
  zoomAt: (x: number, y: number, by: number) => void,
  pan: (dx: number, dy: number) => void,
): void {
  useEffect(() => {
    const element = box.current!;
    const fingers = new Map<number, Finger>();
    let pinching = false;
    // Everything below the box is left out of it: listeners of the way down are heard first.
    const hold = (e: Event) => {
      if (pinching) e.stopPropagation();
    };
    const spread = () => {
      const [a, b] = fingers.values();
      const frame = element.getBoundingClientRect();
      return {
        x: (a.x + b.x) / 2 - frame.left,
        y: (a.y + b.y) / 2 - frame.top,
        apart: Math.max(1, Math.hypot(a.x - b.x, a.y - b.y)),
      };
    };
    const down = (e: PointerEvent) => {
      if (e.pointerType !== 'touch') return;
      fingers.set(e.pointerId, { x: e.clientX, y: e.clientY, target: e.target });
      if (fingers.size === 2 && !Konva.isDragging() && !Konva.isTransforming()) {
        const [[pointerId, { target }]] = fingers;
        target?.dispatchEvent(
          new PointerEvent('pointercancel', { bubbles: true, pointerId, pointerType: 'touch' }),
        );
        pinching = true;
      }
      hold(e);
    };
    const move = (e: PointerEvent) => {
      const finger = fingers.get(e.pointerId);
      if (!finger) return;
      const before = pinching && fingers.size === 2 ? spread() : null;
      [finger.x, finger.y] = [e.clientX, e.clientY];
      if (before) {
        const now = spread();
        zoomAt(before.x, before.y, now.apart / before.apart);
        pan(now.x - before.x, now.y - before.y);
      }
      hold(e);
    };
    const up = (e: PointerEvent) => {
      // What was cancelled above is no finger that was lifted.
      if (!e.isTrusted) return;
      hold(e);
      fingers.delete(e.pointerId);
      if (fingers.size === 0) pinching = false;
    };
    const listeners = [
      ['pointerdown', down],
      ['pointermove', move],
      ['pointerup', up],
      ['pointercancel', up],
      ['touchstart', hold],
      ['touchmove', hold],
    ] as [string, (e: Event) => void][];
    for (const [type, listener] of listeners) element.addEventListener(type, listener, { capture: true });
    return () => {
      for (const [type, listener] of listeners)
        element.removeEventListener(type, listener, { capture: true });
    };
  }, [box, zoomAt, pan]);
}
