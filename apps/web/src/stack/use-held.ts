import { useEffect, useRef } from 'react';

/** Whether a key (as events name it) is held down now; asked when a drag ends, which tells of no keys. */
export function useHeld(key: 'Alt' | 'Shift'): () => boolean {
  const held = useRef(false);
  useEffect(() => {
    const hear = (e: KeyboardEvent | PointerEvent) => {
      held.current = e.getModifierState(key);
    };
    const types = ['keydown', 'keyup', 'pointermove', 'pointerup'] as const;
    for (const type of types) window.addEventListener(type, hear, { capture: true });
    return () => {
      for (const type of types) window.removeEventListener(type, hear, { capture: true });
    };
  }, [key]);
  return () => held.current;
}
