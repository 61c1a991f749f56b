import type { Hex } from '../colour';

/** A piece of cloth around artwork: how far it reaches beyond it, and how far its edge strays, inches. */
export interface Patch {
  marginIn: number;
  strayIn: number;
  colour: Hex;
}

/** How a print lies on its blank. */
export interface PrintLook {
  id: string;
  name: string;
  /** Share of the ink that covers what is under it. */
  cover: number;
  /** Share of the cloth's weave that is felt through it. */
  weave: number;
  /** The ink dyes the blank: it is multiplied with its colour instead of laid over it. */
  dyes: boolean;
  /** It is cut into the blank instead of laid on it: what it darkens is the blank's own colour. */
  engraves: boolean;
  /** Threads that it is stitched of: how much of their light and shade is seen, 0–1. */
  thread: number;
  /** A piece of cloth that it is on; null where it lies on the blank itself. */
  patch: Patch | null;
  /** Height of its edge in inches, less than 0 where it lies lower: light catches it. */
  edge: number;
  /** Sparkles in it, 0–1. */
  glitter: number;
  /** Shadow that it throws on what it lies on, 0–1. */
  shadow: number;
}

const LOOK: Omit<PrintLook, 'id' | 'name'> = {
  ...{
    cover: 1,
    weave: 0.6,
    dyes: false,
    engraves: false,
    thread: 0,
    patch: null,
    edge: 0,
    glitter: 0,
    shadow: 0,
  },
};

/** The looks that a print can have; the first is what a press does. */
export const PRINT_LOOKS: readonly PrintLook[] = [
  { ...LOOK, id: 'ink', name: 'Printed ink', cover: 0.965, weave: 0.85 },
  { ...LOOK, id: 'plastisol', name: 'Thick ink', weave: 0.25, edge: 0.006 },
  { ...LOOK, id: 'film', name: 'Transfer film', weave: 0.12, edge: 0.01 },
  { ...LOOK, id: 'vinyl', name: 'Cut vinyl', weave: 0, edge: 0.018, shadow: 0.25 },
  { ...LOOK, id: 'glitter', name: 'Glitter film', weave: 0, edge: 0.014, glitter: 1, shadow: 0.2 },
  { ...LOOK, id: 'dye', name: 'Dyed into it', weave: 1, dyes: true },
  {
    ...{ ...LOOK, id: 'stitched', name: 'Stitched patch', weave: 0, edge: 0.03, shadow: 0.55, thread: 1 },
    patch: { marginIn: 0.1, strayIn: 0, colour: '#e7dfcd' },
  },
  {
    ...{ ...LOOK, id: 'rough', name: 'Rough-cut patch', weave: 0.5, edge: 0.014, shadow: 0.4 },
    patch: { marginIn: 0.22, strayIn: 0.09, colour: '#ded2b8' },
  },
  { ...LOOK, id: 'engraved', name: 'Engraved', weave: 1, engraves: true, edge: -0.02 },
  { ...LOOK, id: 'sticker', name: 'Sticker', weave: 0, edge: 0.016, shadow: 0.5 },
];

export const printLook = (id: string): PrintLook => PRINT_LOOKS.find((l) => l.id === id) ?? PRINT_LOOKS[0];
