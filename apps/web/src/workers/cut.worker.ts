import { expose } from 'comlink';
import { cutLineOf, type Alpha, type Cut, type CutLine } from '@brelm/core/cutline';

const worker = {
  /** The line along which artwork is cut out. */
  cut: (alpha: Alpha, pxPerMm: number, settings: CutLine): Cut | null => cutLineOf(alpha, pxPerMm, settings),
  /** It loads nothing, so there is nothing to give up waiting for. */
  stop: (): void => undefined,
};
export type CutWorker = typeof worker;

expose(worker);
