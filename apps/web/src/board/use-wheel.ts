import { useEffect, type RefObject } from 'react';

/** The wheel pans the board, and zooms it about the pointer with Ctrl held. */
export function useWheel(
  box: RefObject<HTMLDivElement | null>,
  zoomAt: (x: number, y: number, by: number) => void,
  pan: (dx: number, dy: number) => void,
): void {
  // The wheel must not scroll the page, so its listener cannot be passive, as React's is.
  useEffect(() => {
    const element = box.current!;
    const wheel = (e: WheelEvent) => {
      e.preventDefault();
      const frame = element.getBoundingClientRect();
      if (e.ctrlKey || e.metaKey)
        zoomAt(
          e.clientX - frame.left,
          e.clientY - frame.top,
          Math.exp(-e.deltaY * (e.deltaMode ? 0.05 : 0.0022)),
        );
      else pan(-(e.shiftKey ? e.deltaY : e.deltaX), -(e.shiftKey ? 0 : e.deltaY));
    };
    element.addEventListener('wheel', wheel, { passive: false });
    return () => element.removeEventListener('wheel', wheel);
  }, [box, zoomAt, pan]);
}
