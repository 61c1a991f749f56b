/** Films: sheet material that is cut instead of printed; what each holds, the file of each, and what a cutter will find. */
export * from './film';
export { filmLayers, type FilmLayer, type FilmLayers } from './layers';
export { filmTile } from './look';
export { marksFor } from './marks';
export { filmSheet, pressedFaceDown, type FilmSheet } from './sheet';
export { wornOutline } from './worn';
export { judgeFilm, bladeSeconds, type FilmFigures, type FilmFinding } from './judge';
