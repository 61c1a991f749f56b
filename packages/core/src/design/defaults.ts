import {
  DESIGN_FORMAT,
  DESIGN_VERSION,
  type Board,
  type Design,
  type LetteringLine,
  type LetteringPart,
  type Material,
  type MotifOutline,
  type MotifPart,
  type PicturePart,
  type Place,
} from './types';

export const place = (x: number, y: number, scale = 1): Place => ({
  x,
  y,
  turn: 0,
  scaleX: scale,
  scaleY: scale,
});

const partBase = (id: string, name: string, at: Place) => ({
  id,
  name,
  hidden: false,
  locked: false,
  mustRead: false,
  opacity: 1,
  place: at,
  keylines: [],
});

/** A design with an empty board, one ink and one colourway. */
export function emptyDesign(
  name: string,
  board: Board,
  backdrop: string,
  garments: string[],
  ink: { name: string; value: string },
): Design {
  return {
    format: DESIGN_FORMAT,
    version: DESIGN_VERSION,
    name,
    board,
    backdrop,
    garments,
    inks: [{ id: 'ink-1', ...ink }],
    colourways: [{ id: 'base', name: 'Base', inks: {}, garments: [] }],
    materials: [],
    parts: [],
  };
}

export const letteringLine = (text: string, face: string, size: number, ink: string): LetteringLine => ({
  text,
  face,
  size,
  tracking: 0,
  leading: 1.1,
  ink,
  features: [],
});

export const lettering = (id: string, name: string, at: Place, lines: LetteringLine[]): LetteringPart => ({
  ...partBase(id, name, at),
  kind: 'lettering',
  mustRead: true,
  align: 'centre',
  lines,
});

export const picture = (id: string, at: Place, material: Material): PicturePart => ({
  ...partBase(id, material.name, at),
  kind: 'picture',
  material: material.id,
  ground: null,
});

export const motif = (
  id: string,
  name: string,
  at: Place,
  art: { width: number; height: number; outlines: MotifOutline[] },
  licence: MotifPart['licence'],
): MotifPart => ({ ...partBase(id, name, at), kind: 'motif', ...art, licence });
