import { NO_FILM_CUT } from '../film';
import { NO_WORDING } from '../wording';
import {
  DESIGN_FORMAT,
  DESIGN_VERSION,
  NO_AIDS,
  USUAL_LIGHT,
  type Board,
  type Design,
  type Side,
} from './types';

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
    side: { id: board.side, name: '' },
    board,
    backdrop,
    garments,
    inks: [{ id: 'ink-1', ...ink }],
    colourways: [{ id: 'base', name: 'Base', inks: {}, garments: [] }],
    materials: [],
    typefaces: [],
    light: USUAL_LIGHT,
    films: NO_FILM_CUT,
    parts: [],
    bundles: [],
    wear: [],
    cutLine: null,
    aids: NO_AIDS,
    before: [],
    after: [],
    accepted: [],
    placements: [],
    wording: NO_WORDING,
  };
}

/** A side with an empty board. */
export const emptySide = (id: string, name: string, board: Board): Side => ({
  id,
  name,
  board,
  parts: [],
  bundles: [],
  wear: [],
  cutLine: null,
  aids: NO_AIDS,
});
