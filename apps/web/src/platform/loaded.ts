let version = 0;
const listeners = new Set<() => void>();

/** Says that a typeface or picture has come in, so that what shows it is drawn again. */
export function changed(): void {
  version++;
  for (const listener of listeners) listener();
}

export const onLoaded = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

export const loadedVersion = (): number => version;
