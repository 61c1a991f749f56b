import type { Fill, Piece } from '../types';

/** The figures in their own colours. */
export const flat = (pieces: readonly Piece[]): Fill[] => pieces.flatMap((p) => p.fills);
