import { useCallback, useEffect, useRef, useState, type RefCallback } from 'react';

/** The rest after the last keystroke before it counts, ms. */
const REST_MS = 150;

/** A value once it has not changed for a moment. */
export function useSettled<T>(value: T): T {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), REST_MS);
    return () => clearTimeout(timer);
  }, [value]);
  return settled;
}

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
