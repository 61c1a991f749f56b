import { useCallback, useEffect, useRef, type RefCallback } from 'react';

/** Calls `reach` when the element comes near the window. */
export function useSentinel(reach: () => void): RefCallback<HTMLElement> {
  const latest = useRef(reach);
  useEffect(() => {
    latest.current = reach;
  });
  return useCallback((element: HTMLElement | null) => {
    if (!element) return;
    const watcher = new IntersectionObserver(
      (entries) => entries.some((e) => e.isIntersecting) && latest.current(),
      { rootMargin: '600px' },
    );
    watcher.observe(element);
    return () => watcher.disconnect();
  }, []);
}
