import { documentOf, emptyDesign, type DesignDocument } from '@brelm/core/design';
import { motif, place } from '@brelm/core/parts';

const outline = { path: 'M0 0H600V600H0Z', ink: 'ink-1', rule: 'nonzero' as const, opacity: 1, stroke: null };
/** The document of a square on a 3 in sticker, with as many stickers of its own as there are other specs. */
export function designOf(
  name: string,
  ink = '#b3492a',
  specs = ['stickerwharf/kiss-cut-3in'],
): DesignDocument {
  const board = { spec: specs[0], side: 'face', width: 1800, height: 1800, dpi: 600 };
  const design = emptyDesign(name, board, 'fridge-white', ['fridge-white'], { name: 'Rust', value: ink });
  return documentOf({
    ...design,
    parts: [
      motif('m', 'Square', place(900, 900), { width: 600, height: 600, outlines: [outline] }, { id: 'own' }),
    ],
    placements: specs.map((spec) => ({
      spec,
      side: 'face',
      x: 0,
      y: 1.5,
      scale: 1,
      turn: 0,
      mirror: false,
      narrow: false,
      ground: null,
      format: null,
      colourway: null,
      colourways: {},
      apart: {},
    })),
  });
}
