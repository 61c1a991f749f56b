/**
 * Gives back the memory of buffers that nothing refers to any more, where this process lets that be asked for
 * (`--expose-gc`). A process that is held to a ceiling needs it before the next large one is made: left to
 * itself, the collector knows nothing of that ceiling.
 */
export const collect = (): void => (globalThis as { gc?: () => void }).gc?.();
