/** Ideas, and the way from a phrase to a first artwork: laid out on starters and in styles, with a figure. */
export * from './types';
export { newIdea, readIdea } from './fields';
export { splitPhrase } from './split';
export {
  figureInks,
  inStyle,
  onStarter,
  takesWords,
  PLAIN_STYLES,
  withInks,
  type ComposedFigure,
  type ComposeOn,
} from './compose';
export { figureInOneColour } from './one-colour';
export { fromPieces } from './pieces';
