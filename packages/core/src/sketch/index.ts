/**
 * A sketch on paper, photographed, to be drawn over: the paper squared up by its corners, its light made even, its lines
 * taken off it, as pixels or as lines with a width. Pure functions on pixels; corners are shares of the picture's width and height.
 */
export { findPaper } from './find-paper';
export { linesOf } from './lines';
export { paperRatio, squaredUp, WHOLE_PAPER, type Corners } from './paper';
export {
  CENTRE_LINES,
  centreLines,
  type CentreLines,
  type CentreLineSettings,
  type DrawnStroke,
} from './centre-lines';
