import {
  DESIGN_FORMAT,
  DESIGN_VERSION,
  type Aids,
  type Board,
  type CodePart,
  type Design,
  type LetteringLine,
  type LetteringPart,
  type LineNode,
  type LinePart,
  type Material,
  type MotifOutline,
  type MotifPart,
  type PicturePart,
  type Place,
  type ShapePart,
} from './types';
import { movedNode } from './drawn-line';
import { formOf, startValues } from '../geometry';

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
  hollow: false,
  spread: 0,
  shade: null,
  repeat: null,
  bundle: null,
  slot: null,
});

export const NO_AIDS: Aids = { guides: [], margin: 0, grid: null, unit: 'px', reference: null };

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
    bundles: [],
    aids: NO_AIDS,
    accepted: [],
    placements: [],
  };
}

export const letteringLine = (text: string, face: string, size: number, ink: string): LetteringLine => ({
  text,
  face,
  size,
  tracking: 0,
  wordSpace: 0,
  leading: 1.1,
  case: 'typed',
  ink,
  features: [],
  axes: {},
  shift: 0,
  spans: [],
});

export const lettering = (id: string, name: string, at: Place, lines: LetteringLine[]): LetteringPart => ({
  ...partBase(id, name, at),
  kind: 'lettering',
  mustRead: true,
  align: 'centre',
  lines,
  measure: null,
  baseline: { kind: 'straight' },
  upright: false,
  envelope: null,
  decorations: [],
  gradient: null,
});

export const picture = (id: string, at: Place, material: Material): PicturePart => ({
  ...partBase(id, material.name, at),
  kind: 'picture',
  material: material.id,
  ground: null,
  lift: false,
  alpha: null,
  specks: 0,
  crop: null,
});

export const motif = (
  id: string,
  name: string,
  at: Place,
  art: { width: number; height: number; outlines: MotifOutline[] },
  licence: MotifPart['licence'],
): MotifPart => ({ ...partBase(id, name, at), kind: 'motif', ...art, licence });

/** A shape of a form about `size` board px large; filled with `ink`, or drawn with it when it is a line. */
export function shapeOf(id: string, at: Place, form: string, size: number, ink: string): ShapePart {
  const made = formOf(form)!;
  return {
    ...partBase(id, '', at),
    kind: 'shape',
    form,
    values: startValues(made, size),
    fill: made.open ? null : ink,
    gradient: null,
    stroke: made.open
      ? { ink, width: Math.max(2, Math.round(size / 40)), side: 'centre', join: 'round', dash: null }
      : null,
  };
}

/** A line through these nodes, given on the board. */
export function line(
  id: string,
  nodes: LineNode[],
  look: Pick<LinePart, 'ink' | 'width' | 'pen' | 'nib'>,
): LinePart {
  const xs = nodes.map((n) => n.x);
  const ys = nodes.map((n) => n.y);
  const [cx, cy] = [(Math.min(...xs) + Math.max(...xs)) / 2, (Math.min(...ys) + Math.max(...ys)) / 2];
  return {
    ...partBase(id, '', place(cx, cy)),
    kind: 'line',
    nodes: nodes.map((n) => movedNode(n, -cx, -cy)),
    closed: false,
    ...look,
  };
}

export const code = (id: string, at: Place, text: string, ink: string, ground: string | null): CodePart => ({
  ...partBase(id, '', at),
  kind: 'code',
  mustRead: true,
  text,
  level: 'M',
  quiet: 4,
  ink,
  ground,
});
