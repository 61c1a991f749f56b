import { useEffect, useState } from 'react';

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
